/** Median of the numbers (0 for none); the input is left as it is. */
export function median(numbers: ArrayLike<number>): number {
  return quantile(numbers, 0.5);
}

/** Quantile 0..1 with linear interpolation (0 for no numbers). */
export function quantile(numbers: ArrayLike<number>, share: number): number {
  if (numbers.length === 0) return 0;
  const sorted = new Float64Array(numbers).sort();
  const at = share * (sorted.length - 1);
  const low = Math.floor(at);
  return sorted[low] + (at - low) * (sorted[Math.min(low + 1, sorted.length - 1)] - sorted[low]);
}

/** Centre and spread that a tenth of strange values at either end cannot move. */
export interface Robust {
  /** mean of the middle 80 % */
  readonly centre: number;
  /** standard deviation estimated from the 16-84 % range */
  readonly spread: number;
  readonly count: number;
}

export function robust(numbers: ArrayLike<number>): Robust {
  const n = numbers.length;
  if (n === 0) return { centre: NaN, spread: NaN, count: 0 };
  const sorted = new Float32Array(numbers).sort();
  const cut = Math.floor(n * 0.1);
  let sum = 0;
  for (let i = cut; i < n - cut; i++) sum += sorted[i];
  const at = (share: number) => sorted[Math.min(n - 1, Math.round(share * (n - 1)))];
  return { centre: sum / (n - 2 * cut), spread: (at(0.84) - at(0.16)) / 2, count: n };
}

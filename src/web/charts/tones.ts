/** How much of a picture has each value: counts of equal bins over 0..10. */
export type Amounts = readonly number[];

/** A tone of a pattern: what lies between two thresholds. */
export interface Stratum {
  /** share of the picture under it, and in it: 0..1 */
  readonly below: number;
  readonly share: number;
  /** its mean value; null = nothing has it */
  readonly value: number | null;
}

const total = (amounts: Amounts) => amounts.reduce((sum, n) => sum + n, 0) || 1;

/** Share of the picture that is darker than a value, 0..1. */
export function shareBelow(amounts: Amounts, value: number): number {
  const at = (Math.min(10, Math.max(0, value)) / 10) * amounts.length;
  const whole = Math.floor(at);
  const under = amounts.slice(0, whole).reduce((sum, n) => sum + n, 0);
  return (under + (at - whole) * (amounts[whole] ?? 0)) / total(amounts);
}

/** The value below which so much of the picture lies: the other way round. */
export function valueAt(amounts: Amounts, share: number): number {
  const wanted = Math.min(1, Math.max(0, share)) * total(amounts);
  let under = 0;
  for (const [bin, n] of amounts.entries()) {
    if (under + n >= wanted && n > 0) return ((bin + (wanted - under) / n) * 10) / amounts.length;
    under += n;
  }
  return 10;
}

/** The tones of a pattern from the darkest up. @param splits rising values that part them */
export function strataOf(amounts: Amounts, splits: readonly number[]): Stratum[] {
  const borders = [0, ...splits, 10];
  return borders.slice(1).map((to, i) => {
    const from = borders[i] ?? 0;
    const below = shareBelow(amounts, from);
    const share = shareBelow(amounts, to) - below;
    let [sum, n] = [0, 0];
    amounts.forEach((count, bin) => {
      const value = ((bin + 0.5) * 10) / amounts.length;
      if (value < from || value >= to) return;
      sum += count * value;
      n += count;
    });
    return { below, share, value: n > 0 ? sum / n : null };
  });
}

const APART = 0.1; // of value: two thresholds are no nearer

/** Thresholds after one of them was moved: between its neighbours. */
export function movedSplit(splits: readonly number[], index: number, value: number): number[] {
  const low = (splits[index - 1] ?? 0) + APART;
  const high = (splits[index + 1] ?? 10) - APART;
  return splits.map((old, k) => (k === index ? Math.min(high, Math.max(low, value)) : old));
}

/** Places for labels beside what they are of, none nearer to the next than so much; rising like what is given. */
export function spreadLabels(at: readonly number[], least: number, most: number): number[] {
  const out = [...at];
  for (let i = 1; i < out.length; i++) out[i] = Math.max(out[i] ?? 0, (out[i - 1] ?? 0) + least);
  for (let i = out.length - 1, room = most; i >= 0; i--, room -= least) out[i] = Math.min(out[i] ?? 0, room);
  return out;
}

export const quantileOf = (list: readonly number[], share: number): number => {
  const sorted = [...list].sort((a, b) => a - b);
  return sorted.length ? sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] : NaN;
};
export const medianOf = (list: readonly number[]): number => quantileOf(list, 0.5);

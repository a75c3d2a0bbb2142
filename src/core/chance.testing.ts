/**
 * Repeatable chance 0..1 for tests, from a whole seed from 1 up (the minimal standard generator, Park and Miller 1988).
 */
export function chance(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

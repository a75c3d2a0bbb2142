const STEP = 0x6d2b79f5;

/** The number a state stands for, 0..1 (mulberry32). */
function drawn(state: number): number {
  let t = Math.imul(state ^ (state >>> 15), state | 1);
  t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
}

/** Repeatable chance 0..1 from a seed. */
export function chance(seed: number): () => number {
  // Kept as a signed number: those above 2^31 are stored much more slowly.
  let state = seed | 0;
  return () => {
    state = (state + STEP) | 0;
    return drawn(state);
  };
}

const SPREAD = Math.sqrt(3);
/** Normally distributed chance, mean 0, deviation 1 (sum of uniform ones: never wilder than 3). */
export const normal = (random: () => number): number => (random() + random() + random() + random() - 2) * SPREAD;

/** Rows of what {@link normal} draws from {@link chance} of the same seed, many at a time. */
export function normalRows(seed: number): (row: Float64Array) => void {
  let kept = seed | 0;
  return (row) => {
    let state = kept;
    for (let i = 0; i < row.length; i++) {
      let sum = 0;
      for (let k = 0; k < 4; k++) {
        state = (state + STEP) | 0;
        sum += drawn(state);
      }
      row[i] = (sum - 2) * SPREAD;
    }
    kept = state;
  };
}

/** Smooth noise over the plane, -1..1: random numbers on a lattice, smoothly joined. */
export function smoothNoise(seed: number): (x: number, y: number) => number {
  const at = (x: number, y: number) => {
    let h = (Math.imul(x, 374761393) + Math.imul(y, 668265263) + Math.imul(seed, 2246822519)) | 0;
    h = Math.imul(h ^ (h >>> 13), 1274126177);
    return ((h ^ (h >>> 16)) >>> 0) / 2147483648 - 1;
  };
  const ease = (t: number) => t * t * (3 - 2 * t);
  return (x, y) => {
    const ix = Math.floor(x);
    const iy = Math.floor(y);
    const fx = ease(x - ix);
    const fy = ease(y - iy);
    const top = at(ix, iy) * (1 - fx) + at(ix + 1, iy) * fx;
    const low = at(ix, iy + 1) * (1 - fx) + at(ix + 1, iy + 1) * fx;
    return top * (1 - fy) + low * fy;
  };
}

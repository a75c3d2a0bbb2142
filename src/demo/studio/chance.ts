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

/** The random number of a place of the lattice, -1..1. */
function latticeAt(seed: number, x: number, y: number): number {
  let h = (Math.imul(x, 374761393) + Math.imul(y, 668265263) + Math.imul(seed, 2246822519)) | 0;
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 2147483648 - 1;
}

const ease = (t: number) => t * t * (3 - 2 * t);

/** Smooth noise over the plane, -1..1: random numbers on a lattice, smoothly joined. */
export function smoothNoise(seed: number): (x: number, y: number) => number {
  return (x, y) => {
    const ix = Math.floor(x);
    const iy = Math.floor(y);
    const fx = ease(x - ix);
    const fy = ease(y - iy);
    const top = latticeAt(seed, ix, iy) * (1 - fx) + latticeAt(seed, ix + 1, iy) * fx;
    const low = latticeAt(seed, ix, iy + 1) * (1 - fx) + latticeAt(seed, ix + 1, iy + 1) * fx;
    return top * (1 - fy) + low * fy;
  };
}

/**
 * The same noise where it is asked for many times within a few lattice cells: their numbers are drawn once.
 * @param across whole numbers, both ends may be asked for; along likewise
 */
export function noiseWithin(
  seed: number,
  { across: [left, right], along: [top, foot] }: Readonly<Record<'across' | 'along', readonly [number, number]>>,
): (x: number, y: number) => number {
  const columns = right - left + 2;
  const lattice = new Float64Array(columns * (foot - top + 2));
  for (let i = 0; i < lattice.length; i++)
    lattice[i] = latticeAt(seed, left + (i % columns), top + Math.floor(i / columns));
  return (x, y) => {
    const [ix, iy] = [Math.floor(x), Math.floor(y)];
    const [fx, fy] = [ease(x - ix), ease(y - iy)];
    const k = (iy - top) * columns + ix - left;
    const high = lattice[k] * (1 - fx) + lattice[k + 1] * fx;
    const low = lattice[k + columns] * (1 - fx) + lattice[k + columns + 1] * fx;
    return high * (1 - fy) + low * fy;
  };
}

/** {@link smoothNoise}, quicker within so many lattice cells of the middle. */
export function noiseAround(seed: number, cells: number): (x: number, y: number) => number {
  const within = noiseWithin(seed, { across: [-cells, cells], along: [-cells, cells] });
  const beyond = smoothNoise(seed);
  return (x, y) => (x > -cells && x < cells && y > -cells && y < cells ? within(x, y) : beyond(x, y));
}

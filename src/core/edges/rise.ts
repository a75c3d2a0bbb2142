/** An edge's course across: how wide it rises, by how much, and where its middle lies. */
export interface Rise {
  /** mm from the middle of the run it was looked for on */
  readonly at: number;
  /** 10-90 % rise, mm */
  readonly widthMm: number;
  /** what it rises by along the run, in the run's own unit */
  readonly contrast: number;
  /** one sigma of the natural logarithm of its width, as far as what does not follow the course tells */
  readonly doubt: number;
}

/** 10-90 % of a normal rise of one sigma. */
export const RISE = 2.5631;

const STEPS = 1024;
const REACH = 4; // sigmas beyond which a rise is over
const table = Float32Array.from({ length: 2 * STEPS + 2 }, (_, i) => normalShare(((i - STEPS) / STEPS) * REACH));

/** Share of a normal distribution below z (Abramowitz and Stegun 1964, 26.2.17; within 1e-7). */
function normalShare(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const poly = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const tail = (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) * poly;
  return z < 0 ? tail : 1 - tail;
}

/** The same by table. */
export function risen(z: number): number {
  if (z <= -REACH) return 0;
  if (z >= REACH) return 1;
  const at = (z / REACH) * STEPS + STEPS;
  const low = at | 0;
  return table[low] + (at - low) * (table[low + 1] - table[low]);
}

/** mm either side of the middle within which a course is looked at; the smallest that holds an edge whole is used. */
const WINDOWS = [2, 3, 4.5, 6.7, 10, 15] as const;
export const REACH_MM = 24; // an edge may lie up to 6 mm beside the middle, and a soft one reaches further

/**
 * Places across an edge, mm from the middle: as close as a hard edge needs near it, wider apart where only a soft one
 * changes.
 */
export const ACROSS: Float32Array = Float32Array.from(
  (() => {
    const half: number[] = [];
    for (let t = 0; t < REACH_MM; t += t < 8 ? 0.25 : t < 14 ? 0.5 : 1) half.push(t);
    return [
      ...half
        .slice(1)
        .reverse()
        .map((t) => -t),
      ...half,
    ];
  })(),
);

interface Course {
  readonly at: number;
  readonly sigma: number;
  readonly level: number;
  readonly slope: number;
  readonly contrast: number;
  /** mean square of what is left */
  readonly left: number;
  readonly count: number;
}

interface Window {
  readonly first: number;
  readonly last: number;
  readonly half: number;
}

const SLOPE_HELD = 0.02; // how strongly a slope is held at none: it and a wide rise look alike

/** The best level, slope and contrast for a rise of one place and width: least squares of three unknowns. */
function fitted(run: Float32Array, at: number, sigma: number, { first, last, half }: Window): Course {
  let [n, st, sp, stt, stp, spp, sv, stv, spv, svv] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0];
  const per = 1 / sigma;
  for (let k = first; k <= last; k++) {
    // Places far apart stand for more of the run.
    const w = ACROSS[Math.min(k + 1, ACROSS.length - 1)] - ACROSS[Math.max(0, k - 1)];
    const t = (ACROSS[k] - at) / half;
    const p = risen((ACROSS[k] - at) * per) - 0.5;
    const v = run[k];
    n += w;
    st += w * t;
    sp += w * p;
    stt += w * t * t;
    stp += w * t * p;
    spp += w * p * p;
    sv += w * v;
    stv += w * t * v;
    spv += w * p * v;
    svv += w * v * v;
  }
  const [mt, mp, mv] = [st / n, sp / n, sv / n];
  const ridge = SLOPE_HELD * (stt - n * mt * mt);
  const [tt, tp, pp] = [stt - n * mt * mt + ridge, stp - n * mt * mp, spp - n * mp * mp];
  const [tv, pv, vv] = [stv - n * mt * mv, spv - n * mp * mv, svv - n * mv * mv];
  const det = tt * pp - tp * tp;
  const slope = det > 1e-9 ? (pp * tv - tp * pv) / det : 0;
  const contrast = det > 1e-9 ? (tt * pv - tp * tv) / det : pv / Math.max(pp, 1e-9);
  const left = Math.max(0, vv - slope * tv - contrast * pv) / n;
  return {
    at,
    sigma,
    level: mv - slope * mt - contrast * mp,
    slope: slope / half,
    contrast,
    left,
    count: last - first,
  };
}

const [LEAST_SIGMA, WIDEST] = [0.06, 1 / 2.1]; // mm; of a window's half

const FINEST = 0.012; // of a width, to which it is searched for
const LEAST_GAIN = 0.98; // of what is left, that another round at the same step must bring it under

/** The best place and width in a window. */
function bestIn(run: Float32Array, middle: number, window: Window, sign: number): Course | null {
  const most = window.half * WIDEST * 1.4;
  const better = (best: Course | null, at: number, sigma: number): Course | null => {
    if (sigma < LEAST_SIGMA || sigma > most || Math.abs(at - middle) > window.half * 0.6) return best;
    const one = fitted(run, at, sigma, window);
    const wanted = sign === 0 || Math.sign(one.contrast) === sign;
    return wanted && (!best || one.left < best.left) ? one : best;
  };
  let best: Course | null = null;
  for (const share of [0.08, 0.18, 0.4])
    for (const aside of [-0.3, 0, 0.3]) best = better(best, middle + aside * window.half, share * window.half);
  // A pattern search: on while it gains, closer where it does not.
  for (let step = 0.5; best && step > FINEST;) {
    const { at, sigma, left }: Course = best;
    const by = step * Math.min(0.5 * window.half, 1.5 * sigma);
    best = better(best, at - by, sigma);
    best = better(best, at + by, sigma);
    best = better(best, at, sigma * (1 + step));
    best = better(best, at, sigma / (1 + step));
    if (!best || best.left >= left * LEAST_GAIN) step /= 2.5;
  }
  return best;
}

const windowAt = (middle: number, half: number): Window => {
  let [first, last] = [0, ACROSS.length - 1];
  while (first < ACROSS.length - 1 && ACROSS[first] < middle - half - 1e-6) first++;
  while (last > 0 && ACROSS[last] > middle + half + 1e-6) last--;
  return { first, last, half };
};

const LEAST_SHARE = 0.6; // of the strongest rise about a place, that a narrower one must have to be the edge itself
// Of a rise, what the slope it stands on may come to over a window, along it and against it: else it is made up of slopes.
const MOST_SLOPE = { along: 0.8, against: 0.3 };
const CONFIRMED = 2; // wider windows
const FOLLOWS = 0.16; // of its contrast, what may be left beside a rise, root of mean square
const ALIKE = 3; // places beside one another along a run that err together
const UNSAID = 12; // times what least squares say: windows and places are chosen, too

const isRise = ({ slope, contrast }: Course, half: number): boolean =>
  2 * half * Math.abs(slope) <= MOST_SLOPE[slope * contrast > 0 ? 'along' : 'against'] * Math.abs(contrast);

/**
 * The course in the smallest window that holds an edge whole; what wider windows find no more in was the edge itself.
 */
function courseIn(run: Float32Array, sign: number, middle: number): Course | null {
  let edge: Course | null = null;
  let confirmed = 0;
  for (const half of WINDOWS) {
    const course = bestIn(run, middle, windowAt(middle, half), sign);
    const holds =
      course &&
      course.sigma <= half * WIDEST &&
      Math.sqrt(course.left) <= FOLLOWS * Math.abs(course.contrast) &&
      isRise(course, half);
    if (!holds) continue;
    if (!edge || Math.abs(edge.contrast) < LEAST_SHARE * Math.abs(course.contrast)) [edge, confirmed] = [course, 0];
    else if (++confirmed === CONFIRMED) return edge;
  }
  return edge;
}

/**
 * The edge about the middle of a run: a normal rise on an even slope, in the smallest window that holds it whole. A
 * narrow edge is not widened by what lies beside it; a wide one is not taken for a slope.
 * @param run what is measured, at {@link ACROSS}; @param sign of its contrast; 0 = either
 * @param middle mm where it is looked for
 * @returns null where nothing rises
 */
export function riseIn(run: Float32Array, sign: number, middle = 0): Rise | null {
  const edge = courseIn(run, sign, middle);
  if (!edge) return null;
  const { at, sigma, contrast, left, count } = edge;
  // Of a least-squares fit: what is left, over how much a wider rise would change within the places that tell.
  const telling = Math.max(2, Math.min(count, (4 * sigma) / 0.25)) / ALIKE;
  const doubt = (UNSAID * Math.sqrt(left)) / Math.abs(contrast) / Math.sqrt(telling);
  return { at, widthMm: RISE * sigma, contrast, doubt };
}

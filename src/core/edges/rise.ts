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
  /** mm either side of its middle that were looked at */
  readonly half: number;
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
const REACH_MM = 22; // an edge may lie up to 6 mm beside the middle, and a soft one reaches further

/**
 * Places across an edge, mm from the middle: as close as a hard edge needs near it, wider apart where only a soft one
 * changes.
 */
export const ACROSS: Float32Array = Float32Array.from(
  (() => {
    const half: number[] = [];
    for (let t = 0; t < REACH_MM; t += t < 5 ? 0.25 : t < 10 ? 0.5 : 1) half.push(t);
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
  readonly slope: number;
  readonly contrast: number;
  /** mean square of what is left */
  readonly left: number;
  readonly count: number;
  /** mm either side that were looked at */
  readonly half: number;
}

/** A run as it is looked at in a window: places (shares of its half), values and their weight. */
interface Window {
  readonly middle: number;
  readonly half: number;
  readonly count: number;
  readonly t: Float64Array;
  readonly v: Float64Array;
  readonly w: Float64Array;
}

const BINS = 10; // either side of a window's middle; no narrower than places lie apart
const CLOSEST = 0.25; // mm

// One window is looked through at a time: its places are filled in again and again.
const [T, V, W] = [0, 1, 2].map(() => new Float64Array(2 * BINS + 2));

/** Means of a run over the bins of a window, until the next is asked for: a wide window needs no places so close. */
function windowOn(run: Float32Array, middle: number, half: number): Window {
  const bin = Math.max(CLOSEST, half / BINS);
  const count = 2 * Math.round(half / bin) + 1;
  T.fill(0, 0, count);
  V.fill(0, 0, count);
  W.fill(0, 0, count);
  for (let k = firstFrom(middle - half - bin / 2); k < ACROSS.length; k++) {
    const i = Math.round((ACROSS[k] - middle + half) / bin);
    if (i < 0) continue;
    if (i >= count) break;
    // Places far apart stand for more of the run.
    const weight = SPANS[k];
    T[i] += (weight * (ACROSS[k] - middle)) / half;
    V[i] += weight * run[k];
    W[i] += weight;
  }
  let filled = 0;
  for (let i = 0; i < count; i++) {
    if (W[i] === 0) continue;
    T[filled] = T[i] / W[i];
    V[filled] = V[i] / W[i];
    W[filled] = W[i];
    filled++;
  }
  return { middle, half, count: filled, t: T, v: V, w: W };
}

/** mm of the run that each place of {@link ACROSS} stands for, doubled. */
export const SPANS = ACROSS.map((_, k) => ACROSS[Math.min(k + 1, ACROSS.length - 1)] - ACROSS[Math.max(0, k - 1)]);

/** The first place from so many mm on. */
export function firstFrom(mm: number): number {
  let [low, high] = [0, ACROSS.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (ACROSS[middle] < mm) low = middle + 1;
    else high = middle;
  }
  return low;
}

const SLOPE_HELD = 0.02; // how strongly a slope is held at none: it and a wide rise look alike

/** The best level, slope and contrast for a rise of one place and width: least squares of three unknowns. */
function fitted({ middle, half, count, t: times, v: values, w: weights }: Window, at: number, sigma: number): Course {
  let [n, st, sp, stt, stp, spp, sv, stv, spv, svv] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0];
  const aside = (at - middle) / half;
  const per = half / sigma;
  for (let k = 0; k < count; k++) {
    const w = weights[k];
    const t = times[k] - aside;
    const p = risen(t * per) - 0.5;
    const v = values[k];
    const wt = w * t;
    const wp = w * p;
    n += w;
    st += wt;
    sp += wp;
    stt += wt * t;
    stp += wt * p;
    spp += wp * p;
    sv += w * v;
    stv += wt * v;
    spv += wp * v;
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
    slope: slope / half,
    contrast,
    left,
    count,
    half,
  };
}

const [LEAST_SIGMA, WIDEST] = [0.06, 1 / 2.1]; // mm; of a window's half
// No wider window follows: a rise that the broadest does not hold whole is lost, and told so rather than not at all.
const WIDEST_OF_ALL = 1.4 * WIDEST;
const BROADEST = WINDOWS[WINDOWS.length - 1];

const FINEST = 0.02; // of a width, to which it is searched for
const COARSE = 0.09; // the same, where it is only asked which window holds an edge
const LEAST_GAIN = 0.98; // of what is left, that another round at the same step must bring it under
const CLOSER = 5; // times, from round to round: the lowest of a parabola is nearer than its step

/** Where a search begins: places and sigmas, mm. */
interface Start {
  readonly sign: number;
  readonly from: readonly (readonly [at: number, sigma: number])[];
}

/** Begins everywhere in a window. */
const anywhere = (middle: number, half: number, sign: number): Start => ({
  sign,
  from: [0.1, 0.3].flatMap((share) => [-0.25, 0, 0.25].map((aside) => [middle + aside * half, share * half] as const)),
});

/** Where the parabola through three evenly spaced values is lowest: spacings from the middle; 0 = nowhere near. */
function lowestBetween(before: number, at: number, after: number): number {
  const bend = before - 2 * at + after;
  const lowest = bend > 0 ? (before - after) / (2 * bend) : 0;
  return Math.abs(lowest) < 1 ? lowest : 0;
}

/** The best place and width in a window. */
function bestIn(window: Window, { sign, from }: Start, finest: number): Course | null {
  const { middle, half } = window;
  const most = half * WIDEST_OF_ALL;
  let best: Course | null = null;
  /** Looks at one more place and width: what is left there; endless where it may not be. */
  const look = (at: number, sigma: number): number => {
    if (sigma < LEAST_SIGMA || sigma > most || Math.abs(at - middle) > half * 0.6) return Infinity;
    const one = fitted(window, at, sigma);
    if (sign !== 0 && Math.sign(one.contrast) !== sign) return Infinity;
    if (!best || one.left < best.left) best = one;
    return one.left;
  };
  /** Looks either way of the best, and where the parabola through what was seen is lowest. */
  const lookAlong = ({ left }: Course, place: (share: number) => readonly [at: number, sigma: number]) => {
    const [before, after] = [look(...place(-1)), look(...place(1))];
    const lowest = lowestBetween(before, left, after);
    if (lowest !== 0) look(...place(lowest));
  };
  for (const [at, sigma] of from) look(at, sigma);
  // On while it gains, closer where it does not.
  for (let step = 0.5; best && step > finest;) {
    const start: Course = best;
    const by = step * Math.min(0.5 * half, 1.5 * start.sigma);
    lookAlong(start, (share) => [start.at + share * by, start.sigma]);
    const moved: Course = best;
    lookAlong(moved, (share) => [moved.at, moved.sigma * (1 + step) ** share]);
    const gained: Course = best;
    if (gained.left >= start.left * LEAST_GAIN) step /= CLOSER;
  }
  return best;
}

const LEAST_SHARE = 0.6; // of the strongest rise about a place, that a narrower one must have to be the edge itself
// Of a rise, what the slope it stands on may come to over a window, along it and against it: else slopes make it up.
const MOST_SLOPE = { along: 0.8, against: 0.3 };
const CONFIRMED = 2; // wider windows
const FOLLOWS = 0.16; // of its contrast, what may be left beside a rise, root of mean square
const ALIKE = 0.75; // mm of a run that errs together
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
    const course = bestIn(windowOn(run, middle, half), anywhere(middle, half, sign), COARSE);
    const holds =
      course &&
      course.sigma <= half * (half === BROADEST ? WIDEST_OF_ALL : WIDEST) &&
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
  const from = [[edge.at, edge.sigma]] as const;
  const course = bestIn(windowOn(run, middle, edge.half), { sign: Math.sign(edge.contrast), from }, FINEST);
  return told(course ?? edge);
}

/** The same rise in a run that is much like the one it was found in. */
export function riseAgain(run: Float32Array, { at, widthMm, contrast, half }: Rise): Rise | null {
  const start: Start = { sign: Math.sign(contrast), from: [[at, widthMm / RISE]] };
  const course = bestIn(windowOn(run, at, half), start, FINEST);
  return course && told(course);
}

function told({ at, sigma, contrast, left, count, half }: Course): Rise {
  // Of a least-squares fit: what is left, over how much a wider rise would change within the places that tell.
  const bin = Math.max(CLOSEST, half / BINS);
  const telling = Math.max(2, Math.min(count, (4 * sigma) / bin)) / Math.max(1, ALIKE / bin);
  const doubt = (UNSAID * Math.sqrt(left)) / Math.abs(contrast) / Math.sqrt(telling);
  return { at, widthMm: RISE * sigma, contrast, doubt, half };
}

import { RISE, risen } from '../edges';

/** A thin shape as it is crossed at a place. */
export interface Profile {
  /** mm from the middle of the run to its own */
  readonly at: number;
  /** from half its height to half its height, mm */
  readonly widthMm: number;
  /** 10-90 % rise of its two sides, mm, the one that comes first along the run first */
  readonly sides: readonly [number, number];
  /** steps it stands out by from both its sides, the weaker of them; above 0 = lighter than they are */
  readonly stands: number;
  /** values beside it */
  readonly beside: readonly [number, number];
}

const REACH_MM = 7;
const EVERY_MM = 0.25;
/** Places across a thin shape, mm from its middle. */
export const OVER: Float32Array = Float32Array.from(
  { length: 2 * (REACH_MM / EVERY_MM) + 1 },
  (_, k) => (k - REACH_MM / EVERY_MM) * EVERY_MM,
);

/** A course to try: its middle, width and the sigmas of its sides, mm. */
interface Tried {
  readonly at: number;
  readonly width: number;
  readonly one: number;
  readonly two: number;
}

interface Fit extends Tried {
  /** what it rises by on its first side, and falls by on its second */
  readonly up: number;
  readonly down: number;
  readonly before: number;
  /** mean square of what is left */
  readonly left: number;
}

/** mm either side of its middle within which a shape is looked at: the smallest that holds it whole is used. */
const WINDOWS = [2.5, 3.5, 5, REACH_MM] as const;

/** The places of a run that are looked at: from the first up to before the last. */
interface Window {
  readonly half: number;
  readonly first: number;
  readonly last: number;
}

const windowAbout = (middle: number, half: number): Window => {
  const index = (mm: number) => Math.min(OVER.length, Math.max(0, Math.ceil((mm + REACH_MM) / EVERY_MM - 1e-6)));
  return { half, first: index(middle - half), last: index(middle + half + 1e-3) };
};

/** The best level, rise and fall for a course: least squares of three unknowns about their means. */
function fitted(run: Float32Array, { first, last }: Window, tried: Tried): Fit {
  const { at, width, one, two } = tried;
  const n = last - first;
  let [sp, sq, spp, spq, sqq, sv, spv, sqv, svv] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
  for (let k = first; k < last; k++) {
    const t = OVER[k] - at;
    const p = risen((t + width / 2) / one);
    const q = risen((t - width / 2) / two);
    const v = run[k];
    sp += p;
    sq += q;
    spp += p * p;
    spq += p * q;
    sqq += q * q;
    sv += v;
    spv += p * v;
    sqv += q * v;
    svv += v * v;
  }
  const pp = spp - (sp * sp) / n;
  const pq = spq - (sp * sq) / n;
  const qq = sqq - (sq * sq) / n;
  const pv = spv - (sp * sv) / n;
  const qv = sqv - (sq * sv) / n;
  const det = pp * qq - pq * pq;
  const up = det > 1e-9 ? (qq * pv - pq * qv) / det : 0;
  const down = det > 1e-9 ? (pp * qv - pq * pv) / det : 0;
  const left = Math.max(0, svv - (sv * sv) / n - up * pv - down * qv) / n;
  // No spread: it would take longer than the sums.
  return { at, width, one, two, up, down, before: (sv - up * sp - down * sq) / n, left };
}

const WIDTHS = { least: 0.5, first: [1, 2, 3.5] } as const; // mm
const LEAST_SIGMA = 0.06; // mm
const SOFTEST = 0.45; // of its width, a side's sigma: softer sides meet in its middle
const ASIDE_MM = 0.8; // that its middle may lie
const FLANK_MM = 0.9; // to either side of it, that a window must hold
const ROOM_MM = 0.2; // beyond

const FINEST = 0.04; // of a width
const LEAST_GAIN = 0.98;

/** How far from the middle a course reaches with something of its sides, mm. */
const reachesTo = ({ at, width }: Pick<Tried, 'at' | 'width'>, middle: number): number =>
  Math.abs(at - middle) + width / 2 + FLANK_MM;

/** Whether a course lies in a window with something of both its sides. */
const isOne = ({ width, one, two, at }: Tried, middle: number, half: number): boolean =>
  width >= WIDTHS.least &&
  Math.min(one, two) >= LEAST_SIGMA &&
  Math.max(one, two) <= SOFTEST * width &&
  Math.abs(at - middle) <= ASIDE_MM &&
  reachesTo({ width, at }, middle) <= half;

const FOLLOWS = 0.2; // of what it stands out by, what may be left beside it, root of mean square
const LEAST_STANDS = 0.3; // steps
export const THIN_MM = 6; // what is wider is no thin shape

/** The moves from a course that are tried next. */
function movesFrom({ at, width, one, two }: Tried, step: number): Tried[] {
  const [more, less] = [1 + step, 1 / (1 + step)];
  const by = step * Math.min(1, width);
  return [
    { at: at - by, width, one, two },
    { at: at + by, width, one, two },
    { at, width: width * more, one, two },
    { at, width: width * less, one, two },
    { at, width, one: one * more, two },
    { at, width, one: one * less, two },
    { at, width, one, two: two * more },
    { at, width, one, two: two * less },
  ];
}

/** Where a search about a place begins. */
const beginnings = (middle: number): Tried[] =>
  WIDTHS.first.flatMap((width) =>
    [0.1, 0.35].flatMap((share) =>
      [-0.5, 0, 0.5].map((aside) => ({ at: middle + aside, width, one: share * width, two: share * width })),
    ),
  );

/** The best course in a window; null = nothing stands out so. */
function bestIn(run: Float32Array, sign: number, middle: number, window: Window): Fit | null {
  const bestOf = (tries: readonly Tried[], known: Fit | null): Fit | null =>
    tries.reduce((best, tried) => {
      const fit = isOne(tried, middle, window.half) ? fitted(run, window, tried) : null;
      const stands = fit && sign * fit.up > 0 && sign * fit.down < 0;
      return stands && (!best || fit.left < best.left) ? fit : best;
    }, known);
  let best = bestOf(beginnings(middle), null);
  for (let step = 0.5; best && step > FINEST;) {
    const next: Fit | null = bestOf(movesFrom(best, step), best);
    if (!next || next.left >= best.left * LEAST_GAIN) step /= 2;
    best = next;
  }
  return best;
}

/**
 * The thin shape at a place of a run, a level, a rise and a fall of their own softness, in the smallest window that
 * holds it whole: other things may lie beside it.
 * @param run values at {@link OVER}; @param sign 1 = lighter than what is beside it, -1 = darker
 * @param middle mm where it is looked for
 * @returns null where nothing stands out so
 */
export function profileOf(run: Float32Array, sign: number, middle = 0): Profile | null {
  for (const half of WINDOWS) {
    const fit = bestIn(run, sign, middle, windowAbout(middle, half));
    // What fills its window may go on beyond it.
    const whole = fit && reachesTo(fit, middle) <= half - ROOM_MM;
    const profile = whole ? told(fit, sign) : null;
    if (profile) return profile;
  }
  return null;
}

const NEAR_MM = 3; // nearer is likelier
const BESIDE_MM = 1; // of its sides, that it is told from

/** Where a thin shape of so many mm lies best on a run, within so many mm of its middle. */
export function placeOn(run: Float32Array, sign: number, widthMm: number, reachMm: number): number {
  const mean = (from: number, to: number): number => {
    const [a, b] = [from, to].map((mm) => Math.round((mm + REACH_MM) / EVERY_MM));
    let sum = 0;
    for (let k = a; k <= b; k++) sum += run[k];
    return sum / (b - a + 1);
  };
  let [best, most] = [0, -Infinity];
  for (let t = -reachMm; t <= reachMm + 1e-6; t += EVERY_MM) {
    const [left, right] = [t - widthMm / 2, t + widthMm / 2];
    const own = sign * mean(left, right);
    const stands = Math.min(
      own - sign * mean(left - BESIDE_MM, left - 0.5),
      own - sign * mean(right + 0.5, right + BESIDE_MM),
    );
    const score = stands * Math.exp(-0.5 * (t / NEAR_MM) ** 2);
    if (score > most) [most, best] = [score, t];
  }
  return best;
}

function told({ at, width, one, two, up, down, before, left }: Fit, sign: number): Profile | null {
  const stands = Math.min(Math.abs(up), Math.abs(down));
  if (width > THIN_MM || stands < LEAST_STANDS || Math.sqrt(left) > FOLLOWS * stands) return null;
  return {
    ...{ at, widthMm: width, stands: sign * stands },
    sides: [RISE * one, RISE * two],
    beside: [before, before + up + down],
  };
}

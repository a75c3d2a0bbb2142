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

const PLAIN_MM = 2.5; // about its middle that count in full; further away other things lie
const FAR = 0.35; // what the farthest place counts for

const weightAt = (away: number): number =>
  away <= PLAIN_MM ? 1 : 1 - ((1 - FAR) * Math.min(REACH_MM, away - PLAIN_MM)) / (REACH_MM - PLAIN_MM);

/** The best level, rise and fall for a course: least squares of three unknowns about their means. */
function fitted(run: Float32Array, tried: Tried): Fit {
  const { at, width, one, two } = tried;
  let [n, sp, sq, spp, spq, sqq, sv, spv, sqv, svv] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0];
  for (let k = 0; k < run.length; k++) {
    const t = OVER[k] - at;
    const w = weightAt(Math.abs(t) - width / 2);
    const [p, q, v] = [risen((t + width / 2) / one), risen((t - width / 2) / two), run[k]];
    n += w;
    sp += w * p;
    sq += w * q;
    spp += w * p * p;
    spq += w * p * q;
    sqq += w * q * q;
    sv += w * v;
    spv += w * p * v;
    sqv += w * q * v;
    svv += w * v * v;
  }
  const [pp, pq, qq] = [spp - (sp * sp) / n, spq - (sp * sq) / n, sqq - (sq * sq) / n];
  const [pv, qv, vv] = [spv - (sp * sv) / n, sqv - (sq * sv) / n, svv - (sv * sv) / n];
  const det = pp * qq - pq * pq;
  const up = det > 1e-9 ? (qq * pv - pq * qv) / det : 0;
  const down = det > 1e-9 ? (pp * qv - pq * pv) / det : 0;
  const left = Math.max(0, vv - up * pv - down * qv) / n;
  return { ...tried, up, down, before: (sv - up * sp - down * sq) / n, left };
}

const WIDTHS = { least: 0.5, most: 7, first: [1, 2, 3.5] } as const; // mm
const LEAST_SIGMA = 0.06; // mm
const SOFTEST = 0.45; // of its width, a side's sigma: softer sides meet in its middle
const ASIDE = [-0.6, 0, 0.6] as const; // mm, where a search begins
const FINEST = 0.04; // of a width
const LEAST_GAIN = 0.98;

const isOne = ({ width, one, two, at }: Tried, reachMm: number): boolean =>
  width >= WIDTHS.least &&
  width <= WIDTHS.most &&
  Math.min(one, two) >= LEAST_SIGMA &&
  Math.max(one, two) <= SOFTEST * width &&
  Math.abs(at) <= reachMm;

const FOLLOWS = 0.3; // of what it stands out by, what may be left beside it, root of mean square
const LEAST_STANDS = 0.3; // steps

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

/** Where a search for a shape that may lie so far aside begins. */
const beginnings = (reachMm: number): Tried[] =>
  WIDTHS.first.flatMap((width) =>
    [0.1, 0.35].flatMap((share) =>
      (reachMm > 1 ? [-0.7, 0, 0.7] : [0]).flatMap((far) =>
        ASIDE.map((aside) => ({ at: aside + far * reachMm, width, one: share * width, two: share * width })),
      ),
    ),
  );

/**
 * The thin shape in the middle of a run: a level, a rise and a fall of their own softness.
 * @param run values at {@link OVER}; @param sign 1 = lighter than what is beside it, -1 = darker
 * @param reachMm how far aside it may lie
 * @returns null where nothing stands out so
 */
export function profileOf(run: Float32Array, sign: number, reachMm: number): Profile | null {
  const bestOf = (tries: readonly Tried[], known: Fit | null): Fit | null =>
    tries.reduce((best, tried) => {
      const fit = isOne(tried, reachMm) ? fitted(run, tried) : null;
      const stands = fit && sign * fit.up > 0 && sign * fit.down < 0;
      return stands && (!best || fit.left < best.left) ? fit : best;
    }, known);
  let best = bestOf(beginnings(reachMm), null);
  for (let step = 0.5; best && step > FINEST;) {
    const next: Fit | null = bestOf(movesFrom(best, step), best);
    if (!next || next.left >= best.left * LEAST_GAIN) step /= 2;
    best = next;
  }
  return best && told(best, sign);
}

function told({ at, width, one, two, up, down, before, left }: Fit, sign: number): Profile | null {
  const stands = Math.min(Math.abs(up), Math.abs(down));
  if (stands < LEAST_STANDS || Math.sqrt(left) > FOLLOWS * stands) return null;
  return {
    ...{ at, widthMm: width, stands: sign * stands },
    sides: [RISE * one, RISE * two],
    beside: [before, before + up + down],
  };
}

/** A point of the key: this value of the reference becomes that value in paint. */
export interface Knot {
  readonly reference: number;
  readonly paint: number;
}

/**
 * Which key turns the reference into what paint is meant to do: none, its range onto the paint's, or a curve of the
 * painter's own.
 */
export type KeyChoice = 'absolute' | 'range' | readonly Knot[];

/** The values of the darkest and the lightest mixture a painter can lay. */
export interface PaintRange {
  readonly darkest: number;
  readonly white: number;
}

/**
 * The paint's own ends, Munsell value: darkest mixture and white, unless the painter has measured them; measurement.md,
 * chapter 2.
 */
export const PAINT_RANGE: PaintRange = { darkest: 1.6, white: 9.3 };

/** The key that changes nothing. */
export const ABSOLUTE: readonly Knot[] = [
  { reference: 0, paint: 0 },
  { reference: 10, paint: 10 },
];

const APART = 1e-6; // of value: nearer knots are one

function sortedKnots(knots: readonly Knot[]): Knot[] {
  const sorted = [...knots].sort((a, b) => a.reference - b.reference);
  sorted.forEach((knot, i) => {
    const before = sorted[i - 1];
    if (before && (knot.reference - before.reference < APART || knot.paint < before.paint)) {
      throw new RangeError(
        `A key must rise: value ${knot.reference} cannot become ${knot.paint} after ${before.reference} became ${before.paint}.`,
      );
    }
  });
  return sorted;
}

/**
 * Slopes at the knots that keep the curve between them rising (Fritsch and Butland 1984: harmonic means of the
 * neighbours).
 */
function risingSlopes(knots: readonly Knot[]): number[] {
  const steps = knots.slice(1).map((knot, i) => knot.reference - knots[i].reference);
  const slopes = knots.slice(1).map((knot, i) => (knot.paint - knots[i].paint) / steps[i]);
  return knots.map((_, i) => {
    if (i === 0) return slopes[0];
    if (i === knots.length - 1) return slopes[i - 1];
    const [left, right] = [slopes[i - 1], slopes[i]];
    if (left <= 0 || right <= 0) return 0;
    const [a, b] = [2 * steps[i] + steps[i - 1], steps[i] + 2 * steps[i - 1]];
    return (a + b) / (a / left + b / right);
  });
}

/**
 * The key as a function: reference value 0..10 -> paint value, a smooth curve through the knots that never falls, level
 * beyond the first
 * and last. Two knots are a straight line.
 * @throws RangeError when the knots do not rise, or fewer than two are given
 */
export function makeKey(knots: readonly Knot[]): (referenceValue: number) => number {
  if (knots.length < 2) throw new RangeError(`A key needs two knots or more; ${knots.length} came.`);
  const sorted = sortedKnots(knots);
  const slopes = risingSlopes(sorted);
  const last = sorted[sorted.length - 1];
  return (value) => {
    if (value <= sorted[0].reference) return sorted[0].paint;
    if (value >= last.reference) return last.paint;
    const k = sorted.findIndex((knot) => knot.reference >= value) - 1;
    const [a, b] = [sorted[k], sorted[k + 1]];
    const step = b.reference - a.reference;
    const t = (value - a.reference) / step;
    // Cubic Hermite form.
    const bend = t * (1 - t) * step * (slopes[k] * (1 - t) - slopes[k + 1] * t);
    const curve = a.paint + (b.paint - a.paint) * t * t * (3 - 2 * t) + bend;
    return Math.min(b.paint, Math.max(a.paint, curve)); // rounding only
  };
}

/** Maps a reference's own range (its 0.5 and 99.5 % values) straight onto the paint's range. */
export const rangeKey = (darkest: number, lightest: number, paint = PAINT_RANGE): readonly Knot[] => [
  { reference: darkest, paint: paint.darkest },
  { reference: Math.max(lightest, darkest + 0.1), paint: paint.white },
];

/** The knots of a chosen key, given the reference's own range. */
export function knotsInUse(
  key: KeyChoice,
  { darkest, lightest }: Pick<ValueRange, 'darkest' | 'lightest'>,
  paint = PAINT_RANGE,
): readonly Knot[] {
  if (key === 'absolute') return ABSOLUTE;
  return key === 'range' ? rangeKey(darkest, lightest, paint) : key;
}

/** What of the reference keeps its own steps when its range has to shrink. */
export type Hold = 'lights' | 'middle' | 'darks';

/** Where a reference's values lie. */
export interface ValueRange {
  readonly darkest: number;
  readonly middle: number;
  readonly lightest: number;
}

const HELD = 0.4; // share of the reference's range that keeps its steps, where the rest can bear it
const LEAST_SLOPE = 0.3; // of the rest: flatter, and its order is lost in the brush

/**
 * A key that keeps the steps among the lights, the middle or the darks and closes up the rest. A range that fits into
 * the paint's is left
 * as it is.
 */
export function holdingKey(hold: Hold, { darkest, middle, lightest }: ValueRange, paint = PAINT_RANGE): Knot[] {
  const range = Math.max(0.2, lightest - darkest);
  const [low, high] = [Math.max(paint.darkest, darkest), Math.min(paint.white, Math.max(lightest, darkest + 0.2))];
  const ends = [
    { reference: darkest, paint: low },
    { reference: darkest + range, paint: Math.max(high, low + 0.1) },
  ];
  const share = (ends[1].paint - low) / range;
  if (share >= 0.999) return ends;
  const held = range * Math.max(0, Math.min(HELD, (share - LEAST_SLOPE) / (1 - LEAST_SLOPE)));
  if (held <= 0.05) return ends;
  const [start, end] = ends;
  if (hold === 'lights') return [start, { reference: end.reference - held, paint: end.paint - held }, end];
  if (hold === 'darks') return [start, { reference: start.reference + held, paint: start.paint + held }, end];
  const rest = (end.paint - low - held) / (range - held);
  const from = Math.min(end.reference - held - 0.1, Math.max(darkest + 0.1, middle - held / 2));
  const at = low + rest * (from - darkest);
  return [start, { reference: from, paint: at }, { reference: from + held, paint: at + held }, end];
}

const LEAST_RISE = 0.05; // steps of paint for a step of the reference between a held spot and what gives way to it
const NEAR = 0.35; // a spot this near to a knot takes its place

const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));

/** "Keep this spot at value 8": the curve goes through the point; the other knots give way as little as they must. */
export function keepSpotAt(knots: readonly Knot[], { reference, paint }: Knot): Knot[] {
  const target = { reference: clamp(reference, 0, 10), paint: clamp(paint, 0, 10) };
  const others = sortedKnots(knots).filter((knot) => Math.abs(knot.reference - target.reference) > NEAR);
  const given = others.map((knot): Knot => {
    const room = LEAST_RISE * (knot.reference - target.reference);
    const limit = clamp(target.paint + room, 0, 10);
    return { ...knot, paint: room < 0 ? Math.min(knot.paint, limit) : Math.max(knot.paint, limit) };
  });
  const all = [...given, target].sort((a, b) => a.reference - b.reference);
  return all.length > 1
    ? all
    : [
        ...all,
        {
          reference: target.reference > 5 ? 0 : 10,
          paint:
            target.reference > 5
              ? Math.min(target.paint, PAINT_RANGE.darkest)
              : Math.max(target.paint, PAINT_RANGE.white),
        },
      ].sort((a, b) => a.reference - b.reference);
}

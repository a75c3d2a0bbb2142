/** A point of the key: this value of the reference becomes that value in paint. */
export interface Knot {
  readonly reference: number;
  readonly paint: number;
}

/** The paint's own ends, Munsell value: darkest mixture and white, unless the painter has measured them; measurement.md, chapter 2. */
export const PAINT_RANGE = { darkest: 1.6, white: 9.3 } as const;

/** The key that changes nothing. */
export const ABSOLUTE: readonly Knot[] = [
  { reference: 0, paint: 0 },
  { reference: 10, paint: 10 },
];

/**
 * The key as a function: reference value 0..10 -> paint value, straight between knots, level beyond the first and last.
 * @throws RangeError when the knots do not rise
 */
export function makeKey(knots: readonly Knot[]): (referenceValue: number) => number {
  const sorted = [...knots].sort((a, b) => a.reference - b.reference);
  sorted.forEach((knot, i) => {
    const before = sorted[i - 1];
    if (before && (knot.reference === before.reference || knot.paint < before.paint)) {
      throw new RangeError(
        `A key must rise: value ${knot.reference} cannot become ${knot.paint} after ${before.reference} became ${before.paint}.`,
      );
    }
  });
  return (value) => {
    const next = sorted.findIndex((knot) => knot.reference >= value);
    if (next === 0) return sorted[0].paint;
    if (next < 0) return sorted[sorted.length - 1].paint;
    const [a, b] = [sorted[next - 1], sorted[next]];
    return a.paint + ((value - a.reference) / (b.reference - a.reference)) * (b.paint - a.paint);
  };
}

/** Maps a reference's own range (its 0.5 and 99.5 % values) straight onto the paint's range. */
export const rangeKey = (darkest: number, lightest: number): readonly Knot[] => [
  { reference: darkest, paint: PAINT_RANGE.darkest },
  { reference: Math.max(lightest, darkest + 0.1), paint: PAINT_RANGE.white },
];

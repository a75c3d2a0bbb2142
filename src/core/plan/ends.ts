import { PAINT_RANGE, type PaintRange } from './key';

/**
 * What the paint reaches: an end the painter gave holds; where it is only the usual one, what is painted beyond it
 * already shows more. @param shown values between which the painting lies
 */
export const reachOf = (
  { darkest, white }: PaintRange,
  shown: { readonly darkest: number; readonly lightest: number },
): PaintRange => ({
  darkest: darkest === PAINT_RANGE.darkest ? Math.min(darkest, shown.darkest) : darkest,
  white: white === PAINT_RANGE.white ? Math.max(white, shown.lightest) : white,
});

/**
 * The value that can be asked for where the plan goes beyond the paint's own ends: the paint's end, or what was painted
 * beyond it. Values in steps.
 */
export function askedValue(planned: number, painted: number, { darkest, white }: PaintRange): number {
  if (planned < darkest) return Math.min(darkest, Math.max(planned, painted));
  if (planned > white) return Math.max(white, Math.min(planned, painted));
  return planned;
}

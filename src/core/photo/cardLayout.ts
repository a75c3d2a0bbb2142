import type { Box, Point } from '../raster';

/**
 * The printed card, in mm from its top left: six greys in a row over a ruler, a ring in each corner, and below them
 * four fields for the painter's own paints. What the finder looks for and what the sheet prints are both drawn from
 * this.
 */
export const CARD = {
  widthMm: 180,
  heightMm: 78,
  /** centres of the four rings, clockwise from the top left */
  rings: [
    [8, 8],
    [172, 8],
    [172, 42],
    [8, 42],
  ] as const satisfies readonly Point[],
  ringMm: { outer: 5, inner: 2.2 },
  /** from the lightest to the darkest */
  patches: [0, 1, 2, 3, 4, 5].map((k): Box => [18 + 24 * k, 5, 24, 26]),
  /** for paints of the painter's own, from the left */
  fields: [0, 1, 2, 3].map((k): Box => [18 + 36 * k, 52, 36, 22]),
  ruler: { from: 20, to: 160, top: 35, bottom: 45 },
} as const;

/**
 * Munsell values of the six greys as an ordinary printer on matt paper comes out: paper itself is the first, full ink
 * the last.
 */
export const CARD_VALUES: readonly number[] = [9.4, 8, 6.5, 5, 3.5, 2];
/** How far a printer may be off, one sigma, steps; paper and full ink are surer than what is screened between. */
export const CARD_DOUBT: readonly number[] = [0.1, 0.2, 0.25, 0.25, 0.25, 0.25];

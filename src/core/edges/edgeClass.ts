/** Width of a 10-90 % rise as seen from 1 m up to which an edge is called so; measurement.md, chapter 6. */
export const EDGE_CLASSES = [
  { name: 'hard', upToMm: 1.2 },
  { name: 'firm', upToMm: 3.5 },
  { name: 'soft', upToMm: 12 },
] as const;
export const EDGE_NAMES = ['lost', 'soft', 'firm', 'hard'] as const;
export type EdgeClass = (typeof EDGE_NAMES)[number];

/** What an edge is seen by: colour where value has none. */
export const EDGE_BY = ['value', 'colour'] as const;
export type EdgeBy = (typeof EDGE_BY)[number];

export const LOST_UNDER = 0.3; // steps of contrast

/** What an edge is called as seen from so many metres: a width twice as far away looks half as wide. */
export function edgeClass(
  { widthMm, contrast }: { widthMm: number | null; contrast: number },
  viewingM: number,
): EdgeClass {
  if (widthMm === null || Math.abs(contrast) < LOST_UNDER) return 'lost';
  return EDGE_CLASSES.find(({ upToMm }) => widthMm <= upToMm * viewingM)?.name ?? 'lost';
}

export const SOFTEST = 3; // classes: lost
const SHARPEST_MM = 0.8; // as seen from a metre; what is narrower looks as hard
export const PER_CLASS = Math.sqrt(EDGE_CLASSES[2].upToMm / EDGE_CLASSES[0].upToMm); // times as wide is a class softer

/**
 * How soft an edge looks, in classes: 0 hard, 1 firm, 2 soft, 3 lost, and between them by the logarithm of its width,
 * so that a class's border lies half-way.
 */
export function softnessOf({ widthMm, contrast }: { widthMm: number | null; contrast: number }, viewingM = 1): number {
  if (widthMm === null || Math.abs(contrast) < LOST_UNDER) return SOFTEST;
  const wide = Math.max(SHARPEST_MM, widthMm / viewingM) / EDGE_CLASSES[0].upToMm;
  return Math.min(SOFTEST, 0.5 + Math.log(wide) / Math.log(PER_CLASS));
}

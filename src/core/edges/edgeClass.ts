/** Width of a 10-90 % rise as seen from 1 m up to which an edge is called so; measurement.md, chapter 6. */
export const EDGE_CLASSES = [
  { name: 'hard', upToMm: 1.2 },
  { name: 'firm', upToMm: 3.5 },
  { name: 'soft', upToMm: 12 },
] as const;
export const EDGE_NAMES = ['lost', 'soft', 'firm', 'hard'] as const;
export type EdgeClass = (typeof EDGE_NAMES)[number];

export const LOST_UNDER = 0.3; // steps of contrast

/** What an edge is called as seen from so many metres: a width twice as far away looks half as wide. */
export function edgeClass(
  { widthMm, contrast }: { widthMm: number | null; contrast: number },
  viewingM: number,
): EdgeClass {
  if (widthMm === null || Math.abs(contrast) < LOST_UNDER) return 'lost';
  return EDGE_CLASSES.find(({ upToMm }) => widthMm <= upToMm * viewingM)?.name ?? 'lost';
}

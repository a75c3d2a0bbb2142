/** The largest amount of value that has a mark of its own, quarter steps; more looks like it. */
export const MOST_QUARTERS = 20;

// Of marks.svg: the rim left and right, from stroke to stroke, and how far each kind of stroke leans.
const [RIM, APART, SHORT, TALL] = [2.5, 3.9, 2.7, 4.6];
const ALONE = 9; // one short stroke has more room

/** Width of a mark for value, drawing units: tall strokes of a whole step, then short ones of a quarter. */
export function strokesWide(quarters: number): number {
  if (quarters === 1) return ALONE;
  const [tall, short] = [Math.floor(quarters / 4), quarters % 4];
  const ends = [tall > 0 ? APART * (tall - 1) + TALL : 0, short > 0 ? APART * (tall + short - 1) + SHORT : 0];
  return 2 * RIM + Math.max(...ends);
}

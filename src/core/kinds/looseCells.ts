import { TOLERANCE_MM } from '../plan';
import { middleOf } from '../read';
import type { Evidence } from './kind';

const REACH = 3; // cells from a boundary, that its contour is still told in

/**
 * How loosely contours may be drawn, a number for each cell of the drift: times the shift that counts at a medium
 * tolerance, as the boundary in the cell has it, else as the plan has it.
 */
export function looseCells({ reading, tolerance = TOLERANCE_MM.medium, edges }: Evidence): Float32Array {
  const { columns, rows, cellMm } = reading.aligned.drift;
  const usual = tolerance / TOLERANCE_MM.medium;
  const out = new Float32Array(columns * rows).fill(usual);
  if (!edges?.lines.some(({ wanted }) => wanted.tolerance)) return out;
  const nearest = new Float32Array(out.length).fill(REACH * cellMm);
  const places = edges.lines.flatMap((line) =>
    line.places.flatMap((place) => (place ? [{ at: place.planned.at, own: line.wanted.tolerance }] : [])),
  );
  for (const { at, own } of places)
    for (let i = 0; i < out.length; i++) {
      const [x, y] = middleOf({ columns, cellMm }, i);
      const away = Math.hypot(x - at[0], y - at[1]);
      if (away >= nearest[i]) continue;
      nearest[i] = away;
      out[i] = own ? TOLERANCE_MM[own] / TOLERANCE_MM.medium : usual;
    }
  return out;
}

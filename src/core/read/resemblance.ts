import { boxBlur } from '../raster';
import type { Aligned } from './aligned';
import { cellsOf, type Cells } from './cells';

/** How far the painting's shapes are the plan's, wherever its tones lie. */
export interface Resemblance {
  /**
   * -1..1: how far value rises and falls at the same places and the same way, as the cosine between both gradient
   * fields; 0 = what two pictures share that have nothing to do with each other
   */
  readonly alike: number;
  /** how strongly the painting changes from place to place, as a share of how strongly the plan does */
  readonly structure: number;
}

const SQUINT = 1; // cells: brush marks and thin lines are no shapes yet

function softened(values: Float32Array, { columns, rows }: Cells): Float32Array {
  const once = boxBlur({ width: columns, height: rows, data: values }, SQUINT);
  return boxBlur(once, SQUINT).data;
}

/** Whether a cell and its four neighbours can be read. */
const readsAround = (read: Uint8Array, i: number, columns: number): boolean =>
  Boolean(read[i] && read[i - 1] && read[i + 1] && read[i - columns] && read[i + columns]);

/** Compares the shapes of plan and painting once they lie over each other, over cells a few strokes wide. */
export function resemblanceOf(aligned: Aligned): Resemblance {
  const cells = cellsOf(aligned);
  const { columns, rows, read } = cells;
  const [plan, paint] = [softened(cells.planned.value, cells), softened(cells.painted.value, cells)];
  let [both, ofPlan, ofPaint] = [0, 0, 0];
  for (let y = 1; y < rows - 1; y++)
    for (let x = 1, i = y * columns + 1; x < columns - 1; x++, i++) {
      if (!readsAround(read, i, columns)) continue;
      const [px, py] = [plan[i + 1] - plan[i - 1], plan[i + columns] - plan[i - columns]];
      const [qx, qy] = [paint[i + 1] - paint[i - 1], paint[i + columns] - paint[i - columns]];
      both += px * qx + py * qy;
      ofPlan += px * px + py * py;
      ofPaint += qx * qx + qy * qy;
    }
  const alike = ofPlan > 0 && ofPaint > 0 ? both / Math.sqrt(ofPlan * ofPaint) : 0;
  return { alike, structure: ofPlan > 0 ? Math.sqrt(ofPaint / ofPlan) : 0 };
}

// Of 9 sessions of three paintings against their own plans and each other's, with the corners where they are and a
// tenth of the frame away: their own came to 0.31 and more, others' to 0.16 at most.
const ALIKE = 0.22;
/** A canvas on which little stands yet resembles nothing, and is nobody else's for that. */
const STRUCTURE = 0.5;

/** Whether a painting that is well under way has shapes of its own where the plan has others. */
export const showsAnother = ({ alike, structure }: Resemblance): boolean => structure >= STRUCTURE && alike < ALIKE;

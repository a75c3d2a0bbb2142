import type { MassMap } from '../plan';
import type { Aligned } from './aligned';

/** Plan and painting averaged over cells a few strokes wide: what is left of both at a squint. */
export interface Cells {
  readonly columns: number;
  readonly rows: number;
  readonly cellMm: number;
  readonly planned: CellColours;
  readonly painted: CellColours;
  /** 1 = at least half of it could be read */
  readonly read: Uint8Array;
}
interface CellColours {
  readonly value: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
}

const CELLS = 100; // along the long side

/** Adds a row of pixels to a row of cells. A loop of its own: that is how it is compiled well (docs/decisions/0004). */
function addRow(
  cells: Float32Array,
  pixels: Float32Array,
  { row, size, unread }: { row: number; size: number; unread: Uint8Array },
): void {
  for (let x = 0, k = row; x < unread.length; k++) {
    let sum = 0;
    for (const end = x + size; x < end; x++) if (!unread[x]) sum += pixels[x];
    cells[k] += sum;
  }
}

export function cellsOf({
  width,
  height,
  mmPerPixel,
  planned,
  painted,
  mask,
}: Omit<Aligned, 'drift' | 'around' | 'paint' | 'clipped'>): Cells {
  const size = Math.max(1, Math.round(Math.max(width, height) / CELLS));
  const [columns, rows] = [Math.max(1, Math.floor(width / size)), Math.max(1, Math.floor(height / size))];
  const plane = () => new Float32Array(columns * rows);
  const sums = [plane(), plane(), plane(), plane(), plane(), plane()];
  const seen = plane();
  const from = [planned.value, planned.a, planned.b, painted.value, painted.a, painted.b];
  const one = new Float32Array(width).fill(1);
  for (let y = 0; y < rows * size; y++) {
    const [start, end] = [y * width, y * width + columns * size];
    const unread = mask.subarray(start, end);
    const row = Math.floor(y / size) * columns;
    addRow(seen, one, { row, size, unread });
    from.forEach((data, c) => addRow(sums[c], data.subarray(start, end), { row, size, unread }));
  }
  for (const sum of sums) for (let k = 0; k < sum.length; k++) sum[k] /= Math.max(1, seen[k]);
  const [pv, pa, pb, qv, qa, qb] = sums;
  return {
    columns,
    rows,
    cellMm: size * mmPerPixel,
    planned: { value: pv, a: pa, b: pb },
    painted: { value: qv, a: qa, b: qb },
    read: Uint8Array.from(seen, (n) => +(n >= (size * size) / 2)),
  };
}

/** Index of the mass the middle of every cell lies in. */
export function massOfCells({ columns, rows }: Pick<Cells, 'columns' | 'rows'>, masses: MassMap): Int32Array {
  const out = new Int32Array(columns * rows);
  for (let y = 0, i = 0; y < rows; y++) {
    const row = Math.min(masses.height - 1, Math.floor(((y + 0.5) * masses.height) / rows)) * masses.width;
    for (let x = 0; x < columns; x++)
      out[i++] = masses.massOf[row + Math.min(masses.width - 1, Math.floor(((x + 0.5) * masses.width) / columns))];
  }
  return out;
}

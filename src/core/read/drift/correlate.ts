import { boxColumns, boxRows } from '../../raster';
import type { Contours } from './contours';

// The inner loops of the search over shifts: flat arrays in, flat arrays out, so that they stay quick.

const FAINT = 0.1; // contours of the plan fainter than that find nothing and are passed over

/** The plan's contours cell by cell, as places of the framed painting. */
export interface Marked {
  readonly columns: number;
  readonly rows: number;
  /** index of each cell's first contour, and one past the last */
  readonly start: Int32Array;
  readonly at: Int32Array;
  readonly across: Float32Array;
  readonly along: Float32Array;
}

/**
 * The painting's contours inside an empty frame, so that shifts never leave it; across and along lie beside each other.
 */
export interface Framed {
  readonly width: number;
  readonly data: Float32Array;
}

/** @param frame pixels on every side */
export function framed({ width, height, across, along }: Contours, frame: number): Framed {
  const full = width + 2 * frame;
  const data = new Float32Array(2 * full * (height + 2 * frame));
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0, k = 2 * ((y + frame) * full + frame); x < width; x++, i++, k += 2) {
      data[k] = across[i];
      data[k + 1] = along[i];
    }
  return { width: full, data };
}

/** @param cell pixels a side of a cell; @param frame of the painting it will be looked for in */
export function marked({ width, height, across, along }: Contours, cell: number, frame: number): Marked {
  const [columns, rows] = [Math.floor(width / cell), Math.floor(height / cell)];
  const full = width + 2 * frame;
  const start = new Int32Array(columns * rows + 1);
  const at = new Int32Array(columns * rows * cell * cell);
  const [a, b] = [new Float32Array(at.length), new Float32Array(at.length)];
  let n = 0;
  for (let r = 0, k = 0; r < rows; r++)
    for (let c = 0; c < columns; c++, k++) {
      start[k] = n;
      for (let y = r * cell; y < (r + 1) * cell; y++)
        for (let x = c * cell, i = y * width + x; x < (c + 1) * cell; x++, i++) {
          if (across[i] * across[i] + along[i] * along[i] < FAINT * FAINT) continue;
          at[n] = 2 * ((y + frame) * full + x + frame);
          a[n] = across[i];
          b[n] = along[i];
          n++;
        }
    }
  start[columns * rows] = n;
  return { columns, rows, start, at: at.subarray(0, n), across: a.subarray(0, n), along: b.subarray(0, n) };
}

/**
 * Sum of the products of the contours over every cell, the painting shifted.
 * @param shift in the framed painting's data;
 * @param per of a pixel
 */
export function productsAt(
  { start, at, across, along }: Marked,
  { data }: Framed,
  { shift, per, out }: { shift: number; per: number; out: Float32Array },
): void {
  for (let k = 0, n = 0; k < out.length; k++) {
    let [p, q] = [0, 0];
    for (const end = start[k + 1]; n < end; n++) {
      const i = at[n] + shift;
      p += across[n] * data[i];
      q += along[n] * data[i + 1];
    }
    out[k] = (p + q) * per;
  }
}

/** Mean square of the contours over every cell. */
export function energyOf({ width, height, across, along }: Contours, cell: number): Float32Array {
  const [columns, rows] = [Math.floor(width / cell), Math.floor(height / cell)];
  const out = new Float32Array(columns * rows);
  const per = 1 / (cell * cell);
  for (let y = 0; y < rows * cell; y++) {
    const row = Math.floor(y / cell) * columns;
    for (let c = 0, i = y * width; c < columns; c++) {
      let sum = 0;
      for (const end = i + cell; i < end; i++) sum += across[i] * across[i] + along[i] * along[i];
      out[row + c] += sum * per;
    }
  }
  return out;
}

/**
 * A triangle-shaped window over the cells, in place: two box means one after the other.
 * @param radius of each, cells
 */
export function soften(
  data: Float32Array,
  spare: Float32Array,
  { columns, rows, radius }: { columns: number; rows: number; radius: number },
): void {
  const size = { width: columns, height: rows, radius };
  boxRows(data, spare, size);
  boxRows(spare, data, size);
  boxColumns(data, spare, size);
  boxColumns(spare, data, size);
}

/** Every cell of a plane read a part of a cell further right and down; borders repeat. @param fx, fy 0..1 */
export function partShifted(
  data: Float32Array,
  { columns, rows, fx, fy }: { columns: number; rows: number; fx: number; fy: number },
): Float32Array {
  const out = new Float32Array(data.length);
  for (let y = 0, i = 0; y < rows; y++) {
    const [row, low] = [y * columns, Math.min(rows - 1, y + 1) * columns];
    for (let x = 0; x < columns; x++, i++) {
      const next = Math.min(columns - 1, x + 1);
      const above = data[row + x] + fx * (data[row + next] - data[row + x]);
      const below = data[low + x] + fx * (data[low + next] - data[low + x]);
      out[i] = above + fy * (below - above);
    }
  }
  return out;
}

/** What is best at every cell so far. */
export interface Best {
  readonly score: Float32Array;
  /** index of the shift */
  readonly of: Int32Array;
}

/**
 * Products made correlations, in place, and the best of each cell kept. The floor under the painting's part follows the
 * plan's, so that
 * it favours no shift.
 * @param own the plan's energy; @param there the painting's, read (u, v) cells further; @param stay what this shift
 * must gain
 */
export function correlated(
  out: Float32Array,
  { own, there }: { own: Float32Array; there: Float32Array },
  {
    columns,
    rows,
    u,
    v,
    floor,
    stay,
    index,
    best,
  }: { columns: number; rows: number; u: number; v: number; floor: number; stay: number; index: number; best: Best },
): void {
  const { score, of } = best;
  for (let y = 0, i = 0; y < rows; y++) {
    const row = Math.min(rows - 1, Math.max(0, y + v)) * columns;
    for (let x = 0; x < columns; x++, i++) {
      const column = Math.min(columns - 1, Math.max(0, x + u));
      const r = out[i] / Math.sqrt(own[i] * (there[row + column] + floor * own[i]));
      out[i] = r;
      if (r - stay > score[i]) {
        score[i] = r - stay;
        of[i] = index;
      }
    }
  }
}

import { sampleAt, type Point } from '../../raster';

/**
 * The whole drawing's offset (mm, at the canvas's middle), size (1 = as planned) and turn (degrees, clockwise):
 * painting against plan.
 */
export interface GlobalDrift {
  readonly offset: Point;
  readonly scale: number;
  readonly rotationDegrees: number;
  /** one sigma of each */
  readonly doubt: { readonly mm: number; readonly scale: number; readonly degrees: number };
}

export const NO_DRIFT: GlobalDrift = {
  offset: [0, 0],
  scale: 1,
  rotationDegrees: 0,
  doubt: { mm: 9, scale: 0.05, degrees: 4 },
};

/** Where places of the plan lie in the painting, minus where the plan puts them: mm, known at the middles of cells. */
export interface Field {
  readonly columns: number;
  readonly rows: number;
  readonly cellMm: number;
  readonly dx: Float32Array;
  readonly dy: Float32Array;
}

/** The middle of a cell, mm. */
export const middleOf = ({ columns, cellMm }: Pick<Field, 'columns' | 'cellMm'>, i: number): Point => [
  ((i % columns) + 0.5) * cellMm,
  (Math.floor(i / columns) + 0.5) * cellMm,
];

/** A shift anywhere on the canvas, mm; beyond the outermost middles it goes on as there. */
export function shiftAt({ columns, rows, cellMm, dx, dy }: Field, x: number, y: number): Point {
  const on = (data: Float32Array) =>
    sampleAt({ width: columns, height: rows, data }, x / cellMm - 0.5, y / cellMm - 0.5);
  return [on(dx), on(dy)];
}

/** Fills one row of a raster with the shifts at the middles of its pixels, in its pixels. */
export type ShiftRow = (y: number, dx: Float32Array, dy: Float32Array) => void;

/** The shifts of a raster row by row, for loops that need every pixel's once. */
export function shiftRows(field: Field, { width, mmPerPixel }: { width: number; mmPerPixel: number }): ShiftRow {
  const { columns, rows, cellMm } = field;
  const scale = mmPerPixel / cellMm;
  const left = new Int32Array(width);
  const share = new Float32Array(width);
  for (let x = 0; x < width; x++) {
    const u = Math.min(columns - 1, Math.max(0, (x + 0.5) * scale - 0.5));
    left[x] = Math.min(columns - 2, u | 0);
    share[x] = u - left[x];
  }
  const between = new Float32Array(columns);
  const fill = (data: Float32Array, y: number, out: Float32Array) => {
    const v = Math.min(rows - 1, Math.max(0, (y + 0.5) * scale - 0.5));
    const top = Math.min(rows - 2, v | 0);
    betweenRows(data, top * columns, { share: v - top, per: 1 / mmPerPixel, out: between });
    alongRow(between, left, share, out);
  };
  return (y, dx, dy) => {
    fill(field.dx, y, dx);
    fill(field.dy, y, dy);
  };
}

function betweenRows(
  data: Float32Array,
  from: number,
  { share, per, out }: { share: number; per: number; out: Float32Array },
): void {
  for (let k = 0; k < out.length; k++) {
    const above = data[from + k];
    out[k] = per * (above + share * (data[from + out.length + k] - above));
  }
}

function alongRow(data: Float32Array, left: Int32Array, share: Float32Array, out: Float32Array): void {
  for (let x = 0; x < out.length; x++) {
    const k = left[x];
    out[x] = data[k] + share[x] * (data[k + 1] - data[k]);
  }
}

/** The shifts at the middles of a raster's pixels, in its pixels. */
export function shiftPlanes(
  field: Field,
  { width, height, mmPerPixel }: { width: number; height: number; mmPerPixel: number },
): { dx: Float32Array; dy: Float32Array } {
  const [dx, dy] = [new Float32Array(width * height), new Float32Array(width * height)];
  const fill = shiftRows(field, { width, mmPerPixel });
  for (let y = 0; y < height; y++) {
    const [from, to] = [y * width, (y + 1) * width];
    fill(y, dx.subarray(from, to), dy.subarray(from, to));
  }
  return { dx, dy };
}

/** The global part, on cells. @param middle of the canvas, mm */
export function fieldOfGlobal(
  { offset, scale, rotationDegrees }: Omit<GlobalDrift, 'doubt'>,
  [cx, cy]: Point,
  grid: { columns: number; rows: number; cellMm: number },
): Field {
  const turn = (rotationDegrees * Math.PI) / 180;
  const [a, b] = [scale * Math.cos(turn) - 1, scale * Math.sin(turn)];
  const count = grid.columns * grid.rows;
  const out = { ...grid, dx: new Float32Array(count), dy: new Float32Array(count) };
  for (let i = 0; i < count; i++) {
    const [x, y] = middleOf(grid, i);
    out.dx[i] = offset[0] + a * (x - cx) - b * (y - cy);
    out.dy[i] = offset[1] + a * (y - cy) + b * (x - cx);
  }
  return out;
}

/** A field's shifts at the middles of another grid's cells. */
export function onGrid(field: Field, grid: Pick<Field, 'columns' | 'rows' | 'cellMm'>): Field {
  if (field.columns === grid.columns && field.rows === grid.rows) return field;
  const { columns: width, rows: height, cellMm: mmPerPixel } = grid;
  const { dx, dy } = shiftPlanes(field, { width, height, mmPerPixel });
  for (let i = 0; i < dx.length; i++) {
    dx[i] *= mmPerPixel;
    dy[i] *= mmPerPixel;
  }
  return { ...grid, dx, dy };
}

/** One field on top of another, on the upper one's cells. */
export function onTop(upper: Field, under: Field): Field {
  const below = onGrid(under, upper);
  return { ...upper, dx: upper.dx.map((v, i) => v + below.dx[i]), dy: upper.dy.map((v, i) => v + below.dy[i]) };
}

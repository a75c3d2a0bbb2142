import { channelsOf, type Raster } from '../raster';

const COLUMNS = 24;
const ROWS = 18;
/** The grid of cells that a painting's light is judged by. */
export const CELLS = { columns: COLUMNS, rows: ROWS };
/** How many cells there are. */
export const COUNT = COLUMNS * ROWS;
/** How many terms the field has. */
export const TERMS = 5;

/** The field's terms at a place given as shares of the canvas: x, y, x2, xy, y2 with x and y from -1 to 1. */
export const basisAt = (x: number, y: number): number[] => [
  2 * x - 1,
  2 * y - 1,
  (2 * x - 1) ** 2,
  (2 * x - 1) * (2 * y - 1),
  (2 * y - 1) ** 2,
];

/** Values of the field's terms at the middle of each cell, cell by cell. */
export const BASIS = Float64Array.from(
  Array.from({ length: COUNT }, (_, i) =>
    basisAt(((i % COLUMNS) + 0.5) / COLUMNS, (Math.floor(i / COLUMNS) + 0.5) / ROWS),
  ).flat(),
);

/** The field, stops, at a place given as shares of the canvas (0..1); beyond the canvas it stays as at its border. */
export function fieldAt(field: readonly number[], x: number, y: number): number {
  const clamp = (v: number) => Math.min(1.25, Math.max(-0.25, v));
  return basisAt(clamp(x), clamp(y)).reduce((sum, term, i) => sum + term * field[i], 0);
}

const meansOf = new WeakMap<Raster, Float64Array[]>();

/**
 * Mean light of every cell, a plane a channel. A picture is not changed once it is made, so its means are worked out
 * once: one plan is asked for them under every curve that is tried.
 */
export function cellMeans(raster: Raster): readonly Float64Array[] {
  const known = meansOf.get(raster) ?? averaged(raster);
  meansOf.set(raster, known);
  return known;
}

function averaged(raster: Raster): Float64Array[] {
  const sums = channelsOf(raster).map(() => new Float64Array(COUNT));
  const counts = new Float64Array(COUNT);
  const step = Math.max(1, Math.floor(raster.width / 400));
  const [red, green, blue] = sums;
  const columnOf = Int32Array.from({ length: raster.width }, (_, x) => Math.floor((x * COLUMNS) / raster.width));
  for (let y = 0; y < raster.height; y += step) {
    const row = Math.floor((y * ROWS) / raster.height) * COLUMNS;
    for (let x = 0; x < raster.width; x += step) {
      const cell = row + columnOf[x];
      const i = y * raster.width + x;
      red[cell] += raster.r[i];
      green[cell] += raster.g[i];
      blue[cell] += raster.b[i];
      counts[cell]++;
    }
  }
  return sums.map((sum) => sum.map((v, i) => v / Math.max(1, counts[i])));
}

const TOUCHED = 0.05; // share of a cell from which it is left out
const MOST_LEFT_OUT = 0.6; // of all cells: with less left, the rest would be guessed

/**
 * A plan whose cells under a mark say nothing about the light: black has no weight. Where a painting is meant to depart
 * from its
 * reference nobody knows yet whether it does, and a lamp would be invented to make it so.
 * @param marked 1 = not to be used, the plan's size
 */
export function withoutMarked(plan: Raster, marked: Uint8Array): Raster {
  if (!marked.includes(1)) return plan;
  const cellOf = (i: number) =>
    Math.floor((Math.floor(i / plan.width) * ROWS) / plan.height) * COLUMNS +
    Math.floor(((i % plan.width) * COLUMNS) / plan.width);
  const [hit, all] = [new Float64Array(COUNT), new Float64Array(COUNT)];
  for (let i = 0; i < marked.length; i++) {
    const cell = cellOf(i);
    all[cell]++;
    hit[cell] += marked[i];
  }
  const out = hit.map((n, cell) => (n > TOUCHED * all[cell] ? 1 : 0));
  const share = out.reduce((sum, v) => sum + v, 0) / out.length;
  if (share === 0 || share > MOST_LEFT_OUT) return plan;
  const blank = (channel: Float32Array) => channel.map((v, i) => (out[cellOf(i)] ? 0 : v));
  return { ...plan, r: blank(plan.r), g: blank(plan.g), b: blank(plan.b) };
}

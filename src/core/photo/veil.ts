import { channelsOf, type Raster } from '../raster';
import { CELLS, cellMeans, COUNT, fieldAt } from './lightCells';
import type { PlanFit } from './planFit';

/** Light that lies over a part of a picture: the sheen of varnish, a window in wet paint. */
export interface Veil {
  /** in reflectance, on a grid of knots over the canvas, row by row; empty = none */
  readonly knots: readonly number[];
  /** of its red, green and blue, as shares of that */
  readonly tint: readonly [number, number, number];
}
/** A veil in short: the most light it adds, in reflectance, and the share of the canvas over which it adds any. */
export interface Sheen {
  readonly most: number;
  readonly share: number;
}
export const NO_SHEEN: Sheen = { most: 0, share: 0 };

export const NO_VEIL: Veil = { knots: [], tint: [1, 1, 1] };
export const isVeiled = ({ knots }: Veil): boolean => knots.length > 0;

const [ACROSS, DOWN] = [5, 4]; // knots: a sheen is as wide as a lamp's reflection in a matt surface, not as a thing
const WANDERS = 0.12; // share by which an honest hand's light wanders over a cell
const FLOOR = 0.003; // light of the deepest black, and what the light's own fit leaves
const CLEAR = 0.2; // share of the knots taken to be free of it: what lies over all alike may be the painter's
const LEAST = 0.006; // reflectance: less is what the light's fit leaves
const PULL = 0.02; // reflectance of a sheen, one sigma: what nothing tells stays near none
const ROUGH = 0.01; // by which neighbouring knots differ, one sigma

/** The four knots around a place and their shares: bilinear. @param x, y shares of the canvas */
function knotsAt(x: number, y: number): readonly (readonly [knot: number, share: number])[] {
  const u = Math.min(ACROSS - 1, Math.max(0, x * (ACROSS - 1)));
  const v = Math.min(DOWN - 1, Math.max(0, y * (DOWN - 1)));
  const [i, k] = [Math.min(ACROSS - 2, Math.floor(u)), Math.min(DOWN - 2, Math.floor(v))];
  const [fx, fy] = [u - i, v - k];
  const at = k * ACROSS + i;
  return [
    [at, (1 - fx) * (1 - fy)],
    [at + 1, fx * (1 - fy)],
    [at + ACROSS, (1 - fx) * fy],
    [at + ACROSS + 1, fx * fy],
  ];
}

/** Light of the veil at a place given as shares of the canvas. */
const veilAt = ({ knots }: Veil, x: number, y: number): number =>
  knotsAt(x, y).reduce((sum, [knot, share]) => sum + share * knots[knot], 0);

/** Light of a veil over the middle of every cell. */
export function veilOverCells(veil: Veil): Float64Array {
  const out = new Float64Array(COUNT);
  if (isVeiled(veil))
    for (let i = 0; i < COUNT; i++)
      for (let k = CORNERS * i; k < CORNERS * (i + 1); k++) out[i] += SHARE[k] * veil.knots[KNOT[k]];
  return out;
}

/** What a painter is told of a veil. */
export function sheenOf(veil: Veil): Sheen {
  if (!isVeiled(veil)) return NO_SHEEN;
  const { columns, rows } = CELLS;
  const over = Array.from({ length: columns * rows }, (_, i) =>
    veilAt(veil, ((i % columns) + 0.5) / columns, (Math.floor(i / columns) + 0.5) / rows),
  );
  return { most: Math.max(...over), share: over.filter((light) => light > LEAST / 2).length / over.length };
}

const CORNERS = 4; // knots around a place
/** The knots around the middle of each cell, and their shares, cell by cell. */
const AROUND = Array.from({ length: COUNT }, (_, i) =>
  knotsAt(((i % CELLS.columns) + 0.5) / CELLS.columns, (Math.floor(i / CELLS.columns) + 0.5) / CELLS.rows),
).flat();
const KNOT = Uint8Array.from(AROUND, ([knot]) => knot);
const SHARE = Float64Array.from(AROUND, ([, share]) => share);

/** What the channels of the cells have more than planned, and how far an honest hand may be off there; three a cell. */
interface Excess {
  readonly more: Float64Array;
  /** 1 / sigma^2 */
  readonly precision: Float64Array;
}

function excessOf(lit: Raster, plan: Raster): Excess {
  const [seen, meant] = [cellMeans(lit), cellMeans(plan)];
  const [more, precision] = [new Float64Array(3 * COUNT), new Float64Array(3 * COUNT)];
  for (let c = 0; c < 3; c++)
    for (let i = 0; i < COUNT; i++) {
      more[3 * i + c] = seen[c][i] - meant[c][i];
      precision[3 * i + c] = 1 / (WANDERS * meant[c][i] + FLOOR) ** 2;
    }
  return { more, precision };
}

/** Pairs of knots side by side. */
const NEIGHBOURS = Array.from({ length: ACROSS * DOWN }, (_, knot) => [
  ...(knot % ACROSS < ACROSS - 1 ? [[knot, knot + 1] as const] : []),
  ...(knot + ACROSS < ACROSS * DOWN ? [[knot, knot + ACROSS] as const] : []),
]).flat();

/** The normal equations of a weighted fit. */
interface Normal {
  readonly matrix: Float64Array[];
  readonly right: Float64Array;
}

/** What is asked of the knots before any cell is: none of it, and even. */
function unasked(): Normal {
  const count = ACROSS * DOWN;
  const matrix = Array.from({ length: count }, (_, k) => {
    const row = new Float64Array(count);
    row[k] = 1 / PULL ** 2;
    return row;
  });
  for (const [one, two] of NEIGHBOURS) {
    const w = 1 / ROUGH ** 2;
    matrix[one][one] += w;
    matrix[two][two] += w;
    matrix[one][two] -= w;
    matrix[two][one] -= w;
  }
  return { matrix, right: new Float64Array(count) };
}

function normalOf({ more, precision }: Excess, veil: readonly number[], width: number): Normal {
  const { matrix, right } = unasked();
  const narrow = 1 / (width * width);
  for (let i = 0; i < COUNT; i++) {
    const at = CORNERS * i;
    let over = 0;
    for (let k = at; k < at + CORNERS; k++) over += SHARE[k] * veil[KNOT[k]];
    let [weight, pull] = [0, 0];
    for (let c = 3 * i; c < 3 * i + 3; c++) {
      const off = more[c] - over;
      const say = 1 + off * off * precision[c] * narrow;
      const w = precision[c] / (say * say);
      weight += w;
      pull += w * more[c];
    }
    for (let k = at; k < at + CORNERS; k++) {
      const row = matrix[KNOT[k]];
      right[KNOT[k]] += SHARE[k] * pull;
      for (let j = at; j < at + CORNERS; j++) row[KNOT[j]] += weight * SHARE[k] * SHARE[j];
    }
  }
  return { matrix, right };
}

/** Solves with no knot below 0: light is only added (coordinate descent on the normal equations). */
function solveAbove({ matrix, right }: Normal, start: readonly number[]): number[] {
  const out = [...start];
  for (let round = 0, moved = 1; round < MOST_ROUNDS && moved > STILL; round++) {
    moved = 0;
    for (let k = 0; k < out.length; k++) {
      const row = matrix[k];
      let rest = right[k];
      for (let j = 0; j < out.length; j++) if (j !== k) rest -= row[j] * out[j];
      const next = Math.max(0, rest / row[k]);
      moved = Math.max(moved, Math.abs(next - out[k]));
      out[k] = next;
    }
  }
  return out;
}
const MOST_ROUNDS = 60;
const STILL = 1e-6; // reflectance: nothing that moves less is seen

/**
 * The veil over a picture whose light is out: a smooth addition of white light, never below 0, by re-weighted least
 * squares (Geman and McClure 1987) over cells and channels, in which dark and coloured places tell most. What lies over
 * the whole canvas alike is left in it: it may be the painter's darks that are too light.
 */
export function veilOf(lit: Raster, plan: Raster): Veil {
  const excess = excessOf(lit, plan);
  let knots: number[] = new Array<number>(ACROSS * DOWN).fill(0);
  for (const width of [4, 3, 2, 1.5, 1.5, 1.5]) knots = solveAbove(normalOf(excess, knots, width), knots);
  const clear = [...knots].sort((a, b) => a - b)[Math.floor(CLEAR * knots.length)];
  const over = knots.map((v) => Math.max(0, v - clear));
  return Math.max(...over) < LEAST ? NO_VEIL : { knots: over, tint: [1, 1, 1] };
}

/** A veil that is seen after a gain and a field were taken out, as it lies before they are. */
export function underFit({ knots }: Veil, { gainStops, field }: PlanFit): Veil {
  const before = knots.map(
    (v, k) => v / 2 ** fieldAt(field, (k % ACROSS) / (ACROSS - 1), Math.floor(k / ACROSS) / (DOWN - 1)),
  );
  const [r, g, b] = gainStops.map((stops) => 2 ** -stops);
  return { knots: before, tint: [r, g, b] };
}

/** Takes a veil off a picture of any size. */
export function withoutVeil(raster: Raster, veil: Veil): Raster {
  if (!isVeiled(veil)) return raster;
  const { width, height } = raster;
  const [r, g, b] = channelsOf(raster).map((data) => data.slice());
  const [red, green, blue] = veil.tint;
  const tile = 8; // it changes by less than a thousandth over eight pixels
  for (let y = 0, i = 0; y < height; y++) {
    const v = (y + 0.5) / height;
    let light = 0;
    for (let x = 0; x < width; x++, i++) {
      if (x % tile === 0) light = veilAt(veil, (x + tile / 2) / width, v);
      r[i] = Math.max(0, r[i] - light * red);
      g[i] = Math.max(0, g[i] - light * green);
      b[i] = Math.max(0, b[i] - light * blue);
    }
  }
  return { width, height, r, g, b };
}

import { LUMINANCE } from '../colour';
import { solveLinear, type Point } from '../raster';
import { BASIS, basisAt, COUNT, TERMS } from './lightCells';

/** Cells of the canvas in flat arrays: three lifts a cell. Where they lie is the same for all: {@link BASIS}. */
export interface Cells {
  /** log2(plan / painted) per channel, stops */
  readonly lift: Float64Array;
  /** steps a stop makes at the cell's planned value */
  readonly stepsPerStop: Float64Array;
  readonly weight: Float64Array;
}

/** What is taken to be the light: a gain a channel, stops, and the coefficients of the slow field. */
export interface GainAndField {
  readonly gain: readonly number[];
  readonly field: readonly number[];
}

const [RED, GREEN, BLUE] = LUMINANCE;

/**
 * The field's share of every cell, and what is left there: its lightness part and its (discounted) colour part
 * together, steps. A loop of its own, without lists: most of the time a photograph's light takes is spent here.
 */
export function residualsOf({ lift, stepsPerStop }: Cells, { gain, field }: GainAndField, out: Float64Array): void {
  const [gr, gg, gb] = gain;
  const [f0, f1, f2, f3, f4] = field;
  for (let i = 0, k = 0, c = 0; i < COUNT; i++, k += TERMS, c += 3) {
    const slow = BASIS[k] * f0 + BASIS[k + 1] * f1 + BASIS[k + 2] * f2 + BASIS[k + 3] * f3 + BASIS[k + 4] * f4;
    const r = lift[c] - gr - slow;
    const g = lift[c + 1] - gg - slow;
    const b = lift[c + 2] - gb - slow;
    const light = RED * r + GREEN * g + BLUE * b;
    const colour = 0.35 * (Math.max(r, g, b) - Math.min(r, g, b));
    out[i] = stepsPerStop[i] * Math.sqrt(light * light + colour * colour);
  }
}

const AGREES = 0.22; // steps: a painter's honest wandering over a patch the size of a cell

/** Smooth share of weight in agreement: 1 at no difference, a half at {@link AGREES}. */
export function agreementOf(cells: Cells, fit: GainAndField): number {
  const left = new Float64Array(COUNT);
  residualsOf(cells, fit, left);
  let [hit, all] = [0, 1e-9];
  for (let i = 0; i < COUNT; i++) {
    const off = left[i] / AGREES;
    hit += cells.weight[i] / (1 + off * off);
    all += cells.weight[i];
  }
  return hit / all;
}

/** The gain a channel, stops, that brings the weighted cells nearest to the plan beside a field. */
export function solveGain({ lift }: Cells, weights: Float64Array, field: readonly number[]): number[] {
  const [f0, f1, f2, f3, f4] = field;
  let [total, r, g, b] = [1e-9, 0, 0, 0];
  for (let i = 0, k = 0, c = 0; i < COUNT; i++, k += TERMS, c += 3) {
    const slow = BASIS[k] * f0 + BASIS[k + 1] * f1 + BASIS[k + 2] * f2 + BASIS[k + 3] * f3 + BASIS[k + 4] * f4;
    const w = weights[i];
    total += w;
    r += w * (lift[c] - slow);
    g += w * (lift[c + 1] - slow);
    b += w * (lift[c + 2] - slow);
  }
  return [r / total, g / total, b / total];
}

const SQUARES = (TERMS * (TERMS + 1)) / 2; // of the terms with each other, the upper half: it is symmetric
/** Products of the terms with each other at each cell. */
const PRODUCTS = Float64Array.from({ length: SQUARES * COUNT }, (_, at) => {
  const pairs = Array.from({ length: TERMS }, (__, i) => Array.from({ length: TERMS - i }, (___, k) => [i, i + k]));
  const [i, k] = pairs.flat()[at % SQUARES];
  const from = TERMS * Math.floor(at / SQUARES);
  return BASIS[from + i] * BASIS[from + k];
});

/** Sums over all cells by their weights: of the terms' products, of the terms, of the weights. */
function sumsOf(weights: Float64Array): { squares: Float64Array; terms: Float64Array; total: number } {
  const squares = new Float64Array(SQUARES);
  const terms = new Float64Array(TERMS);
  let total = 0;
  for (let n = 0; n < COUNT; n++) {
    const w = weights[n];
    total += w;
    for (let k = 0, from = SQUARES * n; k < SQUARES; k++) squares[k] += w * PRODUCTS[from + k];
    for (let k = 0, from = TERMS * n; k < TERMS; k++) terms[k] += w * BASIS[from + k];
  }
  return { squares, terms, total };
}

/** Sums over all cells of what the field has to make up for, by the terms and alone. */
function liftsOf({ lift }: Cells, weights: Float64Array, [gr, gg, gb]: readonly number[]) {
  const by = new Float64Array(TERMS);
  let total = 0;
  for (let n = 0, c = 0; n < COUNT; n++, c += 3) {
    const light = weights[n] * (RED * (lift[c] - gr) + GREEN * (lift[c + 1] - gg) + BLUE * (lift[c + 2] - gb));
    total += light;
    for (let k = 0, from = TERMS * n; k < TERMS; k++) by[k] += light * BASIS[from + k];
  }
  return { by, total };
}

/** Weighted least squares for the field; with anchors its terms are counted from their mean there. */
export function solveField(
  cells: Cells,
  weights: Float64Array,
  { gain, anchors }: { gain: readonly number[]; anchors: Point[] },
): number[] | null {
  const ridge = COUNT * 0.01;
  const anchored = anchors.length > 0;
  const middle = anchored ? basisMean(anchors) : new Array<number>(TERMS).fill(0);
  const { squares, terms, total } = sumsOf(weights);
  const light = liftsOf(cells, weights, anchored ? [0, 0, 0] : gain);
  const rows = middle.map(() => new Array<number>(TERMS).fill(0));
  for (let i = 0, at = 0; i < TERMS; i++)
    for (let k = i; k < TERMS; k++, at++) {
      const own = squares[at] - middle[i] * terms[k] - middle[k] * terms[i] + middle[i] * middle[k] * total;
      rows[i][k] = rows[k][i] = i === k ? own + ridge * (i < 2 ? 0.3 : 1) : own;
    }
  return solveLinear(
    rows,
    middle.map((m, i) => light.by[i] - m * light.total),
  );
}

function basisMean(anchors: Point[]): number[] {
  const clamp = (v: number) => Math.min(1.25, Math.max(-0.25, v));
  const all = anchors.map(([x, y]) => basisAt(clamp(x), clamp(y)));
  return all[0].map((_, i) => all.reduce((s, basis) => s + basis[i], 0) / all.length);
}

import { LUMINANCE, luminanceFromValue, valueFromLuminance } from '../colour';
import { channelsOf, solveLinear, type Point, type Raster } from '../raster';

/** Gain and slow field (stops to add) in which a painting agrees with its plan. */
export interface PlanFit {
  readonly gainStops: readonly [number, number, number];
  /** coefficients of x, y, x2, xy, y2 with x and y from -1 to 1 over the canvas */
  readonly field: readonly number[];
  /** share of the canvas that then agrees with the plan, 0..1 */
  readonly agreement: number;
}
export const NO_FIT: PlanFit = { gainStops: [0, 0, 0], field: [0, 0, 0, 0, 0], agreement: 0 };

const COLUMNS = 24;
const ROWS = 18;
const AGREES = 0.22; // steps: a painter's honest wandering over a patch the size of a cell

interface Cell {
  readonly basis: readonly number[];
  /** log2(plan / painted) per channel, stops */
  readonly lift: readonly number[];
  /** steps a stop makes at this cell's planned value */
  readonly stepsPerStop: number;
  readonly weight: number;
}

const basisAt = (x: number, y: number): number[] => [
  2 * x - 1,
  2 * y - 1,
  (2 * x - 1) ** 2,
  (2 * x - 1) * (2 * y - 1),
  (2 * y - 1) ** 2,
];

/** The field, stops, at a place given as shares of the canvas (0..1); beyond the canvas it stays as at its border. */
export function fieldAt(field: readonly number[], x: number, y: number): number {
  const clamp = (v: number) => Math.min(1.25, Math.max(-0.25, v));
  return basisAt(clamp(x), clamp(y)).reduce((sum, term, i) => sum + term * field[i], 0);
}

function cellMeans(raster: Raster): number[][] {
  const sums = channelsOf(raster).map(() => new Float64Array(COLUMNS * ROWS));
  const counts = new Float64Array(COLUMNS * ROWS);
  const step = Math.max(1, Math.floor(raster.width / 400));
  for (let y = 0; y < raster.height; y += step) {
    const row = Math.floor((y * ROWS) / raster.height) * COLUMNS;
    for (let x = 0; x < raster.width; x += step) {
      const cell = row + Math.floor((x * COLUMNS) / raster.width);
      const i = y * raster.width + x;
      sums[0][cell] += raster.r[i];
      sums[1][cell] += raster.g[i];
      sums[2][cell] += raster.b[i];
      counts[cell]++;
    }
  }
  return sums.map((sum) => Array.from(sum, (v, i) => v / Math.max(1, counts[i])));
}

const luminance = (means: number[][], i: number) => LUMINANCE.reduce((sum, w, c) => sum + w * means[c][i], 0);

const BEYOND_KNOWN = 0.25; // say of a cell whose light lies where the tone curve was not measured

function cellsOf(painted: Raster, plan: Raster, knownTo: number): Cell[] {
  const seen = cellMeans(painted);
  const known = luminanceFromValue(knownTo) / 100;
  const meant = cellMeans(plan);
  return Array.from({ length: COLUMNS * ROWS }, (_, i) => {
    const Y = 100 * luminance(meant, i);
    const lowest = Math.min(...[0, 1, 2].flatMap((c) => [seen[c][i], meant[c][i]]));
    return {
      basis: basisAt(((i % COLUMNS) + 0.5) / COLUMNS, (Math.floor(i / COLUMNS) + 0.5) / ROWS),
      lift: [0, 1, 2].map((c) => Math.log2((meant[c][i] + 0.004) / (seen[c][i] + 0.004))),
      stepsPerStop: valueFromLuminance(Y * Math.SQRT2) - valueFromLuminance(Y / Math.SQRT2),
      // A channel near black says little about light: its stops are noise and lens flare.
      weight: Math.min(1, Math.max(0, lowest) / 0.02) * (luminance(seen, i) > known ? BEYOND_KNOWN : 1),
    };
  });
}

interface Model {
  readonly gain: boolean;
  readonly field: boolean;
}
interface Solution {
  readonly gain: number[];
  readonly field: number[];
  readonly agreement: number;
}

/** Difference left in a cell, in steps: the larger of its lightness part and (discounted) its colour part. */
function residual(cell: Cell, { gain, field }: { gain: number[]; field: number[] }): number {
  const slow = cell.basis.reduce((sum, term, i) => sum + term * field[i], 0);
  const left = cell.lift.map((lift, c) => lift - gain[c] - slow);
  const light = LUMINANCE.reduce((sum, w, c) => sum + w * left[c], 0);
  const colour = Math.max(...left) - Math.min(...left);
  return cell.stepsPerStop * Math.hypot(light, 0.35 * colour);
}

/** Smooth share of weight in agreement: 1 at no difference, a half at {@link AGREES}. */
function agreementOf(cells: readonly Cell[], solution: { gain: number[]; field: number[] }): number {
  let [hit, all] = [0, 1e-9];
  for (const cell of cells) {
    hit += cell.weight / (1 + (residual(cell, solution) / AGREES) ** 2);
    all += cell.weight;
  }
  return hit / all;
}

/** Re-weighted least squares with a redescending weight (Geman and McClure 1987) whose width is narrowed step by step. */
function solve(
  cells: readonly Cell[],
  { gain: fitGain, field: fitField }: Model,
  { start, anchors }: { start: number[]; anchors: Point[] },
): Solution {
  let gain = [...start];
  let field = [0, 0, 0, 0, 0];
  for (const width of [1.6, 1.1, 0.8, 0.55, 0.4, 0.3, 0.25, 0.22, 0.22, 0.22]) {
    const weights = cells.map((cell) => cell.weight / (1 + (residual(cell, { gain, field }) / width) ** 2) ** 2);
    if (fitField) field = solveField(cells, weights, { gain, anchors }) ?? field;
    if (fitGain) {
      gain = gain.map((_, c) => {
        const total = weights.reduce((s, w) => s + w, 1e-9);
        return (
          cells.reduce(
            (s, cell, i) => s + weights[i] * (cell.lift[c] - cell.basis.reduce((f, b, k) => f + b * field[k], 0)),
            0,
          ) / total
        );
      });
    } else if (fitField) {
      // With a card the gain is known where the card stands: the field is zero there.
      const offset = anchors.reduce((s, [x, y]) => s + fieldAt(field, x, y), 0) / Math.max(1, anchors.length);
      gain = [-offset, -offset, -offset];
    }
  }
  return { gain, field, agreement: agreementOf(cells, { gain, field }) };
}

function solveField(
  cells: readonly Cell[],
  weights: number[],
  { gain, anchors }: { gain: number[]; anchors: Point[] },
): number[] | null {
  const ridge = cells.length * 0.01;
  const anchored = anchors.length > 0;
  const middle = anchored ? basisMean(anchors) : [0, 0, 0, 0, 0];
  const rows = Array.from({ length: 5 }, (_, i) =>
    Array.from({ length: 5 }, (_, k) => (i === k ? ridge * (i < 2 ? 0.3 : 1) : 0)),
  );
  const rhs = [0, 0, 0, 0, 0];
  cells.forEach((cell, n) => {
    const w = weights[n];
    const basis = cell.basis.map((b, i) => b - middle[i]);
    const light = LUMINANCE.reduce((sum, lum, c) => sum + lum * (cell.lift[c] - (anchored ? 0 : gain[c])), 0);
    for (let i = 0; i < 5; i++) {
      rhs[i] += w * basis[i] * light;
      for (let k = 0; k < 5; k++) rows[i][k] += w * basis[i] * basis[k];
    }
  });
  return solveLinear(rows, rhs);
}

function basisMean(anchors: Point[]): number[] {
  const clamp = (v: number) => Math.min(1.25, Math.max(-0.25, v));
  const all = anchors.map(([x, y]) => basisAt(clamp(x), clamp(y)));
  return all[0].map((_, i) => all.reduce((s, basis) => s + basis[i], 0) / all.length);
}

/** Starting gains: the whole picture's median lift, and lifts that make single bright or dark parts agree. */
function starts(cells: readonly Cell[]): number[][] {
  const by = (share: number) =>
    [0, 1, 2].map((c) => {
      const sorted = cells
        .filter((cell) => cell.weight > 0.3)
        .map((cell) => cell.lift[c])
        .sort((a, b) => a - b);
      return sorted.length ? sorted[Math.floor(share * (sorted.length - 1))] : 0;
    });
  return [[0, 0, 0], by(0.5), by(0.3), by(0.7)];
}

// A richer model must bring this much more of the canvas into agreement; the simplest explanation of a photo is a plain one.
const WORTH_GAIN = 0.08;
const WORTH_FIELD = 0.05;
const LEAST_AGREEMENT = 0.3; // below this the painting is not far enough along to say anything about its light

/**
 * Gain and field that bring the largest part of the painting into agreement with its plan.
 * @param anchors where known patches stand, as shares of the canvas; given, the gain is theirs and only the field is sought
 * @param knownTo Munsell value up to which the tone curve is known: lighter places say less about the light
 */
export function fitToPlan(
  painted: Raster,
  plan: Raster,
  { anchors, knownTo }: { anchors: Point[]; knownTo: number },
): PlanFit {
  const cells = cellsOf(painted, plan, knownTo);
  const none: Solution = {
    gain: [0, 0, 0],
    field: [0, 0, 0, 0, 0],
    agreement: agreementOf(cells, { gain: [0, 0, 0], field: [0, 0, 0, 0, 0] }),
  };
  const best = (model: Model) =>
    (model.gain ? starts(cells) : [[0, 0, 0]])
      .map((start) => solve(cells, model, { start, anchors }))
      .reduce((a, b) => (b.agreement > a.agreement ? b : a));
  let chosen = none;
  if (anchors.length === 0) {
    const withGain = best({ gain: true, field: false });
    if (withGain.agreement > chosen.agreement + WORTH_GAIN) chosen = withGain;
  }
  const withField = best({ gain: anchors.length === 0, field: true });
  if (withField.agreement > chosen.agreement + WORTH_FIELD) chosen = withField;
  if (chosen === none || chosen.agreement < LEAST_AGREEMENT)
    return none.agreement < LEAST_AGREEMENT ? { ...NO_FIT } : { ...NO_FIT, agreement: none.agreement };
  return { gainStops: chosen.gain as [number, number, number], field: chosen.field, agreement: chosen.agreement };
}

/** Whether nothing was fitted: the light is taken as it is. */
export const isPlain = (fit: PlanFit): boolean =>
  fit.gainStops.every((v) => v === 0) && fit.field.every((v) => v === 0);

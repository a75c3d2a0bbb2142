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
/** The grid of cells that a painting's light is judged by. */
export const CELLS = { columns: COLUMNS, rows: ROWS };
const AGREES = 0.22; // steps: a painter's honest wandering over a patch the size of a cell

/** Cells of the canvas in flat arrays: {@link TERMS} basis values and three lifts a cell. */
interface Cells {
  readonly count: number;
  readonly basis: Float64Array;
  /** log2(plan / painted) per channel, stops */
  readonly lift: Float64Array;
  /** steps a stop makes at the cell's planned value */
  readonly stepsPerStop: Float64Array;
  readonly weight: Float64Array;
}
const TERMS = 5;

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
  const sums = channelsOf(raster).map(() => new Float64Array(COLUMNS * ROWS));
  const counts = new Float64Array(COLUMNS * ROWS);
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
  const [hit, all] = [new Float64Array(COLUMNS * ROWS), new Float64Array(COLUMNS * ROWS)];
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

const [RED, GREEN, BLUE] = LUMINANCE;
const luminance = ([r, g, b]: readonly Float64Array[], i: number) => RED * r[i] + GREEN * g[i] + BLUE * b[i];

const BEYOND_KNOWN = 0.25; // say of a cell whose light lies where the tone curve was not measured

function cellsOf(painted: Raster, plan: Raster, knownTo: number): Cells {
  const seen = cellMeans(painted);
  const meant = cellMeans(plan);
  const known = luminanceFromValue(knownTo) / 100;
  const count = COLUMNS * ROWS;
  const basis = new Float64Array(TERMS * count);
  const lift = new Float64Array(3 * count);
  const [stepsPerStop, weight] = [new Float64Array(count), new Float64Array(count)];
  for (let i = 0; i < count; i++) {
    const Y = 100 * luminance(meant, i);
    basis.set(basisAt(((i % COLUMNS) + 0.5) / COLUMNS, (Math.floor(i / COLUMNS) + 0.5) / ROWS), TERMS * i);
    let lowest = Infinity;
    for (let c = 0; c < 3; c++) {
      lift[3 * i + c] = Math.log2((meant[c][i] + 0.004) / (seen[c][i] + 0.004));
      lowest = Math.min(lowest, seen[c][i], meant[c][i]);
    }
    stepsPerStop[i] = valueFromLuminance(Y * Math.SQRT2) - valueFromLuminance(Y / Math.SQRT2);
    // A channel near black says little about light: its stops are noise and lens flare.
    weight[i] = Math.min(1, Math.max(0, lowest) / 0.02) * (luminance(seen, i) > known ? BEYOND_KNOWN : 1);
  }
  return { count, basis, lift, stepsPerStop, weight };
}

interface Model {
  /**
   * sought; let go: sought beside a known light, for how far the whole painting is off its plan, and left in it; known
   */
  readonly gain: 'sought' | 'let go' | 'known';
  readonly field: boolean;
}
interface Solution {
  readonly gain: readonly number[];
  readonly field: readonly number[];
  readonly agreement: number;
}
type Fitted = Pick<Solution, 'gain' | 'field'>;

function slowAt({ basis }: Cells, i: number, field: readonly number[]): number {
  const k = TERMS * i;
  return (
    basis[k] * field[0] +
    basis[k + 1] * field[1] +
    basis[k + 2] * field[2] +
    basis[k + 3] * field[3] +
    basis[k + 4] * field[4]
  );
}

/** Difference left in a cell, in steps: its lightness part and its (discounted) colour part together. */
function residual(cells: Cells, i: number, { gain, field }: Fitted): number {
  const slow = slowAt(cells, i, field);
  const r = cells.lift[3 * i] - gain[0] - slow;
  const g = cells.lift[3 * i + 1] - gain[1] - slow;
  const b = cells.lift[3 * i + 2] - gain[2] - slow;
  const light = RED * r + GREEN * g + BLUE * b;
  const colour = 0.35 * (Math.max(r, g, b) - Math.min(r, g, b));
  return cells.stepsPerStop[i] * Math.sqrt(light * light + colour * colour);
}

/** Smooth share of weight in agreement: 1 at no difference, a half at {@link AGREES}. */
function agreementOf(cells: Cells, solution: Fitted): number {
  let [hit, all] = [0, 1e-9];
  for (let i = 0; i < cells.count; i++) {
    hit += cells.weight[i] / (1 + (residual(cells, i, solution) / AGREES) ** 2);
    all += cells.weight[i];
  }
  return hit / all;
}

const WIDE = [1.6, 1.1, 0.8, 0.55]; // steps by which a cell may be off and still tell much, from the first fit
const NARROW = [0.4, 0.3, 0.25, 0.22, 0.22, 0.22]; // to the last

/**
 * Re-weighted least squares with a redescending weight (Geman and McClure 1987) whose width is narrowed step by step.
 */
function narrowed(
  cells: Cells,
  { from, widths, model, anchors }: { from: Fitted; widths: readonly number[]; model: Model; anchors: Point[] },
): Fitted {
  let { gain, field } = from;
  const weights = new Float64Array(cells.count);
  for (const width of widths) {
    for (let i = 0; i < cells.count; i++)
      weights[i] = cells.weight[i] / (1 + (residual(cells, i, { gain, field }) / width) ** 2) ** 2;
    const held = model.gain === 'known' ? anchors : [];
    if (model.field) field = solveField(cells, weights, { gain, anchors: held }) ?? field;
    if (model.gain !== 'known') gain = solveGain(cells, weights, field);
    else if (model.field) gain = zeroAt(anchors, field);
  }
  return { gain, field };
}

const ALIKE = 0.005; // stops: fits that have come so near end as one
const alike = (one: Fitted, two: Fitted) =>
  [...one.gain, ...one.field].every((v, k) => Math.abs(v - [...two.gain, ...two.field][k]) < ALIKE);

/** The best of the fits that different starting gains lead to; those that meet on the way are followed once. */
function solve(
  cells: Cells,
  model: Model,
  { starts: all, anchors }: { starts: readonly (readonly number[])[]; anchors: Point[] },
): Solution {
  const about = all
    .map((gain) => narrowed(cells, { from: { gain, field: NO_FIT.field }, widths: WIDE, model, anchors }))
    .filter((one, k, list) => !list.slice(0, k).some((other) => alike(one, other)));
  return about
    .map((from) => {
      const { gain, field } = narrowed(cells, { from, widths: NARROW, model, anchors });
      const agreement = agreementOf(cells, { gain, field });
      return { gain: model.gain === 'let go' ? zeroAt(anchors, field) : gain, field, agreement };
    })
    .reduce((a, b) => (b.agreement > a.agreement ? b : a));
}

/** With a card the gain is known where the card stands: the field is zero there. */
function zeroAt(anchors: readonly Point[], field: readonly number[]): number[] {
  const offset = anchors.reduce((s, [x, y]) => s + fieldAt(field, x, y), 0) / Math.max(1, anchors.length);
  return [-offset, -offset, -offset];
}

function solveGain(cells: Cells, weights: Float64Array, field: readonly number[]): number[] {
  const gain = [0, 0, 0];
  let total = 1e-9;
  for (let i = 0; i < cells.count; i++) {
    const slow = slowAt(cells, i, field);
    total += weights[i];
    for (let c = 0; c < 3; c++) gain[c] += weights[i] * (cells.lift[3 * i + c] - slow);
  }
  return gain.map((sum) => sum / total);
}

function solveField(
  { count, basis, lift }: Cells,
  weights: Float64Array,
  { gain, anchors }: { gain: readonly number[]; anchors: Point[] },
): number[] | null {
  const ridge = count * 0.01;
  const anchored = anchors.length > 0;
  const middle = anchored ? basisMean(anchors) : [0, 0, 0, 0, 0];
  const [gr, gg, gb] = anchored ? [0, 0, 0] : gain;
  const half = new Float64Array(TERMS * TERMS); // the upper half: it is symmetric
  const right = new Float64Array(TERMS);
  const own = new Float64Array(TERMS);
  for (let n = 0; n < count; n++) {
    const weight = weights[n];
    const light = RED * (lift[3 * n] - gr) + GREEN * (lift[3 * n + 1] - gg) + BLUE * (lift[3 * n + 2] - gb);
    for (let i = 0; i < TERMS; i++) own[i] = basis[TERMS * n + i] - middle[i];
    for (let i = 0; i < TERMS; i++) {
      const w = weight * own[i];
      right[i] += w * light;
      for (let k = i; k < TERMS; k++) half[TERMS * i + k] += w * own[k];
    }
  }
  const rows = Array.from({ length: TERMS }, (_, i) =>
    Array.from({ length: TERMS }, (_, k) => {
      const own = half[TERMS * Math.min(i, k) + Math.max(i, k)];
      return i === k ? own + ridge * (i < 2 ? 0.3 : 1) : own;
    }),
  );
  return solveLinear(rows, Array.from(right));
}

function basisMean(anchors: Point[]): number[] {
  const clamp = (v: number) => Math.min(1.25, Math.max(-0.25, v));
  const all = anchors.map(([x, y]) => basisAt(clamp(x), clamp(y)));
  return all[0].map((_, i) => all.reduce((s, basis) => s + basis[i], 0) / all.length);
}

/** Starting gains: the whole picture's median lift, and lifts that make single bright or dark parts agree. */
function starts({ count, lift, weight }: Cells): number[][] {
  const known = Array.from({ length: count }, (_, i) => i).filter((i) => weight[i] > 0.3);
  const sorted = [0, 1, 2].map((c) => Float64Array.from(known, (i) => lift[3 * i + c]).sort());
  const by = (share: number) => sorted.map((lifts) => lifts[Math.floor(share * (lifts.length - 1))] ?? 0);
  return [[0, 0, 0], by(0.5), by(0.3), by(0.7)];
}

// A richer model must bring this much more of the canvas into agreement; the simplest explanation of a photo is a plain
// one.
const WORTH_GAIN = 0.08;
const WORTH_FIELD = 0.05;
const WORTH_OFFSET = 0.1;
const OFF_THROUGHOUT = 0.7; // less of the canvas would call a bare ground an unfinished picture in a strange light
const LEAST_AGREEMENT = 0.3; // below this the painting is not far enough along to say anything about its light

/**
 * Gain and field that bring the largest part of the painting into agreement with its plan.
 * @param anchors where known patches stand, as shares of the canvas; given, the gain is theirs and only the field is
 * sought
 * @param field false: the light's field is known and taken out already, only the gain is sought
 * @param knownTo Munsell value up to which the tone curve is known: lighter places say less about the light
 */
export function fitToPlan(
  painted: Raster,
  plan: Raster,
  { anchors, knownTo, field = true }: { anchors: Point[]; knownTo: number; field?: boolean },
): PlanFit {
  const cells = cellsOf(painted, plan, knownTo);
  const none: Solution = {
    gain: [0, 0, 0],
    field: [0, 0, 0, 0, 0],
    agreement: agreementOf(cells, { gain: [0, 0, 0], field: [0, 0, 0, 0, 0] }),
  };
  const best = (model: Model) =>
    solve(cells, model, { starts: model.gain === 'sought' ? starts(cells) : [[0, 0, 0]], anchors });
  let chosen = none;
  if (anchors.length === 0) {
    const withGain = best({ gain: 'sought', field: false });
    if (withGain.agreement > chosen.agreement + WORTH_GAIN) chosen = withGain;
  }
  if (field) {
    const withField = best({ gain: anchors.length === 0 ? 'sought' : 'known', field: true });
    // A picture that is off its plan all over is not to be taken for a lamp that falls off between it and the card.
    const off = anchors.length > 0 ? best({ gain: 'let go', field: true }) : withField;
    const isOff = off.agreement > Math.max(OFF_THROUGHOUT, withField.agreement + WORTH_OFFSET);
    const fitting = isOff ? off : withField;
    if (fitting.agreement > chosen.agreement + WORTH_FIELD) chosen = fitting;
  }
  if (chosen === none || chosen.agreement < LEAST_AGREEMENT)
    return none.agreement < LEAST_AGREEMENT ? { ...NO_FIT } : { ...NO_FIT, agreement: none.agreement };
  return { gainStops: chosen.gain as [number, number, number], field: chosen.field, agreement: chosen.agreement };
}

/** Whether nothing was fitted: the light is taken as it is. */
export const isPlain = (fit: PlanFit): boolean =>
  fit.gainStops.every((v) => v === 0) && fit.field.every((v) => v === 0);

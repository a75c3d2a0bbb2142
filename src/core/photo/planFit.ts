import { LUMINANCE, luminanceFromValue, valueFromLuminance } from '../colour';
import type { Point, Raster } from '../raster';
import { agreementOf, residualsOf, solveField, solveGain, type Cells, type GainAndField } from './fieldFit';
import { cellMeans, COUNT, fieldAt } from './lightCells';

/** Gain and slow field (stops to add) in which a painting agrees with its plan. */
export interface PlanFit {
  readonly gainStops: readonly [number, number, number];
  /** coefficients of x, y, x2, xy, y2 with x and y from -1 to 1 over the canvas */
  readonly field: readonly number[];
  /** share of the canvas that then agrees with the plan, 0..1 */
  readonly agreement: number;
}
export const NO_FIT: PlanFit = { gainStops: [0, 0, 0], field: [0, 0, 0, 0, 0], agreement: 0 };

const [RED, GREEN, BLUE] = LUMINANCE;
const luminance = ([r, g, b]: readonly Float64Array[], i: number) => RED * r[i] + GREEN * g[i] + BLUE * b[i];

const BEYOND_KNOWN = 0.25; // say of a cell whose light lies where the tone curve was not measured

function cellsOf(painted: Raster, plan: Raster, knownTo: number): Cells {
  const seen = cellMeans(painted);
  const meant = cellMeans(plan);
  const known = luminanceFromValue(knownTo) / 100;
  const lift = new Float64Array(3 * COUNT);
  const [stepsPerStop, weight] = [new Float64Array(COUNT), new Float64Array(COUNT)];
  for (let i = 0; i < COUNT; i++) {
    const Y = 100 * luminance(meant, i);
    let lowest = Infinity;
    for (let c = 0; c < 3; c++) {
      lift[3 * i + c] = Math.log2((meant[c][i] + 0.004) / (seen[c][i] + 0.004));
      lowest = Math.min(lowest, seen[c][i], meant[c][i]);
    }
    stepsPerStop[i] = valueFromLuminance(Y * Math.SQRT2) - valueFromLuminance(Y / Math.SQRT2);
    // A channel near black says little about light: its stops are noise and lens flare.
    weight[i] = Math.min(1, Math.max(0, lowest) / 0.02) * (luminance(seen, i) > known ? BEYOND_KNOWN : 1);
  }
  return { lift, stepsPerStop, weight };
}

interface Model {
  /**
   * sought; let go: sought beside a known light, for how far the whole painting is off its plan, and left in it; known
   */
  readonly gain: 'sought' | 'let go' | 'known';
  readonly field: boolean;
}
interface Solution extends GainAndField {
  readonly agreement: number;
}

const WIDE = [1.6, 1.1, 0.8, 0.55]; // steps by which a cell may be off and still tell much, from the first fit
const NARROW = [0.4, 0.3, 0.25, 0.22, 0.22, 0.22]; // to the last

/**
 * Re-weighted least squares with a redescending weight (Geman and McClure 1987) whose width is narrowed step by step.
 */
function narrowed(
  cells: Cells,
  { from, widths, model, anchors }: { from: GainAndField; widths: readonly number[]; model: Model; anchors: Point[] },
): GainAndField {
  let { gain, field } = from;
  const weights = new Float64Array(COUNT);
  for (const width of widths) {
    residualsOf(cells, { gain, field }, weights);
    for (let i = 0; i < COUNT; i++) {
      const off = weights[i] / width;
      const say = 1 + off * off;
      weights[i] = cells.weight[i] / (say * say);
    }
    const held = model.gain === 'known' ? anchors : [];
    if (model.field) field = solveField(cells, weights, { gain, anchors: held }) ?? field;
    if (model.gain !== 'known') gain = solveGain(cells, weights, field);
    else if (model.field) gain = zeroAt(anchors, field);
  }
  return { gain, field };
}

const ALIKE = 0.005; // stops: fits that have come so near end as one
const alike = (one: GainAndField, two: GainAndField) =>
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

/** Starting gains: the whole picture's median lift, and lifts that make single bright or dark parts agree. */
function starts({ lift, weight }: Cells): number[][] {
  const known = Array.from({ length: COUNT }, (_, i) => i).filter((i) => weight[i] > 0.3);
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

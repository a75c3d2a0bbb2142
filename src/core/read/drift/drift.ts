import type { Colours } from '../../photo';
import type { Point } from '../../raster';
import { contoursOf, planContours, shrunkColours, shrunkMask, shrunkPlan } from './contours';
import { fieldOfGlobal, NO_DRIFT, onGrid, onTop, type Field, type GlobalDrift } from './field';
import { fuse, ownShare, precisionAlong } from './fuse';
import { globalOf } from './global';
import { matchContours, type Matches, type Search } from './match';

/** Where the drawing of the painting lies against the plan's: shifts are painting minus plan, at places of the plan. */
export interface Drift extends Field {
  readonly global: GlobalDrift;
  /** 0..1: from a half on the shift is expected to be right within a millimetre */
  readonly confidence: Float32Array;
  /** the same of the place's own shift in the direction of that shift, whatever lies along it */
  readonly across: Float32Array;
}

// In millimetres on a canvas of 400 mm; on others in proportion, so that a small panel is looked at as closely.
const USUAL = 400;
const FAR = { px: 4, reach: 20, cell: 4, window: 16 };
const STEPS = [
  { px: 2, reach: 14, cell: 5, window: 8, sigma: 7 },
  { px: 1, reach: 2, cell: 6, window: 7, sigma: 7 },
];
/** A step of the search on a canvas of another size. */
const sized = <S extends Search & { px: number; sigma?: number }>(step: S, unit: number): S => ({
  ...step,
  px: step.px * unit,
  reach: step.reach * unit,
  window: step.window * unit,
  sigma: (step.sigma ?? 0) * unit,
});
const STILL = 0.0002; // precision of "it has not moved", which every cell has
const SURE = 0.0012; // precision at which a shift is right within a millimetre more often than not

/**
 * The drift field by matching contours coarse to fine: first what the whole drawing shares, then every place by itself.
 * @param planned and painted colours over each other, row-major; @param unread 1 = not read in either picture
 */
export function driftOf(
  planned: Colours,
  painted: Colours,
  size: { width: number; height: number; mmPerPixel: number; unread?: Uint8Array },
): Drift {
  const unit = Math.min(4, Math.max(0.5, (Math.max(size.width, size.height) * size.mmPerPixel) / USUAL));
  const steps = STEPS.map((one) => sized(one, unit));
  const first = sized(FAR, unit);
  // Everything is looked at shrunk at least so far: shrunk once, the rest from there.
  const base = Math.max(1, Math.round(Math.min(...steps.map(({ px }) => px)) / size.mmPerPixel));
  const small = {
    width: Math.floor(size.width / base),
    height: Math.floor(size.height / base),
    mmPerPixel: size.mmPerPixel * base,
  };
  const [plan, painting] = [shrunkPlan(planned, size, base), shrunkColours(painted, size, base)];
  const unread = size.unread && shrunkMask(size.unread, size, base);
  const made = new Map<number, ReturnType<typeof contours>>();
  const contours = (factor: number) => ({
    plan: planContours(plan, small, factor),
    painting: contoursOf(painting, small, { factor, unread }),
  });
  const at = (px: number) => {
    const factor = Math.max(1, Math.round(px / small.mmPerPixel));
    const pair = made.get(factor) ?? contours(factor);
    made.set(factor, pair);
    return { ...pair, mm: pair.plan.mmPerPixel };
  };
  const middle: Point = [(size.width * size.mmPerPixel) / 2, (size.height * size.mmPerPixel) / 2];
  const far = at(first.px);
  let global =
    globalOf(matchContours(far.plan, far.painting, first, null), { middle, cellMm: first.cell * far.mm }) ?? NO_DRIFT;
  let field: Field | null = null;
  let [precision, across]: [Float32Array, Float32Array] = [new Float32Array(0), new Float32Array(0)];
  for (const step of steps) {
    const { plan, painting, mm } = at(step.px);
    const grid = {
      columns: Math.floor(plan.width / step.cell),
      rows: Math.floor(plan.height / step.cell),
      cellMm: step.cell * mm,
    };
    const known = field ? onGrid(field, grid) : fieldOfGlobal(global, middle, grid);
    let matches = matchContours(plan, painting, step, known);
    // The whole once more, each time from closer by; what is left is each place's own.
    global = globalOf(told(matches, known, null), { middle, cellMm: grid.cellMm }) ?? global;
    const under = field ? known : fieldOfGlobal(global, middle, grid);
    if (!field) matches = told(matches, known, under);
    const fused = fuse(matches, { sigma: step.sigma / grid.cellMm, still: STILL });
    field = onTop({ ...grid, dx: fused.dx, dy: fused.dy }, under);
    const own = ownShare(matches, step.sigma / grid.cellMm);
    precision = fused.precision.map((known, i) => known * own[i]);
    const apart = beyond(field, fieldOfGlobal(global, middle, grid));
    across = precisionAlong(fused, apart, STILL).map((known, i) => known * own[i]);
  }
  const sure = (known: Float32Array) => known.map((p) => p / (p + SURE));
  return { ...(field as Field), global, confidence: sure(precision), across: sure(across) };
}

/** What of a field is its own: what the other has taken off. Both on the same cells. */
const beyond = (field: Field, other: Field) => ({
  dx: field.dx.map((dx, i) => dx - other.dx[i]),
  dy: field.dy.map((dy, i) => dy - other.dy[i]),
});

/**
 * The same matches, told beyond another field than the one they were found from; null = whole shifts. Fields on the
 * matches' cells.
 */
function told(matches: Matches, from: Field, to: Field | null): Matches {
  const dx = matches.dx.map((v, i) => v + from.dx[i] - (to ? to.dx[i] : 0));
  const dy = matches.dy.map((v, i) => v + from.dy[i] - (to ? to.dy[i] : 0));
  return { ...matches, dx, dy };
}

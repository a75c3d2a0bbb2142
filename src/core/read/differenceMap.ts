import { alongWithValue, warmthAlong } from '../colour';
import { askedValue, type PaintRange } from '../plan';
import { boxBlur } from '../raster';
import type { Aligned } from './aligned';

/** Painted minus plan over the canvas, at about 2 mm a cell, smoothed over strokes and untouched by edges and glare. */
export interface DifferenceMap {
  readonly width: number;
  readonly height: number;
  readonly mmPerPixel: number;
  /** from the plan as far as the paint reaches */
  readonly value: Float32Array;
  /** at matched value: the plan's colour first taken along with the value that was painted; 0 where it is lost */
  readonly warmth: Float32Array;
  readonly chroma: Float32Array;
  /** 0 = nothing could be read near here, up to 1 */
  readonly trust: Float32Array;
}

const CELL_MM = 2;
const SMOOTH_MM = 7; // a few strokes
const EDGE = 0.25; // steps per mm at which a pixel's own edge halves its say

/** What the plan alone says of every pixel and cell. */
interface PlanSays {
  readonly steep: Float32Array;
  readonly say: Float32Array;
}
// A plan is read against many photos: what it says is worked out once and goes when it goes.
const known = new WeakMap<Float32Array, PlanSays>();

function planSays(aligned: Aligned, cells: Cells): PlanSays {
  const before = known.get(aligned.planned.value);
  if (before?.say.length === cells.width * cells.height) return before;
  const steep = steepness(aligned);
  const fresh = { steep, say: sayByCell(steep, aligned, cells) };
  known.set(aligned.planned.value, fresh);
  return fresh;
}

/** Steepness of the plan's value, steps per mm. */
function steepness({ planned, width, height, mmPerPixel }: Aligned): Float32Array {
  const out = new Float32Array(width * height);
  const v = planned.value;
  const scale = 1 / (4 * mmPerPixel);
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2, i = y * width + 2; x < width - 2; x++, i++) {
      const dx = v[i + 2] - v[i - 2];
      const dy = v[i + 2 * width] - v[i - 2 * width];
      out[i] = Math.sqrt(dx * dx + dy * dy) * scale;
    }
  }
  return out;
}

const NEAR_EDGE = 1; // steps per mm at which an edge halves the say of the cells around it
const NEAR_CELLS = 2; // about 4 mm: so far a line may be drawn out of place without its values leaking in

/**
 * Say of every cell, 0..1: little where a strong edge of the plan is near, since the line may be drawn a few
 * millimetres off.
 */
function sayByCell(steep: Float32Array, aligned: Aligned, { width, height, factor }: Cells): Float32Array {
  const strongest = new Float32Array(width * height);
  for (let cy = 0, k = 0; cy < height; cy++) {
    for (let cx = 0; cx < width; cx++, k++) {
      let most = 0;
      for (let y = cy * factor; y < (cy + 1) * factor; y++)
        for (let i = y * aligned.width + cx * factor, end = i + factor; i < end; i++) most = Math.max(most, steep[i]);
      strongest[k] = most;
    }
  }
  const around = greatestAlong(greatestAlong(strongest, { count: width, step: 1, rows: height, row: width }), {
    count: height,
    step: width,
    rows: width,
    row: 1,
  });
  return around.map((most) => 1 / (1 + (most / NEAR_EDGE) ** 4));
}

/** The greatest of the cells up to {@link NEAR_CELLS} away along one direction. */
function greatestAlong(
  from: Float32Array,
  { count, step, rows, row }: { count: number; step: number; rows: number; row: number },
): Float32Array {
  const out = new Float32Array(from.length);
  for (let r = 0; r < rows; r++) {
    for (let k = 0; k < count; k++) {
      let most = 0;
      for (let o = Math.max(0, k - NEAR_CELLS); o <= Math.min(count - 1, k + NEAR_CELLS); o++)
        most = Math.max(most, from[r * row + o * step]);
      out[r * row + k * step] = most;
    }
  }
  return out;
}

interface Cells {
  readonly width: number;
  readonly height: number;
  /** pixels a side of a cell */
  readonly factor: number;
}

/** Sums over the map's cells: of both pictures' values and colours, each pixel by its say, and of the say itself. */
type Sums = Record<'value' | 'planned' | 'pa' | 'pb' | 'ta' | 'tb' | 'say', Float32Array>;

/** Sums one cell, every other pixel as on a draughts board: strokes are far wider. */
function sumCell(
  { painted, planned, mask, clipped, width }: Aligned,
  steep: Float32Array,
  cell: { sums: Sums; k: number; say: number; x: number; y: number; factor: number },
): void {
  const { value: pv, a: pa, b: pb } = painted;
  const { value: tv, a: ta, b: tb } = planned;
  let value = 0;
  let plan = 0;
  let [paintA, paintB, planA, planB] = [0, 0, 0, 0];
  let all = 0;
  for (let y = cell.y; y < cell.y + cell.factor; y++) {
    const from = y * width + cell.x;
    for (let i = from + (y & 1), end = from + cell.factor; i < end; i += 2) {
      if (mask[i]) continue;
      const edge = steep[i] / EDGE;
      const weight = cell.say / (1 + edge * edge);
      value += weight * (pv[i] - tv[i]);
      plan += weight * tv[i];
      all += weight;
      if (clipped?.[i]) continue;
      paintA += weight * pa[i];
      paintB += weight * pb[i];
      planA += weight * ta[i];
      planB += weight * tb[i];
    }
  }
  const { sums, k } = cell;
  sums.value[k] = value;
  sums.planned[k] = plan;
  sums.pa[k] = paintA;
  sums.pb[k] = paintB;
  sums.ta[k] = planA;
  sums.tb[k] = planB;
  sums.say[k] = all;
}

/** Sums without the strokes: each the mean of those around it. */
function smoothed(sums: Sums, size: { width: number; height: number }, radius: number): Sums {
  const soft = (data: Float32Array) => boxBlur(boxBlur({ ...size, data }, radius), radius).data;
  const { value, planned, pa, pb, ta, tb, say } = sums;
  return {
    ...{ value: soft(value), planned: soft(planned), pa: soft(pa), pb: soft(pb) },
    ...{ ta: soft(ta), tb: soft(tb), say: soft(say) },
  };
}

/** What the sums come to; 0 where hardly anything was read. @param least say of a cell from which it is read */
function differencesFrom(
  { value, planned, pa, pb, ta, tb, say }: Sums,
  { least, paint: ends }: { least: number; paint: PaintRange },
): Pick<DifferenceMap, 'value' | 'warmth' | 'chroma'> {
  const out = { value: new Float32Array(say.length), warmth: new Float32Array(say.length) };
  const strength = new Float32Array(say.length);
  for (let i = 0; i < say.length; i++) {
    if (say[i] <= least) continue;
    const plan = { a: ta[i] / say[i], b: tb[i] / say[i] };
    const paint = { a: pa[i] / say[i], b: pb[i] / say[i] };
    const off = value[i] / say[i];
    const meant = planned[i] / say[i];
    // L* + 16 is near 10 V + 16.
    const scale = alongWithValue(plan, paint, (meant + off + 1.6) / (meant + 1.6));
    out.value[i] = meant + off - askedValue(meant, meant + off, ends);
    out.warmth[i] = warmthAlong(paint.a - scale * plan.a, paint.b - scale * plan.b);
    strength[i] = Math.hypot(paint.a, paint.b) - scale * Math.hypot(plan.a, plan.b);
  }
  return { ...out, chroma: strength };
}

export function differenceMap(aligned: Aligned): DifferenceMap {
  const factor = Math.max(1, Math.round(CELL_MM / aligned.mmPerPixel));
  const width = Math.floor(aligned.width / factor);
  const height = Math.floor(aligned.height / factor);
  const plane = () => new Float32Array(width * height);
  const sums: Sums = {
    ...{ value: plane(), planned: plane(), pa: plane(), pb: plane() },
    ...{ ta: plane(), tb: plane(), say: plane() },
  };
  const { steep, say } = planSays(aligned, { width, height, factor });
  for (let cy = 0, k = 0; cy < height; cy++)
    for (let cx = 0; cx < width; cx++, k++)
      sumCell(aligned, steep, { sums, k, say: say[k], x: cx * factor, y: cy * factor, factor });
  const radius = Math.max(1, Math.round(SMOOTH_MM / 2 / (factor * aligned.mmPerPixel)));
  const soft = smoothed(sums, { width, height }, radius);
  const per = (factor * factor) / 2;
  return {
    width,
    height,
    mmPerPixel: aligned.mmPerPixel * factor,
    ...differencesFrom(soft, { least: 0.02 * per, paint: aligned.paint }),
    trust: soft.say.map((v) => Math.min(1, v / per)),
  };
}

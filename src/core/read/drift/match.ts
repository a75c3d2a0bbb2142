import { boxBlur, sampleAt, shrinkPlane, type Plane } from '../../raster';
import type { Contours } from './contours';
import { shiftPlanes, type Field } from './field';

/** Where each cell of the plan was found in the painting, beyond what was already known, and how surely in each direction. */
export interface Matches {
  readonly columns: number;
  readonly rows: number;
  /** mm beyond the field that was known */
  readonly dx: Float32Array;
  readonly dy: Float32Array;
  /** how steeply the agreement falls away from there, as a precision matrix (1/mm2, up to a common factor) */
  readonly xx: Float32Array;
  readonly xy: Float32Array;
  readonly yy: Float32Array;
  /** agreement of the contours, -1..1 */
  readonly agreement: Float32Array;
}

export interface Search {
  /** mm either way beyond what is known */
  readonly reach: number;
  /** pixels of the contours a side of a cell */
  readonly cell: number;
  /** one sigma of the window, mm */
  readonly window: number;
}

const STAY = 0.0006; // of agreement a place must gain for every mm2 it is moved: of several like places the nearest
const LEAST_ENERGY = 0.004; // mean squared contour in a window below which there is nothing to find

/** The painting's contours as they lie under the known field, on the plan's pixels. */
function laidUnder(contours: Contours, known: Field): Contours {
  const { width, height, mmPerPixel, across, along } = contours;
  const { dx, dy } = shiftPlanes(known, contours);
  const out = { width, height, mmPerPixel, across: new Float32Array(across.length), along: new Float32Array(along.length) }; // prettier-ignore
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const [u, v] = [x + dx[i], y + dy[i]];
      if (u < 0 || v < 0 || u >= width - 1 || v >= height - 1) continue;
      const [x0, y0] = [u | 0, v | 0];
      const [fx, fy] = [u - x0, v - y0];
      const k = y0 * width + x0;
      const [a, b, c, d] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
      out.across[i] = a * across[k] + b * across[k + 1] + c * across[k + width] + d * across[k + width + 1];
      out.along[i] = a * along[k] + b * along[k + 1] + c * along[k + width] + d * along[k + width + 1];
    }
  }
  return out;
}

const energyOf = ({ width, height, across, along }: Contours): Plane => ({
  width,
  height,
  data: across.map((v, i) => v * v + along[i] * along[i]),
});

/** Mean product of the contours over every cell where the painting is shifted by whole pixels; nothing lies beyond its border. */
function productsAt(
  plan: Contours,
  paint: Contours,
  { sx, sy, cell }: { sx: number; sy: number; cell: number },
): Plane {
  const { width, height } = plan;
  const columns = Math.floor(width / cell);
  const rows = Math.floor(height / cell);
  const data = new Float32Array(columns * rows);
  const { across: pa, along: pb } = plan;
  const { across: qa, along: qb } = paint;
  const n = 1 / (cell * cell);
  const [top, low] = [Math.max(0, -sy), Math.min(rows * cell, height - sy)];
  for (let y = top; y < low; y++) {
    let k = Math.floor(y / cell) * columns;
    const row = y * width;
    const shift = sy * width + sx;
    for (let c = 0; c < columns; c++, k++) {
      const first = row + Math.max(c * cell, -sx);
      const last = row + Math.min((c + 1) * cell, width - sx);
      let sum = 0;
      for (let i = first; i < last; i++) sum += pa[i] * qa[i + shift] + pb[i] * qb[i + shift];
      data[k] += sum * n;
    }
  }
  return { width: columns, height: rows, data };
}

/** A parabola through the agreement around its best place: the correction in pixels and the curvature. */
function peakOf(scores: readonly Float32Array[], { best, side, i }: { best: number; side: number; i: number }) {
  const at = (ox: number, oy: number) => scores[best + oy * side + ox][i];
  const here = at(0, 0);
  const xx = 2 * here - at(1, 0) - at(-1, 0);
  const yy = 2 * here - at(0, 1) - at(0, -1);
  const xy = -(at(1, 1) + at(-1, -1) - at(1, -1) - at(-1, 1)) / 4;
  const gx = (at(1, 0) - at(-1, 0)) / 2;
  const gy = (at(0, 1) - at(0, -1)) / 2;
  const det = xx * yy - xy * xy;
  const clip = (v: number) => Math.min(0.6, Math.max(-0.6, v));
  // Along a straight contour there is no telling: then only the step across it is taken.
  const sure = det > 1e-6 && det > 0.01 * (xx + yy) ** 2;
  const ox = sure ? clip((yy * gx - xy * gy) / det) : clip(gx / Math.max(xx + yy, 1e-4));
  const oy = sure ? clip((xx * gy - xy * gx) / det) : clip(gy / Math.max(xx + yy, 1e-4));
  return { ox, oy, xx: Math.max(0, xx), xy, yy: Math.max(0, yy) };
}

/**
 * Looks for every window of the plan in the painting by the correlation of contours, over all shifts up to the reach.
 * @param known where the painting is already known to lie; the search goes on from there
 */
export function matchContours(
  plan: Contours,
  painting: Contours,
  { reach, cell, window }: Search,
  known: Field | null,
): Matches {
  const paint = known ? laidUnder(painting, known) : painting;
  const mm = plan.mmPerPixel;
  const most = Math.max(2, Math.round(reach / mm));
  const side = 2 * most + 1;
  const sigma = window / (mm * cell);
  // Two box means: near enough a Gaussian of this width.
  const radius = Math.max(1, Math.round((Math.sqrt(6 * sigma * sigma + 1) - 1) / 2));
  const soft = (plane: Plane) => boxBlur(boxBlur(plane, radius), radius);
  const planEnergy = soft(shrinkPlane(energyOf(plan), cell));
  const paintEnergy = soft(shrinkPlane(energyOf(paint), cell));
  const { width: columns, height: rows } = planEnergy;
  const count = columns * rows;
  const scores: Float32Array[] = [];
  for (let sy = -most; sy <= most; sy++) {
    for (let sx = -most; sx <= most; sx++) {
      const { data } = soft(productsAt(plan, paint, { sx, sy, cell }));
      for (let i = 0; i < count; i++) {
        const there = sampleAt(paintEnergy, (i % columns) + sx / cell, Math.floor(i / columns) + sy / cell);
        data[i] /= Math.sqrt((planEnergy.data[i] + LEAST_ENERGY) * (there + LEAST_ENERGY));
      }
      scores.push(data);
    }
  }
  const plane = () => new Float32Array(count);
  const out = { columns, rows, dx: plane(), dy: plane(), xx: plane(), xy: plane(), yy: plane(), agreement: plane() };
  for (let i = 0; i < count; i++) {
    let [best, top] = [-1, -Infinity];
    for (let sy = -most, s = 0; sy <= most; sy++)
      for (let sx = -most; sx <= most; sx++, s++) {
        const score = scores[s][i] - STAY * (sx * sx + sy * sy) * mm * mm;
        if (score > top) [best, top] = [s, score];
      }
    const sx = (best % side) - most;
    const sy = Math.floor(best / side) - most;
    const agreement = scores[best][i];
    out.agreement[i] = agreement;
    out.dx[i] = sx * mm;
    out.dy[i] = sy * mm;
    // At the rim of the search the true place may lie beyond.
    if (Math.abs(sx) === most || Math.abs(sy) === most || agreement <= 0) continue;
    const { ox, oy, xx, xy, yy } = peakOf(scores, { best, side, i });
    out.dx[i] += ox * mm;
    out.dy[i] += oy * mm;
    const say = (planEnergy.data[i] * trustIn(agreement)) / (mm * mm);
    out.xx[i] = xx * say;
    out.xy[i] = xy * say;
    out.yy[i] = yy * say;
  }
  return out;
}

/** How much a match counts by its agreement: nothing at a quarter, ten times as much at 0.95 as at a half. */
const trustIn = (agreement: number) => Math.max(0, agreement - 0.25) ** 2 / (1.05 - Math.min(1, agreement));

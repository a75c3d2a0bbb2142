import { sampleAt, shrinkPlane, type Plane } from '../../raster';
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
const APERTURE = 0.15; // of the steepest fall: a direction in which it falls less is not known
const LEAST_ENERGY = 0.004; // mean squared contour in a window below which there is nothing to find
const FLOOR = 0.1; // of the plan's contours: with less of them painted the agreement fades

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
  { sx, sy, cell, line, out }: { sx: number; sy: number; cell: number; line: Float32Array; out: Float32Array },
): void {
  const { width, height, across: pa, along: pb } = plan;
  const { across: qa, along: qb } = paint;
  const columns = Math.floor(width / cell);
  const rows = Math.floor(height / cell);
  const n = 1 / (cell * cell);
  const [first, last] = [Math.max(0, -sx), Math.min(columns * cell, width - sx)];
  const shift = sy * width + sx;
  for (let r = 0, k = 0; r < rows; r++) {
    line.fill(0);
    for (let y = Math.max(r * cell, -sy), low = Math.min((r + 1) * cell, height - sy); y < low; y++) {
      const row = y * width;
      for (let x = first, i = row + first; x < last; x++, i++) line[x] += pa[i] * qa[i + shift] + pb[i] * qb[i + shift];
    }
    for (let c = 0, x = 0; c < columns; c++, k++) {
      let sum = 0;
      for (const end = x + cell; x < end; x++) sum += line[x];
      out[k] = sum * n;
    }
  }
}

/** Weights of two box means one after the other, middle first. */
const tapsOf = (radius: number): number[] => {
  const side = 2 * radius + 1;
  return Array.from({ length: side }, (_, k) => (side - k) / (side * side));
};

/** A triangle-shaped window over the cells, in place; borders repeat. */
function soften(
  data: Float32Array,
  spare: Float32Array,
  { columns, rows, taps }: { columns: number; rows: number; taps: readonly number[] },
): void {
  for (let y = 0; y < rows; y++) {
    const row = y * columns;
    for (let x = 0; x < columns; x++) {
      let sum = taps[0] * data[row + x];
      for (let k = 1; k < taps.length; k++)
        sum += taps[k] * (data[row + (x < k ? 0 : x - k)] + data[row + (x + k < columns ? x + k : columns - 1)]);
      spare[row + x] = sum;
    }
  }
  for (let y = 0; y < rows; y++) {
    const row = y * columns;
    for (let x = 0; x < columns; x++) data[row + x] = taps[0] * spare[row + x];
    for (let k = 1; k < taps.length; k++) {
      const above = (y < k ? 0 : y - k) * columns;
      const below = (y + k < rows ? y + k : rows - 1) * columns;
      for (let x = 0; x < columns; x++) data[row + x] += taps[k] * (spare[above + x] + spare[below + x]);
    }
  }
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
  // Along a straight contour there is no telling: a direction in which the agreement hardly falls is not known at all.
  const half = (xx + yy) / 2;
  const apart = Math.hypot((xx - yy) / 2, xy);
  const [high, low] = [half + apart, half - apart];
  if (high <= 1e-5) return { ox: 0, oy: 0, xx: 0, xy: 0, yy: 0 };
  const known = Math.max(0, low - APERTURE * high);
  // Unit vector of the steepest fall.
  const turn = 0.5 * Math.atan2(2 * xy, xx - yy);
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const clip = (v: number) => Math.min(0.6, Math.max(-0.6, v));
  const across = clip((gx * c + gy * s) / high);
  const along = known > 0 ? clip((gy * c - gx * s) / low) : 0;
  return {
    ox: across * c - along * s,
    oy: across * s + along * c,
    xx: high * c * c + known * s * s,
    xy: (high - known) * c * s,
    yy: high * s * s + known * c * c,
  };
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
  const radius = Math.max(1, Math.round((Math.sqrt(6 * sigma * sigma + 1) - 1) / 2));
  const [columns, rows] = [Math.floor(plan.width / cell), Math.floor(plan.height / cell)];
  const count = columns * rows;
  const spare = new Float32Array(count);
  const shape = { columns, rows, taps: tapsOf(radius) };
  const softEnergy = (contours: Contours) => {
    const { data } = shrinkPlane(energyOf(contours), cell);
    soften(data, spare, shape);
    return data;
  };
  const planEnergy = softEnergy(plan);
  const paintEnergy = softEnergy(paint);
  // Shifts of part of a cell recur: the painting's energy there is worked out once for each.
  const shifted = new Map<number, Float32Array>();
  const between = (px: number, py: number) => {
    const before = shifted.get(py * cell + px);
    if (before) return before;
    const plane: Plane = { width: columns, height: rows, data: paintEnergy };
    const fresh = paintEnergy.map((_, i) => sampleAt(plane, (i % columns) + px / cell, ((i / columns) | 0) + py / cell)); // prettier-ignore
    shifted.set(py * cell + px, fresh);
    return fresh;
  };
  const scores: Float32Array[] = [];
  const top = new Float32Array(count).fill(-Infinity);
  const bestOf = new Int32Array(count);
  const line = new Float32Array(plan.width);
  for (let sy = -most; sy <= most; sy++) {
    for (let sx = -most; sx <= most; sx++) {
      const out = new Float32Array(count);
      productsAt(plan, paint, { sx, sy, cell, line, out });
      soften(out, spare, shape);
      const stay = STAY * (sx * sx + sy * sy) * mm * mm;
      const [u, v] = [Math.floor(sx / cell), Math.floor(sy / cell)];
      const there = between(sx - u * cell, sy - v * cell);
      for (let y = 0, i = 0; y < rows; y++) {
        const row = Math.min(rows - 1, Math.max(0, y + v)) * columns;
        for (let x = 0; x < columns; x++, i++) {
          const column = x + u < 0 ? 0 : x + u < columns ? x + u : columns - 1;
          // Normalised correlation; the floor under the painting's part follows the plan's, so that it favours no shift.
          const own = planEnergy[i] + 1e-6;
          out[i] /= Math.sqrt(own * (there[row + column] + FLOOR * own));
          if (out[i] - stay > top[i]) {
            top[i] = out[i] - stay;
            bestOf[i] = scores.length;
          }
        }
      }
      scores.push(out);
    }
  }
  const plane = () => new Float32Array(count);
  const out = { columns, rows, dx: plane(), dy: plane(), xx: plane(), xy: plane(), yy: plane(), agreement: plane() };
  for (let i = 0; i < count; i++) {
    const best = bestOf[i];
    const sx = (best % side) - most;
    const sy = Math.floor(best / side) - most;
    const agreement = (scores[best][i] * planEnergy[i]) / (planEnergy[i] + LEAST_ENERGY);
    out.agreement[i] = agreement;
    out.dx[i] = sx * mm;
    out.dy[i] = sy * mm;
    // At the rim of the search the true place may lie beyond.
    if (Math.abs(sx) === most || Math.abs(sy) === most || agreement <= 0) continue;
    const { ox, oy, xx, xy, yy } = peakOf(scores, { best, side, i });
    out.dx[i] += ox * mm;
    out.dy[i] += oy * mm;
    const say = (planEnergy[i] * trustIn(agreement)) / (mm * mm);
    out.xx[i] = xx * say;
    out.xy[i] = xy * say;
    out.yy[i] = yy * say;
  }
  return out;
}

/** How much a match counts by its agreement: nothing at a quarter, ten times as much at 0.95 as at a half. */
const trustIn = (agreement: number) => Math.max(0, agreement - 0.25) ** 2 / (1.05 - Math.min(1, agreement));

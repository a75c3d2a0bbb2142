import type { Contours } from './contours';
import {
  correlated,
  energyOf,
  framed,
  marked,
  partShifted,
  productsAt,
  soften,
  type Best,
  type Framed,
  type Marked,
} from './correlate';
import { shiftPlanes, type Field } from './field';

/**
 * Where each cell of the plan was found in the painting, beyond what was already known, and how surely in each
 * direction.
 */
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
  /** mean squared contour of the plan in the cell itself */
  readonly energy: Float32Array;
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
  const out = {
    width,
    height,
    mmPerPixel,
    across: new Float32Array(across.length),
    along: new Float32Array(along.length),
  };
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

/** How the agreement of one cell falls away around its best shift. */
interface Peak {
  /** pixels from the best whole shift */
  readonly ox: number;
  readonly oy: number;
  /** curvature */
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}
const NO_PEAK: Peak = { ox: 0, oy: 0, xx: 0, xy: 0, yy: 0 };
const clip = (v: number) => Math.min(0.6, Math.max(-0.6, v));

/**
 * A parabola through the agreement around its best place.
 * @param scores of all cells for one shift after the other;
 * @param at of the cell at its best shift;
 * @param right, down from there to the shift one pixel further
 */
function peakOf(scores: Float32Array, at: number, { right, down }: { right: number; down: number }): Peak {
  const here = 2 * scores[at];
  const [east, west] = [scores[at + right], scores[at - right]];
  const [south, north] = [scores[at + down], scores[at - down]];
  const xx = here - east - west;
  const yy = here - south - north;
  const xy =
    -(scores[at + right + down] + scores[at - right - down] - scores[at + right - down] - scores[at - right + down]) /
    4;
  const [gx, gy] = [(east - west) / 2, (south - north) / 2];
  // Along a straight contour there is no telling: a direction in which the agreement hardly falls is not known at all.
  const half = (xx + yy) / 2;
  const tilt = (xx - yy) / 2;
  const apart = Math.sqrt(tilt * tilt + xy * xy);
  const [high, low] = [half + apart, half - apart];
  if (high <= 1e-5) return NO_PEAK;
  const known = Math.max(0, low - APERTURE * high);
  // Unit vector of the steepest fall, by its doubled angle.
  const double = apart > 0 ? tilt / apart : 1;
  const c = Math.sqrt(Math.max(0, (1 + double) / 2));
  const s = (xy < 0 ? -1 : 1) * Math.sqrt(Math.max(0, (1 - double) / 2));
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
  const sigma = window / (mm * cell);
  const radius = Math.max(1, Math.round((Math.sqrt(6 * sigma * sigma + 1) - 1) / 2));
  const marks = marked(plan, cell, most);
  const { columns, rows } = marks;
  const frame = framed(paint, most);
  const count = columns * rows;
  const spare = new Float32Array(count);
  const shape = { columns, rows, radius };
  const softened = (energy: Float32Array) => {
    soften(energy, spare, shape);
    return energy;
  };
  const energy = energyOf(plan, cell);
  const planEnergy = softened(energy.slice());
  const paintEnergy = softened(energyOf(paint, cell));
  const own = planEnergy.map((energy) => energy + 1e-6);
  // Shifts of part of a cell recur: the painting's energy there is worked out once for each.
  const parts = Array.from({ length: cell * cell }, (_, k) =>
    partShifted(paintEnergy, { columns, rows, fx: (k % cell) / cell, fy: Math.floor(k / cell) / cell }),
  );
  const seen = everyShift({ marks, frame, own, parts, shape, most, cell, mm });
  return { ...placesOf(seen, planEnergy, { columns, rows, most, mm }), energy };
}

/** The agreement of every cell at every shift, shift after shift, and the best of each cell. */
interface Seen {
  readonly scores: Float32Array;
  readonly best: Best;
}

interface Looked {
  readonly marks: Marked;
  readonly frame: Framed;
  /** energy of the plan, and of the painting read parts of a cell further */
  readonly own: Float32Array;
  readonly parts: readonly Float32Array[];
  readonly shape: { readonly columns: number; readonly rows: number; readonly radius: number };
  readonly most: number;
  readonly cell: number;
  readonly mm: number;
}

function everyShift({ marks, frame, own, parts, shape, most, cell, mm }: Looked): Seen {
  const { columns, rows } = shape;
  const count = columns * rows;
  const side = 2 * most + 1;
  const spare = new Float32Array(count);
  const scores = new Float32Array(side * side * count);
  const best: Best = { score: new Float32Array(count).fill(-Infinity), of: new Int32Array(count) };
  for (let sy = -most, index = 0; sy <= most; sy++) {
    for (let sx = -most; sx <= most; sx++, index++) {
      const out = scores.subarray(index * count, (index + 1) * count);
      productsAt(marks, frame, { shift: 2 * (sy * frame.width + sx), per: 1 / (cell * cell), out });
      soften(out, spare, shape);
      const stay = STAY * (sx * sx + sy * sy) * mm * mm;
      const [u, v] = [Math.floor(sx / cell), Math.floor(sy / cell)];
      const there = parts[(sy - v * cell) * cell + (sx - u * cell)];
      correlated(out, { own, there }, { columns, rows, u, v, floor: FLOOR, stay, index, best });
    }
  }
  return { scores, best };
}

/** Every cell's best place, between the whole shifts, and how surely it is known in each direction. */
function placesOf(
  { scores, best }: Seen,
  planEnergy: Float32Array,
  { columns, rows, most, mm }: { columns: number; rows: number; most: number; mm: number },
): Omit<Matches, 'energy'> {
  const count = columns * rows;
  const side = 2 * most + 1;
  const plane = () => new Float32Array(count);
  const out = { columns, rows, dx: plane(), dy: plane(), xx: plane(), xy: plane(), yy: plane(), agreement: plane() };
  for (let i = 0; i < count; i++) {
    const shift = best.of[i];
    const sx = (shift % side) - most;
    const sy = Math.floor(shift / side) - most;
    const agreement = (scores[shift * count + i] * planEnergy[i]) / (planEnergy[i] + LEAST_ENERGY);
    out.agreement[i] = agreement;
    out.dx[i] = sx * mm;
    out.dy[i] = sy * mm;
    // At the rim of the search the true place may lie beyond.
    if (Math.abs(sx) === most || Math.abs(sy) === most || agreement <= 0) continue;
    const { ox, oy, xx, xy, yy } = peakOf(scores, shift * count + i, { right: count, down: side * count });
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

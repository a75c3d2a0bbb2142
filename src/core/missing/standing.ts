import { median, quantile, type Grid } from '../raster';
import type { Cells, Planes } from './cells';

/** How much of what a place stands out by in the plan is there in the painting. */
export interface Standing {
  /** steps it stands out by in the plan, colour counted in */
  readonly planned: number;
  /** share of it that is painted: 0 = nothing stands out there, 1 = as planned */
  readonly there: number;
  /** one sigma of that share */
  readonly doubt: number;
}

const SEEN = 0.6; // steps from which an outline is seen
const OUTLINED = 0.6; // of an outline, that must be seen in the plan
const GONE_AT = 0.4; // of its contrast, up to which a piece of outline is gone
const [INSIDE, OUTSIDE] = [1.5, 2.5]; // cells from a rim, where its two sides are compared

/** Both sides of an outline, cell by cell: what is inside minus what is outside, planned and painted. */
interface Across {
  readonly planned: readonly [number, number, number];
  readonly painted: readonly [number, number, number];
}

const REACH = 2; // cells about a rim's, by which its way is told

/** The way out of a place at one of its cells; null where it has none. */
function wayOut(inside: Uint8Array, { width, height }: Grid, k: number): readonly [number, number] | null {
  const [x, y] = [k % width, Math.floor(k / width)];
  let [dx, dy] = [0, 0];
  for (let v = -REACH; v <= REACH; v++)
    for (let u = -REACH; u <= REACH; u++) {
      const [p, q] = [x + u, y + v];
      if (p < 0 || q < 0 || p >= width || q >= height || inside[q * width + p]) continue;
      dx += u;
      dy += v;
    }
  const length = Math.hypot(dx, dy);
  return length > 0 ? [dx / length, dy / length] : null;
}

const at = (planes: Planes, k: number): [number, number, number] => [planes[0][k], planes[1][k], planes[2][k]];
const minus = (one: readonly number[], two: readonly number[]): [number, number, number] => [
  one[0] - two[0],
  one[1] - two[1],
  one[2] - two[2],
];
const dot = (one: readonly number[], two: readonly number[]) => one[0] * two[0] + one[1] * two[1] + one[2] * two[2];

function acrossOutline(inside: Uint8Array, cells: Cells): Across[] {
  const { width, height, read, planned, painted } = cells;
  const cellAt = (x: number, y: number) => {
    const [u, v] = [Math.round(x), Math.round(y)];
    const k = u < 0 || v < 0 || u >= width || v >= height ? -1 : v * width + u;
    return k >= 0 && read[k] ? k : -1;
  };
  const out: Across[] = [];
  for (let k = 0; k < inside.length; k++) {
    const x = k % width;
    const rim =
      inside[k] &&
      !(inside[k - width] && inside[k + width] && x > 0 && inside[k - 1] && x < width - 1 && inside[k + 1]);
    const way = rim ? wayOut(inside, cells, k) : null;
    if (!way) continue;
    const y = Math.floor(k / width);
    const within = cellAt(x - INSIDE * way[0], y - INSIDE * way[1]);
    const beyond = cellAt(x + OUTSIDE * way[0], y + OUTSIDE * way[1]);
    if (within < 0 || beyond < 0 || !inside[within] || inside[beyond]) continue;
    out.push({
      planned: minus(at(planned, within), at(planned, beyond)),
      painted: minus(at(painted, within), at(painted, beyond)),
    });
  }
  return out;
}

const LEAST_ACROSS = 8; // cells of an outline, from which anything is told
const ALIKE = 4; // of them that err together
const LEAST_DOUBT = 0.06; // one sigma

/** A standing, and the share of its outline along which the painting shows next to nothing. */
interface Outlined extends Standing {
  readonly gone: number;
}

/**
 * How marked cells stand out along their outline; null where the plan does not set them off, or too little can be
 * read.
 * @param inside 1 = belongs to the place
 */
export function standingOf(inside: Uint8Array, cells: Cells): Outlined | null {
  const all = acrossOutline(inside, cells);
  const seen = all.filter(({ planned }) => Math.sqrt(dot(planned, planned)) >= SEEN);
  if (seen.length < LEAST_ACROSS || seen.length < OUTLINED * all.length) return null;
  const of = (one: Across) => dot(one.painted, one.planned) / dot(one.planned, one.planned);
  const shares = seen.map(of);
  const spread = (quantile(shares, 0.84) - quantile(shares, 0.16)) / 2;
  return {
    planned: median(seen.map(({ planned }) => Math.sqrt(dot(planned, planned)))),
    there: median(shares), // where a border behind it runs along its outline nothing is told by that piece
    doubt: Math.hypot(LEAST_DOUBT, spread / Math.sqrt(seen.length / ALIKE)),
    gone: shares.filter((share) => share <= GONE_AT).length / shares.length,
  };
}

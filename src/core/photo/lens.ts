import {
  bentCorners,
  solveLinear,
  straightLens,
  unbentCorners,
  type Corners,
  type Lens,
  type Picture,
  type Point,
} from '../raster';
import { cornersFromSides, hitsAlong, normalOf } from './sides';
import { keptHits, robustLine, type Hits } from './sideLine';
import { eyeOn } from './sideProfile';

const REACH = 14; // px either side of a straight side: a phone's lens bends it by less
const PLACES = 72;
const LEAST_SEEN = 0.5; // share of a side's places that must show its edge
const MOST = 0.04; // |bend|: no camera's standard lens bends more
const LEAST_BOW = 0.4; // px: below this a straight line is as good

interface Bow {
  readonly hits: Hits;
  /** offset px a bend of 1 gives each hit */
  readonly pull: Float64Array;
  /** and the side's two ends */
  readonly endPull: readonly [number, number];
  readonly tolerance: number;
}

/**
 * Hits along one side with the polarity most of them have, and how each would move with the lens; null where too few
 * are seen.
 */
function bowOf(picture: Picture, [from, to]: readonly [Point, Point]): Bow | null {
  const look = { reach: REACH, places: PLACES, half: 2, sign: 0, most: 2 };
  const all = hitsAlong(eyeOn(picture), { from, to }, look);
  if (all.count < 8) return null;
  const tolerance = REACH / 2;
  const { p, q } = robustLine(all, { tolerance, length: Math.hypot(to[0] - from[0], to[1] - from[1]) });
  const near = keptHits(all, (i) => Math.abs(all.offset[i] - p - q * all.t[i]) < tolerance);
  let votes = 0;
  for (let i = 0; i < near.count; i++) votes += near.sign[i] * near.weight[i];
  const hits = keptHits(near, (i) => near.sign[i] * votes > 0);
  if (new Set(hits.place.subarray(0, hits.count)).size < LEAST_SEEN * PLACES) return null;
  const [nx, ny] = normalOf({ from, to });
  const [cx, cy] = [picture.width / 2, picture.height / 2];
  const pullAt = (t: number, offset: number) => {
    const x = from[0] + t * (to[0] - from[0]) + offset * nx - cx;
    const y = from[1] + t * (to[1] - from[1]) + offset * ny - cy;
    return ((x * x + y * y) / (cx * cx + cy * cy)) * (nx * x + ny * y);
  };
  const pull = Float64Array.from({ length: hits.count }, (_, i) => pullAt(hits.t[i], hits.offset[i]));
  return { hits, pull, endPull: [pullAt(0, 0), pullAt(1, 0)], tolerance };
}

/**
 * Straight lines through the sides and one bend for all, by re-weighted least squares; how sure the bend is, one sigma.
 */
function fitBows(bows: readonly Bow[]): { bend: number; sigma: number; lines: number[] } | null {
  const n = 2 * bows.length + 1;
  let solution = new Array<number>(n).fill(0);
  let sigma = Infinity;
  for (let step = 0; step < 10; step++) {
    const normal = Array.from({ length: n }, () => new Array<number>(n).fill(0));
    const rhs = new Array<number>(n).fill(0);
    let [squares, weights] = [0, 0];
    bows.forEach(({ hits, pull, tolerance }, side) => {
      // The first rounds are patient, the last believe only what lies within a pixel or so.
      const scale = Math.max(0.8, (0.6 * tolerance) / (1 + step));
      for (let i = 0; i < hits.count; i++) {
        const row = [2 * side, 2 * side + 1, n - 1];
        const by = [1, hits.t[i], pull[i]];
        const off = hits.offset[i] - row.reduce((sum, at, k) => sum + solution[at] * by[k], 0);
        const w = hits.weight[i] / (1 + (off / scale) ** 2) ** 2;
        squares += w * off * off;
        weights += w;
        row.forEach((at, k) => {
          rhs[at] += w * by[k] * hits.offset[i];
          row.forEach((to, l) => (normal[at][to] += w * by[k] * by[l]));
        });
      }
    });
    const next = solveLinear(normal, rhs);
    const unit = solveLinear(
      normal,
      rhs.map((_, i) => (i === n - 1 ? 1 : 0)),
    );
    if (!next || !unit) return null;
    solution = next;
    const count = bows.reduce((sum, { hits }) => sum + hits.count, 0);
    sigma = Math.sqrt(((unit[n - 1] * squares) / weights) * (weights / Math.max(1, count - n)));
  }
  return { bend: solution[n - 1], sigma, lines: solution };
}

/**
 * The lens's one radial term from the sides of the canvas, which are straight (measurement.md, 1.1): every side's
 * crossings must lie on
 * a straight line once the bend is taken out, and one bend must do for all.
 * @param corners photo px
 * @returns a straight lens where too few sides are seen, or the bend is lost in their scatter; and the corners where
 * the unbent sides
 * meet, as the photo shows them: the same as given unless all four sides told of the bend
 */
export function lensFrom(picture: Picture, corners: Corners): { lens: Lens; corners: Corners } {
  const straight = { lens: straightLens(picture), corners };
  const bows = corners.flatMap((from, i) => bowOf(picture, [from, corners[(i + 1) % 4]]) ?? []);
  const first = lensThrough(picture, corners, bows);
  if (!first) return straight;
  // A side that is hidden, or hardly shows, tells of whatever lies beside it: its own shadow, a ledge. A straight line
  // that was laid through one half of a bent side passes the other end at 2.2 times the bow: so far off is no stranger.
  const own = bows.filter((_, side) => Math.max(...first.off[side].map(Math.abs)) <= 1 + FAR * first.bow);
  const { lens, lines } = (own.length === bows.length ? first : lensThrough(picture, corners, own)) ?? {};
  if (!lens || !lines) return straight;
  return { lens, corners: own.length < 4 ? corners : meeting(lens, corners, lines) };
}

const FAR = 2.5; // bows

/** The lens that these sides agree on; null where they are too few, or the bend is lost in their scatter. */
function lensThrough(picture: Picture, corners: Corners, bows: readonly Bow[]) {
  if (bows.length < 3) return null;
  const fit = fitBows(bows);
  if (!fit || Math.abs(fit.bend) > MOST || Math.abs(fit.bend) < 4 * fit.sigma) return null;
  const lens = { ...straightLens(picture), bend: fit.bend };
  const bow = sagitta(lens, corners);
  if (bow < LEAST_BOW) return null;
  /** px each side, bent as the photo shows it, lies from the given corners at its two ends */
  const off = bows.map(({ endPull }, side) => {
    const [at, along] = fit.lines.slice(2 * side);
    return [at + fit.bend * endPull[0], at + along + fit.bend * endPull[1]];
  });
  return { lens, bow, lines: fit.lines, off };
}

/** Where the unbent sides meet, as the photo shows it. */
function meeting(lens: Lens, corners: Corners, lines: readonly number[]): Corners {
  const sides = corners.map((from, i) => {
    const to = corners[(i + 1) % 4];
    const [nx, ny] = normalOf({ from, to });
    const [a, b] = [lines[2 * i], lines[2 * i] + lines[2 * i + 1]];
    return { from: [from[0] + a * nx, from[1] + a * ny], to: [to[0] + b * nx, to[1] + b * ny] } as const;
  });
  const flat = cornersFromSides(sides);
  return flat ? bentCorners(lens, flat) : corners;
}

/** How far the most bent side strays from the straight line between its corners, photo px. */
export function sagitta(lens: Lens, corners: Corners): number {
  if (lens.bend === 0) return 0;
  const flat = unbentCorners(lens, corners);
  return Math.max(
    ...corners.map((from, i) => {
      const [to, a, b] = [corners[(i + 1) % 4], flat[i], flat[(i + 1) % 4]];
      const [middle] = bentCorners(lens, [[(a[0] + b[0]) / 2, (a[1] + b[1]) / 2], a, a, a]);
      const [nx, ny] = normalOf({ from, to });
      return Math.abs((middle[0] - from[0]) * nx + (middle[1] - from[1]) * ny);
    }),
  );
}

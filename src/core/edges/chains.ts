import { massBorders, type MassMap } from '../plan';
import type { Point } from '../raster';
import { innerContours } from './contours';
import type { Crossing } from './stretch';

/** A line along an edge of the plan, from junction to junction. */
export interface Chain {
  /** indices of the masses on either side; the same twice = it lies inside that mass */
  readonly between: readonly [number, number];
  /** places along it {@link STEP_MM} apart, and the way across: from the one mass into the other */
  readonly crossings: readonly Crossing[];
}

export const STEP_MM = 1.25;
const SMOOTH_MM = 2; // one sigma along a border: masses run along pixels and wander by a hand's width less
const LEAST_MM = 10;

/** Mean of a line's points by their distance along it, so that it does not run along pixels. */
function smoothed(points: readonly Point[], perPoint: number): Point[] {
  const sigma = SMOOTH_MM / perPoint;
  const reach = Math.ceil(2.5 * sigma);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, k) => Math.exp(-0.5 * ((k - reach) / sigma) ** 2));
  const [first, last] = [points[0], points[points.length - 1]];
  const ring = first[0] === last[0] && first[1] === last[1];
  const n = ring ? points.length - 1 : points.length;
  return points.map((own, i): Point => {
    // Towards its ends a line is smoothed over no more than it has on both sides, so that it stays as long.
    const room = ring ? reach : Math.min(reach, i, n - 1 - i);
    if (room === 0) return own;
    let [x, y, sum] = [0, 0, 0];
    for (let k = -room; k <= room; k++) {
      const w = weights[k + reach];
      const [px, py] = points[ring ? (((i + k) % n) + n) % n : i + k];
      x += w * px;
      y += w * py;
      sum += w;
    }
    return [x / sum, y / sum];
  });
}

/** Places along a line, evenly apart, each with the way across: to the right of the way the line runs. */
function crossingsOn(line: readonly Point[]): Crossing[] {
  const out: Crossing[] = [];
  let due = STEP_MM / 2;
  for (let k = 1; k < line.length; k++) {
    const [[ax, ay], [bx, by]] = [line[k - 1], line[k]];
    const length = Math.hypot(bx - ax, by - ay);
    for (; due < length; due += STEP_MM) {
      const t = due / length;
      out.push({ at: [ax + t * (bx - ax), ay + t * (by - ay)], way: [-(by - ay) / length, (bx - ax) / length] });
    }
    due -= length;
  }
  return out;
}

/** The index of the mass at a place; -1 = beyond the canvas. */
function massIndexAt({ massOf, width, height }: MassMap, [x, y]: Point, mmPerPixel: number): number {
  const [u, v] = [Math.floor(x / mmPerPixel), Math.floor(y / mmPerPixel)];
  return u < 0 || v < 0 || u >= width || v >= height ? -1 : massOf[v * width + u];
}

/** Which of two masses lies to the right of a line, by most of its places. */
function rightOf(crossings: readonly Crossing[], masses: MassMap, mmPerPixel: number, two: number): boolean {
  const yes = crossings.filter(
    ({ at, way }) => massIndexAt(masses, [at[0] + 2 * way[0], at[1] + 2 * way[1]], mmPerPixel) === two,
  );
  return 2 * yes.length >= crossings.length;
}

/** Every border between masses as a line to read edges along; what is too short to be one is left out. */
const borderChains = (masses: MassMap, mmPerPixel: number): Chain[] =>
  massBorders(masses, mmPerPixel).flatMap(({ points, between: [one, two] }): Chain[] => {
    if (points.length * mmPerPixel < LEAST_MM) return [];
    const crossings = crossingsOn(smoothed(points, mmPerPixel));
    if (crossings.length * STEP_MM < LEAST_MM) return [];
    const right = rightOf(crossings, masses, mmPerPixel, two);
    return [{ between: right ? [one, two] : [two, one], crossings }];
  });

/** Every line to read edges along: borders between masses, then contours inside one. */
export const chainsOf = (masses: MassMap, mmPerPixel: number, value: Float32Array): Chain[] => [
  ...borderChains(masses, mmPerPixel),
  ...innerContours(value, masses, mmPerPixel).map(({ mass, points }): Chain => {
    return { between: [mass, mass], crossings: crossingsOn(smoothed(points, mmPerPixel)) };
  }),
];

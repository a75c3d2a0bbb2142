import type { Point } from '../raster';

interface Shown {
  readonly at: Point;
  readonly shift: Point;
}

/**
 * The shift of any place, bilinear between points of the drift.
 * @param points on an even grid, row by row; none = nothing moved
 */
export function shifter(points: readonly Shown[]): (at: Point) => Point {
  if (points.length < 4) return () => [0, 0];
  const columns = Math.max(
    2,
    points.findIndex(({ at }) => at[1] !== points[0].at[1]),
  );
  const rows = Math.floor(points.length / columns);
  const first = points[0].at;
  const step: Point = [points[1].at[0] - first[0], points[columns].at[1] - first[1]];
  return ([x, y]) => {
    const u = Math.min(columns - 1, Math.max(0, (x - first[0]) / step[0]));
    const v = Math.min(rows - 1, Math.max(0, (y - first[1]) / step[1]));
    const [i, k] = [Math.min(columns - 2, Math.floor(u)), Math.min(rows - 2, Math.floor(v))];
    const [fx, fy] = [u - i, v - k];
    const at = (a: number, b: number) => points[(k + b) * columns + i + a].shift;
    const axis = (c: 0 | 1) =>
      (1 - fy) * ((1 - fx) * at(0, 0)[c] + fx * at(1, 0)[c]) + fy * ((1 - fx) * at(0, 1)[c] + fx * at(1, 1)[c]);
    return [axis(0), axis(1)];
  };
}

/** Confidence from which a place's shift is known. */
export const FOUND = 0.5;

/**
 * Whether a place of the plan was found again in the painting: the nearest point of the drift is known.
 * @param points none = nothing was found
 */
export function finder(points: readonly (Shown & { readonly confidence: number })[]): (at: Point) => boolean {
  return ([x, y]) => {
    let [nearest, best] = [Infinity, 0];
    for (const { at, confidence } of points) {
      const away = Math.hypot(at[0] - x, at[1] - y);
      if (away < nearest) [nearest, best] = [away, confidence];
    }
    return best >= FOUND;
  };
}

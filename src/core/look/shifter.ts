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

import type { Corners, Point } from './raster';

/** Plane projective map, row-major 3x3 with the last entry 1. */
export type Homography = readonly number[];

/** Solves the dense system `rows . x = rhs` by Gauss elimination with partial pivoting; null where it is singular. */
export function solveLinear(rows: readonly (readonly number[])[], rhs: readonly number[]): number[] | null {
  const n = rhs.length;
  const m = rows.map((row, i) => [...row, rhs[i]]);
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let i = c + 1; i < n; i++) if (Math.abs(m[i][c]) > Math.abs(m[pivot][c])) pivot = i;
    // Relative to the row's own size: a pivot lost in rounding means the rows depend on one another.
    if (Math.abs(m[pivot][c]) <= 1e-12 * Math.max(...rows[c].map(Math.abs), 1e-300)) return null;
    [m[c], m[pivot]] = [m[pivot], m[c]];
    for (let i = c + 1; i < n; i++) {
      const f = m[i][c] / m[c][c];
      if (f !== 0) for (let k = c; k <= n; k++) m[i][k] -= f * m[c][k];
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    x[i] = (m[i][n] - m[i].slice(i + 1, n).reduce((sum, v, k) => sum + v * x[i + 1 + k], 0)) / m[i][i];
  }
  return x;
}

/** The projective map that carries four points onto four others; null where three of either lie on one line. */
export function homographyBetween(from: Corners, to: Corners): Homography | null {
  const rows: number[][] = [];
  const rhs: number[] = [];
  from.forEach(([x, y], i) => {
    const [u, v] = to[i];
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    rhs.push(u, v);
  });
  const solved = solveLinear(rows, rhs);
  if (!solved) return null;
  // A map that flattens the plane onto a line is no map: its determinant vanishes beside the size of its columns.
  const [a, b, c, d, e, f, g, k] = solved;
  const det = a * (e - f * k) - b * (d - f * g) + c * (d * k - e * g);
  const size = Math.hypot(a, d, g) * Math.hypot(b, e, k) * Math.hypot(c, f, 1);
  return Math.abs(det) > 1e-9 * size ? [...solved, 1] : null;
}

/** Where the map carries a point. */
export function project(h: Homography, [x, y]: Point): Point {
  const w = h[6] * x + h[7] * y + h[8];
  return [(h[0] * x + h[1] * y + h[2]) / w, (h[3] * x + h[4] * y + h[5]) / w];
}

/** Corners of an upright rectangle from the origin, clockwise from top left. */
export const rectangle = (width: number, height: number): Corners => [
  [0, 0],
  [width, 0],
  [width, height],
  [0, height],
];

/** Inverse of a projective map; null where it has none. */
export function invert(h: Homography): Homography | null {
  const [a, b, c, d, e, f, g, k, i] = h;
  const cofactors = [
    e * i - f * k,
    c * k - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * k - e * g,
    b * g - a * k,
    a * e - b * d,
  ];
  const scale = cofactors[8];
  return scale === 0 || a * cofactors[0] + b * cofactors[3] + c * cofactors[6] === 0
    ? null
    : cofactors.map((v) => v / scale);
}

/** Whether four corners run clockwise (y down) round a convex shape without crossing. */
export function isConvexClockwise(corners: Corners): boolean {
  return corners.every((_, i) => {
    const [ax, ay] = corners[i];
    const [bx, by] = corners[(i + 1) % 4];
    const [cx, cy] = corners[(i + 2) % 4];
    return (bx - ax) * (cy - by) - (by - ay) * (cx - bx) > 0;
  });
}

import type { Point } from '../raster';

/** What two or four points say of a drawing, on one picture. */
export interface Measures {
  /** mm */
  readonly first: number;
  /** degrees the first line leans from level: 0..90 either way, + = its right end is lower */
  readonly lean: number;
  /** mm; null with two points only */
  readonly second: number | null;
  /** first : second */
  readonly proportion: number | null;
  /** degrees between the two lines, 0..90 */
  readonly angle: number | null;
}

const leanOf = ([ax, ay]: Point, [bx, by]: Point): number => {
  const [left, right] =
    ax <= bx
      ? [
          [ax, ay],
          [bx, by],
        ]
      : [
          [bx, by],
          [ax, ay],
        ];
  return (Math.atan2(right[1] - left[1], right[0] - left[0]) * 180) / Math.PI;
};

/** Lengths, lean, proportion and angle. @param points two or four, canvas mm @returns null with fewer than two */
export function measuresOf(points: readonly Point[]): Measures | null {
  const [a, b, c, d] = points;
  if (!b) return null;
  const first = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (!d) return { first, lean: leanOf(a, b), second: null, proportion: null, angle: null };
  const second = Math.hypot(d[0] - c[0], d[1] - c[1]);
  const between = Math.abs(leanOf(a, b) - leanOf(c, d)) % 180;
  return {
    first,
    lean: leanOf(a, b),
    second,
    proportion: second > 0 ? first / second : null,
    angle: Math.min(between, 180 - between),
  };
}

/**
 * The steepest place of a picture near a point: where a hand that tapped beside a contour meant to tap.
 * @param at, @param reach px; @returns px
 */
export function snapToContour(
  rgba: Uint8ClampedArray,
  { width, height }: { width: number; height: number },
  { at: [cx, cy], reach }: { at: Point; reach: number },
): Point {
  const grey = (x: number, y: number) => {
    const o = 4 * (Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x)));
    return 0.3 * rgba[o] + 0.6 * rgba[o + 1] + 0.1 * rgba[o + 2];
  };
  let [best, where] = [0, [cx, cy] as Point];
  for (let y = Math.round(cy - reach); y <= cy + reach; y++)
    for (let x = Math.round(cx - reach); x <= cx + reach; x++) {
      const away = Math.hypot(x - cx, y - cy);
      if (away > reach || x < 2 || y < 2 || x >= width - 2 || y >= height - 2) continue;
      const steep = Math.hypot(grey(x + 2, y) - grey(x - 2, y), grey(x, y + 2) - grey(x, y - 2));
      // The nearer of two like contours.
      const score = steep * (1 - 0.5 * (away / reach));
      if (score > best) [best, where] = [score, [x, y]];
    }
  return best > 12 ? where : [cx, cy];
}

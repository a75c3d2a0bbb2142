import type { Point } from '../../core/raster';

type Rings = readonly (readonly Point[])[];
const same = (at: Point): Point => at;

/** An SVG path through points; empty without any. */
export const lineOf = (points: readonly Point[], to: (at: Point) => Point = same, digits = 1): string =>
  points.length > 0
    ? `M${points
        .map(to)
        .map(([x, y]) => `${x.toFixed(digits)} ${y.toFixed(digits)}`)
        .join('L')}`
    : '';

/** An SVG path of closed outlines. */
export const outlinesOf = (outlines: Rings, to?: (at: Point) => Point, digits?: number): string =>
  outlines.map((outline) => `${lineOf(outline, to, digits)}Z`).join('');

/** The rings of a contour of d3, which says of a position only that it is numbers. */
export const ringsOf = ({ coordinates }: { readonly coordinates: number[][][][] }): Rings =>
  coordinates.flat().map((ring) => ring.map(([x = NaN, y = NaN]): Point => [x, y]));

/**
 * The outlines of a place (canvas mm) as an SVG path on a picture.
 * @param moved mm beyond, where the picture has it elsewhere
 */
export function placePath(
  { outlines }: { readonly outlines: Rings },
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  toPx: (at: Point) => Point,
  moved?: (at: Point) => Point,
): string {
  return outlinesOf(outlines, (at) => {
    const [dx, dy] = moved?.(at) ?? [0, 0];
    return toPx([(at[0] + dx) / widthMm, (at[1] + dy) / heightMm]);
  });
}

/** Distance of a point from a stretch. */
export function distanceToStretch([x, y]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const [dx, dy] = [bx - ax, by - ay];
  const long = dx * dx + dy * dy;
  const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / long));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}

import { ringsAround } from './rings';
import type { Box, Point } from './raster';

/** A place on the canvas: closed outlines in mm. Where outlines nest, the inner one is a hole (even-odd). */
export type Outline = readonly Point[];
export interface Place {
  readonly outlines: readonly Outline[];
}

export interface Grid {
  readonly width: number;
  readonly height: number;
  readonly mmPerPixel: number;
}

/** Bounding box of a place, mm; null where it has no points. */
export function boxOf({ outlines }: Place): Box | null {
  const points = outlines.flat();
  if (points.length === 0) return null;
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return [x, y, Math.max(...xs) - x, Math.max(...ys) - y];
}

/** Whether a point (mm) lies inside (even-odd rule). */
export function placeHolds({ outlines }: Place, [x, y]: Point): boolean {
  let inside = false;
  for (const outline of outlines)
    outline.forEach(([ax, ay], i) => {
      const [bx, by] = outline[(i + 1) % outline.length];
      if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) inside = !inside;
    });
  return inside;
}

/** A box as a place. */
export const placeOfBox = ([x, y, w, h]: Box): Place => ({
  outlines: [
    [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ],
  ],
});

/** Pixels whose centres lie inside (even-odd rule), row by row. */
export function pixelsIn({ outlines }: Place, { width, height, mmPerPixel }: Grid): Int32Array {
  const out: number[] = [];
  for (let row = 0; row < height; row++) {
    const y = (row + 0.5) * mmPerPixel;
    const crossings: number[] = [];
    for (const outline of outlines) {
      outline.forEach(([ax, ay], i) => {
        const [bx, by] = outline[(i + 1) % outline.length];
        if (ay > y !== by > y) crossings.push(ax + ((y - ay) / (by - ay)) * (bx - ax));
      });
    }
    crossings.sort((a, b) => a - b);
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      const first = Math.max(0, Math.ceil(crossings[k] / mmPerPixel - 0.5));
      const last = Math.min(width - 1, Math.ceil(crossings[k + 1] / mmPerPixel - 0.5) - 1);
      for (let x = first; x <= last; x++) out.push(row * width + x);
    }
  }
  return Int32Array.from(out);
}

/** The point of a stretch that lies farthest from its chord, and how far. */
function farthest(points: readonly Point[], from: number, to: number): { index: number; distance: number } {
  const [ax, ay] = points[from];
  const [dx, dy] = [points[to][0] - ax, points[to][1] - ay];
  const length = Math.sqrt(dx * dx + dy * dy);
  let [index, most] = [from, 0];
  for (let i = from + 1; i < to; i++) {
    const x = points[i][0] - ax;
    const y = points[i][1] - ay;
    const distance = length > 0 ? Math.abs(dx * y - x * dy) / length : Math.sqrt(x * x + y * y);
    if (distance > most) [index, most] = [i, distance];
  }
  return { index, distance: most };
}

/** Fewer points, nowhere further than the tolerance from the old line (Douglas and Peucker 1973). */
export function simplify(points: readonly Point[], tolerance: number): Point[] {
  const keep = new Uint8Array(points.length);
  keep[0] = keep[points.length - 1] = 1;
  const open: [number, number][] = [[0, points.length - 1]];
  for (let span = open.pop(); span; span = open.pop()) {
    const { index, distance } = farthest(points, ...span);
    if (distance <= tolerance) continue;
    keep[index] = 1;
    open.push([span[0], index], [index, span[1]]);
  }
  return points.filter((_, i) => keep[i]);
}

/**
 * Outlines, in mm, of pixels that alone carry their label; specks under 12 mm2 are left out. See {@link ringsAround}.
 */
export function placeOfLabelled(pixels: Int32Array, of: Int32Array | Uint8Array, { width, mmPerPixel }: Grid): Place {
  const outlines = ringsAround(pixels, of, width).map((ring) =>
    simplify(
      ring.map(([x, y]): Point => [x * mmPerPixel, y * mmPerPixel]),
      0.8,
    ),
  );
  return { outlines: outlines.filter((outline) => outline.length >= 3 && Math.abs(areaOf(outline)) >= 12) };
}

/** The same of marked pixels. @param marked 1 = inside, 0 = outside, row-major */
export function placeOfPixels(marked: Uint8Array, grid: Grid): Place {
  const pixels = new Int32Array(marked.length);
  let n = 0;
  for (let i = 0; i < marked.length; i++) if (marked[i]) pixels[n++] = i;
  return placeOfLabelled(pixels.subarray(0, n), marked, grid);
}

/** Signed area, mm2. */
export function areaOf(outline: Outline): number {
  return outline.reduce((sum, [x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length];
    return sum + (x * ny - nx * y) / 2;
  }, 0);
}

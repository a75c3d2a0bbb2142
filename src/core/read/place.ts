import { contours } from 'd3-contour';
import type { Box, Point } from '../raster';

/** A place on the canvas: closed outlines in mm. Where outlines nest, the inner one is a hole (even-odd). */
export type Outline = readonly Point[];
export interface Place {
  readonly outlines: readonly Outline[];
}

interface Grid {
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

function farthest(points: readonly Point[], from: number, to: number): { index: number; distance: number } {
  const [a, b] = [points[from], points[to]];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1e-9;
  let best = { index: from, distance: 0 };
  for (let i = from + 1; i < to; i++) {
    const [px, py] = points[i];
    const distance =
      a[0] === b[0] && a[1] === b[1]
        ? Math.hypot(px - a[0], py - a[1])
        : Math.abs((b[0] - a[0]) * (a[1] - py) - (a[0] - px) * (b[1] - a[1])) / length;
    if (distance > best.distance) best = { index: i, distance };
  }
  return best;
}

/** Fewer points, nowhere further than the tolerance from the old line (Douglas and Peucker 1973). */
export function simplify(points: readonly Point[], tolerance: number): Point[] {
  const keep = new Set([0, points.length - 1]);
  const open: [number, number][] = [[0, points.length - 1]];
  for (let span = open.pop(); span; span = open.pop()) {
    const { index, distance } = farthest(points, ...span);
    if (distance <= tolerance) continue;
    keep.add(index);
    open.push([span[0], index], [index, span[1]]);
  }
  return points.filter((_, i) => keep.has(i));
}

/** Columns and rows that hold marked pixels, one empty pixel of margin included; null where none is marked. */
function extentOf(marked: Uint8Array, width: number): { x: number; y: number; w: number; h: number } | null {
  let [x0, x1, y0, y1] = [Infinity, -1, Infinity, -1];
  for (let y = 0, i = 0; i < marked.length; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!marked[i]) continue;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      y1 = y;
    }
  }
  return x1 < 0 ? null : { x: x0 - 1, y: y0 - 1, w: x1 - x0 + 3, h: y1 - y0 + 3 };
}

const STRIDE_FROM = 500; // px: larger grids are outlined at half their resolution, still within 1 mm

/** Outlines, in mm, of the marked pixels; specks under 12 mm2 are left out. @param marked 1 = inside, row-major */
export function placeOfPixels(marked: Uint8Array, { width, mmPerPixel }: Grid): Place {
  const extent = extentOf(marked, width);
  if (!extent) return { outlines: [] };
  const height = marked.length / width;
  const stride = Math.max(extent.w, extent.h) > STRIDE_FROM ? 2 : 1;
  const [w, h] = [Math.ceil(extent.w / stride), Math.ceil(extent.h / stride)];
  const part = new Array<number>(w * h).fill(0);
  for (let v = 0; v < h; v++) {
    const y = extent.y + v * stride;
    if (y < 0 || y >= height) continue;
    for (let u = 0; u < w; u++) {
      const x = extent.x + u * stride;
      if (x >= 0 && x < width && marked[y * width + x]) part[v * w + u] = 1;
    }
  }
  const [shape] = contours().size([w, h]).smooth(false).thresholds([0.5])(part);
  const toMm = ([u, v]: number[]): Point => [
    Math.min(width, Math.max(0, extent.x + u * stride)) * mmPerPixel,
    Math.min(height, Math.max(0, extent.y + v * stride)) * mmPerPixel,
  ];
  const outlines = shape.coordinates.flat().map((ring) => simplify(ring.slice(0, -1).map(toMm), 0.8));
  return { outlines: outlines.filter((outline) => outline.length >= 3 && Math.abs(areaOf(outline)) >= 12) };
}

/** Signed area, mm2. */
export function areaOf(outline: Outline): number {
  return outline.reduce((sum, [x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length];
    return sum + (x * ny - nx * y) / 2;
  }, 0);
}

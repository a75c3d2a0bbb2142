import { placeOfPixels, type Grid, type Place } from './place';
import type { Point } from './raster';

/** The place within so many mm of points that lie close together: a strip along a line. */
export function placeAlong(points: readonly Point[], reachMm: number, grid: Grid): Place {
  const { width, height, mmPerPixel } = grid;
  const marked = new Uint8Array(width * height);
  const reach = Math.ceil(reachMm / mmPerPixel);
  for (const at of points) {
    const [u, v] = at.map((mm) => Math.floor(mm / mmPerPixel));
    for (let y = Math.max(0, v - reach); y <= Math.min(height - 1, v + reach); y++)
      for (let x = Math.max(0, u - reach); x <= Math.min(width - 1, u + reach); x++)
        if (Math.hypot(x - u, y - v) <= reach) marked[y * width + x] = 1;
  }
  return placeOfPixels(marked, grid);
}

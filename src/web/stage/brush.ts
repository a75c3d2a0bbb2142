import type { Place } from '../../contract';
import { placeOfPixels, type Point } from '../../core/raster';
import { distanceToStretch } from './paths';

const CELLS = 500; // along the long side: finer than a hand on a screen

/**
 * The place a round brush covers on its way.
 * @param path canvas mm; @param radius mm
 * @returns null where it covers less than a speck
 */
export function strokeOf(
  path: readonly Point[],
  radius: number,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): Place | null {
  const mmPerPixel = Math.max(widthMm, heightMm) / CELLS;
  const [width, height] = [Math.ceil(widthMm / mmPerPixel), Math.ceil(heightMm / mmPerPixel)];
  const covered = new Uint8Array(width * height);
  path.forEach((from, i) => {
    const to = path[i + 1] ?? from;
    const cell = (mm: number, most: number) => Math.min(most - 1, Math.max(0, Math.floor(mm / mmPerPixel)));
    const [x0, x1] = [cell(Math.min(from[0], to[0]) - radius, width), cell(Math.max(from[0], to[0]) + radius, width)];
    const [y0, y1] = [cell(Math.min(from[1], to[1]) - radius, height), cell(Math.max(from[1], to[1]) + radius, height)];
    for (let y = y0; y <= y1; y++)
      for (let x = x0; x <= x1; x++)
        if (distanceToStretch([(x + 0.5) * mmPerPixel, (y + 0.5) * mmPerPixel], from, to) <= radius)
          covered[y * width + x] = 1;
  });
  const { outlines } = placeOfPixels(covered, { width, height, mmPerPixel });
  return outlines.length
    ? { outlines: outlines.map((outline) => outline.map(([x, y]): [number, number] => [x, y])) }
    : null;
}

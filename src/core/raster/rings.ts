import type { Point } from './raster';

const [EAST, SOUTH, WEST, NORTH] = [0, 1, 2, 3];

/**
 * For every corner of the pixel grid, the ways (bits) in which the border of the pixels runs on from it, pixels on its
 * right.
 */
function borderOf(pixels: Int32Array, of: Int32Array | Uint8Array, width: number): Uint8Array {
  const height = of.length / width;
  const label = of[pixels[0]];
  const ways = new Uint8Array((width + 1) * (height + 1));
  for (let k = 0; k < pixels.length; k++) {
    const i = pixels[k];
    const y = (i / width) | 0;
    const x = i - y * width;
    const corner = y * (width + 1) + x;
    if (y === 0 || of[i - width] !== label) ways[corner] |= 1 << EAST;
    if (x === width - 1 || of[i + 1] !== label) ways[corner + 1] |= 1 << SOUTH;
    if (y === height - 1 || of[i + width] !== label) ways[corner + width + 2] |= 1 << WEST;
    if (x === 0 || of[i - 1] !== label) ways[corner + width + 1] |= 1 << NORTH;
  }
  return ways;
}

/** The way on: right where there is a choice, so that pixels that touch at a corner only are two shapes. */
function onward(ways: number, way: number): number {
  for (const turn of [1, 0, 3]) if (ways & (1 << ((way + turn) % 4))) return (way + turn) % 4;
  return -1;
}

const STEPS: readonly Point[] = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
];

/**
 * Closed outlines of a set of pixels, clockwise round it and counter-clockwise round its holes, through the middles of
 * the pixel sides
 * they run along; only points at which they turn are kept.
 * @param pixels ascending indices; all carry one label, and no pixel outside the set carries it
 * @param of     label of every pixel, row-major
 * @returns points in px, pixel corners at whole numbers
 */
export function ringsAround(pixels: Int32Array, of: Int32Array | Uint8Array, width: number): Point[][] {
  if (pixels.length === 0) return [];
  const ways = borderOf(pixels, of, width);
  const across = width + 1;
  const jump = [1, across, -1, -across];
  const rings: Point[][] = [];
  for (const pixel of pixels) {
    const start = ((pixel / width) | 0) * across + (pixel % width);
    // Every outline has a topmost pixel side; it is met first, and every way already walked is rubbed out.
    if (!(ways[start] & (1 << EAST))) continue;
    const ring: Point[] = [];
    let [corner, way, before] = [start, EAST, -1];
    while (way >= 0) {
      ways[corner] &= ~(1 << way);
      const next = corner + jump[way];
      const after = onward(ways[next], way);
      if (before !== way || after !== way) {
        const [x, y] = [corner % across, (corner / across) | 0];
        ring.push([x + STEPS[way][0] / 2, y + STEPS[way][1] / 2]);
      }
      [corner, before, way] = [next, way, after];
    }
    rings.push(ring);
  }
  return rings;
}

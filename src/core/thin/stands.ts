import { sampleAt, type Plane, type Point } from '../raster';
import type { Ridge } from './ridges';

const ALONG_MM = [-4, -3, -2, -1, 0, 1, 2, 3, 4];
const FLANK = 2.2; // sigmas beside the middle, no less than LEAST_FLANK_MM
const LEAST_FLANK_MM = 1.8;

/** Mean of a plane along a line through a point, a few millimetres either way. */
function meanAlong(plane: Plane, [x, y]: Point, [dx, dy]: Point, mm: number): number {
  let sum = 0;
  for (const t of ALONG_MM) sum += sampleAt(plane, x + (t / mm) * dx, y + (t / mm) * dy);
  return sum / ALONG_MM.length;
}

/** What a ridge's place stands out by from both its sides. @param aside px, where its middle is looked for */
export function standsOut(plane: Plane, { x, y, way, sign, sigma }: Ridge, aside: number, mmPerPixel: number): number {
  const along: Point = [-way[1], way[0]];
  const flank = Math.max(FLANK * sigma, LEAST_FLANK_MM / mmPerPixel);
  const mean = (by: number) => meanAlong(plane, [x + by * way[0], y + by * way[1]], along, mmPerPixel);
  const middle = mean(aside);
  return Math.min(sign * (middle - mean(aside - flank)), sign * (middle - mean(aside + flank)));
}

const ACROSS_MM = Array.from({ length: 25 }, (_, k) => (k - 12) / 4);

/** How wide a ridge's place is, mm: what lies between its flanks, over what it stands out by. */
export function widthOf(plane: Plane, ridge: Ridge, stands: number, mmPerPixel: number): number {
  const { x, y, way, sign, sigma } = ridge;
  const flank = Math.max(FLANK * sigma * mmPerPixel, LEAST_FLANK_MM);
  const along: Point = [-way[1], way[0]];
  const at = (mm: number) =>
    sign * meanAlong(plane, [x + (mm / mmPerPixel) * way[0], y + (mm / mmPerPixel) * way[1]], along, mmPerPixel);
  const middle = at(0);
  return ACROSS_MM.filter((mm) => Math.abs(mm) <= flank).reduce(
    (sum, mm) => sum + 0.25 * Math.max(0, 1 - (middle - at(mm)) / stands),
    0,
  );
}

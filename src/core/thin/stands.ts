import { sampleAt, type Plane } from '../raster';
import type { Ridge } from './ridges';

const ALONG_MM = [-4, -3, -2, -1, 0, 1, 2, 3, 4];
const FLANK = 2.2; // sigmas beside the middle, no less than LEAST_FLANK_MM
const LEAST_FLANK_MM = 1.8;

/** Mean of a plane along a ridge, a few millimetres either way. @param aside px across it */
function meanAlong(plane: Plane, { x, y, way }: Ridge, aside: number, mm: number): number {
  const [wayX, wayY] = way;
  const [atX, atY] = [x + aside * wayX, y + aside * wayY];
  let sum = 0;
  for (const t of ALONG_MM) sum += sampleAt(plane, atX - (t / mm) * wayY, atY + (t / mm) * wayX);
  return sum / ALONG_MM.length;
}

/** px between the middle of a ridge and what lies beside it. */
const flankOf = ({ sigma }: Ridge, mm: number): number => Math.max(FLANK * sigma, LEAST_FLANK_MM / mm);

/** What a ridge's place stands out by from both its sides. */
export function standsOut(plane: Plane, ridge: Ridge, mmPerPixel: number): number {
  const flank = flankOf(ridge, mmPerPixel);
  const mean = (aside: number) => meanAlong(plane, ridge, aside, mmPerPixel);
  const middle = mean(0);
  return Math.min(ridge.sign * (middle - mean(-flank)), ridge.sign * (middle - mean(flank)));
}

const TRIED_MM = 0.5;

/**
 * The most that a ridge's place stands out by in another picture, looked for aside of it, too.
 * @param reachMm to either side
 */
export function standsOutNear(plane: Plane, ridge: Ridge, reachMm: number, mmPerPixel: number): number {
  const flank = flankOf(ridge, mmPerPixel);
  // Places tried are a whole part of a flank apart: what is a middle here is a side there.
  const apart = Math.max(1, Math.round((flank * mmPerPixel) / TRIED_MM));
  const step = flank / apart;
  const reach = Math.round(reachMm / mmPerPixel / step);
  const means = new Float64Array(2 * (reach + apart) + 1);
  for (let k = 0; k < means.length; k++)
    means[k] = ridge.sign * meanAlong(plane, ridge, (k - reach - apart) * step, mmPerPixel);
  let most = -Infinity;
  for (let k = apart; k < means.length - apart; k++)
    most = Math.max(most, means[k] - Math.max(means[k - apart], means[k + apart]));
  return most;
}

const ACROSS_MM = Array.from({ length: 25 }, (_, k) => (k - 12) / 4);

/** How wide a ridge's place is, mm: what lies between its flanks, over what it stands out by. */
export function widthOf(plane: Plane, ridge: Ridge, stands: number, mmPerPixel: number): number {
  const flank = flankOf(ridge, mmPerPixel) * mmPerPixel;
  const at = (mm: number) => ridge.sign * meanAlong(plane, ridge, mm / mmPerPixel, mmPerPixel);
  const middle = at(0);
  return ACROSS_MM.filter((mm) => Math.abs(mm) <= flank).reduce(
    (sum, mm) => sum + 0.25 * Math.max(0, 1 - (middle - at(mm)) / stands),
    0,
  );
}

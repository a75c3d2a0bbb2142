import type { Corners, Picture, Point } from '../raster';
import { eyeOn } from './sideProfile';
import { normalOf, SideFinder } from './sides';

/** How far the straight edge nearest to a side runs beside it, px of the photo, outwards, at the side's two ends. */
export interface EdgeBeside {
  readonly from: number;
  readonly to: number;
}

const BAND = 1 / 80; // of the photo's long side: as far to each way as a strip shows
const LEAST_AGREEMENT = 0.5; // of the places along the side that must show it
const LEAST_STRENGTH = 0.03; // cube root of light: a cast shadow's edge is fainter

/**
 * Looks for the edge that runs nearest to a side of the canvas as it is shown: the canvas's own, a ledge's, a frame's.
 * Which of them it is cannot be told here.
 * @param corners photo px, clockwise from the top left; @param side 0 top, 1 right, 2 bottom, 3 left
 * @returns null where no straight edge is seen near that side
 */
export function edgeBeside(picture: Picture, corners: Corners, side: 0 | 1 | 2 | 3): EdgeBeside | null {
  const bandPx = BAND * Math.max(picture.width, picture.height);
  const finder = new SideFinder(eyeOn(picture), { bandPx, most: 3, framed: false });
  const [from, to] = [corners[side], corners[(side + 1) % 4]];
  const [nx, ny] = normalOf({ from, to });
  const off = ([x, y]: Point, [px, py]: Point) => (x - px) * nx + (y - py) * ny;
  const beside = finder
    .along({ from, to })
    .filter(({ agreement, strength }) => agreement >= LEAST_AGREEMENT && strength >= LEAST_STRENGTH)
    .map((edge) => ({ from: off(edge.from, from), to: off(edge.to, to) }));
  const far = (edge: EdgeBeside) => Math.max(Math.abs(edge.from), Math.abs(edge.to));
  return beside.sort((a, b) => far(a) - far(b))[0] ?? null;
}

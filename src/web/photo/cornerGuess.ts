import type { Corners } from '../../core/raster';
import { nailsOf, SIDES } from './threads';

const NEAR = 0.05; // photo px: nearer to the guess it was not moved

/** Where the threads lie before anybody has said where the corners are: a rectangle well inside the photograph, px. */
export const guessIn = ({ width, height }: { width: number; height: number }): Corners => [
  [width * 0.15, height * 0.15],
  [width * 0.85, height * 0.15],
  [width * 0.85, height * 0.85],
  [width * 0.15, height * 0.85],
];

/** How many sides' threads still lie along the guess's: nobody has looked where they belong. */
export const untouched = (guess: Corners, now: Corners): number =>
  SIDES.filter((side) => {
    const [[ax, ay], [bx, by]] = nailsOf(guess, side);
    const length = Math.hypot(bx - ax, by - ay);
    return nailsOf(now, side).every(([x, y]) => Math.abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) < NEAR * length);
  }).length;

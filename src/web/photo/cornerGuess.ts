import type { Corners } from '../../core/raster';

/** Where the rings stand before anybody has said where the corners are: a rectangle well inside the photograph, px. */
export const guessIn = ({ width, height }: { width: number; height: number }): Corners => [
  [width * 0.15, height * 0.15],
  [width * 0.85, height * 0.15],
  [width * 0.85, height * 0.85],
  [width * 0.15, height * 0.85],
];

/** How many corners still stand where the guess put them: nobody has looked where they belong. */
export const untouched = (guess: Corners, now: Corners): number =>
  now.filter(([x, y], i) => x === guess[i]?.[0] && y === guess[i]?.[1]).length;

import { expect, test } from 'vitest';
import { mapCorners } from '../../core/raster';
import { guessIn, untouched } from './cornerGuess';

test('a guess is nobody’s corners until each of them has been moved', () => {
  const guess = guessIn({ width: 4000, height: 3000 });
  expect(untouched(guess, guess)).toBe(4);
  const moved = (count: number) => mapCorners(guess, ([x, y], i) => [i < count ? x + 3 : x, y] as const);
  expect([1, 2, 3, 4].map((count) => untouched(guess, moved(count)))).toEqual([3, 2, 1, 0]);
});

import { expect, test } from 'vitest';
import { guessIn, untouched } from './cornerGuess';
import { pulledSide, SIDES, turnedSide } from './threads';

test('a guess is nobody’s canvas until the thread of every side has been moved', () => {
  const guess = guessIn({ width: 4000, height: 3000 });
  expect(untouched(guess, guess)).toBe(4);
  const after = (count: number) =>
    SIDES.slice(0, count).reduce((corners, side) => pulledSide(corners, side, [1, 1]), guess);
  expect([1, 2, 3, 4].map((count) => untouched(guess, after(count)))).toEqual([3, 2, 1, 0]);
  expect(untouched(guess, turnedSide(guess, 2, 1, [300, 2600]))).toBe(3);
});

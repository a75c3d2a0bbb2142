import { expect, test } from 'vitest';
import { typedNumber } from './typedNumber';

test.each([
  ['40', 40],
  [' 40,5 ', 40.5],
  ['-0.25', -0.25],
  ['12,', 12],
  [',5', 0.5],
])('"%s" is %d', (text, number) => expect(typedNumber(text)).toBe(number));

test.each(['', 'wide', '1.000,5', '40 cm', '0x10', '1e3'])('"%s" is no number', (text) =>
  expect(typedNumber(text)).toBeNaN(),
);

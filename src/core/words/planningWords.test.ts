import { expect, test } from 'vitest';
import { aidScaleInWords } from './index';

test('an aid that changes the scale says by how much, and what to set it to', () => {
  const off = { factor: 0.972, doubt: 0.005, tooShort: false, true: false };
  expect(aidScaleInWords('printed pages', off)).toBe(
    'printed pages: 2.8 % too small, give or take 0.5 %. Do not work at the same size from it: set it to 102.9 %, and measure again.',
  );
  expect(aidScaleInWords('lens', { ...off, factor: 1.001, true: true })).toBe(
    'lens: true to size, give or take 0.5 %.',
  );
  expect(aidScaleInWords('lens', { ...off, tooShort: true })).toMatch(/50 mm or more/);
});

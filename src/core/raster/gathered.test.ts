import { expect, test } from 'vitest';
import { gathered, placeOfBox, shareWithin } from './index';

test('what lies beside one another is gathered, over others between, in the order of the first', () => {
  const beside = (one: number, two: number) => Math.abs(one - two) <= 1;
  expect(gathered([9, 1, 4, 2, 3, 8], beside)).toEqual([
    [9, 8],
    [1, 2, 3, 4],
  ]);
  expect(gathered<number>([], beside)).toEqual([]);
});

test('the share of a place that lies within another, or beside it', () => {
  const share = (besideMm: number) => shareWithin(placeOfBox([40, 0, 40, 40]), placeOfBox([0, 0, 60, 40]), besideMm);
  expect(share(0)).toBeCloseTo(0.5, 1);
  expect(share(10)).toBeCloseTo(0.75, 1);
  expect(shareWithin({ outlines: [] }, placeOfBox([0, 0, 9, 9]), 4)).toBe(0);
});

import { describe, expect, test } from 'vitest';
import { movedSplit, shareBelow, spreadLabels, strataOf, valueAt } from './tones';

/** A picture of which a quarter is 2.5, a half 4.5 and a quarter 7.5. */
const AMOUNTS = [0, 0, 25, 0, 50, 0, 0, 25, 0, 0];

describe('the tones of a picture', () => {
  test('how much is darker than a value, and the other way round', () => {
    expect([0, 2, 2.5, 3, 4.5, 6, 10].map((value) => shareBelow(AMOUNTS, value))).toEqual([
      0, 0, 0.125, 0.25, 0.5, 0.75, 1,
    ]);
    for (const share of [0.1, 0.25, 0.6, 0.9]) expect(shareBelow(AMOUNTS, valueAt(AMOUNTS, share))).toBeCloseTo(share);
    expect(valueAt(AMOUNTS, 1)).toBe(8);
    expect(valueAt([0, 0], 0.5)).toBe(10);
  });

  test('each tone has its share and its mean; an empty one has none', () => {
    const tones = strataOf(AMOUNTS, [4, 5.5, 7]);
    expect(tones.map(({ share }) => share)).toEqual([0.25, 0.5, 0, 0.25]);
    expect(tones.map(({ below }) => below)).toEqual([0, 0.25, 0.75, 0.75]);
    expect(tones.map(({ value }) => value)).toEqual([2.5, 4.5, null, 7.5]);
  });

  test('a threshold stays between its neighbours', () => {
    expect(movedSplit([2, 4, 6], 1, 5)).toEqual([2, 5, 6]);
    expect(movedSplit([2, 4, 6], 1, 9)).toEqual([2, 5.9, 6]);
    expect(movedSplit([2, 4, 6], 0, -3)).toEqual([0.1, 4, 6]);
  });

  test('labels keep apart and inside, in their order', () => {
    expect(spreadLabels([10, 12, 50], 17, 100)).toEqual([10, 27, 50]);
    expect(spreadLabels([90, 95, 99], 17, 100)).toEqual([66, 83, 100]);
  });
});

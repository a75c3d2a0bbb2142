import { expect, test } from 'vitest';
import { aidsOf, PLAIN } from './aidState';

const range = { darkest: 2, lightest: 8 };
const tones = [3.1, 5.4, 7.7];

test('the plan’s values part both pictures where the plan’s tones part, not in even steps', () => {
  expect(aidsOf({ ...PLAIN, tones: true }, { range, tones })?.thresholds).toEqual(tones);
  expect(aidsOf({ ...PLAIN, steps: 3 }, { range, tones })?.thresholds).toEqual([4, 6]);
});

test('without a plan there are none, and the plain picture will do', () => {
  expect(aidsOf({ ...PLAIN, tones: true }, { range })).toBeNull();
  expect(aidsOf(PLAIN, { range, tones })).toBeNull();
  expect(aidsOf({ ...PLAIN, grey: true }, { range, tones })).toMatchObject({ grey: true, thresholds: [] });
});

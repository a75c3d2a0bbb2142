import { expect, test } from 'vitest';
import { stepsOf } from './strip';

test('a level strip is cut from left to right, in even steps', () => {
  const steps = stepsOf([100, 50, 500, 60], { steps: 5, first: 9, last: 1 });
  expect(steps.map(({ value }) => value)).toEqual([9, 7, 5, 3, 1]);
  expect(steps[0].box).toEqual([110, 50, 80, 60]);
  expect(steps[4].box).toEqual([510, 50, 80, 60]);
});

test('an upright strip is cut from top to bottom, and no two steps touch', () => {
  const steps = stepsOf([10, 100, 40, 900], { steps: 9, first: 2, last: 9.2 });
  expect(steps.map(({ value }) => value)).toEqual([2, 2.9, 3.8, 4.7, 5.6, 6.5, 7.4, 8.3, 9.2]);
  steps.slice(1).forEach(({ box }, k) => expect(box[1]).toBeGreaterThan(steps[k].box[1] + steps[k].box[3]));
  for (const { box } of steps) expect([box[0], box[2]]).toEqual([10, 40]);
});

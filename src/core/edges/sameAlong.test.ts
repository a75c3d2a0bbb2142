import { expect, test } from 'vitest';
import type { SeenEdge } from './across';
import { classesAlong, sameAlong } from './sameAlong';

test('a stretch goes on over a place that says nothing else, and none is of one place', () => {
  expect(sameAlong(['a', 'a', null, 'a', 'b', 'b', 'a'])).toEqual([
    { is: 'a', from: 0, to: 3 },
    { is: 'b', from: 4, to: 5 },
  ]);
});

/** Places 5 mm apart along a line, as wide as said; null = not read. */
const places = (widths: readonly (number | null)[]): (SeenEdge | null)[] =>
  widths.map((widthMm, k) =>
    widthMm === null
      ? null
      : { at: [5 * k, 0], widthMm, atMost: false, contrast: 2, by: 'value' as const, doubtMm: 0.1 },
  );

test('the classes of an edge in turn meet half-way, and what is of another at one place is of its neighbours’', () => {
  const [hard, soft, ...more] = classesAlong(places([0.8, 0.8, 2, 0.8, 0.8, 6, 6, 6]), 1);
  expect(more).toEqual([]);
  expect(hard).toMatchObject({ class: 'hard', from: [0, 0], to: [22.5, 0], lengthMm: 25 });
  expect(soft).toMatchObject({ class: 'soft', from: [22.5, 0], to: [35, 0], lengthMm: 15 });
});

test('over a gap that was not read nothing is claimed', () => {
  const told = classesAlong(places([0.8, 0.8, 0.8, null, null, null, null, 0.8, 0.8]), 1);
  expect(told.map(({ lengthMm }) => lengthMm)).toEqual([15, 10]);
  expect(classesAlong(places([null, null]), 1)).toEqual([]);
});

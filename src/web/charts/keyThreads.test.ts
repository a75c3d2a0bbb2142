import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { makeKey, type Knot } from '../../core/plan';
import { knotsAfterKey, letGo, MOST_NAILS, pulled, threadsOf, weightsOf } from './keyThreads';

const KNOTS = [
  { reference: 1, paint: 2 },
  { reference: 5.5, paint: 5 },
  { reference: 9, paint: 8 },
];
const threadAt = (reference: number, knots: readonly Knot[] = KNOTS) => {
  const found = threadsOf(knots).find((thread) => thread.reference === reference);
  if (!found) throw new Error(`no thread at ${reference}`);
  return found;
};

describe('threads', () => {
  test('hang from every whole value and every nail; where both would, the nail has it', () => {
    expect(threadsOf(KNOTS).map(({ reference, nail }) => [reference, nail])).toEqual([
      [0, null],
      [1, 0],
      [2, null],
      [3, null],
      [4, null],
      [5, null],
      [5.5, 1],
      [6, null],
      [7, null],
      [8, null],
      [9, 2],
      [10, null],
    ]);
    expect(
      threadsOf([KNOTS[0], { reference: 5.2, paint: 5 }, KNOTS[2]]).map(({ reference }) => reference),
    ).not.toContain(5);
  });
  test('never cross, however they are pulled one after another', () => {
    const pulls = fc.array(fc.record({ at: fc.nat(20), to: fc.double({ min: -3, max: 13, noNaN: true }) }), {
      maxLength: 12,
    });
    fc.assert(
      fc.property(pulls, (list) => {
        const after = list.reduce<Knot[]>((knots, { at, to }) => {
          const threads = threadsOf(knots);
          return pulled(knots, threads[at % threads.length] ?? threads[0], to);
        }, KNOTS);
        const threads = threadsOf(after);
        return (
          after.length <= MOST_NAILS &&
          threads.every((thread, i) => i === 0 || thread.paint >= threads[i - 1].paint - 1e-9)
        );
      }),
    );
  });
  test('are heaviest where most of the picture lies', () => {
    const threads = threadsOf(KNOTS);
    const histogram = Array.from({ length: 50 }, (_, bin) => (bin === 10 ? 1 : bin === 40 ? 0.5 : 0));
    const weights = weightsOf(threads, histogram);
    expect(weights[threads.indexOf(threads[2])]).toBe(1);
    expect(weights.filter((weight) => weight > 0)).toEqual([1, 0.5]);
    expect(weightsOf(threads, [])).toEqual(threads.map(() => 0));
  });
});

describe('a thread that is pulled', () => {
  test('is nailed where it was pulled to; the others stay', () => {
    const after = pulled(KNOTS, threadAt(3), 4.2);
    expect(makeKey(after)(3)).toBeCloseTo(4.2);
    expect(after).toHaveLength(4);
    expect(after.filter(({ reference }) => reference !== 3)).toEqual(KNOTS);
  });
  test('takes its own nail with it, and pushes its neighbours along', () => {
    const after = pulled(KNOTS, threadAt(5.5), 9);
    expect(after).toHaveLength(3);
    expect(after[2].paint).toBeGreaterThan(9);
  });
  test('follows the keys: up and right lighter, Shift five times as far', () => {
    const after = (key: string, shiftKey = false) => {
      const knots = knotsAfterKey(KNOTS, threadAt(5.5), { key, shiftKey });
      return knots && makeKey(knots)(5.5);
    };
    expect(after('ArrowUp')).toBeCloseTo(5.1);
    expect(after('ArrowRight')).toBeCloseTo(5.1);
    expect(after('ArrowDown')).toBeCloseTo(4.9);
    expect(after('ArrowLeft', true)).toBeCloseTo(4.5);
    expect(after('a')).toBeNull();
  });
  test('is let go by Delete, unless it has no nail or only two are left', () => {
    const press = (reference: number, knots: readonly Knot[] = KNOTS) =>
      knotsAfterKey(knots, threadAt(reference, knots), { key: 'Delete', shiftKey: false });
    expect(press(5.5)).toEqual([KNOTS[0], KNOTS[2]]);
    expect(press(3)).toBeNull();
    expect(letGo(KNOTS.slice(0, 2), 0)).toBeNull();
  });
});

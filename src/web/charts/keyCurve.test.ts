import { describe, expect, test } from 'vitest';
import { knotsAfterKey } from './keyCurve';

const KNOTS = [
  { reference: 1, paint: 2 },
  { reference: 5, paint: 5 },
  { reference: 9, paint: 8 },
];
const after = (key: string, index = 1, shiftKey = false) => knotsAfterKey(KNOTS, index, { key, shiftKey });

describe('a knot of the key under the keys', () => {
  test('up is lighter paint, right a lighter reference; Shift goes five times as far', () => {
    expect(after('ArrowUp')?.[1].paint).toBeCloseTo(5.1);
    expect(after('ArrowDown')?.[1].paint).toBeCloseTo(4.9);
    expect(after('ArrowRight')?.[1].reference).toBeCloseTo(5.1);
    expect(after('ArrowLeft', 1, true)?.[1].reference).toBeCloseTo(4.5);
  });
  test('the others stay where they are', () => {
    expect(after('ArrowUp')?.filter((_, i) => i !== 1)).toEqual([KNOTS[0], KNOTS[2]]);
  });
  test('Delete takes it away, unless only two are left', () => {
    expect(after('Delete')).toEqual([KNOTS[0], KNOTS[2]]);
    expect(knotsAfterKey(KNOTS.slice(0, 2), 0, { key: 'Backspace', shiftKey: false })).toBeNull();
  });
  test('any other key is not its business', () => {
    expect(after('a')).toBeNull();
    expect(after('ArrowUp', 7)).toBeNull();
  });
});

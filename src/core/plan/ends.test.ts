import { describe, expect, test } from 'vitest';
import { askedValue, reachOf } from './ends';

const PAINT = { darkest: 1.6, white: 9.3 };

describe('no more is asked for than the paint reaches', () => {
  test('within its ends the plan is asked for', () => {
    expect(askedValue(5, 3, PAINT)).toBe(5);
    expect(askedValue(1.6, 3, PAINT)).toBe(1.6);
  });

  test('beyond them the end is, and whatever was painted beyond it too is right', () => {
    expect(askedValue(0.6, 2.1, PAINT)).toBe(1.6);
    expect(askedValue(0.6, 1.2, PAINT)).toBe(1.2);
    expect(askedValue(0.6, 0.2, PAINT)).toBe(0.6);
    expect(askedValue(9.9, 9, PAINT)).toBe(9.3);
    expect(askedValue(9.9, 9.5, PAINT)).toBe(9.5);
  });
});

describe('what the paint reaches', () => {
  test('an end that nobody gave goes on to what is painted beyond it', () => {
    expect(reachOf(PAINT, { darkest: 0.6, lightest: 9.6 })).toEqual({ darkest: 0.6, white: 9.6 });
    expect(reachOf(PAINT, { darkest: 3, lightest: 8 })).toEqual(PAINT);
  });

  test('an end the painter gave holds, whatever stands on the canvas', () => {
    const given = { darkest: 3, white: 8 };
    expect(reachOf(given, { darkest: 2.2, lightest: 8.4 })).toEqual(given);
  });
});

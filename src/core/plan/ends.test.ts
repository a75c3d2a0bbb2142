import { describe, expect, test } from 'vitest';
import { makeRaster } from '../raster';
import { askedValue, clippedIn } from './ends';

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

test('crushed darks and blown lights have lost their colour; a strong colour with one full channel has not', () => {
  const light = makeRaster(4, 1);
  const colours = [
    [0.002, 0.001, 0.001],
    [0.99, 0.97, 0.9],
    [0.99, 0.4, 0.02],
    [0.3, 0.3, 0.3],
  ] as const;
  colours.forEach(([r, g, b], i) => {
    light.r[i] = r;
    light.g[i] = g;
    light.b[i] = b;
  });
  expect([...clippedIn(light)]).toEqual([1, 2, 0, 0]);
});

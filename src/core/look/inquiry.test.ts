import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  byteFromLinear,
  linearFromCode,
  LUMINANCE,
  luminanceFromValue,
  valueFromLuminance,
  labFromLinear,
} from '../colour';
import { placeOfBox } from '../raster';
import { finder, measuresOf, profileOf, repainted, shifter, snapToContour } from './index';

describe('a line across a passage', () => {
  const along = Array.from({ length: 81 }, (_, i) => i);
  const ramp = along.map((mm) => 7 - mm / 40);

  test('slopes are steps over 100 mm, a faithful one has neither break nor reversal', () => {
    const { slope, breaks, reversals, furthest } = profileOf(along, ramp, ramp);
    expect(slope.planned).toBeCloseTo(-2.5, 5);
    expect(slope.painted).toBeCloseTo(-2.5, 5);
    expect([breaks, reversals]).toEqual([[], []]);
    expect(furthest.steps).toBe(0);
  });

  test('a jump is a break where it lies, once', () => {
    const painted = along.map((mm) => (mm < 40 ? 6.6 : 5.4));
    const { breaks } = profileOf(along, ramp, painted);
    expect(breaks).toHaveLength(1);
    expect(breaks[0].at).toBeCloseTo(40, -1);
    expect(breaks[0].steps).toBeCloseTo(-1.2, 1);
  });

  test('an edge that is planned is no break', () => {
    const edge = along.map((mm) => (mm < 40 ? 7 : 4));
    expect(profileOf(along, edge, edge).breaks).toEqual([]);
    const late = along.map((mm) => (mm < 46 ? 7 : 4));
    expect(profileOf(along, edge, late).breaks).toEqual([]);
  });

  test('a stretch that runs the other way is told with its ends', () => {
    const painted = along.map((mm, i) => (mm > 30 && mm < 60 ? ramp[30] + (mm - 30) / 50 : ramp[i]));
    const { reversals, furthest } = profileOf(along, ramp, painted);
    expect(reversals).toHaveLength(1);
    expect(reversals[0].from).toBeCloseTo(30, -1);
    expect(reversals[0].steps).toBeCloseTo(0.58, 1);
    expect(furthest.steps).toBeGreaterThan(1);
  });
});

describe('what if', () => {
  const [W, H] = [60, 40];
  const size = { width: W, height: H, mmPerPixel: 1 };
  const light = (value: number) => byteFromLinear(luminanceFromValue(value) / 100);
  /** A grey passage with a stroke texture. */
  const flat = () => {
    const rgba = new Uint8ClampedArray(4 * W * H);
    for (let i = 0; i < W * H; i++)
      rgba.fill(light(5 + ((i % 7) - 3) * 0.08), 4 * i, 4 * i + 3).fill(255, 4 * i + 3, 4 * i + 4);
    return rgba;
  };
  const valueAt = (rgba: Uint8ClampedArray, i: number) => {
    const [r, g, b] = [0, 1, 2].map((c) => linearFromCode(rgba[4 * i + c] / 255));
    return valueFromLuminance(100 * (LUMINANCE[0] * r + LUMINANCE[1] * g + LUMINANCE[2] * b));
  };
  const inside = 20 * W + 30;

  test('a passage moves by its steps and keeps its texture; the rest and the original stay', () => {
    const before = flat();
    const kept = before.slice();
    const after = repainted(before, size, [{ place: placeOfBox([15, 10, 30, 20]), value: 1.2, a: 0, b: 0 }]);
    expect(before).toEqual(kept);
    expect(valueAt(after, inside) - valueAt(before, inside)).toBeCloseTo(1.2, 1);
    const texture = (rgba: Uint8ClampedArray) => valueAt(rgba, inside + 3) - valueAt(rgba, inside);
    expect(texture(after)).toBeCloseTo(texture(before), 1);
    expect(after.slice(0, 4 * W * 4)).toEqual(before.slice(0, 4 * W * 4));
  });

  test('differences add up, whatever their order', () => {
    const lighter = { place: placeOfBox([5, 5, 40, 30]), value: 0.6, a: 0, b: 0 };
    const warmer = { place: placeOfBox([15, 5, 40, 30]), value: 0, a: 4, b: 7 };
    const both = repainted(flat(), size, [lighter, warmer]);
    expect(both).toEqual(repainted(flat(), size, [warmer, lighter]));
    const [r, g, b] = [0, 1, 2].map((c) => linearFromCode(both[4 * inside + c] / 255));
    expect(labFromLinear(r, g, b).b).toBeCloseTo(7, 0);
    expect(valueAt(both, inside) - valueAt(flat(), inside)).toBeCloseTo(0.6, 1);
  });
});

describe('measures between points', () => {
  test('lengths, proportion and angle', () => {
    const found = measuresOf([
      [0, 0],
      [30, 40],
      [100, 0],
      [200, 0],
    ]);
    expect(found).toMatchObject({ first: 50, second: 100, proportion: 0.5 });
    expect(found?.lean).toBeCloseTo(53.13, 1);
    expect(found?.angle).toBeCloseTo(53.13, 1);
    expect(measuresOf([[1, 2]])).toBeNull();
  });

  test('a line leans the same whichever end was shown first', () => {
    const mm = fc.double({ min: 0, max: 400, noNaN: true });
    fc.assert(
      fc.property(mm, mm, mm, mm, (a, b, c, d) => {
        fc.pre(Math.abs(a - c) > 1);
        expect(
          measuresOf([
            [a, b],
            [c, d],
          ])?.lean,
        ).toBeCloseTo(
          measuresOf([
            [c, d],
            [a, b],
          ])?.lean ?? NaN,
          6,
        );
      }),
    );
  });

  test('a tap beside a contour lands on it; in a bare field it stays', () => {
    const [W, H] = [50, 50];
    const rgba = new Uint8ClampedArray(4 * W * H);
    for (let i = 0; i < W * H; i++) rgba.fill(i % W < 25 ? 60 : 190, 4 * i, 4 * i + 4);
    const [x] = snapToContour(rgba, { width: W, height: H }, { at: [21, 25], reach: 6 });
    expect(Math.abs(x - 25)).toBeLessThanOrEqual(2);
    expect(snapToContour(rgba, { width: W, height: H }, { at: [10, 25], reach: 6 })).toEqual([10, 25]);
  });
});

test('a shift between points of the drift is bilinear, and goes on beyond the outermost', () => {
  const points = Array.from({ length: 12 }, (_, i) => {
    const at = [10 + (i % 4) * 20, 15 + Math.floor(i / 4) * 30] as const;
    return { at, shift: [at[0] / 10, -at[1] / 5] as const };
  });
  const shift = shifter(points);
  expect(shift([35, 40])[0]).toBeCloseTo(3.5, 6);
  expect(shift([35, 40])[1]).toBeCloseTo(-8, 6);
  expect(shift([0, 0])).toEqual([1, -3]);
  expect(shifter([])([5, 5])).toEqual([0, 0]);
});

test('a place is found where the nearest point of the drift is known', () => {
  const points = [0.9, 0.1].map((confidence, i) => ({
    at: [100 * i, 0] as const,
    shift: [0, 0] as const,
    confidence,
  }));
  expect([10, 90].map((x) => finder(points)([x, 0]))).toEqual([true, false]);
  expect(finder([])([5, 5])).toBe(false);
});

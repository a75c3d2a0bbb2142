import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { valuePlane } from '../photo';
import { makeRaster, type Raster } from '../raster';
import { holdingKey, keepSpotAt, makeKey, PAINT_RANGE, throughKey, type Knot } from './index';

const value = fc.double({ min: 0, max: 10, noNaN: true });
const rising = fc
  .uniqueArray(value, { minLength: 2, maxLength: 8, comparator: (a, b) => Math.abs(a - b) < 0.05 })
  .chain((references) =>
    fc.array(value, { minLength: references.length, maxLength: references.length }).map((paints): Knot[] => {
      const [r, p] = [[...references].sort((a, b) => a - b), [...paints].sort((a, b) => a - b)];
      return r.map((reference, i) => ({ reference, paint: p[i] }));
    }),
  );
const risesEverywhere = (knots: readonly Knot[]) => {
  const key = makeKey(knots);
  let last = -1;
  for (let v = 0; v <= 10; v += 0.02) {
    if (key(v) < last - 1e-9) return false;
    last = key(v);
  }
  return true;
};

describe('a key the painter bends', () => {
  test('a kept spot goes where it is told and the rest still rises', () => {
    fc.assert(
      fc.property(rising, value, value, (knots, reference, paint) => {
        const kept = keepSpotAt(knots, { reference, paint });
        return Math.abs(makeKey(kept)(reference) - paint) < 1e-9 && risesEverywhere(kept);
      }),
    );
  });

  test('goes through its knots', () => {
    fc.assert(
      fc.property(rising, (knots) => knots.every((k) => Math.abs(makeKey(knots)(k.reference) - k.paint) < 1e-9)),
    );
  });

  test('needs two knots', () => expect(() => makeKey([{ reference: 5, paint: 5 }])).toThrow(/two knots/));
});

describe('a key that holds', () => {
  const wide = { darkest: 0.2, middle: 4, lightest: 9.9 };
  const slope = (knots: readonly Knot[], at: number) => (makeKey(knots)(at + 0.1) - makeKey(knots)(at - 0.1)) / 0.2;

  test.each([
    ['lights', 9.4],
    ['darks', 0.8],
    ['middle', 4],
  ] as const)('the %s keep their steps', (hold, at) => {
    const knots = holdingKey(hold, wide);
    expect(slope(knots, at)).toBeGreaterThan(0.93);
    for (const other of [0.8, 4, 9.4].filter((v) => v !== at)) expect(slope(knots, other)).toBeLessThan(0.9);
  });

  test('all end on the paint’s own ends', () => {
    for (const hold of ['lights', 'middle', 'darks'] as const) {
      const knots = holdingKey(hold, wide);
      expect(knots[0]).toEqual({ reference: 0.2, paint: PAINT_RANGE.darkest });
      expect(knots.at(-1)?.paint).toBeCloseTo(PAINT_RANGE.white);
      expect(risesEverywhere(knots)).toBe(true);
    }
  });

  test('a range that paint can reach is left alone', () =>
    expect(makeKey(holdingKey('middle', { darkest: 2, middle: 5, lightest: 8 }))(6.3)).toBeCloseTo(6.3));
});

test('the keyed picture follows the curve within 0.05 step, whatever the key', () => {
  const ramp: Raster = makeRaster(400, 3);
  for (let i = 0; i < ramp.r.length; i++) {
    const light = ((i % 400) / 399) ** 2;
    ramp.r[i] = light * 1.02;
    ramp.g[i] = light;
    ramp.b[i] = light * 0.9;
  }
  const before = valuePlane(ramp).data;
  // Slopes up to 10: steeper, and half a step of the table would be more than is promised.
  const gentle = rising.filter((knots) =>
    knots.every((k, i) => i === 0 || k.paint - knots[i - 1].paint <= 10 * (k.reference - knots[i - 1].reference)),
  );
  fc.assert(
    fc.property(gentle, (knots) => {
      const key = makeKey(knots);
      const after = valuePlane(throughKey(ramp, knots)).data;
      return after.every((v, i) => before[i] < 0.02 || Math.abs(v - key(before[i])) <= 0.05);
    }),
    { numRuns: 60 },
  );
});

import { describe, expect, test } from 'vitest';
import { alongWithValue } from './alongWithValue';
import { labFromLinear } from './lab';

const ORANGE = [0.5, 0.22, 0.06] as const;
const labOf = ([r, g, b]: readonly number[]) => labFromLinear(r, g, b);
const left = (plan: { L: number; a: number; b: number }, paint: { L: number; a: number; b: number }) => {
  const scale = alongWithValue(plan, paint, (paint.L + 16) / (plan.L + 16));
  return Math.hypot(paint.a - scale * plan.a, paint.b - scale * plan.b);
};

describe('a change of value alone', () => {
  const plan = labOf(ORANGE);

  test.each([0.4, 0.7, 1.3, 1.8])('in %f times the light leaves no change of colour', (light) =>
    expect(left(plan, labOf(ORANGE.map((v) => v * light)))).toBeLessThan(0.4),
  );

  test.each([-18, -9, 9, 18])('by L* %f with a* and b* kept leaves none either', (L) =>
    expect(left(plan, { ...plan, L: plan.L + L })).toBeCloseTo(0),
  );

  test('half of each leaves none', () => {
    const kept = { ...plan, L: plan.L + 12 };
    const lit = 1 + 0.5 * ((kept.L + 16) / (plan.L + 16) - 1);
    expect(left(plan, { ...kept, a: plan.a * lit, b: plan.b * lit })).toBeCloseTo(0);
  });
});

describe('a change of colour', () => {
  const plan = { L: 50, a: 20, b: 30 };

  test('at the same value is told whole', () => {
    expect(left(plan, { L: 50, a: 14, b: 21 })).toBeCloseTo(0.3 * Math.hypot(20, 30));
    expect(left(plan, { L: 50, a: 26, b: 30 })).toBeCloseTo(6);
  });

  test('beside one of value is told beyond what the value explains', () => {
    const greyer = left(plan, { L: 60, a: 14, b: 21 });
    expect(greyer).toBeCloseTo(0.3 * Math.hypot(20, 30));
    expect(left(plan, { L: 60, a: 26, b: 39 })).toBeCloseTo((1.3 - 76 / 66) * Math.hypot(20, 30));
  });

  test('of a grey is its own', () => expect(left({ L: 50, a: 0, b: 0 }, { L: 60, a: 3, b: 4 })).toBeCloseTo(5));
});

import { describe, expect, test } from 'vitest';
import { risen, RISE } from '../edges';
import { chance } from '../chance.testing';
import { askFor, type ValueAt } from './ask.testing';
import { evenStrips, jumpsBehind, readStrips, stepsBehind, tellStrips } from './index';
import { OVER, profileOf } from './profile';

/** A thin shape of so many mm about a place, its sides rising over so much, two steps over five. */
const strip = (widthMm: number, { at = 0, sides = [0.6, 0.6], steps = 2 } = {}) =>
  Float32Array.from(
    OVER,
    (t) =>
      5 +
      steps * (risen(((t - at + widthMm / 2) * RISE) / sides[0]) - risen(((t - at - widthMm / 2) * RISE) / sides[1])),
  );

describe('across a thin shape', () => {
  test.each([1, 1.6, 2.5, 4])('of %d mm its width is read', (widthMm) => {
    for (const steps of [2, -2]) {
      const seen = profileOf(strip(widthMm, { at: 0.4, steps }), Math.sign(steps));
      expect(Math.abs(Math.log((seen?.widthMm ?? 0) / widthMm))).toBeLessThan(0.06);
      expect(seen?.at).toBeCloseTo(0.4, 1);
      expect(seen?.stands).toBeCloseTo(steps, 0);
    }
  });

  test('each side is read by itself', () => {
    const { sides } = profileOf(strip(4, { sides: [0.6, 2.4] }), 1) ?? { sides: [0, 0] };
    expect(sides[0]).toBeLessThan(1);
    expect(sides[1]).toBeCloseTo(2.4, 0);
  });

  test('what lies on either side is told, and what does not stand out is none', () => {
    const on = (t: number) => (t < 0 ? 4 : 6);
    const seen = profileOf(
      strip(2, { steps: 3 }).map((v, k) => v - 5 + on(OVER[k])),
      1,
    );
    expect(seen?.beside[0]).toBeCloseTo(4, 0);
    expect(seen?.beside[1]).toBeCloseTo(6, 0);
    expect(profileOf(strip(2, { steps: 0.1 }), 1)).toBeNull();
    expect(profileOf(strip(2, { steps: -2 }), 1)).toBeNull();
    expect(
      profileOf(
        OVER.map((t) => 5 + 2 * risen(t)),
        1,
      ),
    ).toBeNull();
  });
});

async function even(planned: ValueAt, painted: ValueAt) {
  const strips = await readStrips(askFor(planned, painted));
  return { strips, told: evenStrips(strips, 1) };
}

/** A stem across the canvas, dark on light. @param widthAt mm, by how far along it; 0 = it breaks off */
const stem =
  (widthAt: (x: number) => number, softAt: (x: number) => number = () => 0.5): ValueAt =>
  (x, y) => {
    const [w, s] = [widthAt(x), softAt(x)];
    if (x < 20 || x > 100 || w === 0) return 6;
    const t = y - 45 - 0.05 * (x - 60);
    return 6 - 2.5 * (risen(((t + w / 2) * RISE) / s) - risen(((t - w / 2) * RISE) / s));
  };
const tapering = stem((x) => 1.2 + (2.6 * (x - 20)) / 80);
const straight = stem(() => 2.4);

describe('a thin shape', () => {
  test('that tapers and is painted so is left alone, however the hand wobbles', async () => {
    const random = chance(3);
    const wobble = Array.from({ length: 200 }, () => 0.25 * (random() - 0.5));
    const handMade = stem((x) => 1.2 + (2.6 * (x - 20)) / 80 + wobble[Math.round(x)]);
    expect((await even(tapering, tapering)).told).toEqual([]);
    const { strips, told } = await even(tapering, handMade);
    expect(told).toEqual([]);
    expect(strips).toHaveLength(1);
    expect(strips[0].lengthMm).toBeGreaterThan(70);
    expect(strips[0].lengthMm).toBeLessThan(90);
  });

  test('that tapers and runs on evenly is told, with both its widths', async () => {
    const [told, ...more] = (await even(tapering, straight)).told;
    expect(more).toEqual([]);
    expect(told.painted.even).toBeGreaterThan(0.9);
    expect(told.planned.even).toBeLessThan(0.6);
    expect(told.planned.widthsMm?.[0]).toBeCloseTo(1.5, 0);
    expect(told.planned.widthsMm?.[1]).toBeCloseTo(3.5, 0);
    told.painted.widthsMm?.forEach((mm) => expect(mm).toBeCloseTo(2.4, 0));
  });

  test('that breaks off in the plan and is painted through is told', async () => {
    const broken = stem((x) => ((x > 38 && x < 47) || (x > 58 && x < 70) || (x > 80 && x < 88) ? 0 : 2.4));
    const [told] = (await even(broken, straight)).told;
    expect(told.planned.broken).toBeGreaterThan(0.2);
    expect(told.painted.broken).toBeLessThan(0.05);
    expect((await even(broken, broken)).told).toEqual([]);
    expect((await even(straight, broken)).told).toEqual([]);
  });

  test('that softens along one half and is painted hard is told', async () => {
    const softening = stem(
      () => 3,
      (x) => (x < 60 ? 0.5 : 2.4),
    );
    const [told] = (
      await even(
        softening,
        stem(() => 3),
      )
    ).told;
    expect(told.planned.hard).toBeLessThan(0.65);
    expect(told.painted.hard).toBeGreaterThan(0.9);
    expect((await even(straight, straight)).told).toEqual([]);
  });
});

/** A stem with another value behind it on either side. */
const before = (above: number, below: number): ValueAt => {
  const own = stem(() => 2.4);
  return (x, y) => {
    const behind = y - 45 - 0.05 * (x - 60) < 0 ? above : below;
    return own(x, y) < 5.9 ? own(x, y) : behind;
  };
};

describe('what lies behind a thin shape', () => {
  test('does not carry on where its two sides are painted a step apart and planned alike', async () => {
    const { strips } = await even(straight, before(6, 7.4));
    const [step, ...more] = stepsBehind(strips);
    expect(more).toEqual([]);
    expect(step.planned).toBeLessThan(0.2);
    expect(step.painted).toBeCloseTo(1.4, 0);
    expect(tellStrips({ strips, bars: [] }, 1).steps).toHaveLength(1);
  });

  test('is let be where it carries on, where the plan parts it, too, and where the step is small', async () => {
    expect(stepsBehind((await even(straight, straight)).strips)).toEqual([]);
    expect(stepsBehind((await even(before(6, 7.4), before(6, 7.4))).strips)).toEqual([]);
    expect(stepsBehind((await even(straight, before(6, 6.6))).strips)).toEqual([]);
  });
});

/** A stem with an upright edge behind it: where it lies above the stem and below it, mm. */
const beforeEdge = (above: number, below: number, steps = 1.6): ValueAt => {
  const own = stem(() => 2.4);
  return (x, y) => {
    const edge = y - 45 - 0.05 * (x - 60) < 0 ? above : below;
    return own(x, y) < 5.9 ? own(x, y) : 6 + (x < edge ? 0 : steps);
  };
};

describe('an edge that passes behind a thin shape', () => {
  const jumps = async (planned: ValueAt, painted: ValueAt) => jumpsBehind((await even(planned, painted)).strips);

  test.each([6, -6])('does not carry on where it comes out elsewhere, by %d mm', async (by) => {
    const { strips } = await even(beforeEdge(60, 60), beforeEdge(60, 60 + by));
    const [jump, ...more] = jumpsBehind(strips);
    expect(more).toEqual([]);
    expect(Math.abs(jump.planned)).toBeLessThan(1.5);
    expect(Math.abs(jump.painted)).toBeGreaterThan(4.5);
    expect(Math.abs(jump.painted)).toBeLessThan(7.5);
    expect(Math.abs(jump.at[0] - 60)).toBeLessThan(3);
    // Below the stem it lies to the right where the edge was moved to the right.
    const below = Math.sign(jump.across[1]) * Math.sign(jump.along[0]);
    expect(Math.sign(below * jump.painted)).toBe(Math.sign(by));
    expect(tellStrips({ strips, bars: [] }, 1).jumps).toEqual([jump]);
  });

  test('is let be where it carries on, where the plan’s does not, and where it is hardly off', async () => {
    expect(await jumps(beforeEdge(60, 60), beforeEdge(63, 63))).toEqual([]);
    expect(await jumps(beforeEdge(60, 60), beforeEdge(60, 62))).toEqual([]);
    expect(await jumps(beforeEdge(60, 68), beforeEdge(60, 74))).toEqual([]);
  });

  test('is told of nowhere where it cannot be seen on both sides', async () => {
    const lost: ValueAt = (x, y) => (y > 47 ? beforeEdge(60, 60, 0)(x, y) : beforeEdge(60, 60)(x, y));
    expect(await jumps(beforeEdge(60, 60), lost)).toEqual([]);
    expect(await jumps(straight, beforeEdge(60, 66))).toEqual([]);
  });
});

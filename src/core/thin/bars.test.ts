import { describe, expect, test } from 'vitest';
import { askFor, type ValueAt } from './ask.testing';
import { jumpsBehind, readBars, stepsBehind, stepsBesideBars, tellStrips } from './index';

/** A bar across the canvas, dark on what lies behind it. @param wide mm */
const bar =
  (wide: number, behind: ValueAt): ValueAt =>
  (x, y) => {
    const aside = y - 45 - 0.05 * (x - 60);
    return Math.abs(aside) <= wide / 2 && x > 8 && x < 112 ? 3 : behind(x, y);
  };
const isBelow = (x: number, y: number) => y - 45 - 0.05 * (x - 60) > 0;
const ground: ValueAt = () => 6;
/** Light from an upright edge on: where it lies above the bar and below it, mm. */
const edge =
  (above: number, below: number): ValueAt =>
  (x, y) =>
    6 + (x < (isBelow(x, y) ? below : above) ? 0 : 1.6);

const read = (planned: ValueAt, painted: ValueAt) => readBars(askFor(planned, painted));

describe('a bar', () => {
  test.each([7, 10, 16, 20])('of %d mm is read once, as wide as it is', async (wide) => {
    const [own, ...more] = await read(bar(wide, ground), bar(wide + 2, ground));
    expect(more).toEqual([]);
    expect(own.lengthMm).toBeGreaterThan(85);
    expect(own.lengthMm).toBeLessThan(112);
    for (const { planned, painted } of own.places) {
      expect(Math.abs(planned.widthMm - wide)).toBeLessThan(1.1);
      expect(Math.abs((painted?.widthMm ?? 0) - wide - 2)).toBeLessThan(1.1);
      planned.beside.forEach((value) => expect(value).toBeCloseTo(6, 0));
    }
  });

  test('is none where it is thin, short, or no bar is planned', async () => {
    expect(await read(bar(3, ground), bar(3, ground))).toEqual([]);
    expect(await read(ground, bar(10, ground))).toEqual([]);
    const short: ValueAt = (x, y) => (x > 45 && x < 75 ? bar(12, ground)(x, y) : 6);
    expect(await read(short, short)).toEqual([]);
  });
});

describe('what lies behind a bar', () => {
  test('does not carry on where its two sides are painted a step apart and planned alike', async () => {
    const apart: ValueAt = (x, y) => (isBelow(x, y) ? 7.4 : 6);
    const bars = await read(bar(10, ground), bar(10, apart));
    const [step, ...more] = stepsBehind(bars);
    expect(more).toEqual([]);
    expect(step.painted).toBeCloseTo(1.4, 0);
    expect(stepsBesideBars(bars)).toEqual([step]);
    expect(stepsBehind(await read(bar(10, apart), bar(10, apart)))).toEqual([]);
    expect(stepsBehind(await read(bar(10, ground), bar(10, ground)))).toEqual([]);
  });

  test('is no step where the plan does not show that it stands in front: it may lie between two things', async () => {
    const ends = (above: number, below: number): ValueAt => {
      const own = edge(60, 60);
      return (x, y) => own(x, y) + (isBelow(x, y) ? below : above);
    };
    const steps = async (planned: ValueAt, painted: ValueAt) =>
      tellStrips({ strips: [], bars: await read(planned, painted) }, 1).bars.steps;
    const apart: ValueAt = (x, y) => (isBelow(x, y) ? 7.4 : 6);
    expect(await steps(bar(14, ground), bar(14, apart))).toEqual([]);
    expect(await steps(bar(14, ends(0, 0)), bar(14, ends(0, 1.4)))).toHaveLength(1);
  });

  test.each([8, -8])('does not carry on where an edge comes out elsewhere, by %d mm', async (by) => {
    const bars = await read(bar(10, edge(60, 60)), bar(10, edge(60, 60 + by)));
    const [jump, ...more] = tellStrips({ strips: [], bars }, 1).bars.jumps;
    expect(more).toEqual([]);
    expect(Math.abs(Math.abs(jump.painted - jump.planned) - 8)).toBeLessThan(2.5);
    const below = Math.sign(jump.across[1]) * Math.sign(jump.along[0]);
    expect(Math.sign(below * jump.painted)).toBe(Math.sign(by));
  });

  test('is let be where the edge carries on, and where it is hardly off', async () => {
    const jumps = async (...sides: [ValueAt, ValueAt]) => jumpsBehind(await read(...sides));
    expect(await jumps(bar(10, edge(60, 60)), bar(10, edge(62, 62)))).toEqual([]);
    expect(await jumps(bar(10, edge(60, 60)), bar(10, edge(60, 62)))).toEqual([]);
  });
});

import { describe, expect, test } from 'vitest';
import type { Raster } from '../raster';
import { PATCHWORK, patchwork, pictureOf, type LightAt } from './patchwork.testing';
import { fitToPlan } from './planFit';
import { isVeiled, NO_VEIL, sheenOf, underFit, veilOf, withoutVeil } from './veil';

const planned = patchwork(7);
const PLAN = pictureOf(planned);
/** A sheen over the upper right. */
const shine = (x: number, y: number) => 0.03 * Math.exp(-(((x - 0.8) / 0.35) ** 2) - ((y - 0.25) / 0.4) ** 2);
const veiled =
  (at: LightAt, most = 1): LightAt =>
  (x, y) => {
    const [r, g, b] = at(x, y);
    const more = most * shine(x, y);
    return [r + more, g + more, b + more];
  };
/** Mean light that is left too much at a place, beside the plan. */
function left(lit: Raster, x: number, y: number): number {
  const i = Math.floor(y * PATCHWORK.height) * PATCHWORK.width + Math.floor(x * PATCHWORK.width);
  return (lit.r[i] - PLAN.r[i] + lit.g[i] - PLAN.g[i] + lit.b[i] - PLAN.b[i]) / 3;
}

describe('a sheen over a part of the canvas', () => {
  test('is found and taken off to a fifth of it', () => {
    const lit = pictureOf(veiled(planned));
    const veil = veilOf(lit, PLAN);
    const clean = withoutVeil(lit, veil);
    for (const [x, y] of [
      [0.75, 0.2],
      [0.95, 0.35],
      [0.65, 0.05],
    ] as const) {
      expect(left(lit, x, y)).toBeGreaterThan(0.015);
      expect(Math.abs(left(clean, x, y))).toBeLessThan(0.2 * left(lit, x, y));
    }
    expect(Math.abs(left(clean, 0.1, 0.9))).toBeLessThan(0.002);
    expect(sheenOf(veil).most).toBeCloseTo(0.03, 2);
    expect(sheenOf(veil).share).toBeGreaterThan(0.3);
    expect(sheenOf(veil).share).toBeLessThan(0.8);
  });

  test('under a gain and a field it is taken off before them', () => {
    const fit = { gainStops: [0.4, 0, -0.5] as const, field: [0.3, 0, 0, 0, 0], agreement: 1 };
    const seen = pictureOf((x, y) => {
      const field = 2 ** (0.3 * (2 * x - 1));
      const [r, g, b] = veiled(planned)(x, y);
      return [r / 2 ** 0.4 / field, g / field, b / 2 ** -0.5 / field];
    });
    const clean = withoutVeil(seen, underFit(veilOf(pictureOf(veiled(planned)), PLAN), fit));
    const again = fitToPlan(clean, PLAN, { anchors: [], knownTo: 10.5 });
    expect(again.agreement).toBeGreaterThan(0.95);
    again.gainStops.forEach((stops, c) => expect(stops).toBeCloseTo(fit.gainStops[c], 1));
  });
});

describe('no sheen is', () => {
  const box = (x: number, y: number) => x > 0.3 && x < 0.6 && y > 0.3 && y < 0.6;
  test.each<[string, LightAt]>([
    ['a faithful copy', planned],
    [
      'a hand that wanders',
      (x, y) => planned(x, y).map((v) => v * (1 + 0.1 * Math.sin(40 * x + 23 * y))) as [number, number, number],
    ],
    [
      'darks that are too light all over: they may be the painter’s',
      (x, y) => planned(x, y).map((v) => v + 0.02) as [number, number, number],
    ],
  ])('%s', (_, at) => {
    const { knots } = veilOf(pictureOf(at), PLAN);
    expect(Math.max(0, ...knots)).toBeLessThan(0.008);
  });

  test('a passage that was painted a step lighter: most of it stays to be told', () => {
    const lit = pictureOf(
      (x, y) => planned(x, y).map((v) => (box(x, y) ? 1.5 * v + 0.01 : v)) as [number, number, number],
    );
    const clean = withoutVeil(lit, veilOf(lit, PLAN));
    expect(left(clean, 0.45, 0.45)).toBeGreaterThan(0.6 * left(lit, 0.45, 0.45));
  });
});

test('none leaves a picture as it is', () => {
  expect(isVeiled(NO_VEIL)).toBe(false);
  expect(withoutVeil(PLAN, NO_VEIL)).toBe(PLAN);
  expect(sheenOf(NO_VEIL)).toEqual({ most: 0, share: 0 });
});

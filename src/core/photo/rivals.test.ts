import { describe, expect, test } from 'vitest';
import { luminanceFromValue } from '../colour';
import { homographyBetween, makeRaster, rectangle, type Raster } from '../raster';
import { lightOf } from './light';
import { COUNT } from './lightCells';
import { patchwork, PATCHWORK, pictureOf, type LightAt } from './patchwork.testing';
import type { SeenPatch } from './patches';
import { NO_FIT } from './planFit';
import { NO_RIVALRY, rivalryOf, rivalryOver, together, widened, type Explanation } from './rivals';
import { NO_VEIL } from './veil';

/** A canvas of one value on its left, of another on its right. */
function halves(left: number, right: number): Raster {
  const raster = makeRaster(48, 36);
  for (const plane of [raster.r, raster.g, raster.b])
    plane.forEach((_, i) => (plane[i] = luminanceFromValue(i % 48 < 24 ? left : right) / 100));
  return raster;
}
const saying = (curved: Raster, worth: number): Explanation => ({ curved, fit: NO_FIT, veil: NO_VEIL, worth });

describe('how far other explanations of the light would put a place', () => {
  const best = saying(halves(3, 7), 0.9);

  test('is nothing where there are none, or all say the same', () => {
    expect(Math.max(...rivalryOf(best, []).value)).toBe(0);
    expect(Math.max(...rivalryOf(best, [saying(halves(3, 7), 0.89)]).value)).toBe(0);
  });

  test('counts by how well they fit, and only where they differ', () => {
    const other = (worth: number) => rivalryOf(best, [saying(halves(4, 7), worth)]).value;
    const [as, less, hardly] = [0.9, 0.88, 0.7].map((worth) => other(worth)[0]);
    expect(as).toBeCloseTo(Math.SQRT1_2, 1);
    expect(less).toBeGreaterThan(0.4);
    expect(less).toBeLessThan(as);
    expect(hardly).toBe(0);
    expect(other(0.9)[23]).toBeLessThan(0.01);
  });

  test('is a mean over the pixels of a place; two that have nothing to do with each other add up in squares', () => {
    const one = { value: new Float32Array(COUNT).fill(0.3), colour: new Float32Array(COUNT) };
    one.value.fill(0, COUNT / 2);
    const two = { value: new Float32Array(COUNT).fill(0.4), colour: new Float32Array(COUNT).fill(2) };
    const both = together([one, two, NO_RIVALRY]);
    expect(both.value[0]).toBeCloseTo(0.5, 6);
    const size = { width: 96, height: 72 };
    const [top, foot] = [0, 96 * 71];
    expect(rivalryOver(both, Int32Array.of(top, foot), size).value).toBeCloseTo(0.45, 6);
    expect(rivalryOver(both, Int32Array.of(foot), size)).toMatchObject({ colour: 2 });
    const wider = widened(both, { value: 1, warmth: 1.5 });
    expect([wider.value[0], wider.colour[0]]).toEqual([both.value[0], 3]);
  });
});

describe('a card beside the canvas', () => {
  const planned = patchwork(23);
  const PLAN = pictureOf(planned);
  const square = rectangle(1, 1);
  const same = homographyBetween(square, square);
  if (!same) throw new Error('no map');
  const greys = (over: number): SeenPatch[] =>
    [9.3, 5, 1.6].map((value) => {
      const known = luminanceFromValue(value) / 100;
      const seen = known + over;
      return { centre: [1.1, 0.5], seen: [seen, seen, seen], known: [known, known, known], doubt: 0, clipped: false };
    });
  const read = (painted: LightAt, over: number) => {
    const photo = pictureOf(painted);
    const evidence = { patches: greys(over), toPhoto: same, fromPhoto: same, plan: PLAN };
    const { relight, rivalry } = lightOf(photo, evidence);
    return { lit: relight(photo), rivalry };
  };
  /** Light at the darkest places of the plan's left half, as a share of what is planned there. */
  const leftDarks = (lit: Raster): number => {
    let [sum, meant] = [0, 0];
    PLAN.g.forEach((light, i) => {
      if (i % PATCHWORK.width > PATCHWORK.width / 3 || light > 0.05) return;
      sum += lit.g[i];
      meant += light;
    });
    return sum / meant;
  };

  test('may lie under the sheen of the canvas: the darks far from it are left as they were', () => {
    const shine = (x: number) => 0.03 * Math.min(1, Math.max(0, 1.6 * x - 0.5));
    const { lit } = read((x, y) => planned(x, y).map((v) => v + shine(x)) as [number, number, number], 0.03);
    expect(leftDarks(lit)).toBeGreaterThan(0.85);
    expect(leftDarks(lit)).toBeLessThan(1.15);
  });

  test('shows darks that were all painted too dark: they are not taken for a sheen over it', () => {
    const deepened: LightAt = (x, y) => planned(x, y).map((v) => (v < 0.06 ? 0.6 * v : v)) as [number, number, number];
    expect(leftDarks(read(deepened, 0).lit)).toBeLessThan(0.72);
  });
});

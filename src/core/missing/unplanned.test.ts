import { describe, expect, test } from 'vitest';
import { chance } from '../chance.testing';
import { boxOf, placeHolds, placeOfBox } from '../raster';
import { sceneOf } from '../read/scene.testing';
import { standsOutBy, unplannedIn } from './index';

type ValueAt = (x: number, y: number) => number;
const SIZE = { width: 400, height: 300 };
const CUP = [180, 120, 50, 60] as const;
const inBox = ([x, y, w, h]: readonly number[], u: number, v: number) => u > x && u < x + w && v > y && v < y + h;

/** A wall that turns into shade, and a table. */
const planned: ValueAt = (x, y) => (y > 200 ? 3.6 + 0.005 * x : 6.4 - 0.006 * x);
const cup =
  (steps: number): ValueAt =>
  (x, y) =>
    planned(x, y) - (inBox(CUP, x, y) ? steps : 0);
/** A twig 70 mm long, so many mm aside. */
const twig =
  (steps: number, aside = 0): ValueAt =>
  (x, y) =>
    planned(x, y) - (x > 290 && x < 360 && Math.abs(y - aside - 60 - 0.4 * (x - 290)) < 1.5 ? steps : 0);

const unplanned = (painted: ValueAt, plan: ValueAt = planned) =>
  unplannedIn(sceneOf({ ...SIZE, planned: plan, painted }));

describe('what no plan has', () => {
  test('is a thing that is painted where the plan goes on', () => {
    const [one, ...more] = unplanned(cup(2));
    expect(more).toEqual([]);
    expect(one).toMatchObject({ of: 'element', lengthMm: null });
    expect(one.painted).toBeCloseTo(2, 1);
    expect(one.there).toBeLessThan(0.1);
    boxOf(one.place)?.forEach((mm, k) => expect(Math.abs(mm - CUP[k])).toBeLessThanOrEqual(4));
  });

  test('is a line, by its length', () => {
    const [one, ...more] = unplanned(twig(2));
    expect(more).toEqual([]);
    expect(one.of).toBe('line');
    expect(Math.abs((one.lengthMm ?? 0) - 75)).toBeLessThan(9);
    expect(placeHolds(one.place, [325, 74])).toBe(true);
  });

  test('is not what the plan has too, a little elsewhere or of another value', () => {
    expect(unplanned(cup(2), cup(2))).toEqual([]);
    expect(unplanned(cup(3), cup(1.5))).toEqual([]);
    expect(unplanned(twig(2, 3), twig(2))).toEqual([]);
    expect(unplanned(planned, cup(2))).toEqual([]);
  });

  test('is not paint that is off: a passage with a border of its own, strokes, everything alike', () => {
    expect(unplanned(cup(1))).toEqual([]);
    const random = chance(3);
    const strokes = Array.from({ length: 4000 }, () => 0.8 * (random() - 0.5));
    expect(
      unplanned((x, y) => planned(x, y) + strokes[(Math.floor(x / 9) * 37 + Math.floor(y / 3) * 101) % 4000]),
    ).toEqual([]);
    expect(unplanned((x, y) => planned(x, y) - 1.6)).toEqual([]);
    expect(unplanned((x, y) => planned(x, y) - (inBox([100, 20, 160, 120], x, y) ? 2 : 0))).toEqual([]); // a mass
  });
});

test('an underdrawing is no things: so many lines are told of none', () => {
  const drawn =
    (lines: number): ValueAt =>
    (x, y) =>
      planned(x, y) - (x % 24 < 2 && x < 24 * lines && y < 90 && y > 30 ? 2 : 0);
  expect(unplanned(drawn(4)).map(({ of }) => of)).toContain('line');
  expect(unplanned(drawn(12))).toEqual([]);
});

describe('a place', () => {
  const steps = (painted: ValueAt, box: readonly [number, number, number, number]) =>
    standsOutBy(sceneOf({ ...SIZE, planned, painted }), placeOfBox(box))?.steps;

  test('tells by how many steps it stands out, whatever the whole picture is off by', () => {
    for (const by of [0, 0.7, 2]) expect(steps(cup(by), CUP)).toBeCloseTo(by, 1);
    expect(steps((x, y) => cup(2)(x, y) - 0.9, CUP)).toBeCloseTo(2, 1);
  });

  test('tells so of a line that fills a part of it', () => {
    const [{ place }] = unplanned(twig(2));
    const at = (by: number) => standsOutBy(sceneOf({ ...SIZE, planned, painted: twig(by) }), place)?.steps ?? 9;
    expect(at(0)).toBeLessThan(0.1);
    expect(at(2)).toBeGreaterThan(1.2);
    expect(at(1) / at(2)).toBeCloseTo(0.5, 1);
  });

  test('of which nothing can be read tells nothing', () => {
    const mask = new Uint8Array(400 * 300).fill(1);
    expect(standsOutBy(sceneOf({ ...SIZE, planned, painted: cup(2), mask }), placeOfBox(CUP))).toBeNull();
  });
});

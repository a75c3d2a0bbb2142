import { describe, expect, test } from 'vitest';
import { boxOf, placeHolds, placeOfBox } from '../raster';
import { sceneOf } from '../read/scene.testing';
import { missingIn, standingIn } from './index';

type ValueAt = (x: number, y: number) => number;
const SIZE = { width: 400, height: 300 };
const POT = [180, 120, 60, 80] as const;
const inBox = ([x, y, w, h]: readonly number[], u: number, v: number) => u > x && u < x + w && v > y && v < y + h;

/** A wall that turns into shade, and a table. */
const behind: ValueAt = (x, y) => (y > 180 ? 3.6 + 0.005 * x : 6.4 - 0.006 * x);
const planned: ValueAt = (x, y) => (inBox(POT, x, y) ? 2.2 + 0.004 * x : behind(x, y));
/** The same with a part painted with so much of what it stands out by. */
const potWith =
  (share: number, box: readonly number[] = POT): ValueAt =>
  (x, y) =>
    inBox(box, x, y) ? behind(x, y) + share * (planned(x, y) - behind(x, y)) : planned(x, y);

const missing = (painted: ValueAt, plan: ValueAt = planned, mask?: Uint8Array) =>
  missingIn(sceneOf({ ...SIZE, planned: plan, painted, mask }));

describe('an element', () => {
  test('is missing where the painting goes on as if it were not there', () => {
    expect(missing(planned)).toEqual([]);
    const [pot, ...more] = missing(potWith(0));
    expect(more).toEqual([]);
    expect(pot).toMatchObject({ of: 'element', lengthMm: null });
    expect(pot.there).toBeLessThan(0.1);
    boxOf(pot.place)?.forEach((mm, k) => expect(Math.abs(mm - POT[k])).toBeLessThanOrEqual(4));
  });

  test.each([0.4, 0.7, 1.6])('painted with %s of its contrast is there', (share) =>
    expect(missing(potWith(share))).toEqual([]),
  );

  test('of 1 % of the canvas is found, a smaller one is a detail', () => {
    const spot =
      (side: number): ValueAt =>
      (x, y) =>
        inBox([40, 40, side, side], x, y) ? 2.5 : behind(x, y);
    expect(missing(behind, spot(35))).toHaveLength(1);
    expect(missing(behind, spot(24))).toEqual([]);
  });

  test('that differs in colour alone is missing, too', () => {
    const scene = sceneOf({ ...SIZE, planned: behind, painted: behind });
    scene.planned.a.forEach((_, i) => inBox(POT, i % 400, Math.floor(i / 400)) && (scene.planned.a[i] = 24));
    const [pot] = missingIn(scene);
    expect(pot.planned).toBeCloseTo(2.4, 1);
  });

  test('is not told where nothing can be read, nor where a whole picture is off alike', () => {
    const mask = Uint8Array.from({ length: 400 * 300 }, (_, i) => +inBox([170, 110, 80, 100], i % 400, i / 400));
    expect(missing(potWith(0), planned, mask)).toEqual([]);
    expect(missing((x, y) => planned(x, y) - 0.9)).toEqual([]);
    expect(missing((x, y) => potWith(0)(x, y) - 0.9)).toHaveLength(1);
  });

  test('a passage that is off where the plan has no outline is none', () =>
    expect(missing((x, y) => planned(x, y) - (inBox([290, 40, 80, 70], x, y) ? 1.2 : 0))).toEqual([]));
});

describe('a line', () => {
  const twig =
    (wide: number, aside = 0, to = 360): ValueAt =>
    (x, y) => {
      const away = Math.abs(y - aside - 60 - 0.4 * (x - 290));
      return behind(x, y) - 3 * (x > 290 && x < to ? Math.min(1, Math.max(0, wide / 2 + 0.5 - away)) : 0);
    };

  test('is missing by its length, and there where it is painted or drawn a little off', () => {
    const [line, ...more] = missing(behind, twig(3));
    expect(more).toEqual([]);
    expect(line.of).toBe('line');
    expect(Math.abs((line.lengthMm ?? 0) - 75)).toBeLessThan(9);
    expect(placeHolds(line.place, [325, 74])).toBe(true);
    expect(missing(twig(3), twig(3))).toEqual([]);
    expect(missing(twig(3, 4), twig(3))).toEqual([]);
  });

  test('of another colour and the same value is missing, too', () => {
    const scene = sceneOf({ ...SIZE, planned: behind, painted: behind });
    const on = twig(4);
    scene.planned.b.forEach((_, i) => {
      const [x, y] = [(i % 400) + 0.5, Math.floor(i / 400) + 0.5];
      scene.planned.b[i] = 10 * (behind(x, y) - on(x, y));
    });
    expect(missingIn(scene).map(({ of, count }) => `${count} ${of}`)).toEqual(['1 line']);
    expect(missingIn({ ...scene, painted: scene.planned })).toEqual([]);
  });

  test('of which half is painted lacks the other half', () => {
    const [rest] = missing(twig(3, 0, 325), twig(3));
    expect(rest.lengthMm).toBeLessThan(45);
    expect(boxOf(rest.place)?.[0]).toBeGreaterThan(315);
  });

  test('beside others that are missing is told with them', () => {
    const three: ValueAt = (x, y) => Math.min(...[0, 11, 22].map((down) => twig(3)(x, y - down)));
    const [lines, ...more] = missing(behind, three);
    expect(more).toEqual([]);
    expect(lines.count).toBe(3);
    expect(lines.lengthMm).toBeGreaterThan(190);
  });

  test('that is short is a detail; the border of a thing is no line', () => {
    expect(missing(behind, twig(3, 0, 303))).toEqual([]);
    expect(missing(behind, (x, y) => (y < 90 ? 8 : behind(x, y))).map(({ of }) => of)).not.toContain('line');
  });

  test('inside a thing that is missing is told with it', () => {
    const striped: ValueAt = (x, y) => (inBox(POT, x, y) && Math.abs(x - 210) < 1.5 ? 6 : planned(x, y));
    expect(missing(potWith(0), striped).map(({ of }) => of)).toEqual(['element']);
  });
});

test('so does the place of lines that were told together', () => {
  const rib =
    (down: number): ValueAt =>
    (x, y) =>
      behind(x, y) - 3 * +(x > 290 && x < 360 && Math.abs(y - down - 60 - 0.4 * (x - 290)) < 1.5);
  const ribs: ValueAt = (x, y) => Math.min(...[0, 11, 22].map((down) => rib(down)(x, y)));
  const [{ place }] = missing(behind, ribs);
  const there = (painted: ValueAt) => standingIn(sceneOf({ ...SIZE, planned: ribs, painted }), place)?.there;
  expect(there(behind)).toBeLessThan(0.1);
  expect(there(ribs)).toBeCloseTo(1, 1);
});

test('a place tells how much of what it stands out by is there', () => {
  const place = placeOfBox(POT);
  const there = (share: number) => standingIn(sceneOf({ ...SIZE, planned, painted: potWith(share) }), place)?.there;
  expect([there(0), there(0.5), there(1)].map((v) => Math.round(10 * (v ?? 9)) / 10)).toEqual([0, 0.5, 1]);
  expect(standingIn(sceneOf({ ...SIZE, planned, painted: planned }), placeOfBox([20, 20, 60, 60]))).toBeNull();
});

import { expect, test } from 'vitest';
import { chance } from '../chance.testing';
import { innerContours } from './contours';

const [WIDTH, HEIGHT, MM] = [240, 180, 0.5];

/** One mass, its values by place in mm. */
function found(valueAt: (x: number, y: number) => number, massAt: (x: number, y: number) => number = () => 0) {
  const at = (i: number) => [((i % WIDTH) + 0.5) * MM, (Math.floor(i / WIDTH) + 0.5) * MM] as const;
  const size = { length: WIDTH * HEIGHT };
  const massOf = Int32Array.from(size, (_, i) => massAt(...at(i)));
  const value = Float32Array.from(size, (_, i) => valueAt(...at(i)));
  return innerContours(value, { width: WIDTH, height: HEIGHT, massOf, ids: [3, 8] }, MM);
}

/** A rise about a slanting line, so many mm wide. */
const fold = (widthMm: number, steps: number) => (x: number, y: number) =>
  5 + steps / (1 + Math.exp((-4.4 * (x - 50 - 0.3 * y)) / widthMm));

test.each([
  ['hard', 0.6],
  ['soft', 7],
])('a %s fold inside a mass is one contour along all of it, where it is', (_, widthMm) => {
  const [contour, ...more] = found(fold(widthMm, 1.8));
  expect(more).toEqual([]);
  expect(contour.mass).toBe(0);
  const ys = contour.points.map(([, y]) => y);
  expect(Math.max(...ys) - Math.min(...ys)).toBeGreaterThan(70);
  for (const [x, y] of contour.points) expect(Math.abs(x - 50 - 0.3 * y)).toBeLessThan(1);
});

test('a round rim is followed as it turns', () => {
  const rim = found((x, y) => (Math.hypot(x - 60, y - 45) < 25 ? 6.5 : 5));
  const length = rim.reduce((sum, { points }) => sum + points.length, 0) * MM;
  expect(length).toBeGreaterThan(0.8 * 2 * Math.PI * 25);
  for (const { points } of rim)
    for (const [x, y] of points) expect(Math.abs(Math.hypot(x - 60, y - 45) - 25)).toBeLessThan(1);
});

test('no contour: a faint fold, a thin line, shading, strokes, what a border of masses has already', () => {
  expect(found(fold(2, 0.7))).toEqual([]);
  expect(found((x) => (Math.abs(x - 60) < 1.2 ? 3 : 5))).toEqual([]);
  expect(found((x) => 3 + 0.04 * x)).toEqual([]);
  const random = chance(7);
  const strokes = Array.from({ length: 3000 }, () => 2.4 * (random() - 0.5));
  expect(found((x, y) => 5 + strokes[(Math.floor(x / 6) * 37 + Math.floor(y / 1.6) * 101) % 3000])).toEqual([]);
  const border = fold(1, 2);
  expect(found(border, (x, y) => (x > 50 + 0.3 * y ? 1 : 0))).toEqual([]);
});

import { describe, expect, test } from 'vitest';
import { mapCorners, type Corners, type Point } from '../../core/raster';
import { cornersAfterKey, laidBeside, nailsOf, pulledSide, SIDES, stripMatrix, turnedSide, type Side } from './threads';

const SQUARE: Corners = [
  [100, 100],
  [500, 100],
  [500, 400],
  [100, 400],
];
/** As a camera sees it from the side. */
const POSED: Corners = [
  [120, 90],
  [510, 130],
  [480, 420],
  [90, 380],
];
const rounded = (corners: Corners) => corners.map(([x, y]) => [Math.round(x * 100) / 100, Math.round(y * 100) / 100]);

test('a thread is laid on an edge beside it, end by end, outwards', () => {
  expect(rounded(laidBeside(SQUARE, 0, { from: 5, to: -3 }))).toEqual([
    [100, 95],
    [500, 103],
    [500, 400],
    [100, 400],
  ]);
  expect(rounded(laidBeside(SQUARE, 3, { from: 2, to: 2 }))).toEqual([
    [98, 100],
    [500, 100],
    [500, 400],
    [98, 400],
  ]);
});

describe('a thread that is pulled', () => {
  test('takes both its corners along the sides beside it, and leaves the others', () => {
    expect(rounded(pulledSide(SQUARE, 0, [30, -20]))).toEqual([
      [100, 80],
      [500, 80],
      [500, 400],
      [100, 400],
    ]);
    for (const side of SIDES) {
      const after = pulledSide(POSED, side, [7, 5]);
      expect(after.filter((p, i) => p !== POSED[i])).toHaveLength(2);
      // The sides beside it are the same lines as before.
      for (const beside of [(side + 1) % 4, (side + 3) % 4] as Side[]) {
        const [[ax, ay], [bx, by]] = nailsOf(POSED, beside);
        for (const [x, y] of [after[beside], after[(beside + 1) % 4]] as Point[])
          expect(Math.abs((bx - ax) * (y - ay) - (by - ay) * (x - ax))).toBeLessThan(1e-6);
      }
    }
  });
  test('along itself goes nowhere', () => expect(rounded(pulledSide(SQUARE, 0, [25, 0]))).toEqual(rounded(SQUARE)));
  test('there and back again is where it was', () => {
    for (const side of SIDES)
      expect(rounded(pulledSide(pulledSide(POSED, side, [3, 4]), side, [-3, -4]))).toEqual(rounded(POSED));
  });
});

describe('a thread that is turned', () => {
  test('goes through the nail that stays and the one that was put elsewhere', () => {
    const [, far] = nailsOf(SQUARE, 1);
    const after = turnedSide(SQUARE, 1, 0, [560, 79]);
    const [from, to] = nailsOf(after, 1);
    for (const [x, y] of [far, [560, 79] as Point])
      expect(Math.abs((to[0] - from[0]) * (y - from[1]) - (to[1] - from[1]) * (x - from[0]))).toBeLessThan(1e-6);
  });
  test('onto the direction of the sides beside it changes nothing: they would never cross', () => {
    const [from] = nailsOf(SQUARE, 0);
    expect(turnedSide(SQUARE, 0, 1, [from[0], 900])).toEqual(SQUARE);
  });
});

describe('a thread under the keys', () => {
  const after = (key: string, { shiftKey = false, altKey = false } = {}) =>
    cornersAfterKey(SQUARE, 3, { key, shiftKey, altKey });
  test('moves by a pixel, with Alt by a tenth', () => {
    expect(rounded(after('ArrowRight') ?? SQUARE).map(([x]) => x)).toEqual([101, 500, 500, 101]);
    expect(rounded(after('ArrowLeft', { altKey: true }) ?? SQUARE).map(([x]) => x)).toEqual([99.9, 500, 500, 99.9]);
  });
  test('turns with Shift, round its first nail', () => {
    const [top, , , bottom] = after('ArrowRight', { shiftKey: true }) ?? SQUARE;
    // The left side runs upwards, so that its second nail is the upper one.
    expect(top[0] - 100).toBeGreaterThan(bottom[0] - 100);
    expect(bottom[0] - 100).toBeGreaterThan(0);
  });
  test('leaves other keys alone', () => expect(after('a')).toBeNull());
});

test('a strip lays each side along its middle, canvas always on the same hand', () => {
  const strip = { length: 640, breadth: 56, across: 100 };
  const on = (side: Side, [x, y]: Point): Point => {
    const [a, b, c, d, e, f] = stripMatrix(POSED, side, { ...strip, upright: side % 2 === 1 })
      .slice(7, -1)
      .split(' ')
      .map(Number) as [number, number, number, number, number, number];
    return [a * x + c * y + e, b * x + d * y + f];
  };
  const middle = mapCorners(POSED, (p) => p).reduce<Point>(([x, y], p) => [x + p[0] / 4, y + p[1] / 4], [0, 0]);
  for (const side of SIDES) {
    const [from, to] = nailsOf(POSED, side);
    const ends = [on(side, from), on(side, to)].map(([x, y]) => (side % 2 === 1 ? [y, x] : [x, y]));
    expect(ends.map(([along]) => Math.round(along ?? NaN) + 0).sort((a, b) => a - b)).toEqual([0, 640]);
    for (const [, across] of ends) expect(across).toBeCloseTo(28);
  }
  expect(on(0, middle)[1]).toBeGreaterThan(28); // under the top
  expect(on(2, middle)[1]).toBeLessThan(28);
  expect(on(3, middle)[0]).toBeGreaterThan(28); // right of the left side
  expect(on(1, middle)[0]).toBeLessThan(28);
  // Lying flat, as under a narrow picture, a side that stands runs from its top as well.
  const lying = stripMatrix(POSED, 1, { ...strip, upright: false })
    .slice(7, -1)
    .split(' ')
    .map(Number);
  const [[x, y]] = nailsOf(POSED, 1);
  const [a = NaN, b = NaN, c = NaN, d = NaN, e = NaN, f = NaN] = lying;
  expect(a * x + c * y + e).toBeCloseTo(0);
  expect(b * x + d * y + f).toBeCloseTo(28);
});

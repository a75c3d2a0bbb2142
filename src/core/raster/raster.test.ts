import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { SRGB_PROFILE } from '../colour';
import {
  boxBlur,
  connectedRegions,
  gaussianBlur,
  homographyBetween,
  invert,
  isConvexClockwise,
  lightOfPicture,
  linearTables,
  makeRaster,
  median,
  project,
  quantile,
  rectangle,
  resizePlane,
  robust,
  sampleAt,
  shrinkPlane,
  shrinkRaster,
  solveLinear,
  type Corners,
  type Picture,
  type Plane,
  type Point,
} from './index';

const plane = (width: number, height: number, at: (x: number, y: number) => number): Plane => ({
  width,
  height,
  data: Float32Array.from({ length: width * height }, (_, i) => at(i % width, Math.floor(i / width))),
});

describe('projective maps', () => {
  const nudge = fc.double({ min: -0.2, max: 0.2, noNaN: true });
  const quads = fc
    .tuple(...Array.from({ length: 8 }, () => nudge))
    .map((n) => rectangle(1, 1).map(([x, y], i): Point => [x + n[2 * i], y + n[2 * i + 1]]) as unknown as Corners);

  test('carry the corners exactly and come back by their inverse', () => {
    fc.assert(
      fc.property(quads, (corners) => {
        const h = homographyBetween(rectangle(400, 300), corners);
        const back = h && invert(h);
        if (!h || !back) return false;
        return rectangle(400, 300).every(([x, y], i) => {
          const [u, v] = project(h, [x, y]);
          const [bx, by] = project(back, [u, v]);
          return Math.hypot(u - corners[i][0], v - corners[i][1]) < 1e-8 && Math.hypot(bx - x, by - y) < 1e-5;
        });
      }),
    );
  });

  test('do not exist where three corners lie on one line', () => {
    expect(
      homographyBetween(rectangle(1, 1), [
        [0, 0],
        [1, 0],
        [2, 0],
        [0, 1],
      ]),
    ).toBeNull();
  });

  test.each<{ name: string; corners: Corners; expected: boolean }>([
    {
      name: 'clockwise',
      corners: [
        [0, 0],
        [4, 0],
        [4, 3],
        [0, 3],
      ],
      expected: true,
    },
    {
      name: 'counter-clockwise',
      corners: [
        [0, 0],
        [0, 3],
        [4, 3],
        [4, 0],
      ],
      expected: false,
    },
    {
      name: 'crossing',
      corners: [
        [0, 0],
        [4, 3],
        [4, 0],
        [0, 3],
      ],
      expected: false,
    },
    {
      name: 'dented',
      corners: [
        [0, 0],
        [4, 0],
        [1, 1],
        [0, 3],
      ],
      expected: false,
    },
  ])('corners that are $name', ({ corners, expected }) => expect(isConvexClockwise(corners)).toBe(expected));
});

test('linear systems: solved, or refused when singular', () => {
  expect(
    solveLinear(
      [
        [2, 1],
        [1, 3],
      ],
      [5, 10],
    ),
  ).toEqual([1, 3]);
  expect(
    solveLinear(
      [
        [1, 2],
        [2, 4],
      ],
      [1, 2],
    ),
  ).toBeNull();
});

describe('filters', () => {
  test('blurring keeps a flat plane and the mean of any plane', () => {
    const flat = plane(40, 30, () => 0.7);
    expect(Math.max(...gaussianBlur(flat, 3).data)).toBeCloseTo(0.7, 5);
    const spot = plane(61, 61, (x, y) => (x === 30 && y === 30 ? 1 : 0));
    expect(gaussianBlur(spot, 4).data.reduce((s, v) => s + v, 0)).toBeCloseTo(1, 4);
  });

  test.each([2, 3.3, 5, 9])('three boxes come within a tenth of a Gaussian’s peak at sigma %d px', (sigma) => {
    const spot = plane(101, 101, (x, y) => (x === 50 && y === 50 ? 1 : 0));
    const peak = gaussianBlur(spot, sigma).data[50 * 101 + 50];
    expect(Math.abs(peak * 2 * Math.PI * sigma * sigma - 1)).toBeLessThan(0.1);
  });

  test('a radius below one leaves the plane as it is', () => {
    const any = plane(5, 5, (x) => x);
    expect(boxBlur(any, 0)).toBe(any);
  });

  test('shrinking takes means and drops the remainder', () => {
    const shrunk = shrinkPlane(
      plane(5, 4, (x, y) => x + 10 * y),
      2,
    );
    expect([shrunk.width, shrunk.height, ...shrunk.data]).toEqual([2, 2, 5.5, 7.5, 25.5, 27.5]);
    expect(shrinkRaster(makeRaster(6, 4), 2).width).toBe(3);
  });

  test('samples between pixels are linear and repeat the border', () => {
    const ramp = plane(10, 10, (x, y) => x + 2 * y);
    expect(sampleAt(ramp, 3.25, 4.5)).toBeCloseTo(12.25);
    expect(sampleAt(ramp, -5, -5)).toBe(0);
    expect(resizePlane(ramp, 20, 20).data[0]).toBeCloseTo(0);
  });
});

describe('statistics', () => {
  test('median and quantiles, none of nothing', () => {
    expect(median([5, 1, 9])).toBe(5);
    expect(quantile([0, 10], 0.25)).toBe(2.5);
    expect(median([])).toBe(0);
  });

  test('a tenth of strange values does not move the centre', () => {
    const clean = Array.from({ length: 90 }, (_, i) => 5 + 0.1 * Math.sin(i));
    const strange = [...clean, ...Array.from({ length: 8 }, () => 100)];
    expect(Math.abs(robust(strange).centre - robust(clean).centre)).toBeLessThan(0.05);
    expect(robust([]).count).toBe(0);
  });
});

test('regions are connected by sides, not by corners', () => {
  const regions = connectedRegions(Int8Array.from([0, -1, 0, -1, 0, -1, 0, 0, 0]), 3);
  expect(regions.sizes.sort()).toEqual([1, 1, 4]);
  expect(regions.of[1]).toBe(-1);
});

describe('light of a picture', () => {
  const checker: Picture = {
    width: 8,
    height: 8,
    data: Uint8Array.from({ length: 192 }, (_, i) => ((Math.floor(i / 3) % 8) % 2 ? 255 : 0)),
    profile: SRGB_PROFILE,
  };
  test('is averaged as light, not as codes', () => {
    expect(lightOfPicture(checker, [0, 0, 8, 8], { width: 2, height: 2 }).r[0]).toBeCloseTo(0.5, 3);
  });
  test('sixteen-bit pictures have a table entry for every code', () => {
    expect(linearTables({ ...checker, data: new Uint16Array(192) })[0]).toHaveLength(65536);
  });
});

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  byteFromLinear,
  linearFromCode,
  LUMINANCE,
  luminanceFromValue,
  valueFromLuminance,
  labFromLinear,
} from '../colour';
import { chance } from '../chance.testing';
import { placeOfBox, type Point } from '../raster';
import {
  angleBetween,
  compareLines,
  finder,
  leansBy,
  profileOf,
  readArea,
  repainted,
  residualOf,
  shifter,
  snapToContour,
  warmAgainst,
} from './index';

describe('a line across a passage', () => {
  const along = Array.from({ length: 81 }, (_, i) => i);
  const ramp = along.map((mm) => 7 - mm / 40);

  test('slopes are steps over 100 mm, a faithful one has neither break nor reversal', () => {
    const { slope, breaks, reversals, furthest } = profileOf(along, ramp, ramp);
    expect(slope.planned).toBeCloseTo(-2.5, 5);
    expect(slope.painted).toBeCloseTo(-2.5, 5);
    expect([breaks, reversals]).toEqual([[], []]);
    expect(furthest.steps).toBe(0);
  });

  test('a jump is a break where it lies, once', () => {
    const painted = along.map((mm) => (mm < 40 ? 6.6 : 5.4));
    const { breaks } = profileOf(along, ramp, painted);
    expect(breaks).toHaveLength(1);
    expect(breaks[0].at).toBeCloseTo(40, -1);
    expect(breaks[0].steps).toBeCloseTo(-1.2, 1);
  });

  test('an edge that is planned is no break', () => {
    const edge = along.map((mm) => (mm < 40 ? 7 : 4));
    expect(profileOf(along, edge, edge).breaks).toEqual([]);
    const late = along.map((mm) => (mm < 46 ? 7 : 4));
    expect(profileOf(along, edge, late).breaks).toEqual([]);
  });

  test('a stretch that runs the other way is told with its ends', () => {
    const painted = along.map((mm, i) => (mm > 30 && mm < 60 ? ramp[30] + (mm - 30) / 50 : ramp[i]));
    const { reversals, furthest } = profileOf(along, ramp, painted);
    expect(reversals).toHaveLength(1);
    expect(reversals[0].from).toBeCloseTo(30, -1);
    expect(reversals[0].steps).toBeCloseTo(0.58, 1);
    expect(furthest.steps).toBeGreaterThan(1);
  });
});

describe('what if', () => {
  const [W, H] = [60, 40];
  const size = { width: W, height: H, mmPerPixel: 1 };
  const light = (value: number) => byteFromLinear(luminanceFromValue(value) / 100);
  /** A grey passage with a stroke texture. */
  const flat = () => {
    const rgba = new Uint8ClampedArray(4 * W * H);
    for (let i = 0; i < W * H; i++)
      rgba.fill(light(5 + ((i % 7) - 3) * 0.08), 4 * i, 4 * i + 3).fill(255, 4 * i + 3, 4 * i + 4);
    return rgba;
  };
  const valueAt = (rgba: Uint8ClampedArray, i: number) => {
    const [r, g, b] = [0, 1, 2].map((c) => linearFromCode(rgba[4 * i + c] / 255));
    return valueFromLuminance(100 * (LUMINANCE[0] * r + LUMINANCE[1] * g + LUMINANCE[2] * b));
  };
  const inside = 20 * W + 30;

  test('a passage moves by its steps and keeps its texture; the rest and the original stay', () => {
    const before = flat();
    const kept = before.slice();
    const after = repainted(before, size, [{ place: placeOfBox([15, 10, 30, 20]), value: 1.2, a: 0, b: 0 }]);
    expect(before).toEqual(kept);
    expect(valueAt(after, inside) - valueAt(before, inside)).toBeCloseTo(1.2, 1);
    const texture = (rgba: Uint8ClampedArray) => valueAt(rgba, inside + 3) - valueAt(rgba, inside);
    expect(texture(after)).toBeCloseTo(texture(before), 1);
    expect(after.slice(0, 4 * W * 4)).toEqual(before.slice(0, 4 * W * 4));
  });

  test('a change ends at a contour, and softly where there is none', () => {
    const rgba = new Uint8ClampedArray(4 * W * H);
    for (let i = 0; i < W * H; i++)
      rgba.fill(light(i % W < 30 ? 5 : 8), 4 * i, 4 * i + 3).fill(255, 4 * i + 3, 4 * i + 4);
    const after = repainted(rgba, size, [{ place: placeOfBox([12, 5, 19, 30]), value: -1, a: 0, b: 0 }]);
    const by = (x: number) => valueAt(after, 20 * W + x) - valueAt(rgba, 20 * W + x);
    expect(by(22)).toBeCloseTo(-1, 1);
    // A pixel was outlined beyond the contour: little of the change goes there, and all of it goes up to it.
    expect(by(28)).toBeLessThan(-0.85);
    expect(Math.abs(by(32))).toBeLessThan(0.2);
    const left = Array.from({ length: 12 }, (_, i) => by(6 + i));
    for (let i = 1; i < left.length; i++) expect((left[i] ?? 0) - (left[i - 1] ?? 0)).toBeGreaterThan(-0.2);
  });

  test('differences add up, whatever their order', () => {
    const lighter = { place: placeOfBox([5, 5, 40, 30]), value: 0.6, a: 0, b: 0 };
    const warmer = { place: placeOfBox([15, 5, 40, 30]), value: 0, a: 4, b: 7 };
    const both = repainted(flat(), size, [lighter, warmer]);
    expect(both).toEqual(repainted(flat(), size, [warmer, lighter]));
    const [r, g, b] = [0, 1, 2].map((c) => linearFromCode(both[4 * inside + c] / 255));
    expect(labFromLinear(r, g, b).b).toBeCloseTo(7, 0);
    expect(valueAt(both, inside) - valueAt(flat(), inside)).toBeCloseTo(0.6, 1);
  });
});

/** Points that are the same on both pictures, but for a move of the painted ones. */
const pointed = (points: readonly Point[], move: (at: Point) => Point = (at) => at) =>
  points.map((plan) => ({ plan, painted: move(plan) }));

describe('lines between points', () => {
  const four: Point[] = [
    [0, 0],
    [30, 40],
    [100, 0],
    [200, 0],
  ];

  test('lengths, shares of the first, leans, heights', () => {
    const [first, second] = compareLines(pointed(four));
    expect(first.planned).toMatchObject({ length: 50, height: 20 });
    expect(first.planned?.lean).toBeCloseTo(53.13, 1);
    expect(second.share).toEqual({ planned: 2, painted: 2 });
    expect([first.off, second.off]).toEqual([0, 0]);
    expect(first.planned && second.planned && angleBetween(first.planned, second.planned)).toBeCloseTo(53.13, 1);
    expect(compareLines(pointed([[1, 2]]))).toEqual([]);
  });

  test('a drawing that is larger all over has right proportions; one line that is longer has not', () => {
    const [first, second] = compareLines(pointed(four, ([x, y]) => [1.1 * x, 1.1 * y]));
    expect(first.off).toBeCloseTo(0.1, 6);
    expect(second.off).toBeCloseTo(0, 6);
    const longer = compareLines(pointed(four, ([x, y]) => [x > 150 ? x + 5 : x, y]));
    expect(longer[1].off).toBeCloseTo(0.05, 6);
  });

  test('what is not known on the painting is said of the plan alone', () => {
    const points = pointed(four).map((one, i) => (i === 3 ? { ...one, painted: null } : one));
    const [first, second] = compareLines(points);
    expect(first.painted).not.toBeNull();
    expect([second.painted, second.share.painted, second.off]).toEqual([null, null, null]);
    expect(second.share.planned).toBe(2);
  });

  test('a horizon that stands higher and leans: mm of its middle and degrees to a half', () => {
    const horizon: Point[] = [
      [0, 150],
      [400, 150],
    ];
    const turn = Math.tan((1.5 * Math.PI) / 180);
    const [{ planned, painted }] = compareLines(pointed(horizon, ([x, y]) => [x, y - 3 + (x - 200) * turn]));
    expect(painted && planned && painted.height - planned.height).toBeCloseTo(-3, 6);
    expect(Math.abs((painted && planned ? leansBy(painted, planned) : 0) - 1.5)).toBeLessThan(0.05);
  });

  test('an upright that crosses the vertical leans by the small way round', () => {
    const upright = (dx: number): Point[] => [
      [100, 0],
      [100 + dx, 200],
    ];
    const line = (dx: number) => compareLines(pointed(upright(dx)))[0].planned;
    const [one, other] = [line(2), line(-2)];
    expect(one && other && Math.abs(leansBy(one, other))).toBeCloseTo(1.146, 2);
  });

  test('the same picture measured again with another hand agrees within half a hundredth', () => {
    const [W, H] = [1200, 900];
    const rgba = new Uint8ClampedArray(4 * W * H);
    const edges = [200, 500, 620, 1000];
    for (let i = 0; i < W * H; i++) {
      const dark = edges.filter((x) => i % W >= x).length % 2;
      rgba.fill(dark ? 70 : 180, 4 * i, 4 * i + 4);
    }
    const hand = chance(11);
    const tapped = (x: number) =>
      snapToContour(rgba, { width: W, height: H }, { at: [x + 8 * (hand() - 0.5), 450], reach: 9 });
    const measure = () => compareLines(pointed(edges.map(tapped)))[1].share.planned ?? NaN;
    const first = measure();
    for (let round = 0; round < 20; round++) expect(Math.abs(measure() / first - 1)).toBeLessThan(0.005);
  });

  test('a line leans the same whichever end was shown first', () => {
    const mm = fc.double({ min: 0, max: 400, noNaN: true });
    fc.assert(
      fc.property(mm, mm, mm, mm, (a, b, c, d) => {
        fc.pre(Math.abs(a - c) > 1);
        const lean = (from: Point, to: Point) => compareLines(pointed([from, to]))[0].planned?.lean;
        expect(lean([a, b], [c, d])).toBeCloseTo(lean([c, d], [a, b]) ?? NaN, 6);
      }),
    );
  });

  test('a tap beside a contour lands on it; in a bare field it stays', () => {
    const [W, H] = [50, 50];
    const rgba = new Uint8ClampedArray(4 * W * H);
    for (let i = 0; i < W * H; i++) rgba.fill(i % W < 25 ? 60 : 190, 4 * i, 4 * i + 4);
    const [x] = snapToContour(rgba, { width: W, height: H }, { at: [21, 25], reach: 6 });
    expect(Math.abs(x - 25)).toBeLessThanOrEqual(2);
    expect(snapToContour(rgba, { width: W, height: H }, { at: [10, 25], reach: 6 })).toEqual([10, 25]);
  });
});

test('a shift between points of the drift is bilinear, and goes on beyond the outermost', () => {
  const points = Array.from({ length: 12 }, (_, i) => {
    const at = [10 + (i % 4) * 20, 15 + Math.floor(i / 4) * 30] as const;
    return { at, shift: [at[0] / 10, -at[1] / 5] as const };
  });
  const shift = shifter(points);
  expect(shift([35, 40])[0]).toBeCloseTo(3.5, 6);
  expect(shift([35, 40])[1]).toBeCloseTo(-8, 6);
  expect(shift([0, 0])).toEqual([1, -3]);
  expect(shifter([])([5, 5])).toEqual([0, 0]);
});

test('a place is found where the nearest point of the drift is known', () => {
  const points = [0.9, 0.1].map((confidence, i) => ({
    at: [100 * i, 0] as const,
    shift: [0, 0] as const,
    confidence,
  }));
  expect([10, 90].map((x) => finder(points)([x, 0]))).toEqual([true, false]);
  expect(finder([])([5, 5])).toBe(false);
});

describe('warm against cool', () => {
  // Linear light of two greys and some paints: a warm light beside a cool dark is what a painter asks about.
  const PAIRS = [
    [
      [0.62, 0.5, 0.34],
      [0.06, 0.08, 0.12],
    ],
    [
      [0.4, 0.3, 0.28],
      [0.2, 0.24, 0.3],
    ],
    [
      [0.1, 0.05, 0.03],
      [0.5, 0.55, 0.6],
    ],
  ] as const;
  const lit = (light: readonly number[], gain: readonly number[]) =>
    labFromLinear(light[0] * gain[0], light[1] * gain[1], light[2] * gain[2]);

  test('another white balance changes it by less than a tenth, however unlike the values', () => {
    for (const [one, other] of PAIRS)
      for (const gain of [
        [1.12, 1, 0.88],
        [0.9, 1, 1.14],
        [1, 0.94, 1.04],
      ]) {
        const before = warmAgainst(lit(one, [1, 1, 1]), lit(other, [1, 1, 1]));
        const after = warmAgainst(lit(one, gain), lit(other, gain));
        expect(Math.abs(after / before - 1)).toBeLessThan(0.1);
      }
  });

  test('the warmer is positive, and the other way round it is as much negative', () => {
    const [[one, other]] = PAIRS;
    const there = warmAgainst(lit(one, [1, 1, 1]), lit(other, [1, 1, 1]));
    expect(there).toBeGreaterThan(15);
    expect(warmAgainst(lit(other, [1, 1, 1]), lit(one, [1, 1, 1]))).toBe(-there);
  });
});

test('an outlined area is told by its middle value, whatever lies beside it', () => {
  const [W, H] = [80, 60];
  const rgba = new Uint8ClampedArray(4 * W * H);
  const byte = byteFromLinear(luminanceFromValue(6) / 100);
  for (let i = 0; i < W * H; i++) rgba.fill(i % W < 40 ? byte : 10, 4 * i, 4 * i + 4);
  const box = (x: number, w: number): Point[] => [
    [x, 10],
    [x + w, 10],
    [x + w, 50],
    [x, 50],
  ];
  const area = readArea(rgba, { width: W, height: H }, box(5, 30));
  expect(area?.value).toBeCloseTo(6, 1);
  expect(area?.spread).toBeCloseTo(0, 6);
  expect(area?.chroma).toBeLessThan(0.5);
  expect(readArea(rgba, { width: W, height: H }, box(20, 40))?.spread).toBeGreaterThan(4);
  expect(readArea(rgba, { width: W, height: H }, box(200, 5))).toBeNull();
});

test('a residual is told of the places that were found; too few of them tell nothing', () => {
  const point = (mm: number, confidence: number) => ({ shift: [0, mm] as const, confidence });
  const points = [point(0, 0.9), point(1, 0.9), point(2, 0.6), point(-6, 0.5), point(40, 0.2)];
  expect(residualOf(points)).toEqual({ median: 1.5, most: 6, found: 0.8 });
  expect(residualOf(points.slice(1))).toBeNull();
});

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { byteFromLinear, SRGB_PROFILE } from '../colour';
import type { Corners, Picture, Point } from '../raster';
import { keptHits, makeHits, robustLine } from './sideLine';
import { changesIn, eyeOn, look, makeProbe } from './sideProfile';
import { blurOnSides, edgeBeyond, SideFinder } from './sides';

const [W, H] = [360, 280];

/** A grey photo whose light at every place (px) is given. */
function photo(light: (x: number, y: number) => number): Picture {
  const data = new Uint8Array(W * H * 3);
  for (let i = 0; i < W * H; i++)
    data.fill(byteFromLinear(light((i % W) + 0.5, Math.floor(i / W) + 0.5)), 3 * i, 3 * i + 3);
  return { width: W, height: H, data, profile: SRGB_PROFILE };
}

/**
 * A step from dark to light across x = at, blurred like a lens does (the error function, by a logistic of the same
 * spread).
 */
const step = (x: number, at: number, sigma: number) => 0.1 + 0.5 / (1 + Math.exp(-(1.702 * (x - at)) / sigma));

describe('looking across a side', () => {
  test('an edge is found to a tenth of a pixel, with its polarity', () => {
    for (const at of [150, 150.3, 150.7]) {
      const eye = eyeOn(photo((x) => step(x, at, 1)));
      const probe = makeProbe(12);
      look(eye, probe, [151, 100.5], [1, 0]);
      const [edge, ...rest] = changesIn(probe, { half: 3, sign: 0, most: 3 });
      expect(rest).toEqual([]);
      // The cube root of light pulls the steepest place towards the dark by a fraction of the blur.
      expect(Math.abs(edge.offset + 151 - at)).toBeLessThan(0.45);
      expect(edge.sign).toBe(1);
      look(eye, probe, [151, 100.5], [-1, 0]);
      expect(changesIn(probe, { half: 3, sign: 0, most: 3 })[0].sign).toBe(-1);
      expect(changesIn(probe, { half: 3, sign: 1, most: 3 })).toEqual([]);
    }
  });

  test('the strongest of several comes first, and an even wall has none', () => {
    const eye = eyeOn(photo((x) => 0.1 + 0.08 * (x > 140 ? 1 : 0) + 0.4 * (x > 160 ? 1 : 0)));
    const probe = makeProbe(20);
    look(eye, probe, [150, 80], [1, 0]);
    const found = changesIn(probe, { half: 3, sign: 0, most: 5 });
    expect(found.map(({ offset }) => Math.round(offset + 150))).toEqual([160, 140]);
    look(eyeOn(photo(() => 0.3)), probe, [150, 80], [1, 0]);
    expect(changesIn(probe, { half: 3, sign: 0, most: 5 })).toEqual([]);
  });

  test('places beyond the photo repeat its border', () => {
    const probe = makeProbe(10);
    look(eyeOn(photo((x) => x / W)), probe, [2, 2], [-1, 0]);
    expect(probe.channels[0].every(Number.isFinite)).toBe(true);
    expect(probe.channels[0][20]).toBeCloseTo(probe.channels[0][15], 6);
  });
});

describe('the line most hits agree on', () => {
  const hitsOf = (list: readonly { t: number; offset: number }[]) => {
    const hits = makeHits(list.length);
    list.forEach(({ t, offset }, i) => {
      hits.place[i] = i;
      hits.t[i] = t;
      hits.offset[i] = offset;
      hits.weight[i] = 0.05;
      hits.sign[i] = 1;
      hits.count++;
    });
    return hits;
  };
  const truth = fc.record({
    p: fc.double({ min: -6, max: 6, noNaN: true }),
    q: fc.double({ min: -8, max: 8, noNaN: true }),
    strange: fc.array(fc.double({ min: -30, max: 30, noNaN: true }), { minLength: 20, maxLength: 20 }),
  });

  test('is found though a third of them lie anywhere', () => {
    fc.assert(
      fc.property(truth, ({ p, q, strange }) => {
        const list = Array.from({ length: 60 }, (_, i) => {
          const t = 0.03 + (0.94 * i) / 59;
          const wobble = 0.1 * Math.sin(17 * i);
          return { t, offset: i % 3 === 1 ? strange[Math.floor(i / 3)] : p + q * t + wobble };
        });
        const line = robustLine(hitsOf(list), { tolerance: 3, length: 400 });
        return Math.abs(line.p - p) < 0.35 && Math.abs(line.q - q) < 0.6;
      }),
      { numRuns: 100 },
    );
  });

  test('hits can be sorted out, in their order', () => {
    const hits = hitsOf([
      { t: 0.1, offset: 1 },
      { t: 0.2, offset: 9 },
      { t: 0.3, offset: 2 },
    ]);
    const kept = keptHits(hits, (i) => hits.offset[i] < 5);
    expect(kept.count).toBe(2);
    expect([...kept.offset.subarray(0, 2)]).toEqual([1, 2]);
    expect([...kept.place.subarray(0, 2)]).toEqual([0, 2]);
  });
});

describe('sides', () => {
  const TRUE: Corners = [
    [60, 50],
    [300, 50],
    [300, 230],
    [60, 230],
  ];
  const inside = (x: number, y: number) => x > 60 && x < 300 && y > 50 && y < 230;
  const canvas = photo((x, y) => (inside(x, y) ? 0.45 : 0.12));
  const guess: Corners = [
    [64, 46],
    [296, 53],
    [303, 226],
    [57, 233],
  ];

  test('a first guess a few pixels off closes in on the edge', () => {
    const finder = new SideFinder(eyeOn(canvas), { bandPx: 12, most: 3, framed: false });
    const sides = finder.about(guess).map(([best]) => best);
    expect(sides.map(({ agreement }) => agreement > 0.9)).toEqual([true, true, true, true]);
    // Both ends of the top lie on y = 50, both of the right side on x = 300.
    expect(sides[0].from[1]).toBeCloseTo(50, 0);
    expect(sides[0].to[1]).toBeCloseTo(50, 0);
    expect(sides[1].from[0]).toBeCloseTo(300, 0);
    expect(sides.every(({ sign }) => sign === -1)).toBe(true);
  });

  test('an edge that runs beside the canvas is offered too', () => {
    const ledge = photo((x, y) => (inside(x, y) ? 0.45 : y > 238 ? 0.3 : 0.12));
    const [, , bottom] = new SideFinder(eyeOn(ledge), { bandPx: 12, most: 3, framed: false }).about(guess);
    const ys = bottom.map(({ from }) => Math.round(from[1])).sort((a, b) => a - b);
    expect(ys).toEqual([230, 238]);
  });

  test('a stretch is looked at once', () => {
    const finder = new SideFinder(eyeOn(canvas), { bandPx: 12, most: 3, framed: false });
    const first = finder.about(guess);
    const again = finder.about(guess.map(([x, y]): Point => [x + 1, y - 1]) as unknown as Corners);
    expect(again[0]).toBe(first[0]);
    expect(
      finder.about([
        [64, 70],
        [296, 70],
        [303, 226],
        [57, 233],
      ])[0],
    ).not.toBe(first[0]);
  });

  test('a canvas ends at its corners, a shelf goes on', () => {
    const eye = eyeOn(canvas);
    expect(edgeBeyond(eye, { from: TRUE[0], to: TRUE[1], sign: -1 }, 6)).toBe(0);
    const shelf = eyeOn(photo((_, y) => (y > 50 ? 0.45 : 0.12)));
    expect(edgeBeyond(shelf, { from: TRUE[0], to: TRUE[1], sign: -1 }, 6)).toBeGreaterThan(0.9);
  });

  test('the photo’s own blur is read from the sides; without a clear step there is none to read', () => {
    const rise = (sigma: number) =>
      blurOnSides(
        photo((x, y) => {
          const edge = (v: number, at: number) => 1 / (1 + Math.exp((-1.702 * (v - at)) / sigma));
          return 0.05 + 0.6 * edge(x, 60) * edge(300, x) * edge(y, 50) * edge(230, y);
        }),
        TRUE,
      );
    const [sharp, soft] = [rise(0.6), rise(1.6)];
    expect(sharp).toBeGreaterThan(0.3);
    expect(soft).toBeGreaterThan(1.8 * sharp);
    expect(
      blurOnSides(
        photo(() => 0.3),
        TRUE,
      ),
    ).toBeNaN();
  });
});

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { chance } from '../../chance.testing';
import type { Point } from '../../raster';
import { contoursOf, type Contours } from './contours';
import { correlated, energyOf, framed, marked, partShifted, productsAt, soften } from './correlate';
import { fuse } from './fuse';
import { globalOf } from './global';
import { matchContours, type Matches } from './match';

const [COLUMNS, ROWS, CELL_MM] = [32, 24, 12];
const COUNT = COLUMNS * ROWS;
const MIDDLE: Point = [(COLUMNS * CELL_MM) / 2, (ROWS * CELL_MM) / 2];
const placeOf = (i: number): Point => [((i % COLUMNS) + 0.5) * CELL_MM, (Math.floor(i / COLUMNS) + 0.5) * CELL_MM];

interface Match {
  readonly shift: Point;
  /** precision along x and y, and between them */
  readonly knows?: readonly [number, number, number];
}

/** Matches cell by cell; null = nothing was found there. */
function matchesOf(of: (i: number) => Match | null): Matches {
  const plane = () => new Float32Array(COUNT);
  const out = {
    columns: COLUMNS,
    rows: ROWS,
    dx: plane(),
    dy: plane(),
    xx: plane(),
    xy: plane(),
    yy: plane(),
    agreement: plane(),
    energy: plane(),
  };
  for (let i = 0; i < COUNT; i++) {
    const match = of(i);
    if (!match) continue;
    const { shift, knows = [1, 0, 1] } = match;
    [out.dx[i], out.dy[i]] = shift;
    [out.xx[i], out.xy[i], out.yy[i]] = knows;
    out.agreement[i] = 1;
  }
  return out;
}

/** Where a place goes when the whole is moved, made larger and turned about the middle. */
function posed([x, y]: Point, { offset, scale, degrees }: { offset: Point; scale: number; degrees: number }): Point {
  const [c, s] = [scale * Math.cos((degrees * Math.PI) / 180), scale * Math.sin((degrees * Math.PI) / 180)];
  const [u, v] = [x - MIDDLE[0], y - MIDDLE[1]];
  return [offset[0] + c * u - s * v - u, offset[1] + s * u + c * v - v];
}
const seek = (matches: Matches) => globalOf(matches, { middle: MIDDLE, cellMm: CELL_MM });

describe('the whole drawing from matches', () => {
  const pose = fc.record({
    offset: fc.tuple(fc.double({ min: -8, max: 8, noNaN: true }), fc.double({ min: -8, max: 8, noNaN: true })),
    scale: fc.double({ min: 0.95, max: 1.05, noNaN: true }),
    degrees: fc.double({ min: -3, max: 3, noNaN: true }),
  });

  test('any offset, size and turn is found, though a fifth of the matches went astray', () => {
    fc.assert(
      fc.property(pose, fc.integer({ min: 1, max: 1e6 }), (truth, seed) => {
        const random = chance(seed);
        const stray = (): Point => [30 * (random() - 0.5), 30 * (random() - 0.5)];
        const found = seek(matchesOf((i) => ({ shift: random() < 0.2 ? stray() : posed(placeOf(i), truth) })));
        expect(found).not.toBeNull();
        if (!found) return;
        // What does not stand clear of its doubt is told as nothing.
        const { mm, scale, degrees } = found.doubt;
        const off = Math.hypot(found.offset[0] - truth.offset[0], found.offset[1] - truth.offset[1]);
        expect(off).toBeLessThan(found.offset[0] === 0 ? 0.15 + 6 * mm : 0.15);
        expect(Math.abs(found.scale - truth.scale)).toBeLessThan(found.scale === 1 ? 0.002 + 6 * scale : 0.002);
        expect(Math.abs(found.rotationDegrees - truth.degrees)).toBeLessThan(
          found.rotationDegrees === 0 ? 0.12 + 6 * degrees : 0.12,
        );
      }),
      { numRuns: 60, examples: [[{ offset: [0.15, 0], scale: 0.95, degrees: 0 }, 1]] },
    );
  });

  test('upright contours alone tell nothing of up and down; with level ones elsewhere both are told', () => {
    const truth = { offset: [4, -5] as Point, scale: 1, degrees: 0 };
    // What a contour does not know is nonsense.
    const upright = (i: number): Match => ({ shift: [posed(placeOf(i), truth)[0], 20], knows: [1, 0, 0] });
    const level = (i: number): Match => ({ shift: [-20, posed(placeOf(i), truth)[1]], knows: [0, 0, 1] });
    const alone = seek(matchesOf((i) => (i % 3 ? null : upright(i))));
    expect(Math.abs(alone?.offset[1] ?? 0)).toBeLessThan(0.5);
    const both = seek(matchesOf((i) => (i % 3 ? null : i % 2 ? level(i) : upright(i))));
    expect(both?.offset[0]).toBeCloseTo(4, 0);
    expect(both?.offset[1]).toBeCloseTo(-5, 0);
  });

  test('nothing is claimed where nothing was found, or where matches have nothing in common', () => {
    expect(seek(matchesOf(() => null))).toBeNull();
    const random = chance(5);
    const scattered = matchesOf(() => ({ shift: [60 * (random() - 0.5), 60 * (random() - 0.5)] }));
    expect(seek(scattered)).toBeNull();
  });

  test('scatter is no move: a loose block-in about its places sits where it is planned', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const random = chance(seed);
      const loose = () => 2 * (random() + random() - 1);
      const found = seek(matchesOf(() => ({ shift: [loose(), loose()] })));
      expect(found).toMatchObject({ scale: 1, rotationDegrees: 0 });
      expect(Math.hypot(...(found?.offset ?? [9, 9]))).toBeLessThan(0.3);
    }
  });
});

describe('matches joined to a field', () => {
  const WIDTHS = { sigma: 1, still: 1e-4 };

  test('a straight contour fixes the step across it, its neighbours the step along it', () => {
    // Columns of upright contours and rows of level ones, each blind along itself.
    const field = fuse(
      matchesOf((i) => {
        if (i % 4 === 0) return { shift: [3, 17], knows: [1, 0, 0] };
        return Math.floor(i / COLUMNS) % 4 === 0 ? { shift: [-17, 2], knows: [0, 0, 1] } : null;
      }),
      WIDTHS,
    );
    const at = 12 * COLUMNS + 16;
    expect(field.dx[at]).toBeCloseTo(3, 0);
    expect(field.dy[at]).toBeCloseTo(2, 0);
    expect(field.precision[at]).toBeGreaterThan(0);
  });

  test('one that disagrees with all its neighbours loses its say', () => {
    const at = 10 * COLUMNS + 10;
    const field = fuse(
      matchesOf((i) => ({ shift: i === at ? [9, -9] : [1, 1] })),
      WIDTHS,
    );
    expect(Math.hypot(field.dx[at] - 1, field.dy[at] - 1)).toBeLessThan(0.4);
  });

  test('a thing out of place keeps its own shift, and far from anything it stays where it was', () => {
    const field = fuse(
      matchesOf((i) => {
        const column = i % COLUMNS;
        if (column < 12) return { shift: [0, 0] };
        return column < 22 ? { shift: [6, 0] } : null;
      }),
      WIDTHS,
    );
    expect(field.dx[12 * COLUMNS + 3]).toBeCloseTo(0, 1);
    expect(field.dx[12 * COLUMNS + 17]).toBeCloseTo(6, 0);
    expect(field.precision[12 * COLUMNS + 31]).toBeLessThan(0.01 * field.precision[12 * COLUMNS + 17]);
  });
});

/** Contours at random, more of them faint than strong. */
function contours(width: number, height: number, seed: number): Contours {
  const random = chance(seed);
  const one = () => Float32Array.from({ length: width * height }, () => (2 * random() - 1) ** 3);
  return { width, height, mmPerPixel: 1, across: one(), along: one() };
}

describe('the search over shifts', () => {
  const [WIDTH, HEIGHT, CELL, FRAME] = [20, 15, 5, 3];
  const [plan, painting] = [contours(WIDTH, HEIGHT, 1), contours(WIDTH, HEIGHT, 2)];

  test('sums of products are those of a plain double loop, faint contours of the plan passed over', () => {
    const marks = marked(plan, CELL, FRAME);
    const frame = framed(painting, FRAME);
    const out = new Float32Array(12);
    for (const [sx, sy] of [
      [0, 0],
      [2, -1],
      [-3, 3],
    ]) {
      productsAt(marks, frame, { shift: 2 * (sy * frame.width + sx), per: 1 / CELL ** 2, out });
      const truth = new Float32Array(12);
      for (let y = 0; y < HEIGHT; y++)
        for (let x = 0; x < WIDTH; x++) {
          const i = y * WIDTH + x;
          const [u, v] = [x + sx, y + sy];
          if (u < 0 || v < 0 || u >= WIDTH || v >= HEIGHT || Math.hypot(plan.across[i], plan.along[i]) < 0.1) continue;
          const there = v * WIDTH + u;
          truth[Math.floor(y / CELL) * 4 + Math.floor(x / CELL)] +=
            (plan.across[i] * painting.across[there] + plan.along[i] * painting.along[there]) / CELL ** 2;
        }
      out.forEach((sum, k) => expect(sum).toBeCloseTo(truth[k], 5));
    }
  });

  test('energy is the mean square; a part shifted lies between its neighbours', () => {
    const energy = energyOf(plan, CELL);
    let sum = 0;
    for (let i = 0; i < WIDTH * HEIGHT; i++) sum += plan.across[i] ** 2 + plan.along[i] ** 2;
    expect(energy.reduce((s, v) => s + v, 0) / energy.length).toBeCloseTo(sum / (WIDTH * HEIGHT), 5);
    const shifted = partShifted(energy, { columns: 4, rows: 3, fx: 0.25, fy: 0 });
    expect(shifted[1]).toBeCloseTo(0.75 * energy[1] + 0.25 * energy[2], 6);
    expect(shifted[3]).toBeCloseTo(energy[3], 6);
  });

  test('the window is a triangle that keeps the sum of what lies well inside', () => {
    const data = new Float32Array(11 * 11);
    data[5 * 11 + 5] = 1;
    soften(data, new Float32Array(121), { columns: 11, rows: 11, radius: 1 });
    expect(data.reduce((s, v) => s + v, 0)).toBeCloseTo(1, 5);
    expect(Array.from(data.subarray(5 * 11 + 2, 5 * 11 + 9), (v) => Math.round(81 * v))).toEqual([0, 3, 6, 9, 6, 3, 0]);
  });

  test('the best shift of a cell is the one most alike, and moving must be worth it', () => {
    const best = { score: new Float32Array(2).fill(-Infinity), of: new Int32Array(2) };
    const own = new Float32Array([1, 1]);
    const look = (products: number[], index: number, stay: number) =>
      correlated(
        Float32Array.from(products),
        { own, there: own },
        { columns: 2, rows: 1, u: 0, v: 0, floor: 0, stay, index, best },
      );
    look([0.5, 0.9], 0, 0);
    look([0.8, 0.91], 1, 0.05);
    expect([...best.of]).toEqual([1, 0]);
    expect(best.score[0]).toBeCloseTo(0.75, 5);
  });

  test.each([
    [0, 0],
    [1.5, -0.75],
    [-4.25, 3.5],
  ])('a drawing moved by %f and %f mm is found within a quarter of a pixel', (dx, dy) => {
    const [W, H] = [120, 90];
    const value = (x: number, y: number) =>
      5 + 2 * Math.sin(x / 7) * Math.cos(y / 9) + (Math.hypot(x - 60, y - 45) < 20 ? 2 : 0);
    const drawn = (mx: number, my: number) => {
      const zero = new Float32Array(W * H);
      const colours = {
        value: Float32Array.from(zero, (_, i) => value((i % W) - mx, Math.floor(i / W) - my)),
        a: zero,
        b: zero,
      };
      return contoursOf(colours, { width: W, height: H, mmPerPixel: 1 }, { factor: 1 });
    };
    const { dx: x, dy: y, xx, yy } = matchContours(drawn(0, 0), drawn(dx, dy), { reach: 8, cell: 5, window: 8 }, null);
    const strong = [...xx.keys()].filter((i) => Math.min(xx[i], yy[i]) > 0.2 * Math.max(...xx));
    expect(strong.length).toBeGreaterThan(20);
    const off = strong.map((i) => Math.hypot(x[i] - dx, y[i] - dy)).sort((a, b) => a - b);
    expect(off[off.length >> 1]).toBeLessThan(0.25);
  });
});

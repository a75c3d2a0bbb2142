import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  areaOf,
  boxOf,
  pixelsIn,
  placeHolds,
  placeOfBox,
  placeOfPixels,
  ringsAround,
  simplify,
  type Point,
} from '../raster';
import { massShapes } from './massShapes';

/** A picture of hashes as pixels. */
function drawn(rows: readonly string[]): { pixels: Int32Array; of: Uint8Array; width: number } {
  const of = Uint8Array.from(rows.join(''), (sign) => (sign === '#' ? 1 : 0));
  const pixels = Int32Array.from([...of.keys()].filter((i) => of[i]));
  return { pixels, of, width: rows[0].length };
}
const ringsOf = (rows: readonly string[]) => {
  const { pixels, of, width } = drawn(rows);
  return ringsAround(pixels, of, width);
};

describe('rings around pixels', () => {
  test('nothing has none', () => expect(ringsAround(new Int32Array(), new Uint8Array(4), 2)).toEqual([]));

  test('one pixel is a diamond through the middles of its sides, clockwise', () => {
    const [ring, ...rest] = ringsOf(['...', '.#.', '...']);
    expect(rest).toEqual([]);
    expect(ring).toEqual([
      [1.5, 1],
      [2, 1.5],
      [1.5, 2],
      [1, 1.5],
    ]);
    expect(areaOf(ring)).toBeGreaterThan(0);
  });

  test('pixels that touch at a corner only are two shapes', () => {
    expect(ringsOf(['#.', '.#'])).toHaveLength(2);
    expect(ringsOf(['.#', '#.'])).toHaveLength(2);
  });

  test('a hole runs the other way round and is a ring of its own', () => {
    const rings = ringsOf(['####', '#..#', '#..#', '####']);
    expect(rings).toHaveLength(2);
    const [outer, hole] = rings.map(areaOf);
    expect(outer).toBeGreaterThan(14);
    expect(hole).toBeLessThan(-2);
  });

  test('a shape that fills the picture is followed along its border', () => {
    const [ring, ...rest] = ringsOf(['###', '###']);
    expect(rest).toEqual([]);
    expect(boxOf({ outlines: [ring] })).toEqual([0, 0, 3, 2]);
  });

  test('points on straight runs are left out', () => {
    const [ring] = ringsOf(['.'.repeat(40), `.${'#'.repeat(38)}.`, '.'.repeat(40)]);
    expect(ring.length).toBeLessThanOrEqual(8);
  });

  test('whatever the shape, exactly its own pixels lie inside', () => {
    const shapes = fc.array(fc.boolean(), { minLength: 72, maxLength: 72 });
    fc.assert(
      fc.property(shapes, (bits) => {
        const [width, of] = [9, Uint8Array.from(bits, (bit) => (bit ? 1 : 0))];
        const pixels = Int32Array.from([...of.keys()].filter((i) => of[i]));
        const place = { outlines: ringsAround(pixels, of, width) };
        return bits.every((bit, i) => placeHolds(place, [(i % width) + 0.5, Math.floor(i / width) + 0.5]) === bit);
      }),
      { numRuns: 200 },
    );
  });
});

describe('fewer points', () => {
  const points = fc.array(
    fc.tuple(fc.double({ min: 0, max: 50, noNaN: true }), fc.double({ min: 0, max: 50, noNaN: true })),
    { minLength: 2, maxLength: 60 },
  );

  test('stay within the tolerance of what they replace, and keep both ends', () => {
    const distance = ([px, py]: readonly number[], [ax, ay]: readonly number[], [bx, by]: readonly number[]) => {
      const [dx, dy] = [bx - ax, by - ay];
      const t = Math.min(1, Math.max(0, ((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy || 1)));
      return Math.hypot(px - ax - t * dx, py - ay - t * dy);
    };
    fc.assert(
      fc.property(points, (line: readonly Point[]) => {
        const few = simplify(line, 2);
        // The rule measures to the chord's whole line; a point beyond its ends may be farther from the stretch itself.
        const toLine = (p: readonly number[], a: readonly number[], b: readonly number[]) => {
          const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
          return length > 0
            ? Math.abs((b[0] - a[0]) * (p[1] - a[1]) - (p[0] - a[0]) * (b[1] - a[1])) / length
            : distance(p, a, b);
        };
        if (few[0] !== line[0] || few.at(-1) !== line.at(-1)) return false;
        return few.slice(1).every((b, k) => {
          const [from, to] = [line.indexOf(few[k]), line.lastIndexOf(b)];
          return line.slice(from, to + 1).every((p) => toLine(p, few[k], b) <= 2 + 1e-9);
        });
      }),
      { numRuns: 200 },
    );
  });

  test('a straight line is its ends', () =>
    expect(
      simplify(
        [
          [0, 0],
          [1, 1],
          [2, 2],
          [9, 9],
        ],
        0.1,
      ),
    ).toEqual([
      [0, 0],
      [9, 9],
    ]));
});

describe('places', () => {
  test('a triangle takes about half of its box', () => {
    const grid = { width: 200, height: 100, mmPerPixel: 1 };
    const triangle = {
      outlines: [
        [
          [20, 10],
          [120, 10],
          [20, 90],
        ] as const,
      ],
    };
    expect(pixelsIn(triangle, grid).length).toBeCloseTo(4000, -2);
  });

  test('a place that hangs out of the picture is cut off at its border', () => {
    const grid = { width: 20, height: 10, mmPerPixel: 2 };
    expect(pixelsIn(placeOfBox([-10, -10, 20, 20]), grid).length).toBe(25);
    expect(pixelsIn(placeOfBox([100, 100, 20, 20]), grid).length).toBe(0);
  });

  test('specks below twelve square millimetres are left out, larger ones are not', () => {
    const marked = new Uint8Array(100 * 100);
    for (const i of pixelsIn(placeOfBox([10, 10, 3, 3]), { width: 100, height: 100, mmPerPixel: 1 })) marked[i] = 1;
    for (const i of pixelsIn(placeOfBox([50, 50, 6, 6]), { width: 100, height: 100, mmPerPixel: 1 })) marked[i] = 1;
    const { outlines } = placeOfPixels(marked, { width: 100, height: 100, mmPerPixel: 1 });
    expect(outlines).toHaveLength(1);
    expect(boxOf({ outlines })?.slice(0, 2)).toEqual([50, 50]);
  });
});

describe('shapes of masses', () => {
  const [width, height] = [120, 80];
  // Left half, right half, and a thin strip between them.
  const massOf = Int32Array.from({ length: width * height }, (_, i) => (i % width < 58 ? 0 : i % width < 62 ? 2 : 1));
  const masses = { width, height, massOf, ids: [7, 8, 9] };
  const shapes = massShapes(masses, 1);

  test('share, centre and outline are those of its pixels', () => {
    const [left, right, strip] = shapes;
    expect(shapes.map(({ id }) => id)).toEqual([7, 8, 9]);
    expect(shapes.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(left.centre[0]).toBeCloseTo(28.5 / 120, 3);
    boxOf(right.place)?.forEach((v, i) => expect(Math.abs(v - [62, 0, 58, 80][i])).toBeLessThan(0.6));
    expect(strip.share).toBeCloseTo(4 / 120, 6);
  });

  test('only pixels away from another mass are read; the picture’s own edge is no border', () => {
    const [left] = shapes;
    const columns = new Set([...left.inner].map((i) => i % width));
    expect(Math.min(...columns)).toBe(0);
    expect(Math.max(...columns)).toBe(55);
  });

  test('a mass too thin for that keeps its innermost pixels', () => {
    const strip = shapes[2];
    const columns = new Set([...strip.inner].map((i) => i % width));
    expect([...columns].sort()).toEqual([59, 60]);
  });

  test('the same plan is worked out once for a scale', () => {
    expect(massShapes(masses, 1)).toBe(shapes);
    expect(massShapes(masses, 2)).not.toBe(shapes);
  });
});

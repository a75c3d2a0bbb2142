import { describe, expect, test } from 'vitest';
import { chance } from '../chance.testing';
import { connectedRegions } from '../raster';
import { darkPieces, type Grey } from './darkPieces';

const [WIDTH, HEIGHT] = [97, 61];

/** Light paper with dark specks, so many that they touch in every way. */
function specks(seed: number, share: number): Grey {
  const random = chance(seed);
  return {
    width: WIDTH,
    height: HEIGHT,
    data: Uint8Array.from({ length: WIDTH * HEIGHT }, () => (random() < share ? 20 : 220)),
  };
}

/** The pieces of marked pixels by a flood fill, in no order. */
function flooded(marks: Uint8Array) {
  const { of, sizes } = connectedRegions(
    Int8Array.from(marks, (dark) => (dark ? 1 : -1)),
    WIDTH,
  );
  const boxes = sizes.map(() => [WIDTH, HEIGHT, -1, -1]);
  of.forEach((region, i) => {
    if (region < 0) return;
    const [x, y, box] = [i % WIDTH, Math.floor(i / WIDTH), boxes[region]];
    boxes[region] = [Math.min(box[0], x), Math.min(box[1], y), Math.max(box[2], x), Math.max(box[3], y)];
  });
  return sizes.map((size, k) => `${boxes[k].join()} ${size}`).sort();
}

describe('dark pieces', () => {
  test.each([
    [1, 0.1],
    [2, 0.35],
    [3, 0.5],
  ])('are those of a flood fill, specks %d', (seed, share) => {
    const { marks, pieces } = darkPieces(specks(seed, share), 12);
    expect(pieces.map(({ box, size }) => `${box.join()} ${size}`).sort()).toEqual(flooded(marks));
    expect(pieces.reduce((sum, { size }) => sum + size, 0)).toBe(marks.reduce((sum, dark) => sum + dark, 0));
  });

  test('a piece that joins from both sides far below is one, and a hole does not part it', () => {
    const grey = specks(1, 0);
    const ring = (x: number, y: number) => Math.abs(Math.hypot(x - 30, y - 30) - 12) < 3;
    for (let i = 0; i < grey.data.length; i++) if (ring(i % WIDTH, Math.floor(i / WIDTH))) grey.data[i] = 30;
    const { pieces } = darkPieces(grey, 30);
    expect(pieces).toHaveLength(1);
    expect(pieces[0].box).toEqual([16, 16, 44, 44]);
  });

  test('dark is what is darker than its surroundings, in shade as in light', () => {
    const data = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => (i % WIDTH < WIDTH / 2 ? 240 : 60));
    for (const x of [20, 75])
      for (let y = 28; y < 34; y++) data.fill(x < 50 ? 100 : 25, y * WIDTH + x, y * WIDTH + x + 6);
    const { pieces } = darkPieces({ width: WIDTH, height: HEIGHT, data }, 8);
    const small = pieces.filter(({ size }) => size < 60);
    expect(small.map(({ box }) => [...box])).toEqual([
      [20, 28, 25, 33],
      [75, 28, 80, 33],
    ]);
  });

  test('an even picture has none', () => {
    expect(darkPieces(specks(1, 0), 10).pieces).toEqual([]);
  });
});

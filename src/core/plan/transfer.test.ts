import { expect, test } from 'vitest';
import { diagonalLines, gridLines, PAPERS, tilesFor, type Paper } from './index';

test.each([
  [400, 300, 'a4'],
  [240, 320, 'a4'],
  [1200, 900, 'a3'],
  [180, 130, 'letter'],
  [190, 269, 'a4'],
] as const)(
  'a canvas of %d x %d mm on %s: every place is on a page, neighbours overlap, nothing leaves the paper',
  (widthMm, heightMm, paper: Paper) => {
    const { page, margin, tiles } = tilesFor({ widthMm, heightMm }, paper);
    expect([...page].sort()).toEqual([...PAPERS[paper]].sort());
    for (const { w, h } of tiles) {
      expect(w + 2 * margin).toBeLessThanOrEqual(page[0] + 1e-9);
      expect(h + 2 * margin).toBeLessThanOrEqual(page[1] + 1e-9);
      expect(Math.min(w, h)).toBeGreaterThan(0);
    }
    for (let x = 0.5; x < widthMm; x += 7)
      for (let y = 0.5; y < heightMm; y += 7)
        expect(tiles.some((t) => x >= t.x && x <= t.x + t.w && y >= t.y && y <= t.y + t.h)).toBe(true);
    for (const t of tiles) {
      const right = tiles.find((one) => one.row === t.row && one.column === t.column + 1);
      if (right) expect(t.x + t.w - right.x).toBeCloseTo(10);
    }
  },
);

test('grids: every 50 mm, fourths with a strong middle, thirds', () => {
  const canvas = { widthMm: 400, heightMm: 300 };
  const upright = (kind: 'mm' | 'shares' | 'thirds') =>
    gridLines(canvas, kind)
      .filter(({ points: [[ax], [bx]] }) => ax === bx)
      .map(({ points: [[x]] }) => x);
  expect(upright('mm')).toEqual([50, 100, 150, 200, 250, 300, 350]);
  expect(upright('shares')).toEqual([100, 200, 300]);
  expect(upright('thirds').map(Math.round)).toEqual([133, 267]);
  expect(gridLines(canvas, 'shares').filter(({ strong }) => strong)).toHaveLength(2);
  expect(gridLines(canvas, 'none')).toEqual([]);
  expect(diagonalLines(canvas)).toHaveLength(2);
});

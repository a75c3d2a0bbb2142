import { describe, expect, test } from 'vitest';
import { byteFromLinear, SRGB_PROFILE } from '../colour';
import type { Corners, Picture } from '../raster';
import { edgeBeside } from './edgeBeside';

const [W, H] = [800, 600];
const [LEFT, RIGHT, TOP, BOTTOM] = [120, 680, 90, 510];

/** Of a photo px that a canvas covers, for an edge as soft as a lens makes it. */
const covers = (x: number, y: number): number => {
  const side = (d: number) => Math.min(1, Math.max(0, d + 0.5));
  return side(x - LEFT) * side(RIGHT - x) * side(y - TOP) * side(BOTTOM - y);
};
/** A canvas on a darker wall. @param wall linear light */
function photo(wall: (x: number, y: number) => number, canvas = 0.4): Picture {
  const data = new Uint8Array(3 * W * H);
  for (let i = 0; i < W * H; i++) {
    const [x, y] = [(i % W) + 0.5, Math.floor(i / W) + 0.5];
    const share = covers(x, y);
    data.fill(byteFromLinear(share * canvas + (1 - share) * wall(x, y)), 3 * i, 3 * i + 3);
  }
  return { width: W, height: H, data, profile: SRGB_PROFILE };
}
/** Threads that are off by so much outwards: the top at its two ends, the right and the bottom all along. */
const threads = ([a, b]: readonly [number, number], right = 0, bottom = 0): Corners => [
  [LEFT, TOP - a],
  [RIGHT + right, TOP - b],
  [RIGHT + right, BOTTOM + bottom],
  [LEFT, BOTTOM + bottom],
];

const edgesBeside = (picture: Picture, corners: Corners) =>
  ([0, 1, 2, 3] as const).map((side) => edgeBeside(picture, corners, side));

describe('the edge nearest to each thread', () => {
  test('is told end by end, inside the thread negative', () => {
    const [top, right, bottom, left] = edgesBeside(
      photo(() => 0.08),
      threads([4, -3], -5, 2),
    );
    expect(top?.from).toBeCloseTo(-4, 0);
    expect(top?.to).toBeCloseTo(3, 0);
    expect(right?.from).toBeCloseTo(5, 0);
    expect(right?.to).toBeCloseTo(5, 0);
    expect(bottom?.from).toBeCloseTo(-2, 0);
    expect(Math.abs(left?.from ?? 9)).toBeLessThan(0.3);
    expect(Math.abs(left?.to ?? 9)).toBeLessThan(0.3);
  });

  test('is the nearer of two', () => {
    const ledge = photo((_x, y) => (y > BOTTOM + 8 ? 0.25 : 0.08));
    const bottomOf = (off: number) => edgesBeside(ledge, threads([0, 0], 0, off))[2]?.from ?? NaN;
    expect(bottomOf(2)).toBeCloseTo(-2, 0);
    expect(bottomOf(7)).toBeCloseTo(1, 0);
  });

  test('is not told where there is none within a strip', () => {
    expect(
      edgesBeside(
        photo(() => 0.08),
        threads([0, 0], 0, 40),
      )[2],
    ).toBeNull();
    expect(
      edgesBeside(
        photo(() => 0.4),
        threads([0, 0]),
      ),
    ).toEqual([null, null, null, null]);
  });
});

import { describe, expect, test } from 'vitest';
import { bentBy, unbent, type Corners, type Lens, type Picture, type Point } from '../raster';
import { SRGB_PROFILE } from '../colour';
import { lensFrom, sagitta } from './lens';

const SIZE = { width: 1200, height: 900 };
const CANVAS: Corners = [
  [210, 150],
  [1010, 130],
  [1030, 760],
  [190, 740],
];

/**
 * How far inside the canvas a straight lens's point lies, px; below 0 outside.
 * @param beyond px the lower side is put further down
 */
const depth = ([x, y]: Point, beyond = 0) =>
  Math.min(
    ...CANVAS.map(([ax, ay], i) => {
      const [bx, by] = CANVAS[(i + 1) % 4];
      return ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / Math.hypot(bx - ax, by - ay) + (i === 2 ? beyond : 0);
    }),
  );

interface Beside {
  readonly hide?: (x: number, y: number) => boolean;
  /** px a strip nearly as light as the canvas runs along its lower side */
  readonly strip?: number;
}

const coverOf = (deep: number) => Math.min(1, Math.max(0, deep + 0.5));

/** A light canvas before a dark wall as a bent lens sees it; a pixel on its border holds as much of it as it covers. */
function seenThrough(lens: Lens, { hide, strip = 0 }: Beside = {}): Picture {
  const { width, height } = SIZE;
  const data = new Uint8Array(3 * width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i += 3) {
      const at = unbent(lens, [x + 0.5, y + 0.5]);
      const beside = strip && 0.8 * coverOf(depth(at, strip));
      const cover = hide?.(x, y) ? 0 : Math.max(beside, coverOf(depth(at)));
      data.fill(50 + 130 * cover, i, i + 3);
    }
  }
  return { width, height, data, profile: SRGB_PROFILE };
}

const shown = (lens: Lens) => CANVAS.map((p) => bentBy(lens, p)) as unknown as Corners;

describe('the lens', () => {
  test('bending undoes unbending all over the photo', () => {
    for (const bend of [-0.03, -0.01, 0.02])
      for (const at of [
        [0, 0],
        [600, 450],
        [1190, 20],
        [300, 880],
      ] as Point[]) {
        const lens = { ...SIZE, bend };
        const [x, y] = bentBy(lens, unbent(lens, at));
        expect(Math.hypot(x - at[0], y - at[1])).toBeLessThan(0.03);
      }
  });

  test.each([-0.012, -0.006, 0.008, 0.02])('a bend of %f is found from the sides, and the corners it hid', (bend) => {
    const lens = { ...SIZE, bend };
    const truth = shown(lens);
    // Straight lines through bent sides meet a little off: so does the finder's first answer.
    const guess = truth.map(([x, y]) => [x + 0.8, y - 0.6]) as unknown as Corners;
    const found = lensFrom(seenThrough(lens), guess);
    expect(Math.abs(found.lens.bend - bend)).toBeLessThan(0.04 * Math.abs(bend) + 0.0002);
    found.corners.forEach(([x, y], i) => expect(Math.hypot(x - truth[i][0], y - truth[i][1])).toBeLessThan(0.3));
  });

  test('a strip beside one side, as its shadow makes, neither hides the bend nor pulls the corners', () => {
    const lens = { ...SIZE, bend: 0.012 };
    const found = lensFrom(seenThrough(lens, { strip: 11 }), shown(lens));
    expect(Math.abs(found.lens.bend - lens.bend)).toBeLessThan(0.0008);
    expect(found.corners).toEqual(shown(lens));
  });

  test('straight sides are left straight', () => {
    const lens = { ...SIZE, bend: 0 };
    expect(lensFrom(seenThrough(lens), CANVAS)).toEqual({ lens, corners: CANVAS });
  });

  test('with two sides hidden nothing is claimed', () => {
    const lens = { ...SIZE, bend: -0.012 };
    const photo = seenThrough(lens, { hide: (x, y) => x < 300 || y > 700 });
    expect(lensFrom(photo, shown(lens)).lens.bend).toBe(0);
  });

  test('the sagitta is how far a side bows', () => {
    expect(sagitta({ ...SIZE, bend: 0 }, CANVAS)).toBe(0);
    const bend = -0.012;
    // Along the lower side, 800 px long and 300 px off the middle: bend (r1^2 - r0^2) d in the division model, to first
    // order.
    expect(sagitta({ ...SIZE, bend }, shown({ ...SIZE, bend }))).toBeCloseTo(
      0.012 * 4 * (420 ** 2 / (1200 ** 2 + 900 ** 2)) * 310,
      0,
    );
  });
});

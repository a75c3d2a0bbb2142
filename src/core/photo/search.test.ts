import { describe, expect, test } from 'vitest';
import { makeRaster, type Corners, type Raster } from '../raster';
import { edgeField, exceededBy, opponentPlanes, opponentsOfPicture } from './edgeField';
import { correlation, likeness, makeLook, softLikeness } from './likeness';
import { edgeFloor, placeAlong, sumSupport, supportBetween } from './lineSupport';
import { straightLines } from './lines';
import { scoreQuads } from './quads';
import { byteFromLinear, SRGB_PROFILE } from '../colour';

const [W, H] = [280, 210];

/** A scene of rectangles of grey, later ones before earlier ones. */
function scene(
  boxes: readonly { box: readonly [number, number, number, number]; light: number; red?: number }[],
): Raster {
  const raster = makeRaster(W, H);
  for (let i = 0; i < W * H; i++) {
    const [x, y] = [i % W, Math.floor(i / W)];
    let [light, red] = [0.1, 1];
    for (const {
      box: [bx, by, w, h],
      light: own,
      red: tint = 1,
    } of boxes)
      if (x >= bx && y >= by && x < bx + w && y < by + h) [light, red] = [own, tint];
    raster.r[i] = light * red;
    raster.g[i] = raster.b[i] = light;
  }
  return raster;
}
const CANVAS = { box: [70, 50, 140, 105], light: 0.4 } as const;
const CORNERS: Corners = [
  [70, 50],
  [210, 50],
  [210, 155],
  [70, 155],
];
const PAINTED = [
  CANVAS,
  { box: [80, 60, 50, 40], light: 0.7 },
  { box: [140, 90, 60, 55], light: 0.15, red: 1.8 },
] as const;

describe('edges', () => {
  test('are strong where light or colour changes, and point from dark to light', () => {
    const field = edgeField(opponentPlanes(scene([CANVAS])), 1);
    const at = (x: number, y: number) => y * W + x;
    expect(field.strength[at(70, 100)]).toBeGreaterThan(20 * field.strength[at(140, 100)] + 0.05);
    expect(field.gx[at(70, 100)]).toBeGreaterThan(0);
    expect(field.gx[at(210, 100)]).toBeLessThan(0);
    const red = scene([CANVAS, { box: [100, 70, 60, 60], light: 0.4, red: 1.5 }]);
    expect(edgeField(opponentPlanes(red), 1).strength[at(100, 100)]).toBeGreaterThan(0.02);
  });

  test('a share of the field exceeds what it says', () => {
    const strength = Float32Array.from({ length: 13_000 }, (_, i) => i);
    expect(exceededBy(strength, 0.1)).toBeCloseTo(11_700, -2);
  });

  test('a photo’s small planes are those of its light', () => {
    const raster = scene(PAINTED);
    const data = new Uint8Array(W * 4 * H * 4 * 3);
    for (let i = 0; i < W * 4 * H * 4; i++) {
      const k = Math.floor(Math.floor(i / (W * 4)) / 4) * W + Math.floor((i % (W * 4)) / 4);
      data.set([raster.r[k], raster.g[k], raster.b[k]].map(byteFromLinear), 3 * i);
    }
    const small = opponentsOfPicture(
      { width: W * 4, height: H * 4, data, profile: SRGB_PROFILE },
      { width: W, height: H },
    );
    const exact = opponentPlanes(raster);
    const worst = small.map(({ data: plane }, c) =>
      plane.reduce((most, v, i) => Math.max(most, Math.abs(v - exact[c].data[i])), 0),
    );
    expect(Math.max(...worst)).toBeLessThan(0.01);
  });
});

describe('support along a line', () => {
  const field = edgeField(opponentPlanes(scene([CANVAS])), 1);
  const line = sumSupport(field, { nx: 1, ny: 0, d: 69.5, votes: 0 }, edgeFloor(field));
  const between = (from: number, to: number) =>
    supportBetween(line, placeAlong(line.line, [69.5, from]), placeAlong(line.line, [69.5, to]));

  test('is whole along the side, none beyond it, and does not mind the direction', () => {
    expect(between(55, 150)).toBeGreaterThan(0.97);
    expect(between(150, 55)).toBeGreaterThan(0.97);
    expect(between(165, 200)).toBe(0);
    expect(between(100, 210)).toBeCloseTo(0.5, 1);
    expect(between(100, 100.4)).toBe(0);
  });
});

describe('likeness to the plan', () => {
  const planes = opponentPlanes(scene(PAINTED));
  const inside = (raster: Raster): Raster => {
    const cut = makeRaster(140, 105);
    for (let y = 0; y < 105; y++)
      for (let x = 0; x < 140; x++)
        for (const c of ['r', 'g', 'b'] as const) cut[c][y * 140 + x] = raster[c][(y + 50) * W + x + 70];
    return cut;
  };
  const look = makeLook(opponentPlanes(inside(scene(PAINTED))));

  test('is near one where it lies, lower beside it, lowest upside down', () => {
    const there = likeness(planes, CORNERS, look);
    expect(there).toBeGreaterThan(0.9);
    const beside = CORNERS.map(([x, y]) => [x + 14, y + 9]) as unknown as Corners;
    expect(likeness(planes, beside, look)).toBeLessThan(0.75);
    const turned = [CORNERS[2], CORNERS[3], CORNERS[0], CORNERS[1]] as unknown as Corners;
    expect(likeness(planes, turned, look)).toBeLessThan(0.3);
    expect(softLikeness(planes, CORNERS, look)).toBeGreaterThan(0.95);
    expect(softLikeness(planes, turned, look)).toBeLessThan(0.3);
  });

  test('correlation knows its ends and is not moved by gain or offset', () => {
    const a = Float32Array.from({ length: 50 }, (_, i) => Math.sin(i));
    expect(
      correlation(
        a,
        a.map((v) => 3 * v + 2),
      ),
    ).toBeCloseTo(1, 5);
    expect(
      correlation(
        a,
        a.map((v) => 1 - v),
      ),
    ).toBeCloseTo(-1, 5);
    expect(
      Math.abs(
        correlation(
          a,
          a.map((_, i) => Math.cos(3.7 * i)),
        ),
      ),
    ).toBeLessThan(0.2);
  });
});

describe('quads', () => {
  const raster = scene([{ box: [0, 165, W, 6], light: 0.3 }, ...PAINTED]);
  const field = edgeField(opponentPlanes(raster), 1);
  const lines = (upright: boolean) =>
    straightLines(field, upright, 20).map((line) => sumSupport(field, line, edgeFloor(field)));

  test('the canvas comes first among all that four lines can make', () => {
    const [best] = scoreQuads(field, opponentPlanes(raster), {
      lines: { upright: lines(true), level: lines(false) },
      expected: { proportion: 4 / 3 },
    });
    best.corners.forEach(([x, y], i) => {
      expect(Math.abs(x + 0.5 - CORNERS[i][0])).toBeLessThan(1.5);
      expect(Math.abs(y + 0.5 - CORNERS[i][1])).toBeLessThan(1.5);
    });
  });

  test('proportions decide between the canvas and what hangs beside it', () => {
    const tall = scoreQuads(field, opponentPlanes(raster), {
      lines: { upright: lines(true), level: lines(false) },
      expected: { proportion: 0.5 },
    });
    const width = (corners: Corners) => corners[1][0] - corners[0][0];
    const height = (corners: Corners) => corners[3][1] - corners[0][1];
    for (const { corners } of tall.slice(0, 3)) expect(width(corners) / height(corners)).toBeLessThan(0.75);
  });
});

import { describe, expect, test } from 'vitest';
import { luminanceFromValue } from '../colour';
import { makeRaster, pixelsIn, placeOfBox, type Box, type Raster } from '../raster';
import { repaintedBetween } from './repainted';

const GRID = { width: 200, height: 150, mmPerPixel: 1 };
const PLACE: Box = [60, 40, 50, 40];
const painted = new Set(pixelsIn(placeOfBox(PLACE), GRID));

interface How {
  /** steps lighter inside the place */
  readonly off?: number;
  /** pixels everything lies further right */
  readonly aside?: number;
  /** what light there is at a share of the width */
  readonly lit?: (x: number) => readonly [number, number, number];
  /** share by which colours are stronger */
  readonly vivid?: number;
}

/** Bands of value, some red, some blue. */
function flat({ off = 0, aside = 0, lit = () => [1, 1, 1], vivid = 0 }: How = {}): Raster {
  const raster = makeRaster(GRID.width, GRID.height);
  for (let i = 0; i < raster.r.length; i++) {
    const [x, y] = [(i % GRID.width) - aside, Math.floor(i / GRID.width)];
    const value = 3 + (Math.floor((x + 400) / 25) % 4) + (painted.has(i) ? off : 0);
    const hue = 0.25 * (1 + vivid) * ((Math.floor(y / 30) % 3) - 1);
    const [r, g, b] = lit(x / GRID.width);
    const light = luminanceFromValue(value) / 100;
    raster.r[i] = light * r * (1 + hue);
    raster.g[i] = light * g;
    raster.b[i] = light * b * (1 - hue);
  }
  return raster;
}
const told = (now: Raster, before: Raster, mask = new Uint8Array(now.r.length)) =>
  repaintedBetween({ now, before, mask }, GRID);

/** Of what was painted over and what is told, together, the share that is both. */
function overlapOf(pixels: Int32Array): number {
  const both = pixels.filter((i) => painted.has(i)).length;
  return both / (pixels.length + painted.size - both);
}

describe('what was painted over', () => {
  test.each([0.5, -0.5, 1])('a passage by %d steps is told where it is, once', (off) => {
    const { areas, untouchedShare } = told(flat({ off }), flat());
    expect(areas).toHaveLength(1);
    expect(overlapOf(areas[0].pixels)).toBeGreaterThan(0.8);
    expect(untouchedShare).toBeCloseTo(1 - areas[0].share, 6);
  });

  test.each([
    ['nothing', {}],
    ['a warmer lamp', { lit: () => [1.3, 1, 0.8] as const }],
    ['a lamp from the side', { lit: (x: number) => [0.7 + 0.5 * x, 0.7 + 0.5 * x, 0.6 + 0.5 * x] as const }],
    ['a camera that makes colours stronger', { vivid: 0.18 }],
    ['corners found two millimetres aside', { aside: 2 }],
  ] as const)('by %s nothing is painted over', (_, how) => {
    const { areas, untouchedShare } = told(flat(how), flat());
    expect(areas).toEqual([]);
    expect(untouchedShare).toBe(1);
  });

  test('a passage is told under another lamp, too, and the flat before is given in the light of now', () => {
    const { areas, before } = told(flat({ off: 0.6, lit: (x) => [1.2, 1, 0.7 + 0.2 * x] }), flat());
    expect(areas).toHaveLength(1);
    expect(overlapOf(areas[0].pixels)).toBeGreaterThan(0.8);
    expect(before.r[0] / flat().r[0]).toBeCloseTo(1.2, 1);
  });

  test('what cannot be read in either is not told', () => {
    const mask = new Uint8Array(GRID.width * GRID.height);
    for (const i of painted) mask[i] = 1;
    expect(told(flat({ off: 1 }), flat(), mask).areas).toEqual([]);
  });

  test('a speck is no passage', () => {
    const now = flat();
    for (const i of pixelsIn(placeOfBox([100, 100, 4, 4]), GRID)) now.r[i] = now.g[i] = now.b[i] = 0.9;
    expect(told(now, flat()).areas).toEqual([]);
  });
});

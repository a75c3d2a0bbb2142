import { describe, expect, test } from 'vitest';
import { luminanceFromValue } from '../colour';
import { makeRaster, pixelsIn, placeOfBox, type Raster } from '../raster';
import { untouchedSince } from './touched';

const [W, H] = [200, 150];
const PLACE = placeOfBox([60, 40, 40, 40]);
const pixels = pixelsIn(PLACE, { width: W, height: H, mmPerPixel: 1 });
const inside = new Set(pixels);

/** Grey paint in bands of value, its light times what it is lit by at each column. @param off steps inside the place */
function flat(off: number, lit: (x: number) => readonly [number, number, number] = () => [1, 1, 1]): Raster {
  const raster = makeRaster(W, H);
  for (let i = 0; i < W * H; i++) {
    const value = 3 + (Math.floor((i % W) / 25) % 4) + (inside.has(i) ? off : 0);
    const light = luminanceFromValue(value) / 100;
    const [r, g, b] = lit(i % W);
    raster.r[i] = light * r;
    raster.g[i] = light * g;
    raster.b[i] = light * b;
  }
  return raster;
}
const told = (now: Raster, before: Raster, mask = new Uint8Array(W * H)) => untouchedSince({ now, before, mask });

describe('paint that was not touched', () => {
  test('is known by itself, and under another light over everything', () => {
    expect(told(flat(0), flat(0))?.(pixels)).toBe(true);
    const warm = flat(0, () => [1.3, 1, 0.8]);
    expect(told(warm, flat(0))?.(pixels)).toBe(true);
  });

  test('is known where the light differs from side to side, by what lies around it', () => {
    const aside = flat(0, (x) => [0.8 + 0.002 * x, 0.8 + 0.002 * x, 0.8 + 0.002 * x]);
    expect(told(aside, flat(0))?.(pixels)).toBe(true);
  });

  test.each([0.4, -0.4])('a stroke of %d steps is seen, under the same light and under another', (off) => {
    expect(told(flat(off), flat(0))?.(pixels)).toBe(false);
    expect(
      told(
        flat(off, (x) => [1.2, 1, 0.9 + 0.001 * x]),
        flat(0),
      )?.(pixels),
    ).toBe(false);
  });

  test('nothing is told of a picture that changed differently everywhere, or of a place that cannot be read', () => {
    const repainted = makeRaster(W, H);
    for (let i = 0; i < W * H; i++)
      repainted.r[i] = repainted.g[i] = repainted.b[i] = luminanceFromValue(1 + ((i * 7919) % 80) / 10) / 100;
    expect(told(repainted, flat(0))).toBeNull();
    const mask = new Uint8Array(W * H);
    for (const i of pixels) mask[i] = 1;
    expect(told(flat(0), flat(0), mask)?.(pixels)).toBe(false);
  });
});

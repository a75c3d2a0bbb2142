import { describe, expect, test } from 'vitest';
import { linearFromLab, lightnessFromLuminance, luminanceFromValue } from '../colour';
import { makeRaster, type Raster } from '../raster';
import { uniformChange, withoutChange } from './uniformChange';

const [W, H] = [160, 120];
const SURE = { value: 0.06, warmth: 1 };
const NONE = new Uint8Array(W * H);
type Rgb = [number, number, number];

/** A picture of soft hills of value and colour; every place is changed as told, x and y as shares. */
function picture(change: (rgb: Rgb, x: number) => Rgb = (rgb) => rgb): Raster {
  const out = makeRaster(W, H);
  for (let i = 0; i < W * H; i++) {
    const [x, y] = [(i % W) / W, Math.floor(i / W) / H];
    const value = 5 + 3 * Math.sin(7 * x) * Math.cos(5 * y) + 0.06 * Math.sin(i * 1.3);
    const lab = {
      L: lightnessFromLuminance(luminanceFromValue(value)),
      a: 9 * Math.sin(9 * y),
      b: 8 * Math.cos(6 * x),
    };
    [out.r[i], out.g[i], out.b[i]] = change(linearFromLab(lab), x);
  }
  return out;
}
const between = (now: Raster, mask = NONE, light = SURE) => uniformChange({ now, before: picture(), mask }, light);
const glaze = ([r, g, b]: Rgb): Rgb => [0.74 * r, 0.64 * g, 0.5 * b];
const darker = ([r, g, b]: Rgb): Rgb => [0.7 * r, 0.7 * g, 0.7 * b];

describe('a change over the whole picture', () => {
  test('a glaze is one change: the share of light it takes from each channel', () => {
    const change = between(picture(glaze));
    [0.74, 0.64, 0.5].forEach((share, c) => expect(change?.gain[c]).toBeCloseTo(share, 2));
    // Y falls to 0.65 of it: from value 5 (Y 19.3) to value 4.1 (Y 12.5), ASTM D1535.
    expect(change?.value).toBeCloseTo(-0.89, 1);
    expect(change?.b).toBeGreaterThan(5);
    expect(change?.share).toBeGreaterThan(0.95);
  });

  test('oiling-out takes the haze off the darks and hardly touches the lights', () => {
    const change = between(
      picture(([r, g, b]) => [1.01 * r - 0.02, 1.01 * g - 0.02, 1.01 * b - 0.02]),
      NONE,
    );
    expect(change?.offset[1]).toBeCloseTo(-0.02, 2);
    expect(change?.slope).toBeGreaterThan(0);
  });

  test('what was repainted besides does not hide it', () => {
    const change = between(picture((rgb, x) => (x < 0.2 ? [2 * rgb[0], 2 * rgb[1], 2 * rgb[2]] : darker(rgb))));
    expect(change?.gain[1]).toBeCloseTo(0.7, 1);
    expect(change?.share).toBeGreaterThan(0.7);
    expect(change?.share).toBeLessThan(0.85);
  });

  test('taken out again, the picture is what it was', () => {
    const now = picture(glaze);
    const change = between(now);
    if (!change) throw new Error('not recognised');
    const [back, was] = [withoutChange(now, change), picture()];
    for (let i = 0; i < W * H; i += 97) expect(Math.abs(back.g[i] - was.g[i])).toBeLessThan(0.01);
  });

  test('nothing, half the picture, or less than the light leaves unsure is no such change', () => {
    expect(between(picture())).toBeNull();
    expect(between(picture((rgb, x) => (x < 0.5 ? darker(rgb) : rgb)))).toBeNull();
    expect(
      between(
        picture(([r, g, b]) => [0.8 * r, 0.8 * g, 0.8 * b]),
        NONE,
        { value: 0.3, warmth: 3 },
      ),
    ).toBeNull();
  });

  test('hidden places have no say', () => {
    const now = picture((rgb, x) => (x < 0.5 ? rgb : darker(rgb)));
    const mask = NONE.map((_, i) => (i % W < W / 2 + 3 ? 1 : 0));
    expect(between(now, mask)?.share).toBeGreaterThan(0.95);
  });
});

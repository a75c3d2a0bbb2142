import { describe, expect, test } from 'vitest';
import { linearFromLab, luminanceFromValue, lightnessFromLuminance } from '../colour';
import { makeRaster, type Raster } from '../raster';
import { coverageOf, groundFrom } from './ground';

const [W, H] = [80, 60];
type Tone = readonly [value: number, a: number, b: number];
const OCHRE: Tone = [5.2, 12, 30];
const GREY: Tone = [6.4, -1, -6];

/** A picture of flat tones with a weave of a tenth of a step. */
function picture(at: (x: number, y: number) => Tone): Raster {
  const out = makeRaster(W, H);
  for (let i = 0; i < W * H; i++) {
    const [value, a, b] = at(i % W, Math.floor(i / W));
    const weave = 0.1 * Math.sin((i % W) * 2.1) * Math.sin(Math.floor(i / W) * 1.7);
    const rgb = linearFromLab({ L: lightnessFromLuminance(luminanceFromValue(value + weave)), a, b });
    [out.r[i], out.g[i], out.b[i]] = rgb;
  }
  return out;
}
const all = Array.from({ length: W * H }, (_, i) => i);
const NONE = new Uint8Array(W * H);
const SURE = { value: 0.05, warmth: 1 };

describe('the ground', () => {
  const bare = groundFrom(
    picture(() => OCHRE),
    NONE,
    all,
  );
  if (!bare) throw new Error('no ground');

  test('its colour is the middle of the bare surface', () => {
    expect(bare.value).toBeCloseTo(OCHRE[0], 1);
    expect(bare.a).toBeCloseTo(OCHRE[1], 0);
    expect(bare.b).toBeCloseTo(OCHRE[2], 0);
    expect(bare.spread.value).toBeLessThan(0.15);
  });

  test('a handful of pixels, or only hidden ones, tell nothing', () => {
    expect(
      groundFrom(
        picture(() => OCHRE),
        NONE,
        all.slice(0, 150),
      ),
    ).toBeNull();
    expect(
      groundFrom(
        picture(() => OCHRE),
        NONE.map(() => 1),
        all,
      ),
    ).toBeNull();
  });

  test('the left third bare: two thirds are covered', () => {
    const flat = picture((x) => (x < W / 3 ? OCHRE : GREY));
    const { covered, bare: where } = coverageOf(
      { flat, plan: picture(() => GREY), mask: NONE, keep: null },
      bare,
      SURE,
    );
    expect(covered).toBeCloseTo(2 / 3, 1);
    expect(where[30 * W + 10]).toBe(1);
    expect(where[30 * W + 60]).toBe(0);
  });

  test('what is meant to stay bare is not counted', () => {
    const flat = picture((x) => (x < W / 3 ? OCHRE : GREY));
    const keep = Uint8Array.from(all, (i) => (i % W < W / 3 + 2 ? 1 : 0));
    expect(coverageOf({ flat, plan: picture(() => GREY), mask: NONE, keep }, bare, SURE).covered).toBe(1);
  });

  test('what is not read has no say', () => {
    const flat = picture((x) => (x < W / 2 ? OCHRE : GREY));
    const mask = Uint8Array.from(all, (i) => (i % W < W / 2 + 2 ? 1 : 0));
    const { covered, bare: where } = coverageOf({ flat, plan: picture(() => GREY), mask, keep: null }, bare, SURE);
    expect(covered).toBe(1);
    expect(where.includes(1)).toBe(false);
  });

  test('where the plan asks for the ground’s own colour it cannot be told, and that is said', () => {
    const flat = picture(() => OCHRE);
    const plan = picture((x) => (x < W / 2 ? [5.3, 11, 28] : GREY));
    const { covered, alike } = coverageOf({ flat, plan, mask: NONE, keep: null }, bare, SURE);
    expect(alike).toBeCloseTo(0.5, 1);
    expect(covered).toBeCloseTo(0.5, 1);
  });

  test('paint that is merely wrong is not ground', () => {
    const flat = picture(() => [4.2, 20, 6]);
    expect(coverageOf({ flat, plan: picture(() => GREY), mask: NONE, keep: null }, bare, SURE).covered).toBe(1);
  });
});

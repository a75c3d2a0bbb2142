import { describe, expect, test } from 'vitest';
import { luminanceFromValue, valueFromLuminance } from '../colour';
import { makeRaster, type Raster } from '../raster';
import { combineFlats, mixed, sharesOf } from './combine';
import type { Flat } from './flat';

const [W, H] = [160, 120];
const lightOfValue = (value: number) => luminanceFromValue(value) / 100;

/** Grey squares of several values with a fine weave; seen through a reflection and a lamp's gain. */
function shot({
  shine,
  gain = 1,
  blur = false,
}: {
  shine?: (x: number, y: number) => number;
  gain?: number;
  blur?: boolean;
}): Raster {
  const raster = makeRaster(W, H);
  for (let i = 0; i < W * H; i++) {
    const [x, y] = [i % W, Math.floor(i / W)];
    const weave = blur ? 0 : 0.12 * ((x + y) % 2 ? 1 : -1);
    const light =
      gain * (lightOfValue(3 + ((Math.floor(x / 20) + Math.floor(y / 20)) % 4) + weave) + (shine?.(x, y) ?? 0));
    raster.r[i] = raster.g[i] = raster.b[i] = light;
  }
  return raster;
}
const disc = (cx: number, cy: number, strength: number) => (x: number, y: number) =>
  strength * Math.exp(-((((x - cx) ** 2 + (y - cy) ** 2) / 200) ** 2));
const valueAt = ({ g }: Raster, x: number, y: number) => {
  let sum = 0;
  for (let v = y - 4; v < y + 4; v++) for (let u = x - 4; u < x + 4; u++) sum += g[v * W + u];
  return valueFromLuminance((100 * sum) / 64);
};
const CLEAN = shot({});
const NONE = new Uint8Array(W * H);

function flatOf(small: Raster, uncertainty = 0.1, mask = NONE, hidden = NONE): Flat {
  const light = {
    method: 'card',
    gainStops: [0, 0, 0],
    fallOffStops: 0,
    agreement: 1,
    uncertainty: { value: uncertainty, warmth: 1 },
    knownTo: 10.5,
    camera: { bend: 0, vivid: { by: 0, doubt: 0 } },
    sheen: { most: 0, share: 0 },
  } as const;
  const glareShare = mask.reduce((sum, v) => sum + v, 0) / mask.length;
  return {
    small,
    mask,
    hidden,
    glareShare,
    light,
    picture: () => small,
    blurMm: 0.5,
    quality: { faults: [{ code: 'glare', share: 0.2 }], pixelsPerMm: 5 },
  } as unknown as Flat;
}

describe('which shot to trust where', () => {
  test('a reflection that moved is left to the other shot', () => {
    const one = shot({ shine: disc(40, 40, 0.6) });
    const two = shot({ shine: disc(120, 80, 0.6) });
    const { of, mask } = sharesOf([
      { raster: one, mask: NONE },
      { raster: two, mask: NONE },
    ]);
    expect(of[0][40 * W + 40]).toBe(0);
    expect(of[1][40 * W + 40]).toBe(1);
    expect(of[0][80 * W + 120]).toBe(1);
    expect(mask.some((v) => v)).toBe(false);
    const together = mixed([one, two], of, { width: W, height: H });
    for (const [x, y] of [
      [40, 40],
      [120, 80],
      [80, 20],
    ] as const)
      expect(Math.abs(valueAt(together, x, y) - valueAt(CLEAN, x, y))).toBeLessThan(0.1);
  });

  test('the sharper shot wins, place by place', () => {
    const { of } = sharesOf([
      { raster: shot({ blur: true }), mask: NONE },
      { raster: CLEAN, mask: NONE },
    ]);
    const mean = (share: Float32Array) => share.reduce((sum, v) => sum + v, 0) / share.length;
    expect(mean(of[1])).toBeGreaterThan(1.5 * mean(of[0]));
    expect(mean(of[0]) + mean(of[1])).toBeCloseTo(1, 5);
  });

  test('what no shot shows stays unread, and is shown as the first has it', () => {
    const masked = new Uint8Array(W * H).fill(1, 0, W * 10);
    const { of, mask } = sharesOf([
      { raster: CLEAN, mask: masked },
      { raster: CLEAN, mask: masked },
    ]);
    expect(mask[5]).toBe(1);
    expect(mask[W * 60]).toBe(0);
    expect(mixed([CLEAN, CLEAN], of, { width: W, height: H }).g[5]).toBe(CLEAN.g[5]);
  });
});

describe('several photographs as one flat', () => {
  test('one is itself', () => {
    const only = flatOf(CLEAN);
    expect(combineFlats([only])).toBe(only);
  });

  test('shots under other exposures are brought to the light of the surest', () => {
    const sure = flatOf(shot({ shine: disc(40, 40, 0.6) }), 0.05);
    const dark = flatOf(shot({ shine: disc(120, 80, 0.6), gain: 0.5 }), 0.2);
    const together = combineFlats([dark, sure]);
    for (const [x, y] of [
      [40, 40],
      [120, 80],
      [90, 30],
    ] as const)
      expect(Math.abs(valueAt(together.small, x, y) - valueAt(CLEAN, x, y))).toBeLessThan(0.15);
    expect(together.light.uncertainty.value).toBe(0.05);
    expect(Math.abs(valueAt(together.picture(), 120, 80) - valueAt(CLEAN, 120, 80))).toBeLessThan(0.15);
  });

  test('glare that is gone is no longer complained of', () => {
    const here = new Uint8Array(W * H).fill(1, 0, W * 30);
    const there = new Uint8Array(W * H).fill(1, W * 80);
    const together = combineFlats([flatOf(CLEAN, 0.1, here), flatOf(CLEAN, 0.1, there)]);
    expect(together.glareShare).toBe(0);
    expect(together.quality.faults).toEqual([]);
  });
});

test('what lies under a frame in every shot is read by none of them, and is no glare', () => {
  const border = NONE.map((_, i) => (i % 4 === 0 ? 1 : 0));
  const framed = () => flatOf(CLEAN, 0.1, border, border);
  const together = combineFlats([framed(), framed()]);
  expect(together.glareShare).toBe(0);
  expect(together.mask).toEqual(border);
  expect(together.quality.faults).toEqual([]);
});

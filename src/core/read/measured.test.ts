import { expect, test } from 'vitest';
import { lightnessFromLuminance, linearFromLab, luminanceFromValue } from '../colour';
import { coloursOf, NO_RIVALRY, type Colours } from '../photo';
import { channelsOf, makeRaster } from '../raster';
import { aroundOf, type Aligned } from './aligned';
import { compare, doubtInAll, type LightDoubt } from './measured';
import { sceneOf } from './scene.testing';

const [W, H] = [40, 30];
const ALL = Int32Array.from({ length: W * H }, (_, i) => i);
const WIDE = { darkest: 0, white: 10 }; // of paint: nothing here lies beyond
/** How much of a single part of a doubt is stated. */
const IN_ALL = doubtInAll([1], [1]);
const SURE: LightDoubt = {
  value: 0,
  warmth: 0,
  usual: { value: 0, warmth: 0 },
  knownTo: 10.5,
  colour: 0,
  stray: 0,
  local: 0,
  rivalry: NO_RIVALRY,
};

/** An even sheet of a value and a*, b*, with so much white light over it. */
function sheet(value: number, [a, b]: readonly [number, number], over = 0): Colours {
  const raster = makeRaster(W, H);
  const light = linearFromLab({ L: lightnessFromLuminance(luminanceFromValue(value)), a, b });
  channelsOf(raster).forEach((channel, c) => channel.fill(light[c] + over));
  return coloursOf(raster);
}

function compared(planned: Colours, painted: Colours, light: Partial<LightDoubt>) {
  const [mask, around] = [new Uint8Array(W * H), aroundOf(planned, { width: W, height: H })];
  const aligned = { width: W, height: H, mmPerPixel: 4, planned, painted, mask, around, paint: WIDE };
  const seen = compare(aligned as unknown as Aligned, ALL, { ...SURE, ...light });
  if (!seen) throw new Error('nothing was read');
  return seen;
}

test.each([1.5, 2.5, 4, 7, 9.5])('at value %s light unseen over the paint leaves the doubt it would make', (value) => {
  const stray = 0.002;
  const [bare, lit] = [sheet(value, [0, 0]), sheet(value, [0, 0], stray)];
  const moved = compared(bare, lit, {}).difference.value;
  expect(compared(bare, bare, { stray }).uncertainty.value / (IN_ALL.value * moved)).toBeGreaterThan(0.85);
  expect(compared(bare, bare, { stray }).uncertainty.value / (IN_ALL.value * moved)).toBeLessThan(1.25);
});

test.each([2.5, 4, 7])('at value %s a strong colour is as unsure as that light would grey it', (value) => {
  const stray = 0.002;
  const [bare, lit] = [sheet(value, [14, 20]), sheet(value, [14, 20], stray)];
  const greyed = -compared(bare, lit, {}).difference.chroma;
  const { warmth } = compared(bare, bare, { stray }).uncertainty;
  expect(warmth / (IN_ALL.warmth * greyed)).toBeGreaterThan(0.6);
  expect(warmth / (IN_ALL.warmth * greyed)).toBeLessThan(1.7);
  expect(compared(sheet(value, [0, 0]), sheet(value, [0, 0]), { stray }).uncertainty.warmth).toBeLessThan(0.01);
});

test('what is lighter than the tone curve was measured to is less sure, by each step', () => {
  const light = sheet(9, [0, 0]);
  expect(compared(light, light, { knownTo: 10 }).uncertainty.value).toBeLessThan(1e-3);
  expect(compared(light, light, { knownTo: 7 }).uncertainty.value).toBeCloseTo(0.12 * IN_ALL.value, 2);
});

test('a dark among lights is as unsure as a phone may have parted it from them; an even sheet is not', () => {
  const size = { width: 120, height: 90 };
  const dark = (x: number, y: number) => Math.hypot(x - 60, y - 45) < 6;
  const at = (x: number, y: number) => (dark(x, y) ? 4 : 8);
  const scene = sceneOf({ ...size, planned: at, painted: at });
  const unsure = (pixels: Int32Array, local: number) => compare(scene, pixels, { ...SURE, local })?.uncertainty.value;
  const inside = Int32Array.from({ length: 120 * 90 }, (_, i) => i).filter((i) => dark((i % 120) + 0.5, i / 120 + 0.5));
  const far = Int32Array.from({ length: 200 }, (_, i) => i);
  expect(unsure(inside, 0)).toBeLessThan(0.01);
  // It stands out by three to four steps from a blurred light around it.
  expect(unsure(inside, 0.1)).toBeGreaterThan(0.25 * IN_ALL.value);
  expect(unsure(inside, 0.1)).toBeLessThan(0.4 * IN_ALL.value);
  expect(unsure(far, 0.1)).toBeLessThan(0.01);
});

import { expect, test } from 'vitest';
import { lightnessFromLuminance, linearFromLab, luminanceFromValue } from '../colour';
import { coloursOf, type Colours } from '../photo';
import { channelsOf, makeRaster } from '../raster';
import type { Aligned } from './aligned';
import { compare, type LightDoubt } from './measured';

const [W, H] = [40, 30];
const ALL = Int32Array.from({ length: W * H }, (_, i) => i);
const SURE: LightDoubt = { value: 0, warmth: 0, knownTo: 10.5, colour: 0, stray: 0 };

/** An even sheet of a value and a*, b*, with so much white light over it. */
function sheet(value: number, [a, b]: readonly [number, number], over = 0): Colours {
  const raster = makeRaster(W, H);
  const light = linearFromLab({ L: lightnessFromLuminance(luminanceFromValue(value)), a, b });
  channelsOf(raster).forEach((channel, c) => channel.fill(light[c] + over));
  return coloursOf(raster);
}

function compared(planned: Colours, painted: Colours, light: Partial<LightDoubt>) {
  const aligned = { width: W, height: H, mmPerPixel: 4, planned, painted, mask: new Uint8Array(W * H) };
  const seen = compare(aligned as unknown as Aligned, ALL, { ...SURE, ...light });
  if (!seen) throw new Error('nothing was read');
  return seen;
}

test.each([1.5, 2.5, 4, 7, 9.5])('at value %s light unseen over the paint leaves the doubt it would make', (value) => {
  const stray = 0.002;
  const [bare, lit] = [sheet(value, [0, 0]), sheet(value, [0, 0], stray)];
  const moved = compared(bare, lit, {}).difference.value;
  expect(compared(bare, bare, { stray }).uncertainty.value / moved).toBeGreaterThan(0.85);
  expect(compared(bare, bare, { stray }).uncertainty.value / moved).toBeLessThan(1.25);
});

test.each([2.5, 4, 7])('at value %s a strong colour is as unsure as that light would grey it', (value) => {
  const stray = 0.002;
  const [bare, lit] = [sheet(value, [14, 20]), sheet(value, [14, 20], stray)];
  const greyed = -compared(bare, lit, {}).difference.chroma;
  const { warmth } = compared(bare, bare, { stray }).uncertainty;
  expect(warmth / greyed).toBeGreaterThan(0.6);
  expect(warmth / greyed).toBeLessThan(1.7);
  expect(compared(sheet(value, [0, 0]), sheet(value, [0, 0]), { stray }).uncertainty.warmth).toBeLessThan(0.01);
});

test('what is lighter than the tone curve was measured to is less sure, by each step', () => {
  const light = sheet(9, [0, 0]);
  expect(compared(light, light, { knownTo: 10 }).uncertainty.value).toBeLessThan(1e-3);
  expect(compared(light, light, { knownTo: 7 }).uncertainty.value).toBeCloseTo(0.3, 1);
});

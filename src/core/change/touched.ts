import { median, type Raster } from '../raster';
import { apart, lawOf, samplesOf, through, type Law, type Rgb } from './uniformChange';

const MOST_OF_IT = 0.5; // share of the canvas that must have changed alike, so that it is light
const AS_IT_WAS = { value: 0.18, ab: 3 }; // less than a hand changes on purpose, more than two flats differ by
const MOST_PIXELS = 1_500; // of a place: enough for its middle
const LEAST_PIXELS = 12;
const LOCAL = 0.6; // share of what lies around a place that must have changed alike, so that it is light there
const ALIKE = 0.2; // steps

interface Flats {
  readonly now: Raster;
  readonly before: Raster;
  /** 1 = not read in either */
  readonly mask: Uint8Array;
}

/** Some of the pixels that can be read. */
function some(pixels: ArrayLike<number>, mask: Uint8Array): number[] {
  const step = Math.max(1, Math.floor(pixels.length / MOST_PIXELS));
  const out: number[] = [];
  for (let k = 0; k < pixels.length; k += step) if (mask[pixels[k]] === 0) out.push(pixels[k]);
  return out;
}

/** The pixels around a place: its box and half as much again on every side, without it. */
function around(pixels: Int32Array, { width, height }: Raster): Int32Array {
  const own = new Uint8Array(width * height);
  for (const i of pixels) own[i] = 1;
  let [left, top, right, bottom] = [width, height, 0, 0];
  for (const i of pixels) {
    const [x, y] = [i % width, Math.floor(i / width)];
    [left, right] = [Math.min(left, x), Math.max(right, x)];
    [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
  }
  const [w, h] = [(right - left) / 2, (bottom - top) / 2];
  const out: number[] = [];
  for (let y = Math.max(0, Math.floor(top - h)); y <= Math.min(height - 1, bottom + h); y += 2)
    for (let x = Math.max(0, Math.floor(left - w)); x <= Math.min(width - 1, right + w); x += 2)
      if (!own[y * width + x]) out.push(y * width + x);
  return Int32Array.from(out);
}

/** What each of some pixels changed by beyond a law: steps, and units of a*b*. */
function changes({ now, before }: Flats, pixels: readonly number[], law: Law) {
  const at = ({ r, g, b }: Raster, i: number): Rgb => [r[i], g[i], b[i]];
  return pixels.map((i) => apart(at(now, i), through(at(before, i), law)));
}

/** What the surroundings of a place changed by alike: light that the common law leaves; nothing where they did not. */
function leftAround(flats: Flats, pixels: Int32Array, law: Law): { value: number; a: number; b: number } {
  const seen = changes(flats, some(around(pixels, flats.now), flats.mask), law);
  const nothing = { value: 0, a: 0, b: 0 };
  if (seen.length < LEAST_PIXELS) return nothing;
  const value = median(seen.map((one) => one.value));
  const alike = seen.filter((one) => Math.abs(one.value - value) < ALIKE);
  if (alike.length < LOCAL * seen.length) return nothing;
  return { value, a: median(alike.map(({ a }) => a)), b: median(alike.map(({ b }) => b)) };
}

/**
 * Tells whether the paint of a place (its pixels) is as it was on an earlier flat of the painting, at the same size.
 * What most of the picture changed by together, and the place's surroundings with it, is light and does not count.
 * @returns null where no change is common to half of the picture: nothing can be told then
 */
export function untouchedSince(flats: Flats): ((pixels: Int32Array) => boolean) | null {
  const samples = samplesOf(flats.now, flats.before, flats.mask);
  if (samples.length < 300) return null;
  const { law, share } = lawOf(samples);
  if (share < MOST_OF_IT) return null;
  return (pixels) => {
    const seen = changes(flats, some(pixels, flats.mask), law);
    if (seen.length < LEAST_PIXELS) return false;
    const light = leftAround(flats, pixels, law);
    const value = median(seen.map((one) => one.value)) - light.value;
    const a = median(seen.map((one) => one.a)) - light.a;
    const b = median(seen.map((one) => one.b)) - light.b;
    return Math.abs(value) < AS_IT_WAS.value && Math.hypot(a, b) < AS_IT_WAS.ab;
  };
}

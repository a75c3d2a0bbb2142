import { LUMINANCE } from '../colour';
import type { Raster } from '../raster';
import type { PaintRange } from './key';

/**
 * The value that can be asked for where the plan goes beyond the paint's own ends: the paint's end, or what was painted
 * beyond it. Values in steps.
 */
export function askedValue(planned: number, painted: number, { darkest, white }: PaintRange): number {
  if (planned < darkest) return Math.min(darkest, Math.max(planned, painted));
  if (planned > white) return Math.max(white, Math.min(planned, painted));
  return planned;
}

const CRUSHED = 0.0025; // linear light of code 8 of 255: below, cameras and JPEG leave nothing to tell apart
const BLOWN = 0.955; // of code 250
const LIGHT = 0.68; // luminance of value 8.5: a colour with one full channel below it is strong, not lost
const luminanceOf = (r: number, g: number, b: number) => LUMINANCE[0] * r + LUMINANCE[1] * g + LUMINANCE[2] * b;

/**
 * Where a reference's colour is lost: 1 = its darks are crushed, 2 = its lights are blown, 0 = neither. Its value is
 * known there as far as that it goes on to that end.
 */
export function clippedIn({ r, g, b }: Raster): Uint8Array {
  const out = new Uint8Array(r.length);
  for (let i = 0; i < out.length; i++) {
    const most = Math.max(r[i], g[i], b[i]);
    if (most <= CRUSHED) out[i] = 1;
    else if (most >= BLOWN && luminanceOf(r[i], g[i], b[i]) >= LIGHT) out[i] = 2;
  }
  return out;
}

import { linearFromCode, LUMINANCE } from '../colour';
import type { Raster } from '../raster';

/** Codes, 0..1, beyond which a picture's file tells nothing apart. */
export const CRUSHED_CODE = 8 / 255;
export const BLOWN_CODE = 250 / 255;

const [CRUSHED, BLOWN] = [linearFromCode(CRUSHED_CODE), linearFromCode(BLOWN_CODE)];
const LIGHT = 0.68; // luminance of value 8.5: a colour with one full channel below it is strong, not lost

/** Where a reference's colour is lost: 1 = its darks are crushed, 2 = its lights are blown, 0 = neither. */
export function clippedIn({ r, g, b }: Raster): Uint8Array {
  const [red, green, blue] = LUMINANCE;
  const out = new Uint8Array(r.length);
  for (let i = 0; i < out.length; i++) {
    const most = Math.max(r[i], g[i], b[i]);
    if (most <= CRUSHED) out[i] = 1;
    else if (most >= BLOWN && red * r[i] + green * g[i] + blue * b[i] >= LIGHT) out[i] = 2;
  }
  return out;
}

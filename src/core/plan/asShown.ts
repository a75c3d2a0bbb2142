import { byteFromLinear, linearFromCode } from '../colour';
import { makeRaster, type Raster } from '../raster';

const LIGHT = Float32Array.from({ length: 256 }, (_, code) => linearFromCode(code / 255));

/** Light of sRGB code values, interleaved. @param channels 3 (RGB) or 4 (the fourth is left out) */
export function lightOfBytes(
  bytes: ArrayLike<number>,
  { width, height, channels }: { width: number; height: number; channels: 3 | 4 },
): Raster {
  const out = makeRaster(width, height);
  for (let i = 0, o = 0; i < out.r.length; i++, o += channels) {
    out.r[i] = LIGHT[bytes[o]];
    out.g[i] = LIGHT[bytes[o + 1]];
    out.b[i] = LIGHT[bytes[o + 2]];
  }
  return out;
}

/**
 * Light rounded to what a picture of 8 bits can carry. The masses of a plan are found in this: so a screen that was
 * sent the picture and a
 * server that made it find the same.
 */
export function asShown(raster: Raster): Raster {
  const round = (channel: Float32Array) => channel.map((v) => LIGHT[byteFromLinear(v)]);
  return { ...raster, r: round(raster.r), g: round(raster.g), b: round(raster.b) };
}

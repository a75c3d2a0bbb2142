import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { byteFromLinear } from '../../core/colour';
import type { Raster } from '../../core/raster';
import { decodePicture } from '../images/decodePicture';
import type { StoredPicture } from './tasks';

export const openStored = async ({ path, name }: StoredPicture) => decodePicture(await readFile(path), name);

/** sRGB code values, interleaved. */
export function bytesOf({ width, height, r, g, b }: Raster): Uint8Array {
  const bytes = new Uint8Array(3 * width * height);
  for (let i = 0, o = 0; i < r.length; i++) {
    bytes[o++] = byteFromLinear(r[i]);
    bytes[o++] = byteFromLinear(g[i]);
    bytes[o++] = byteFromLinear(b[i]);
  }
  return bytes;
}

const rawOf = (raster: Raster) =>
  sharp(bytesOf(raster), { raw: { width: raster.width, height: raster.height, channels: 3 } });

export const jpegOf = (raster: Raster, quality = 92): Promise<Buffer> =>
  rawOf(raster).jpeg({ quality, chromaSubsampling: '4:4:4' }).toBuffer();

export const pngOf = (raster: Raster): Promise<Buffer> => rawOf(raster).png({ compressionLevel: 6 }).toBuffer();

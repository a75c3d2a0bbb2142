import { readFile } from 'node:fs/promises';
import { workerData } from 'piscina';
import sharp from 'sharp';
import { byteFromLinear } from '../../core/colour';
import type { Picture, Raster } from '../../core/raster';
import type { DifferenceMap } from '../../core/read';
import { decodePicture, pictureFacts, verifyPicture, type PictureFacts } from '../images/decodePicture';
import { InputError } from '../images/inputError';
import { Budget, openRoom } from './budget';
import type { StoredPicture } from './tasks';

/** This thread's part of the room for decoded pictures; outside a crew (tests) a room of its own. */
export const room = new Budget((workerData as SharedArrayBuffer | undefined) ?? openRoom());

/** @throws InputError 404 for a file that is gone from the studio's folder */
export async function bytesOfStored({ path, name }: StoredPicture): Promise<Uint8Array> {
  try {
    return await readFile(path);
  } catch (cause) {
    if ((cause as NodeJS.ErrnoException).code !== 'ENOENT') throw cause;
    throw new InputError(
      'missing-original',
      `The file of ${name} is missing from the studio's folder. Everything else is kept. Add the same photograph again, or bring it back from a backup.`,
      404,
    );
  }
}

/** Decodes a file, once there is room for it. */
export async function openStored(stored: StoredPicture): Promise<Picture> {
  const bytes = await bytesOfStored(stored);
  const { memory } = await pictureFacts(bytes, stored.name);
  await room.take(memory + bytes.length);
  return decodePicture(bytes, stored.name);
}

/** What {@link openStored} would decode, without holding its pixels. */
export async function verifyStored(stored: StoredPicture): Promise<PictureFacts> {
  const bytes = await bytesOfStored(stored);
  const { memory, format } = await pictureFacts(bytes, stored.name);
  // A picture that is written in several passes is held whole by its decoder all the same.
  await room.take((format === 'heic' ? memory : memory / 1.5) + bytes.length);
  return verifyPicture(bytes, stored.name);
}

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

/**
 * The map of differences as an opaque PNG twice its height: above, red = value (128 + 20 a step), green = warmth and blue = chroma
 * (128 + 4 a unit of a*b*), painted minus plan; below, how far each cell is to be trusted (255 = wholly).
 */
export function differencesPng({ width, height, value, warmth, chroma, trust }: DifferenceMap): Promise<Buffer> {
  const bytes = Buffer.alloc(6 * width * height);
  const code = (v: number) => Math.min(255, Math.max(0, Math.round(128 + v)));
  for (let i = 0; i < value.length; i++) {
    bytes[3 * i] = code(20 * value[i]);
    bytes[3 * i + 1] = code(4 * warmth[i]);
    bytes[3 * i + 2] = code(4 * chroma[i]);
    bytes.fill(Math.round(255 * trust[i]), 3 * (value.length + i), 3 * (value.length + i) + 3);
  }
  return sharp(bytes, { raw: { width, height: 2 * height, channels: 3 } })
    .png()
    .toBuffer();
}

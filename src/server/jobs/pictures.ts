import { readFile } from 'node:fs/promises';
import { workerData } from 'piscina';
import sharp from 'sharp';
import { byteFromLinear } from '../../core/colour';
import type { CanvasSize } from '../../core/photo';
import { readingSize } from '../../core/plan';
import { lightOfPicture, type Picture, type Raster } from '../../core/raster';
import { pixelsOfMap, type DifferenceMap } from '../../core/read';
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

/** A kept flat as light at reading size. */
export async function openFlat(stored: StoredPicture, canvas: CanvasSize): Promise<Raster> {
  const flat = await openStored(stored);
  return lightOfPicture(flat, [0, 0, flat.width, flat.height], readingSize(canvas));
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

/** The map of differences as an opaque PNG, see pixelsOfMap. */
export function differencesPng(map: DifferenceMap): Promise<Buffer> {
  const { width, height, data } = pixelsOfMap(map);
  return sharp(data, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
}

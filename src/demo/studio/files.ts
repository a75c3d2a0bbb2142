import sharp from 'sharp';
import { luminance, quickValue, toCode, toLinear } from './colour';
import type { Shot } from './camera';
import { pixel, type Sheet, type Subject } from './scene';

const linear = Float32Array.from({ length: 256 }, (_, i) => toLinear(i / 255));

/** Opens a picture as linear light at a given size. */
export async function openSheet(path: string, size: { width: number; height: number }): Promise<Sheet> {
  const { data, info } = await sharp(path)
    .resize(size.width, size.height, { fit: 'fill' })
    .removeAlpha()
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: Float32Array.from(data, (v) => linear[v]) };
}

/** Where no render tells objects apart, strokes stop at bands of value. */
function bandsOf(picture: Sheet): Uint8Array {
  return Uint8Array.from(
    { length: picture.width * picture.height },
    (_, i) => 1 + Math.floor(quickValue(luminance(pixel(picture, i))) / 1.6),
  );
}

/** Opens a reference and the object numbers of its ID render (red channel, tenths of full scale). */
export async function openSubject(
  reference: string,
  ids: string | null,
  size: { width: number; height: number },
): Promise<Subject> {
  const picture = await openSheet(reference, size);
  if (!ids) return { picture, objects: bandsOf(picture) };
  const { data } = await sharp(ids)
    .resize(size.width, size.height, { fit: 'fill', kernel: 'nearest' })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { picture, objects: Uint8Array.from({ length: size.width * size.height }, (_, i) => data[3 * i]) };
}

/** A sheet of paint as a JPEG, sRGB. */
export const jpegOfSheet = ({ width, height, data }: Sheet): Promise<Buffer> =>
  sharp(
    Uint8Array.from(data, (v) => Math.round(255 * toCode(Math.min(1, Math.max(0, v))))),
    { raw: { width, height, channels: 3 } },
  )
    .jpeg({ quality: 90, chromaSubsampling: '4:4:4' })
    .toBuffer();

export const jpegOf = (shot: Shot, quality = 92): Promise<Buffer> =>
  sharp(Buffer.from(shot.data.buffer), { raw: { width: shot.width, height: shot.height, channels: 3 } })
    .jpeg({ quality, chromaSubsampling: '4:2:0' })
    .toBuffer();

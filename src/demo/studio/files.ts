import sharp from 'sharp';
import { luminance, quickCode, quickValue, toLinear } from './colour';
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
  const light = new Float32Array(data.length);
  for (let i = 0; i < light.length; i++) light[i] = linear[data[i]];
  return { width: info.width, height: info.height, data: light };
}

/** A sheet's light as sRGB bytes, interleaved. */
export function bytesOf({ data }: Sheet): Uint8Array {
  const bytes = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i++) bytes[i] = Math.round(255 * quickCode(data[i]));
  return bytes;
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
export const jpegOfSheet = (sheet: Sheet): Promise<Buffer> =>
  sharp(bytesOf(sheet), { raw: { width: sheet.width, height: sheet.height, channels: 3 } })
    .jpeg({ quality: 90, chromaSubsampling: '4:4:4' })
    .toBuffer();

export const jpegOf = (shot: Shot, quality = 92): Promise<Buffer> =>
  sharp(Buffer.from(shot.data.buffer), { raw: { width: shot.width, height: shot.height, channels: 3 } })
    .jpeg({ quality, chromaSubsampling: '4:2:0' })
    .toBuffer();

import sharp, { type Metadata } from 'sharp';
import { readMatrixProfile, SRGB_PROFILE, type ColourProfile } from '../../core/colour';
import type { Picture } from '../../core/raster';
import { decodeHeic, heicSize, isHeic } from './heic';
import { InputError } from './inputError';
import { MOST_BYTES, tooLarge } from './regularFile';

export const MOST_PIXELS = 100_000_000;
const MOST_SIDE = 30_000; // longer strips are no photograph, and no encoder takes them
/** The decoder for HEIC holds a picture three times over. */
const MOST_HEIC_PIXELS = 50_000_000;
const LEAST_SIDE = 64; // fewer pixels a side hold no picture to measure

const KINDS = new Set(['jpeg', 'png', 'webp', 'tiff', 'heif']);
const TAKEN = 'A JPEG, PNG, WebP, TIFF or HEIC photograph is taken.';

/** What a file says about itself, before its pixels are decoded. */
export interface PictureFacts {
  readonly format: string;
  readonly width: number;
  readonly height: number;
  /** quarter turns and mirrors to undo, EXIF 1..8 */
  readonly orientation: number;
  /** bytes that decoding it takes at its most: the pixels and what the decoder holds beside them */
  readonly memory: number;
}

/**
 * Bytes a pixel while a picture is decoded: eight bits a channel, sixteen, and HEIC, whose decoder holds it three times
 * over.
 */
const PER_PIXEL = { plain: 4.5, deep: 9, heic: 12 } as const;

async function metadata(bytes: Uint8Array, name: string): Promise<Metadata> {
  try {
    return await sharp(bytes, { limitInputPixels: false, failOn: 'none' }).metadata();
  } catch {
    throw new InputError(
      'not-a-picture',
      `${name} is not a picture that can be opened. Nothing was changed. ${TAKEN}`,
      415,
    );
  }
}

/** @throws InputError for a picture that is too large or too small to be measured */
function refuseSize({ width, height }: { width: number; height: number }, name: string, most = MOST_PIXELS): void {
  const pixels = width * height;
  if (pixels > most)
    throw new InputError(
      'too-many-pixels',
      `${name} has ${width} x ${height} pixels, ${Math.round(pixels / 1e6)} million; at most ${most / 1e6} million are taken. Save it smaller${most < MOST_PIXELS ? ' or as JPEG' : ''} and add it again.`,
      413,
    );
  if (Math.max(width, height) > MOST_SIDE)
    throw new InputError(
      'too-long',
      `${name} has ${width} x ${height} pixels; at most ${MOST_SIDE} a side are taken. Cut it to the canvas and add it again.`,
      413,
    );
  if (Math.min(width, height) < LEAST_SIDE)
    throw new InputError(
      'too-small',
      `${name} has only ${width} x ${height} pixels; at least ${LEAST_SIDE} a side are needed. Add the original photograph.`,
    );
}

function refuseUnfit(meta: Metadata, name: string): void {
  if (!KINDS.has(meta.format ?? ''))
    throw new InputError('kind', `${name} is a ${meta.format} file. Nothing was changed. ${TAKEN}`, 415);
  refuseSize(meta, name);
  if ((meta.pages ?? 1) > 1 && meta.format !== 'tiff' && meta.format !== 'heif')
    throw new InputError(
      'animated',
      `${name} is animated: it holds ${meta.pages} pictures. Save the one you mean as a still and add it again.`,
    );
  if (meta.space === 'cmyk')
    throw new InputError(
      'cmyk',
      `${name} is stored in printing inks (CMYK), which cannot be measured. Export it as RGB and add it again.`,
    );
}

/** Checks a file's kind, size and make before decoding. @throws InputError with a sentence for the painter */
export async function pictureFacts(bytes: Uint8Array, name: string): Promise<PictureFacts> {
  if (bytes.length > MOST_BYTES) throw tooLarge(name, bytes.length);
  if (isHeic(bytes)) {
    const size = heicSize(bytes);
    if (!size)
      throw new InputError(
        'damaged',
        `${name} is a HEIC file that does not say how large its picture is. Nothing was changed. Export it as JPEG and add it again.`,
      );
    refuseSize(size, name, MOST_HEIC_PIXELS);
    return { format: 'heic', ...size, orientation: 1, memory: PER_PIXEL.heic * size.width * size.height };
  }
  const meta = await metadata(bytes, name);
  refuseUnfit(meta, name);
  const turned = (meta.orientation ?? 1) >= 5;
  const { width, height } = meta;
  return {
    format: meta.format ?? '',
    width: turned ? height : width,
    height: turned ? width : height,
    orientation: meta.orientation ?? 1,
    memory: PER_PIXEL[meta.depth === 'ushort' ? 'deep' : 'plain'] * width * height,
  };
}

const damaged = (name: string) =>
  new InputError('damaged', `${name} is damaged or cut short. Nothing was changed. Copy it from the camera again.`);

/**
 * Decodes a file to its end without ever holding its pixels, and tells its upright size.
 * @throws InputError for anything that {@link decodePicture} could not decode whole
 */
export async function verifyPicture(bytes: Uint8Array, name: string): Promise<PictureFacts> {
  const facts = await pictureFacts(bytes, name);
  if (facts.format === 'heic') {
    const { width, height } = await decodeHeic(bytes, name);
    refuseSize({ width, height }, name);
    return { ...facts, width, height };
  }
  try {
    await sharp(bytes, { failOn: 'error', limitInputPixels: MOST_PIXELS, sequentialRead: true })
      .resize(LEAST_SIDE, LEAST_SIDE, { fit: 'fill', fastShrinkOnLoad: false })
      .raw()
      .toBuffer();
    return facts;
  } catch {
    throw damaged(name);
  }
}

/** The matrix profile a file embeds; null = let the decoder convert to sRGB. */
const profileOf = (icc: Uint8Array | undefined): ColourProfile | null => (icc ? readMatrixProfile(icc) : SRGB_PROFILE);

/**
 * Decodes a photograph upright, keeping its own colour values and the profile that explains them; 16-bit files stay
 * 16-bit.
 * @throws InputError for anything that cannot be decoded whole
 */
export async function decodePicture(bytes: Uint8Array, name: string): Promise<Picture> {
  const facts = await pictureFacts(bytes, name);
  if (facts.format === 'heic') return decodeHeic(bytes, name);
  const meta = await metadata(bytes, name);
  const profile = profileOf(meta.icc);
  const deep = meta.depth === 'ushort';
  try {
    let image = sharp(bytes, {
      failOn: 'error',
      limitInputPixels: MOST_PIXELS,
      ignoreIcc: profile !== null,
    }).autoOrient();
    if (meta.hasAlpha) image = image.flatten({ background: '#808080' });
    image = image.toColourspace(deep ? 'rgb16' : 'srgb');
    const { data, info } = await image.raw({ depth: deep ? 'ushort' : 'uchar' }).toBuffer({ resolveWithObject: true });
    const values = deep
      ? new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2)
      : new Uint8Array(data.buffer, data.byteOffset, data.byteLength);
    return {
      width: info.width,
      height: info.height,
      data: threeChannels(values, info.channels),
      profile: profile ?? SRGB_PROFILE,
    };
  } catch {
    throw damaged(name);
  }
}

function threeChannels<T extends Uint8Array | Uint16Array>(values: T, channels: number): T {
  if (channels === 3) return values;
  const out = new (values.constructor as new (n: number) => T)((values.length / channels) * 3);
  for (let i = 0, o = 0; i < values.length; i += channels)
    for (let c = 0; c < 3; c++) out[o++] = values[i + (channels < 3 ? 0 : c)];
  return out;
}

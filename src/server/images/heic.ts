import { readMatrixProfile, SRGB_PROFILE } from '../../core/colour';
import type { Picture } from '../../core/raster';
import { InputError } from './inputError';

const BRANDS = new Set(['heic', 'heix', 'hevc', 'heim', 'heis', 'mif1', 'msf1']);

/** Whether the bytes begin like a HEIC file (ISO 23008-12: an ftyp box with a known brand). */
export function isHeic(bytes: Uint8Array): boolean {
  const word = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  return bytes.length > 12 && word(4) === 'ftyp' && BRANDS.has(word(8));
}

/** The ICC profile in the file's colr box, which the pixel decoder does not hand on. */
function embeddedProfile(bytes: Uint8Array): Uint8Array | null {
  const buffer = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const at = buffer.indexOf('colrprof');
  return at < 4 ? null : buffer.subarray(at + 8, at - 4 + buffer.readUInt32BE(at - 4));
}

/** Size of the largest picture the file says it holds, px: its ispe boxes (ISO 23008-12); null where none is found. */
export function heicSize(bytes: Uint8Array): { width: number; height: number } | null {
  const buffer = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let most = { width: 0, height: 0 };
  for (let at = buffer.indexOf('ispe'); at >= 0 && at + 16 <= buffer.length; at = buffer.indexOf('ispe', at + 4)) {
    const [width, height] = [buffer.readUInt32BE(at + 8), buffer.readUInt32BE(at + 12)];
    if (width * height > most.width * most.height) most = { width, height };
  }
  return most.width > 0 ? most : null;
}

/** Decodes a HEIC photograph; the decoder applies the file's own rotation. @throws InputError when it cannot */
export async function decodeHeic(bytes: Uint8Array, name: string): Promise<Picture> {
  try {
    // Loaded with the first such file: the decoder is large, and most photographs are JPEG.
    const { default: decode } = await import('heic-decode');
    const { width, height, data } = await decode({ buffer: bytes });
    if (!(width > 0 && height > 0)) throw new Error('it holds no picture');
    const rgb = new Uint8Array(width * height * 3);
    for (let i = 0, o = 0; i < data.length; i += 4) for (let c = 0; c < 3; c++) rgb[o++] = data[i + c];
    const icc = embeddedProfile(bytes);
    return { width, height, data: rgb, profile: (icc && readMatrixProfile(icc)) ?? SRGB_PROFILE };
  } catch {
    throw new InputError(
      'damaged',
      `${name} is a HEIC file that cannot be decoded. Nothing was changed. Export it as JPEG and add it again.`,
    );
  }
}

import { basename } from 'node:path';
import { rm } from 'node:fs/promises';
import { pictureFacts } from '../images/decodePicture';
import { InputError } from '../images/inputError';
import type { Studio } from './studio';

/** A file as it arrived. */
export interface Arrived {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** Names from outside are shown, never used as paths: the last part, without control characters, at most 120 long. */
export const cleanName = (name: string): string =>
  basename(name.replaceAll('\\', '/')).replace(/[\p{Cc}\p{Cf}]/gu, '').slice(0, 120) || 'picture'; // prettier-ignore

/**
 * Checks a picture, keeps its bytes and its row. The same bytes are kept once.
 * @throws InputError for anything that is not a whole picture of a sensible size; nothing is kept then
 */
export async function keepPicture(
  { db, files, crew, world }: Studio,
  { name, bytes }: Arrived,
): Promise<{ sha256: string; width: number; height: number; twin: boolean }> {
  if (bytes.length === 0)
    throw new InputError(
      'empty',
      `${name} is empty: it has no bytes. Nothing was changed. Copy it from the camera again.`,
    );
  const { format } = await pictureFacts(bytes, name);
  const sha256 = await files.keepOriginal(bytes);
  const known = await db('image').where({ sha256 }).first();
  if (known) return { sha256, width: known.width, height: known.height, twin: true };
  try {
    const { width, height } = await crew.run('check', { picture: { path: files.originalPath(sha256), name } });
    await db('image').insert({
      sha256,
      bytes: bytes.length,
      format,
      width,
      height,
      addedAt: world.now().toISOString(),
    });
    return { sha256, width, height, twin: false };
  } catch (cause) {
    await rm(files.originalPath(sha256), { force: true });
    throw cause;
  }
}

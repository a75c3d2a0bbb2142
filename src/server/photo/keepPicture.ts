import { rm, stat } from 'node:fs/promises';
import { basename } from 'node:path';
import { InputError } from '../images/inputError';
import { digestOf } from '../store/files';
import type { ImageRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

/** A file as it arrived: the name it came with, and where it was written meanwhile. */
export interface Arrived {
  readonly name: string;
  /** an unfinished file; it is moved or removed by whoever keeps it */
  readonly path: string;
}

/** Names from outside are shown, never used as paths: the last part, without control characters, at most 120 long. */
export const cleanName = (name: string): string =>
  basename(name.replaceAll('\\', '/').replace(/[\p{Cc}\p{Cf}\p{Cs}]/gu, '')).slice(0, 120) || 'picture';

/**
 * Checks a picture, keeps its bytes and its row. The same bytes are kept once, whoever came first: what is kept is
 * never removed here.
 * @throws InputError for anything that is not a whole picture of a sensible size; nothing is kept then
 */
export async function keepPicture(
  { db, files, crew, world }: Studio,
  { name, path }: Arrived,
): Promise<{ sha256: string; width: number; height: number; twin: boolean }> {
  try {
    const { size } = await stat(path);
    if (size === 0)
      throw new InputError(
        'empty',
        `${name} is empty: it has no bytes. Nothing was changed. Copy it from the camera again.`,
      );
    const sha256 = await digestOf(path);
    const known = (await db('image').where({ sha256 }).first()) as ImageRow | undefined;
    // A file that was lost comes back with the same bytes.
    if (known && (await files.exists(files.originalPath(sha256))))
      return { sha256, width: known.width, height: known.height, twin: true };
    const { width, height, format } = await crew.run('check', { picture: { path, name } });
    await files.keepOriginal(path, sha256);
    const addedAt = world.now().toISOString();
    const row: ImageRow = { sha256, bytes: size, format, width, height, addedAt };
    await db('image').insert(row).onConflict('sha256').ignore();
    return { sha256, width, height, twin: known !== undefined };
  } finally {
    await rm(path, { force: true });
  }
}

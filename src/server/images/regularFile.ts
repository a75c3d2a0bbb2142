import { constants } from 'node:fs';
import { open, type FileHandle } from 'node:fs/promises';
import { InputError } from './inputError';

export const MOST_BYTES = 50 * 1024 * 1024;

/** A sentence for a file of too many bytes. */
export const tooLarge = (name: string, bytes: number): InputError =>
  new InputError(
    'too-large',
    `${name} has ${Math.round(bytes / 1048576)} MB; at most 50 MB are taken. Save it smaller and add it again.`,
    413,
  );

/**
 * Opens a file only if it is one: a pipe, a device or a folder under its name is refused without waiting for it.
 * @param follow whether a link may lead to it
 * @throws InputError for anything else than a regular file of at most {@link MOST_BYTES}
 */
export async function openRegular(
  path: string,
  { name, follow }: { name: string; follow: boolean },
): Promise<{ handle: FileHandle; bytes: number; modified: Date }> {
  const flags = constants.O_RDONLY | (constants.O_NONBLOCK ?? 0) | (follow ? 0 : (constants.O_NOFOLLOW ?? 0));
  const handle = await open(path, flags).catch((cause: NodeJS.ErrnoException) => {
    if (cause.code === 'ELOOP')
      throw new InputError(
        'link',
        `${name} is a link to another place; it was left alone. Copy the picture itself there.`,
      );
    throw cause;
  });
  try {
    const facts = await handle.stat();
    if (!facts.isFile())
      throw new InputError('not-a-file', `${name} is not a file; it was left alone. Give a picture.`);
    if (facts.size > MOST_BYTES) throw tooLarge(name, facts.size);
    return { handle, bytes: facts.size, modified: facts.mtime };
  } catch (cause) {
    await handle.close();
    throw cause;
  }
}

/** Reads a file that {@link openRegular} would open, whole, and no more than it held when it was opened. */
export async function readRegular(path: string, about: { name: string; follow: boolean }): Promise<Uint8Array> {
  const { handle, bytes } = await openRegular(path, about);
  try {
    const buffer = Buffer.alloc(bytes);
    const { bytesRead } = await handle.read(buffer, 0, bytes, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/**
 * Where files are kept: originals byte for byte under their SHA-256, derived pictures that can be made again, and
 * unfinished writes.
 */
export interface FileStore {
  /** the studio's folder */
  readonly folder: string;
  /** where what arrives is written before it is known to be good; swept when the studio is opened */
  readonly unfinished: string;
  /** Writes bytes to an unfinished file. @returns its path */
  hold(bytes: Uint8Array): Promise<string>;
  /**
   * Makes an unfinished file the original of its digest, or drops it where that is kept already. No original is ever
   * removed.
   */
  keepOriginal(path: string, sha256: string): Promise<void>;
  originalPath(sha256: string): string;
  derivedPath(name: string): string;
  /** Writes a derived picture so that it is either whole or absent. */
  keepDerived(name: string, bytes: Uint8Array): Promise<string>;
  exists(path: string): Promise<boolean>;
}

export const originalIn = (folder: string, sha256: string): string =>
  join(folder, 'originals', sha256.slice(0, 2), sha256);

/** SHA-256 of a file, read in pieces. */
export async function digestOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const piece of createReadStream(path)) hash.update(piece as Buffer);
  return hash.digest('hex');
}

async function synced(path: string, flags: string): Promise<void> {
  const file = await open(path, flags);
  await file.sync().finally(() => file.close());
}

/** Moves a file that is whole to its name, so that after a crash it is there or not, never half. */
export async function moveWhole(from: string, to: string): Promise<void> {
  await synced(from, 'r+');
  await mkdir(dirname(to), { recursive: true });
  await rename(from, to);
  await synced(dirname(to), 'r');
}

const exists = (path: string) =>
  stat(path).then(
    () => true,
    () => false,
  );

/**
 * Opens the folder of a studio's files; unfinished writes of an earlier run are swept away. The caller holds the
 * folder's lock.
 */
export async function openFiles(folder: string): Promise<FileStore> {
  const unfinished = join(folder, 'unfinished');
  await mkdir(unfinished, { recursive: true });
  for (const left of await readdir(unfinished)) await rm(join(unfinished, left), { force: true, recursive: true });
  const originalPath = (sha256: string) => originalIn(folder, sha256);
  const derivedPath = (name: string) => join(folder, 'derived', name);
  const hold = async (bytes: Uint8Array) => {
    const path = join(unfinished, randomUUID());
    try {
      const file = await open(path, 'wx');
      await file.writeFile(bytes).finally(() => file.close());
    } catch (cause) {
      await rm(path, { force: true });
      throw cause;
    }
    return path;
  };
  return {
    folder,
    unfinished,
    hold,
    originalPath,
    derivedPath,
    exists,
    async keepOriginal(path, sha256) {
      if (await exists(originalPath(sha256))) await rm(path, { force: true });
      else await moveWhole(path, originalPath(sha256));
    },
    async keepDerived(name, bytes) {
      const path = await hold(bytes);
      try {
        await moveWhole(path, derivedPath(name));
      } catch (cause) {
        await rm(path, { force: true });
        throw cause;
      }
      return derivedPath(name);
    },
  };
}

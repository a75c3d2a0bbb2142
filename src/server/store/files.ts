import { createHash } from 'node:crypto';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** Where files are kept: originals byte for byte under their SHA-256, derived pictures that can be made again, and unfinished writes. */
export interface FileStore {
  /** Keeps the bytes for good and returns their SHA-256; storing the same bytes again changes nothing. */
  keepOriginal(bytes: Uint8Array): Promise<string>;
  originalPath(sha256: string): string;
  derivedPath(name: string): string;
  /** Writes a derived picture so that it is either whole or absent. */
  keepDerived(name: string, bytes: Uint8Array): Promise<string>;
  exists(path: string): Promise<boolean>;
}

/** Written to a temporary name, synced, then renamed: after a crash the file is whole or not there. */
async function writeWhole(path: string, bytes: Uint8Array, scratch: string): Promise<void> {
  const temporary = join(scratch, `${process.pid}-${Math.floor(performance.now() * 1000)}-${bytes.length}`);
  await mkdir(dirname(path), { recursive: true });
  try {
    const file = await open(temporary, 'wx');
    try {
      await file.writeFile(bytes);
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(temporary, path);
    const folder = await open(dirname(path), 'r');
    await folder.sync().finally(() => folder.close());
  } catch (cause) {
    await rm(temporary, { force: true });
    throw cause;
  }
}

const exists = (path: string) =>
  stat(path).then(
    () => true,
    () => false,
  );

/** Opens the folder of a studio's files; unfinished writes of an earlier run are swept away. */
export async function openFiles(folder: string): Promise<FileStore> {
  const scratch = join(folder, 'unfinished');
  await mkdir(scratch, { recursive: true });
  for (const left of await readdir(scratch)) await rm(join(scratch, left), { force: true });
  const originalPath = (sha256: string) => join(folder, 'originals', sha256.slice(0, 2), sha256);
  const derivedPath = (name: string) => join(folder, 'derived', name);
  return {
    originalPath,
    derivedPath,
    exists,
    async keepOriginal(bytes) {
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      if (!(await exists(originalPath(sha256)))) await writeWhole(originalPath(sha256), bytes, scratch);
      return sha256;
    },
    async keepDerived(name, bytes) {
      await writeWhole(derivedPath(name), bytes, scratch);
      return derivedPath(name);
    },
  };
}

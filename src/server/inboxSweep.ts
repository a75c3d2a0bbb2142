import { lstat, readdir } from 'node:fs/promises';
import { join } from 'node:path';

const DEPTH = 2; // folders inside the inbox that are looked into, one in another

/** Regular files of a folder and of the folders in it; names that begin with a dot, links and pipes are left out. */
async function filesIn(folder: string, depth = DEPTH): Promise<string[]> {
  const entries = await readdir(folder, { withFileTypes: true }).catch(() => []);
  const shown = entries.filter(({ name }) => !name.startsWith('.'));
  const inside = shown.filter((entry) => entry.isDirectory() && depth > 0);
  const deeper = await Promise.all(inside.map(({ name }) => filesIn(join(folder, name), depth - 1)));
  return [...shown.filter((entry) => entry.isFile()).map(({ name }) => join(folder, name)), ...deeper.flat()];
}

/** What a file was when it was looked at; null = it is gone. */
const lookAt = (path: string): Promise<string | null> =>
  lstat(path).then(
    ({ size, mtimeMs, ino }) => `${ino} ${size} ${mtimeMs}`,
    () => null,
  );

/**
 * Finds what a watcher missed: the system tells of no file that comes in the moment a folder begins to be watched.
 * @param known whether a file needs no looking at any more
 * @returns a sweep over the folder: files that are not known and have not changed since the sweep before, so that they
 * are there whole
 */
export function sweeper(folder: string, known: (path: string) => boolean): () => Promise<string[]> {
  let before = new Map<string, string>();
  return async () => {
    const unknown = (await filesIn(folder)).filter((path) => !known(path));
    const now = new Map<string, string>();
    for (const path of unknown) {
      const is = await lookAt(path);
      if (is !== null) now.set(path, is);
    }
    const whole = [...now.keys()].filter((path) => before.get(path) === now.get(path));
    before = now;
    return whole.filter((path) => !known(path));
  };
}

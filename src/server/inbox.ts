import { watch, type FSWatcher } from 'chokidar';
import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Logger } from 'pino';
import { InputError } from './images/inputError';
import { openRegular } from './images/regularFile';
import { sweeper } from './inboxSweep';
import { keepArrival, keepRefused } from './exchange/arrivals';
import type { Studio } from './studio/studio';

const SETTLED_MS = 1200; // a file that has not grown for so long has been copied whole
const LOOK_MS = 2000; // how often the folder itself is looked for, and what its watcher missed

/**
 * Copies a file as it is now, and no more than was there when it was opened.
 * @returns what the copy is, and when the file was changed
 */
async function copyIn({ files }: Studio, path: string): Promise<{ held: string; modified: Date }> {
  const { handle, bytes, modified } = await openRegular(path, { name: basename(path), follow: false });
  const held = join(files.unfinished, randomUUID());
  try {
    const source = bytes > 0 ? handle.createReadStream({ end: bytes - 1, autoClose: false }) : [];
    await pipeline(source, createWriteStream(held, { flags: 'wx' }));
    return { held, modified };
  } catch (cause) {
    await rm(held, { force: true });
    throw cause;
  } finally {
    await handle.close();
  }
}

/**
 * Takes one file of the inbox in; the file itself is never moved, changed or deleted: the folder may be shared with a
 * phone.
 */
async function takeIn(studio: Studio, path: string): Promise<void> {
  const name = basename(path);
  try {
    const { held, modified } = await copyIn(studio, path);
    await keepArrival(studio, { name, path: held, modified });
  } catch (cause) {
    if ((cause as NodeJS.ErrnoException).code === 'ENOENT') return; // taken away again meanwhile
    if (!(cause instanceof InputError)) throw cause;
    const modified = await stat(path).then(
      ({ mtime }) => mtime,
      () => studio.world.now(),
    );
    await keepRefused(studio, { name, words: cause.message, modified });
  }
}

/** Which folder stands under a path: another one under the same name is another; null = none. */
const identityOf = (folder: string): Promise<string | null> =>
  stat(folder).then(
    ({ dev, ino, birthtimeMs }) => `${dev} ${ino} ${birthtimeMs}`,
    () => null,
  );

/**
 * Watches a folder: pictures put there wait as unsorted. Those that lie there already are taken in on starting; each is
 * taken once.
 * A folder that is taken away is waited for, and watched again when it comes back. Links are not followed.
 * @returns stops watching; what lies in line is left for the next start
 */
export async function watchInbox(studio: Studio, folder: string, log: Logger): Promise<() => Promise<void>> {
  await mkdir(folder, { recursive: true });
  // One after another, so that a card full of photographs does not crowd out what the painter is doing.
  let line = Promise.resolve();
  let left = false;
  const entered = new Set<string>();
  const enter = (path: string) => {
    if (entered.has(path)) return;
    entered.add(path);
    line = line
      .then(() => (left ? undefined : takeIn(studio, path)))
      .catch((cause: unknown) => log.error({ cause, file: basename(path) }, 'a file of the inbox was not taken in'));
  };
  const begin = (): FSWatcher =>
    watch(folder, {
      depth: 2,
      followSymlinks: false,
      ignored: (path) => /(^|[/\\])\.[^/\\]/.test(path.slice(folder.length)),
      awaitWriteFinish: { stabilityThreshold: SETTLED_MS, pollInterval: 200 },
    })
      .on('add', enter)
      .on('unlink', (path) => entered.delete(path))
      .on('error', (cause) => log.error({ cause }, 'the inbox cannot be watched'));

  let watched = await identityOf(folder);
  let watcher = begin();
  const look = async () => {
    const now = await identityOf(folder);
    if (left) return;
    if (now === watched) return (await sweep()).forEach(enter);
    watched = now;
    entered.clear();
    await watcher.close();
    if (now !== null && !left) watcher = begin();
  };
  const sweep = sweeper(folder, (path) => entered.has(path));
  const looking = setInterval(() => {
    look().catch((cause: unknown) => log.error({ cause }, 'the inbox cannot be looked at'));
  }, LOOK_MS);
  return async () => {
    left = true;
    clearInterval(looking);
    await watcher.close();
  };
}

export const inboxOf = (data: string): string => join(data, 'inbox');

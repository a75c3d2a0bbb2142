import { watch } from 'chokidar';
import { mkdir, readFile, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import type { Logger } from 'pino';
import { MOST_BYTES } from './images/decodePicture';
import { InputError } from './images/inputError';
import { keepArrival, keepRefused } from './studio/arrivals';
import type { Studio } from './studio/studio';

const SETTLED_MS = 1200; // a file that has not grown for so long has been copied whole

/** Takes one file of the inbox in; the file itself is never moved, changed or deleted: the folder may be shared with a phone. */
async function takeIn(studio: Studio, path: string): Promise<void> {
  const name = basename(path);
  const { size, mtime } = await stat(path);
  if (size > MOST_BYTES) {
    const words = `${name} has ${Math.round(size / 1048576)} MB; at most 50 MB are taken. Save it smaller beside it.`;
    return keepRefused(studio, { name, words, modified: mtime });
  }
  try {
    await keepArrival(studio, { name, bytes: new Uint8Array(await readFile(path)), modified: mtime });
  } catch (cause) {
    if (!(cause instanceof InputError)) throw cause;
    await keepRefused(studio, { name, words: cause.message, modified: mtime });
  }
}

/**
 * Watches a folder: pictures put there wait as unsorted. Those that lie there already are taken in on starting; each is taken once.
 * @returns stops watching
 */
export async function watchInbox(studio: Studio, folder: string, log: Logger): Promise<() => Promise<void>> {
  await mkdir(folder, { recursive: true });
  // One after another, so that a card full of photographs does not crowd out what the painter is doing.
  let line = Promise.resolve();
  const watcher = watch(folder, {
    depth: 2,
    ignored: (path) => /(^|[/\\])\.[^/\\]/.test(path.slice(folder.length)),
    awaitWriteFinish: { stabilityThreshold: SETTLED_MS, pollInterval: 200 },
  });
  watcher.on('add', (path) => {
    line = line
      .then(() => takeIn(studio, path))
      .catch((cause: unknown) => log.error({ cause, file: basename(path) }, 'a file of the inbox was not taken in'));
  });
  watcher.on('error', (cause) => log.error({ cause }, 'the inbox cannot be watched'));
  return () => watcher.close();
}

export const inboxOf = (data: string): string => join(data, 'inbox');

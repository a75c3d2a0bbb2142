import Database from 'better-sqlite3';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { InputError } from '../images/inputError';

/** Held as long as a program may change a studio's folder. */
export interface FolderLock {
  /** Leaves word where the program answers, for whoever comes second. */
  tell(url: string): Promise<void>;
  release(): Promise<void>;
}

const lockFile = (folder: string) => join(folder, 'studio.lock');
const wordFile = (folder: string) => join(folder, 'running.json');

const STARTING_MS = 2000; // a server that is just starting has left no word yet
const pause = (ms: number) => new Promise((later) => setTimeout(later, ms));

/** The lock is SQLite's own on an empty file: the system lets go of it when its holder ends, however it ends. */
function take(folder: string): Database.Database | null {
  const file = new Database(lockFile(folder), { timeout: 0 });
  try {
    file.pragma('journal_mode = MEMORY'); // nothing is ever written: no journal needs to lie beside it
    file.exec('BEGIN EXCLUSIVE');
    return file;
  } catch (cause) {
    file.close();
    if (String((cause as { code?: string }).code).startsWith('SQLITE_BUSY')) return null;
    throw cause;
  }
}

/** Where the holder of a folder's lock answers; null where it does not say. */
async function holderOf(folder: string): Promise<string | null> {
  for (let waited = 0; waited <= STARTING_MS; waited += 100) {
    const text = await readFile(wordFile(folder), 'utf8').catch(() => '');
    const url = /"url":"(http:\/\/[^"]+)"/.exec(text)?.[1];
    if (url) return url;
    await pause(100);
  }
  return null;
}

/** Whether a program holds the folder now, and where it answers (null = it does not say). Takes nothing. */
export async function runningOn(folder: string): Promise<{ url: string | null } | null> {
  const lock = take(folder);
  if (!lock) return { url: await holderOf(folder) };
  lock.close();
  return null;
}

/**
 * Makes this program the only one that may change a studio's folder: one folder, one server.
 * @param folder exists and can be written to
 * @throws InputError saying where the other one is
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  const lock = take(folder);
  if (!lock) {
    const url = await holderOf(folder);
    throw new InputError(
      'running',
      `Revlin is already running on ${folder}${url ? `: open ${url}` : ''}. Nothing was changed. Use that one, or stop it first.`,
    );
  }
  await rm(wordFile(folder), { force: true });
  return {
    tell: (url) => writeFile(wordFile(folder), JSON.stringify({ url, pid: process.pid })),
    async release() {
      await rm(wordFile(folder), { force: true });
      lock.close();
    },
  };
}

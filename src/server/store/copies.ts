import Database from 'better-sqlite3';
import { mkdir, open, readdir, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';

const KEPT = 3;

/** Where databases as they were before a change are kept. */
export const earlierOf = (folder: string): string => join(folder, 'earlier');

/**
 * Copies a SQLite file whole, also while another program writes to it.
 * @param to is whole or absent afterwards
 */
export async function copyDatabase(from: string, to: string): Promise<void> {
  const part = `${to}.part`;
  await rm(part, { force: true });
  const database = new Database(from, { readonly: true, fileMustExist: true });
  try {
    await database.backup(part);
  } catch (cause) {
    await rm(part, { force: true });
    throw cause;
  } finally {
    database.close();
  }
  // The copy is a database at rest: nothing of it may be left in a log beside it.
  const copy = new Database(part);
  copy.pragma('journal_mode = DELETE');
  copy.close();
  const file = await open(part, 'r+');
  await file.sync().finally(() => file.close());
  await rename(part, to);
}

const numberOf = (name: string) => Number(/^(\d+)-/.exec(name)?.[1] ?? 0);

/**
 * Keeps the database as it is beside the folder's files. Numbered, not dated: clocks go wrong.
 * @param why what it is a copy of, a part of its name
 * @returns the copy's path
 */
export async function copyAside(file: string, why: string): Promise<string> {
  const folder = earlierOf(dirname(file));
  await mkdir(folder, { recursive: true });
  const numbers = (await readdir(folder)).map(numberOf);
  const path = join(folder, `${String(Math.max(0, ...numbers) + 1).padStart(4, '0')}-${why}.sqlite`);
  await copyDatabase(file, path);
  return path;
}

/**
 * The same before its shape is changed; of such copies the last three are kept.
 * @param shape what it was brought to last
 */
export async function copyBeforeChange(file: string, shape: string): Promise<void> {
  await copyAside(file, `as-of-${shape}`);
  const folder = earlierOf(dirname(file));
  const copies = (await readdir(folder)).filter((name) => /^\d+-as-of-.*\.sqlite$/.test(name));
  copies.sort((a, b) => numberOf(a) - numberOf(b));
  for (const name of copies.slice(0, -KEPT)) await rm(join(folder, name));
}

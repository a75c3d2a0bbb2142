import Database from 'better-sqlite3';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { InputError } from '../images/inputError';

export const databaseOf = (folder: string): string => join(folder, 'studio.sqlite');

/** @throws InputError where no studio is kept in a folder */
export async function studioOrRefusal(folder: string): Promise<void> {
  const facts = await stat(databaseOf(folder)).catch(() => null);
  if (!facts?.isFile())
    throw new InputError('no-studio', `There is no studio in ${folder}. Name its folder with --data.`);
}

const NAMED =
  'SELECT sha256 FROM photo UNION SELECT sha256 FROM reference UNION SELECT sha256 FROM arrival WHERE sha256 IS NOT NULL';

/** Digests a database names; of one kept by an early version, those it knows of. */
export function namedIn(database: Database.Database): Set<string> {
  const tables = new Set(database.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all());
  const selects = NAMED.split(' UNION ').filter((select) => tables.has(/FROM (\w+)/.exec(select)?.[1] ?? ''));
  if (selects.length === 0) return new Set();
  return new Set(database.prepare(selects.join(' UNION ')).pluck().all() as string[]);
}

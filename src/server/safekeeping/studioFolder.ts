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

/** A kept picture with the name the painter knows it by. */
export interface Named {
  readonly sha256: string;
  readonly name: string;
}

/**
 * Tells what kept pictures are called, by what a database says of them; one it has no name for is called by its
 * digest's beginning.
 */
export function callerIn(database: Database.Database): (sha256: string) => Named {
  const rows = database.prepare('SELECT sha256, fileName FROM reference UNION ALL SELECT sha256, fileName FROM photo');
  const names = new Map(
    (rows.all() as { sha256: string; fileName: string }[]).map((row) => [row.sha256, row.fileName]),
  );
  return (sha256) => ({ sha256, name: names.get(sha256) ?? sha256.slice(0, 12) });
}

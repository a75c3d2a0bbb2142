import Database from 'better-sqlite3';
import knex, { type Knex } from 'knex';
import { InputError } from '../images/inputError';
import { copyBeforeChange } from './copies';
import { MIGRATIONS, migrationSource } from './migrations';
import { PatientClient } from './patientClient';

interface Connection {
  pragma(text: string): unknown;
}

/** Several connections, so that what only reads does not stand behind a write that waits. */
const CONNECTIONS = 4;

/** What goes wrong is thrown, and said in words by whoever asked. */
const SILENT = { warn: () => undefined, error: () => undefined, deprecate: () => undefined, debug: () => undefined };

function connect(file: string, pragmas: readonly string[], connections: number): Knex {
  return knex({
    client: PatientClient,
    connection: { filename: file },
    useNullAsDefault: true,
    log: SILENT,
    pool: {
      min: 1,
      max: connections,
      afterCreate: (connection: Connection, done: (error: Error | null) => void) => {
        try {
          for (const pragma of ['busy_timeout = 0', 'journal_mode = WAL', 'synchronous = FULL', ...pragmas])
            connection.pragma(pragma);
          done(null);
        } catch (cause) {
          done(cause as Error);
        }
      },
    },
  });
}

/** Which changes of shape a database has been through; none where it is new. */
async function stepsOf(db: Knex): Promise<string[]> {
  if (!(await db.schema.hasTable('knex_migrations'))) return [];
  return ((await db('knex_migrations').orderBy('id').select('name')) as { name: string }[]).map(({ name }) => name);
}

/**
 * A kill between a change of shape and the note of it (they were two steps once) left the change unnoted: it is noted
 * now.
 */
async function noteWhatIsThere(db: Knex, noted: readonly string[]): Promise<void> {
  if (!(await db.schema.hasTable('knex_migrations'))) return;
  for (const { name, leaves } of MIGRATIONS) {
    if (noted.includes(name) || !leaves) continue;
    const [table, column] = leaves;
    if (!(column ? await db.schema.hasColumn(table, column) : await db.schema.hasTable(table))) continue;
    await db('knex_migrations').insert({ name, batch: 1, migration_time: new Date(0) });
  }
}

/**
 * Brings the file's shape up to date: all of what is missing in one transaction with the note of it, or nothing. A kill
 * at any moment
 * leaves the old shape or the new one. Before anything is changed the file is copied aside.
 * The caller holds the folder's lock, so a migration lock that is set was left by a program that was killed.
 */
async function bringUpToDate(file: string): Promise<void> {
  // Tables are remade on the way, which rows that point to them forbid; the links are checked at the end instead.
  const db = connect(file, ['foreign_keys = OFF'], 1);
  try {
    const steps = await stepsOf(db);
    const unknown = steps.find((step) => MIGRATIONS.every(({ name }) => name !== step));
    if (unknown)
      throw new InputError(
        'newer',
        `The studio in ${file} was kept by a newer Revlin (it knows "${unknown}"). Nothing was changed. Start it with that version, or bring this one up to date.`,
      );
    if (MIGRATIONS.every(({ name }) => steps.includes(name))) return;
    const newest = steps.at(-1);
    if (newest !== undefined) await copyBeforeChange(file, newest);
    await db.migrate.forceFreeMigrationsLock({ migrationSource });
    await noteWhatIsThere(db, steps);
    await db.migrate.latest({ migrationSource });
    const broken = (await db.raw('PRAGMA foreign_key_check')) as unknown[];
    if (broken.length > 0) throw new Error(`${broken.length} rows of ${file} point to nothing.`);
  } finally {
    await db.destroy();
  }
}

/**
 * Opens (and where needed brings up to date) the studio's SQLite file: write-ahead log, foreign keys on, every commit
 * synced.
 * The caller holds the folder's lock.
 * @throws InputError when a newer version has kept it
 */
export async function openDatabase(file: string): Promise<Knex> {
  await bringUpToDate(file);
  return connect(file, ['foreign_keys = ON'], CONNECTIONS);
}

/**
 * A number that is another one after every change of the file, whoever made it: SQLite's data_version, seen from a
 * connection of its own
 * that never writes.
 */
export function watchChanges(file: string): { changes: () => number; close: () => void } {
  const watcher = new Database(file, { readonly: true, timeout: 0 });
  const version = watcher.prepare('PRAGMA data_version').pluck();
  return { changes: () => version.get() as number, close: () => watcher.close() };
}

import Database from 'better-sqlite3';
import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { digestOf, originalIn } from '../store/files';
import { lockFolder, runningOn } from '../store/folderLock';
import { MIGRATIONS } from '../store/migrations';
import { bringBack, keptDigests, listUnclaimed } from '../store/originals';
import { whyUnreadable } from '../studio/kept';
import { KEPT, type KeptName } from '../studio/keptShapes';
import { callerIn, databaseOf, namedIn, studioOrRefusal, type Named } from './studioFolder';

export interface Unreadable {
  readonly what: string;
  readonly rows: number;
  readonly why: string;
}

export interface CheckReport {
  readonly folder: string;
  /** where Revlin runs on it: then it is only looked at; null = it does not run */
  readonly running: string | null;
  readonly database: {
    readonly whole: boolean;
    readonly problems: readonly string[];
    /** changes of shape this version knows that it has not been through yet */
    readonly behind: number;
    readonly newer: boolean;
    /** what is kept in a form this version cannot read: what, how often, and why the first */
    readonly unreadable: readonly Unreadable[];
  };
  readonly originals: {
    readonly kept: number;
    readonly bytes: number;
    /** what they are called in the studio */
    readonly missing: readonly Named[];
    readonly damaged: readonly Named[];
  };
  readonly unclaimed: { readonly files: number; readonly bytes: number };
  /** newest readings without their pictures: made again when they are looked at */
  readonly toRemake: number;
  /** what was put right, in words */
  readonly mended: readonly string[];
}
/** What a database says of itself, and what it names. */
interface Looked {
  readonly problems: string[];
  readonly steps: string[];
  readonly named: ReadonlySet<string>;
  readonly called: (sha256: string) => Named;
  /** ids of every photograph's newest reading */
  readonly readings: string[];
  readonly unreadable: Unreadable[];
}

const KEPT_NAMES = Object.keys(KEPT) as KeptName[];

/** What no longer fits; nothing where the database has another shape, since it is brought up to date first. */
function unreadableIn(database: Database.Database): Unreadable[] {
  const steps = database.prepare('SELECT name FROM knex_migrations').pluck().all();
  if (MIGRATIONS.some(({ name }) => !steps.includes(name)) || steps.length > MIGRATIONS.length) return [];
  return KEPT_NAMES.flatMap((name): Unreadable[] => {
    const [table, column] = name.split('.');
    const texts = database.prepare(`SELECT ${column} FROM ${table} WHERE ${column} <> ''`).pluck();
    let [rows, why] = [0, ''];
    for (const json of texts.iterate() as IterableIterator<string>) {
      const fault = whyUnreadable(name, json);
      if (fault === null) continue;
      why ||= fault;
      rows++;
    }
    return rows > 0 ? [{ what: KEPT[name].called, rows, why }] : [];
  });
}

function look(file: string): Looked {
  const nothing: Looked = {
    problems: [],
    steps: [],
    named: new Set(),
    called: (sha256) => ({ sha256, name: sha256.slice(0, 12) }),
    readings: [],
    unreadable: [],
  };
  let database: Database.Database | undefined;
  try {
    database = new Database(file, { readonly: true, fileMustExist: true });
    const whole = (database.pragma('integrity_check') as { integrity_check: string }[]).map(
      (row) => row.integrity_check,
    );
    const links = (database.pragma('foreign_key_check') as unknown[]).length;
    const problems = whole.filter((line) => line !== 'ok');
    if (links > 0) problems.push(`${links} rows point to nothing`);
    const all = <Column extends string>(sql: string) => database?.prepare(sql).all() as Record<Column, string>[];
    return {
      problems,
      steps: all<'name'>('SELECT name FROM knex_migrations').map(({ name }) => name),
      named: namedIn(database),
      called: callerIn(database),
      readings: all<'id'>(
        'SELECT id FROM reading WHERE rowid IN (SELECT max(rowid) FROM reading GROUP BY photoId)',
      ).map(({ id }) => id),
      unreadable: unreadableIn(database),
    };
  } catch (cause) {
    return { ...nothing, problems: [(cause as Error).message] };
  } finally {
    database?.close();
  }
}

async function lookAtOriginals(folder: string, { named, called }: Looked): Promise<CheckReport['originals']> {
  const digests = await keptDigests(folder);
  const damaged: Named[] = [];
  let bytes = 0;
  for (const sha256 of digests) {
    const path = originalIn(folder, sha256);
    bytes += (await stat(path)).size;
    if ((await digestOf(path)) !== sha256) damaged.push(called(sha256));
  }
  const kept = new Set(digests);
  const missing = [...named].filter((sha256) => !kept.has(sha256)).map(called);
  return { kept: digests.length, bytes, missing, damaged };
}

/** Derived pictures that were cut off are removed: they are made again when they are asked for. */
async function sweepDerived(folder: string): Promise<number> {
  const entries = await readdir(join(folder, 'derived'), { recursive: true, withFileTypes: true }).catch(() => []);
  let swept = 0;
  for (const entry of entries) {
    const path = join(entry.parentPath, entry.name);
    if (!entry.isFile() || (await stat(path)).size > 0) continue;
    await rm(path);
    swept++;
  }
  return swept;
}

const files = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

async function mend(folder: string, { named }: Looked): Promise<string[]> {
  const lock = await lockFolder(folder);
  try {
    const { back } = await bringBack(named, folder);
    const swept = await sweepDerived(folder);
    return [
      ...(back > 0 ? [`${files(back, 'original')} that had been set aside brought back`] : []),
      ...(swept > 0 ? [`${files(swept, 'empty picture')} removed, to be made again`] : []),
    ];
  } finally {
    await lock.release();
  }
}

const missingFlats = async (folder: string, { readings }: Looked): Promise<number> => {
  const there = await Promise.all(
    readings.map((id) =>
      stat(join(folder, 'derived', 'flat', `${id}.jpg`)).then(
        () => 0,
        () => 1,
      ),
    ),
  );
  return there.reduce((sum: number, n) => sum + n, 0);
};

/**
 * Looks a studio through: its database, every original by its digest, what is missing. Puts right what can be put right
 * without losing
 * anything, unless Revlin runs on the folder: then it only looks.
 * @throws InputError where there is no studio
 */
export async function check(folder: string): Promise<CheckReport> {
  await studioOrRefusal(folder);
  const running = await runningOn(folder);
  const looked = look(databaseOf(folder));
  const mended = running ? [] : await mend(folder, looked);
  const unclaimed = await listUnclaimed(folder);
  return {
    folder,
    running: running && (running.url ?? 'an address it did not tell'),
    database: {
      whole: looked.problems.length === 0,
      problems: looked.problems,
      behind: looked.problems.length > 0 ? 0 : MIGRATIONS.filter(({ name }) => !looked.steps.includes(name)).length,
      unreadable: looked.unreadable,
      newer: looked.steps.some((step) => MIGRATIONS.every(({ name }) => name !== step)),
    },
    originals: await lookAtOriginals(folder, looked),
    unclaimed: { files: unclaimed.length, bytes: unclaimed.reduce((sum, { bytes }) => sum + bytes, 0) },
    toRemake: await missingFlats(folder, looked),
    mended,
  };
}

/** Whether nothing is wrong that the painter would have to do something about. */
export const isSound = ({ database, originals }: CheckReport): boolean =>
  database.whole &&
  !database.newer &&
  database.unreadable.length === 0 &&
  originals.missing.length === 0 &&
  originals.damaged.length === 0;

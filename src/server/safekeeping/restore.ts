import Database from 'better-sqlite3';
import { mkdir, mkdtemp, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { InputError } from '../images/inputError';
import { copyAside, earlierOf } from '../store/copies';
import { digestOf, moveWhole, originalIn } from '../store/files';
import { lockFolder } from '../store/folderLock';
import { MIGRATIONS } from '../store/migrations';
import { DATABASE, Manifest, MANIFEST, originalEntry } from './manifest';
import { databaseOf } from './studioFolder';
import { readZip, type OpenZip } from './zipReader';

export interface RestoreReport {
  readonly made: string;
  readonly originals: number;
  /** originals of the backup that were in the folder already */
  readonly there: number;
  /** where the database that stood there before was put; null = there was none */
  readonly before: string | null;
  readonly missing: readonly string[];
}

const MOST_MANIFEST = 64 * 1024 * 1024;
const broken = (what: string) =>
  new InputError('damaged-backup', `The backup is damaged: ${what}. Nothing was changed. Use another backup.`);

async function manifestOf(zip: OpenZip): Promise<Manifest> {
  const text = await zip.text(MANIFEST, MOST_MANIFEST);
  try {
    return Manifest.parse(JSON.parse(text));
  } catch {
    throw broken('its list of contents cannot be read');
  }
}

/** The database of the backup, out of the zip and proved. */
async function provedDatabase(zip: OpenZip, { database }: Manifest, scratch: string): Promise<string> {
  const path = join(scratch, DATABASE);
  await zip.extract(DATABASE, path);
  if ((await digestOf(path)) !== database.sha256) throw broken('its database is not the one that was backed up');
  const opened = new Database(path);
  try {
    if (opened.pragma('integrity_check', { simple: true }) !== 'ok') throw broken('its database is not whole');
    const steps = opened.prepare('SELECT name FROM knex_migrations').pluck().all() as string[];
    const newer = steps.find((step) => MIGRATIONS.every(({ name }) => name !== step));
    if (newer)
      throw new InputError(
        'newer',
        `The backup was made by a newer Revlin (it knows "${newer}"). Nothing was changed. Bring this one up to date.`,
      );
    return path;
  } finally {
    opened.close();
  }
}

/** Originals of the backup that the folder lacks, out of the zip and proved. */
async function provedOriginals(
  zip: OpenZip,
  manifest: Manifest,
  { folder, scratch }: { folder: string; scratch: string },
) {
  const found: { sha256: string; path: string }[] = [];
  for (const { sha256 } of manifest.originals) {
    if (manifest.damaged.includes(sha256)) continue;
    if (await stat(originalIn(folder, sha256)).catch(() => null)) continue;
    const path = join(scratch, sha256);
    await zip.extract(originalEntry(sha256), path);
    if ((await digestOf(path)) !== sha256) throw broken(`the original ${sha256.slice(0, 12)} is not what it was`);
    found.push({ sha256, path });
  }
  return found;
}

/** Keeps the database that stands there, and puts the other one in its place in one step. */
async function swap(folder: string, path: string): Promise<string | null> {
  const target = databaseOf(folder);
  const before = (await stat(target).catch(() => null)) ? await putAside(target) : null;
  for (const log of ['-wal', '-shm']) await rm(`${target}${log}`, { force: true });
  await moveWhole(path, target);
  return before;
}

async function putAside(target: string): Promise<string> {
  try {
    const copy = await copyAside(target, 'before-restore');
    // Its log goes into the file itself: a log left beside the other database would be taken for that one's.
    const old = new Database(target);
    old.pragma('wal_checkpoint(TRUNCATE)');
    old.close();
    return copy;
  } catch {
    // A database that cannot be opened is kept as it lies, with its log.
    const folder = join(earlierOf(join(target, '..')), 'damaged');
    await mkdir(folder, { recursive: true });
    const name = `${(await readdir(folder)).length + 1}-studio.sqlite`;
    for (const log of ['', '-wal', '-shm'])
      await rename(`${target}${log}`, join(folder, `${name}${log}`)).catch(() => undefined);
    return join(folder, name);
  }
}

/**
 * Brings a studio back from a backup. Everything is taken out and proved first; then originals that are missing are
 * added, and the database
 * is put in place of the one that stands there, which is kept. Nothing is deleted.
 * @throws InputError for a file that is no whole backup, or while Revlin runs on the folder
 */
export async function restore(folder: string, file: string): Promise<RestoreReport> {
  const zip = await readZip(file);
  try {
    const manifest = await manifestOf(zip);
    await mkdir(folder, { recursive: true });
    const lock = await lockFolder(folder);
    // Where what is unfinished lies: if this is cut off, the next start sweeps it away.
    await mkdir(join(folder, 'unfinished'), { recursive: true });
    const scratch = await mkdtemp(join(folder, 'unfinished', 'restoring-'));
    try {
      const database = await provedDatabase(zip, manifest, scratch);
      const originals = await provedOriginals(zip, manifest, { folder, scratch });
      for (const { sha256, path } of originals) await moveWhole(path, originalIn(folder, sha256));
      const before = await swap(folder, database);
      const { made, missing, damaged } = manifest;
      const there = manifest.originals.length - damaged.length - originals.length;
      return { made, originals: originals.length, there, before, missing: [...missing, ...damaged] };
    } finally {
      await rm(scratch, { recursive: true, force: true });
      await lock.release();
    }
  } finally {
    zip.close();
  }
}

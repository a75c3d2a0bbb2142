import Database from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { open, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { finished } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { InputError } from '../images/inputError';
import { copyDatabase } from '../store/copies';
import { digestOf, originalIn } from '../store/files';
import { keptDigests } from '../store/originals';
import { DATABASE, MANIFEST, originalEntry, type Manifest } from './manifest';
import { callerIn, databaseOf, namedIn, studioOrRefusal, type Named } from './studioFolder';

export interface BackupReport {
  readonly file: string;
  readonly bytes: number;
  readonly originals: number;
  /** what the database names and the folder does not hold */
  readonly missing: readonly Named[];
  /** originals that are not what was kept any more; they are in the backup as they are */
  readonly damaged: readonly Named[];
}

/** Lets a file through and tells its digest and size at its end. */
function measuring(told: (sha256: string, bytes: number) => void): Transform {
  const hash = createHash('sha256');
  let bytes = 0;
  return new Transform({
    transform(piece: Buffer, _encoding, next) {
      hash.update(piece);
      bytes += piece.length;
      next(null, piece);
    },
    flush(done) {
      told(hash.digest('hex'), bytes);
      done();
    },
  });
}

/** Adds one file, and waits until it has gone through whole: one file is open at a time. */
function add(
  zip: ZipFile,
  path: string,
  entry: { name: string; compress: boolean },
): Promise<{ sha256: string; bytes: number }> {
  return new Promise((through, failed) => {
    zip.addReadStreamLazy(entry.name, { compress: entry.compress }, (give) => {
      const source = createReadStream(path).on('error', failed);
      const measured = measuring((sha256, bytes) => through({ sha256, bytes }));
      give(null, source.pipe(measured));
    });
  });
}

async function write(folder: string, snapshot: string, out: string): Promise<Omit<BackupReport, 'file' | 'bytes'>> {
  const { named, called } = readNames(snapshot);
  const zip = new ZipFile();
  const target = createWriteStream(out, { flags: 'wx' });
  const ended = finished(zip.outputStream.pipe(target));
  // A disk that fills up ends the writing, and with it the waiting for what goes through.
  const cut = ended.then(() => Promise.reject(new Error('The backup ended early.')));
  cut.catch(() => undefined);
  const through = (path: string, entry: { name: string; compress: boolean }) =>
    Promise.race([add(zip, path, entry), cut]);
  const database = { sha256: await digestOf(snapshot), bytes: (await stat(snapshot)).size };
  await through(snapshot, { name: DATABASE, compress: true });
  const originals: Manifest['originals'] = [];
  const damaged: string[] = [];
  const kept = (await keptDigests(folder)).sort();
  for (const sha256 of kept) {
    const got = await through(originalIn(folder, sha256), { name: originalEntry(sha256), compress: false });
    originals.push({ sha256, bytes: got.bytes });
    if (got.sha256 !== sha256) damaged.push(sha256);
  }
  const missing = [...named].filter((sha256) => !kept.includes(sha256));
  const manifest: Manifest = {
    format: 'revlin-backup',
    version: 1,
    made: new Date().toISOString(),
    database,
    originals,
    missing,
    damaged,
  };
  zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 1)), MANIFEST);
  zip.end();
  await ended;
  return { originals: originals.length, missing: missing.map(called), damaged: damaged.map(called) };
}

function readNames(snapshot: string): { named: ReadonlySet<string>; called: (sha256: string) => Named } {
  const database = new Database(snapshot, { readonly: true });
  try {
    return { named: namedIn(database), called: callerIn(database) };
  } finally {
    database.close();
  }
}

/**
 * Writes a studio into one file: its database as it is at this moment, and every original once. The studio may be open
 * meanwhile.
 * @param out is whole or absent afterwards
 * @throws InputError where there is no studio, or the file is there already
 */
export async function backUp(folder: string, out: string): Promise<BackupReport> {
  await studioOrRefusal(folder);
  if (await stat(out).catch(() => null))
    throw new InputError('exists', `${out} is there already. Nothing was changed. Give another name with --out.`);
  const [part, snapshot] = [`${out}.part`, `${out}.database`];
  await rm(part, { force: true });
  try {
    await copyDatabase(databaseOf(folder), snapshot);
    const report = await write(folder, snapshot, part);
    const file = await open(part, 'r+');
    await file.sync().finally(() => file.close());
    await rename(part, out);
    const { size } = await stat(out);
    return { file: join(out), bytes: size, ...report };
  } finally {
    for (const left of [part, snapshot, `${snapshot}.part`]) await rm(left, { force: true });
  }
}

import { createWriteStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { open as openZip, type Entry, type ZipFile } from 'yauzl';
import { InputError } from '../images/inputError';

/** A zip file that is open for reading. */
export interface OpenZip {
  readonly entries: ReadonlyMap<string, Entry>;
  /** Reads a small entry whole. */
  text(name: string, most: number): Promise<string>;
  /** Writes an entry to a file. */
  extract(name: string, to: string): Promise<void>;
  close(): void;
}

const noZip = (file: string, why: string) =>
  new InputError(
    'no-backup',
    `${file} is no backup of Revlin (${why}). Nothing was changed. Give the file that "revlin backup" wrote.`,
  );

/** @throws InputError for a file that is no zip, or whose directory is damaged */
export async function readZip(file: string): Promise<OpenZip> {
  const zip = await new Promise<ZipFile>((opened, failed) =>
    openZip(file, { lazyEntries: true, autoClose: false }, (cause, given) =>
      cause
        ? failed(
            cause.message.includes('ENOENT')
              ? new InputError('file', `There is no ${file}.`)
              : noZip(file, cause.message),
          )
        : opened(given),
    ),
  );
  const entries = new Map<string, Entry>();
  await new Promise<void>((read, failed) => {
    zip.on('entry', (entry: Entry) => {
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', () => read());
    zip.on('error', (cause: Error) => failed(noZip(file, cause.message)));
    zip.readEntry();
  });
  const stream = (name: string) =>
    new Promise<Readable>((given, failed) => {
      const entry = entries.get(name);
      if (!entry) return failed(noZip(file, `${name} is missing`));
      zip.openReadStream(entry, (cause, source) => (cause ? failed(noZip(file, cause.message)) : given(source)));
    });
  return {
    entries,
    async text(name, most) {
      if ((entries.get(name)?.uncompressedSize ?? 0) > most) throw noZip(file, `${name} is too large`);
      const pieces: Buffer[] = [];
      for await (const piece of await stream(name)) pieces.push(piece as Buffer);
      return Buffer.concat(pieces).toString('utf8');
    },
    extract: async (name, to) => pipeline(await stream(name), createWriteStream(to, { flags: 'wx' })),
    close: () => zip.close(),
  };
}

import { createHash } from 'node:crypto';
import { mkdtemp, readFile, readdir, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { digestOf, openFiles, type FileStore } from './files';

let folder: string;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'revlin-files-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));

/** Keeps bytes as an upload does: held, digested, moved. */
async function kept(files: FileStore, bytes: Uint8Array): Promise<string> {
  const path = await files.hold(bytes);
  const sha256 = await digestOf(path);
  await files.keepOriginal(path, sha256);
  return sha256;
}

test('originals are kept byte for byte under their SHA-256', async () => {
  const files = await openFiles(folder);
  const bytes = Uint8Array.from({ length: 5000 }, (_, i) => i % 251);
  const sha256 = await kept(files, bytes);
  expect(sha256).toBe(createHash('sha256').update(bytes).digest('hex'));
  expect(new Uint8Array(await readFile(files.originalPath(sha256)))).toEqual(bytes);
});

test('the same bytes again change nothing', async () => {
  const files = await openFiles(folder);
  const sha256 = await kept(files, Buffer.from('one and the same'));
  const { mtimeMs, ino } = await stat(files.originalPath(sha256));
  expect(await kept(files, Buffer.from('one and the same'))).toBe(sha256);
  expect(await stat(files.originalPath(sha256))).toMatchObject({ mtimeMs, ino });
});

test('the same bytes many times at once are kept once, and nobody takes them away', async () => {
  const files = await openFiles(folder);
  const digests = await Promise.all(Array.from({ length: 20 }, () => kept(files, Buffer.from('sent twice'))));
  expect(new Set(digests).size).toBe(1);
  expect(await readFile(files.originalPath(digests[0]), 'utf8')).toBe('sent twice');
  expect(await readdir(files.unfinished)).toEqual([]);
});

test('derived pictures may be made again, and take the place of the old', async () => {
  const files = await openFiles(folder);
  const path = await files.keepDerived('flats/a.jpg', Buffer.from('first'));
  await files.keepDerived('flats/a.jpg', Buffer.from('second, longer'));
  expect(await readFile(path, 'utf8')).toBe('second, longer');
  expect(path).toBe(files.derivedPath('flats/a.jpg'));
  expect(await files.exists(path)).toBe(true);
  expect(await files.exists(files.derivedPath('flats/b.jpg'))).toBe(false);
});

test('nothing unfinished is left behind, and what a crash left is swept away on opening', async () => {
  const files = await openFiles(folder);
  await Promise.all(Array.from({ length: 12 }, (_, i) => kept(files, Buffer.from(`picture ${i}`))));
  expect(await readdir(join(folder, 'unfinished'))).toEqual([]);
  await writeFile(join(folder, 'unfinished', '99-12-3'), 'half a pict');
  await openFiles(folder);
  expect(await readdir(join(folder, 'unfinished'))).toEqual([]);
});

test('where a write cannot be finished the old one stays', async () => {
  const files = await openFiles(folder);
  await files.keepDerived('flats/a.jpg', Buffer.from('whole'));
  await expect(files.keepDerived('flats/a.jpg/below-a-file.jpg', Buffer.from('lost'))).rejects.toThrow();
  expect(await readFile(files.derivedPath('flats/a.jpg'), 'utf8')).toBe('whole');
  expect(await readdir(join(folder, 'unfinished'))).toEqual([]);
});

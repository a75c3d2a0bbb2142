import type { Knex } from 'knex';
import { mkdir, mkdtemp, readdir, readFile, rm, utimes, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { openDatabase } from './database';
import { originalIn } from './files';
import { bringBack, listUnclaimed, namedDigests, setAsideUnclaimed } from './originals';

const NOW = new Date('2026-05-02T12:00:00Z');
const digest = (letter: string) => letter.repeat(64);
let folder: string;
let db: Knex;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'revlin-originals-'));
  db = await openDatabase(join(folder, 'studio.sqlite'));
});
afterEach(async () => {
  await db.destroy();
  await rm(folder, { recursive: true, force: true });
});

async function original(letter: string, at: string): Promise<void> {
  const path = originalIn(folder, digest(letter));
  await mkdir(dirname(path), { recursive: true });
  await writeFile(path, Buffer.concat([Buffer.from([0xff, 0xd8, 0xff]), Buffer.from(`picture ${letter}`)]));
  await utimes(path, new Date(at), new Date(at));
}
/** A photograph waiting in the inbox names its picture. */
async function waits(letter: string): Promise<void> {
  const addedAt = NOW.toISOString();
  await db('image').insert({ sha256: digest(letter), bytes: 9, format: 'jpeg', width: 99, height: 99, addedAt });
  await db('arrival').insert({
    id: letter,
    sha256: digest(letter),
    fileName: 'a.jpg',
    day: '2026-05-01',
    state: 'unsorted',
    addedAt,
  });
}
const originals = async () =>
  (await readdir(join(folder, 'originals'), { recursive: true })).filter((name) => name.length > 40);

test('what nothing names is set aside once it is a day old, and listed; nothing is deleted', async () => {
  await original('a', '2026-05-01T08:00:00Z');
  await original('b', '2026-05-02T08:00:00Z'); // of this morning: its row may be on the way
  await original('c', '2026-04-01T08:00:00Z');
  await waits('c');
  expect(await setAsideUnclaimed(db, folder, NOW)).toBe(1);
  expect((await originals()).map((name) => name.slice(-1)).sort()).toEqual(['b', 'c']);
  expect(await listUnclaimed(folder)).toMatchObject([{ name: `${digest('a')}.jpg`, bytes: 12 }]);
  expect(await readFile(join(folder, 'unclaimed', `${digest('a')}.jpg`), 'latin1')).toMatch(/picture a$/);
  expect(await setAsideUnclaimed(db, folder, NOW)).toBe(0);
});

test('what is named again comes back; what is nowhere is told', async () => {
  await original('a', '2026-05-01T08:00:00Z');
  await setAsideUnclaimed(db, folder, NOW);
  await waits('a');
  await waits('f');
  expect(await bringBack(await namedDigests(db), folder)).toEqual({ back: 1, missing: [digest('f')] });
  expect(await readFile(originalIn(folder, digest('a')), 'latin1')).toMatch(/picture a$/);
  expect(await listUnclaimed(folder)).toEqual([]);
});

test('a folder without any is no trouble', async () => {
  expect(await setAsideUnclaimed(db, folder, NOW)).toBe(0);
  expect(await bringBack(await namedDigests(db), folder)).toEqual({ back: 0, missing: [] });
  expect(await listUnclaimed(folder)).toEqual([]);
});

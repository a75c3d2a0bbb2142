import Database from 'better-sqlite3';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { openDatabase } from './database';
import { MIGRATIONS } from './migrations';

let folder: string;
let file: string;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'revlin-database-'));
  file = join(folder, 'studio.sqlite');
});
afterEach(() => rm(folder, { recursive: true, force: true }));

/** Does something with the file as another program would. */
function aside(work: (other: Database.Database) => void): void {
  const other = new Database(file);
  work(other);
  other.close();
}
const steps = () => {
  let names: string[] = [];
  aside((other) => (names = other.prepare('SELECT name FROM knex_migrations ORDER BY id').pluck().all() as string[]));
  return names;
};

describe('a folder that a killed program left', () => {
  test('a migration lock that is set is recognised as stale', async () => {
    const db = await openDatabase(file);
    const last = MIGRATIONS[MIGRATIONS.length - 1];
    await last.down(db);
    await db.destroy();
    aside((other) => {
      other.exec('UPDATE knex_migrations_lock SET is_locked = 1');
      other.prepare('DELETE FROM knex_migrations WHERE name = ?').run(last.name);
    });
    await (await openDatabase(file)).destroy();
    expect(steps()).toEqual(MIGRATIONS.map(({ name }) => name));
  });

  test('a lock table that is empty, or not there yet, is no obstacle', async () => {
    await (await openDatabase(file)).destroy();
    aside((other) =>
      other.exec("DELETE FROM knex_migrations_lock; DELETE FROM knex_migrations WHERE name = '014-easel'"),
    );
    await (await openDatabase(file)).destroy();
    expect(steps()).toHaveLength(MIGRATIONS.length);
  });

  test('a change of shape that was made but not noted is noted, not made again', async () => {
    await (await openDatabase(file)).destroy();
    for (const { name } of MIGRATIONS)
      aside((other) => other.prepare('DELETE FROM knex_migrations WHERE name = ?').run(name));
    aside((other) => other.exec("INSERT INTO setting (name, value) VALUES ('units', '\"inches\"')"));
    const db = await openDatabase(file);
    expect(await db('setting')).toEqual([{ name: 'units', value: '"inches"' }]);
    await db.destroy();
    expect(steps()).toHaveLength(MIGRATIONS.length);
  });
});

test('a studio kept by a newer version is left alone, in words', async () => {
  await (await openDatabase(file)).destroy();
  aside((other) => other.exec("INSERT INTO knex_migrations (name, batch) VALUES ('999-tomorrow', 2)"));
  await expect(openDatabase(file)).rejects.toThrow(/newer Revlin.*999-tomorrow.*Nothing was changed/);
});

test('before its shape is changed the file is copied aside; three such copies are kept', async () => {
  await (await openDatabase(file)).destroy();
  aside((other) => other.exec("INSERT INTO setting (name, value) VALUES ('mark', '0')"));
  const [before, last] = MIGRATIONS.slice(-2).map(({ name }) => name);
  for (let round = 1; round <= 5; round++) {
    aside((other) =>
      other.exec(`DELETE FROM knex_migrations WHERE name = '${last}'; UPDATE setting SET value = '${round}'`),
    );
    await (await openDatabase(file)).destroy();
  }
  const copies = (await readdir(join(folder, 'earlier'))).sort();
  expect(copies).toEqual([3, 4, 5].map((round) => `000${round}-as-of-${before}.sqlite`));
  const copy = new Database(join(folder, 'earlier', copies[0]), { readonly: true });
  expect(copy.prepare('SELECT value FROM setting').pluck().get()).toBe('3');
  copy.close();
});

test('a new studio, and one that is up to date, leave no copies', async () => {
  await (await openDatabase(file)).destroy();
  await (await openDatabase(file)).destroy();
  expect((await readdir(folder)).filter((name) => name === 'earlier')).toEqual([]);
});

describe('while another program holds the file', () => {
  test('reading goes on, and a write waits until it is let go', async () => {
    const db = await openDatabase(file);
    const other = new Database(file);
    other.exec('BEGIN IMMEDIATE');
    let written = false;
    const writing = db
      .transaction((trx) => trx('setting').insert({ name: 'a', value: '1' }))
      .then(() => (written = true));
    const single = db('setting').insert({ name: 'b', value: '2' });
    for (let i = 0; i < 5; i++) expect(await db('setting')).toEqual([]);
    expect(written).toBe(false);
    other.exec('ROLLBACK');
    other.close();
    await Promise.all([writing, single]);
    expect(await db('setting')).toHaveLength(2);
    await db.destroy();
  });

  test('a write that waited too long fails, and the event loop was free meanwhile', async () => {
    const db = await openDatabase(file);
    const other = new Database(file);
    other.exec('BEGIN IMMEDIATE');
    let turns = 0;
    const turning = setInterval(() => turns++, 10);
    await expect(db('setting').insert({ name: 'a', value: '1' })).rejects.toMatchObject({ code: 'SQLITE_BUSY' });
    clearInterval(turning);
    expect(turns).toBeGreaterThan(50);
    other.close();
    await db.destroy();
  });
});

test('many transactions at once that read before they write all come through', async () => {
  const db = await openDatabase(file);
  await db('setting').insert({ name: 'count', value: '0' });
  const once = () =>
    db.transaction(async (trx) => {
      const { value } = await trx('setting').where({ name: 'count' }).first();
      await trx('setting')
        .where({ name: 'count' })
        .update({ value: String(Number(value) + 1) });
    });
  await Promise.all(Array.from({ length: 40 }, once));
  expect((await db('setting').first()).value).toBe('40');
  await db.destroy();
});

test('what is no database is refused by the driver, and left as it is', async () => {
  await writeFile(file, 'a shopping list, not a database, and long enough to be told apart from an empty file');
  await expect(openDatabase(file)).rejects.toMatchObject({ code: 'SQLITE_NOTADB' });
  expect(await readFile(file, 'utf8')).toMatch(/^a shopping list/);
});

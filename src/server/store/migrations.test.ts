import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import knex, { type Knex } from 'knex';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { MIGRATIONS } from './migrations';

let folder: string;
let db: Knex;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'revlin-'));
  db = knex({ client: 'better-sqlite3', connection: { filename: join(folder, 'studio.sqlite') }, useNullAsDefault: true, pool: { min: 1, max: 1 } }); // prettier-ignore
  await db.raw('PRAGMA foreign_keys = ON');
});
afterEach(async () => {
  await db.destroy();
  await rm(folder, { recursive: true, force: true });
});

const at = '2026-01-01T10:00:00.000Z';
const upTo = async (last: string, from = '') => {
  // As when a studio is opened: tables are remade while nothing watches the links between them.
  await db.raw('PRAGMA foreign_keys = OFF');
  for (const { name, up } of MIGRATIONS) if (name > from && name <= last) await db.transaction(up);
  await db.raw('PRAGMA foreign_keys = ON');
};

/** A painting as it was before plans were kept whole: planned, named, read. */
async function oldStudio(): Promise<void> {
  await db('image').insert({ sha256: 'a', bytes: 1, format: 'jpeg', width: 400, height: 300, addedAt: at });
  await db('painting').insert({ id: 'p', title: 'Pot', widthMm: 400, heightMm: 300, drewMe: 'light', createdAt: at });
  await db('reference').insert({ id: 'r', paintingId: 'p', sha256: 'a', fileName: 'r.jpg', crop: '[0,0,400,300]', governs: 1, addedAt: at }); // prettier-ignore
  await db('plan').insert({ id: 'l', paintingId: 'p', referenceId: 'r', version: 1, crop: '[0,0,400,300]', key: 'range', masses: 9, names: '{"77":"pot"}', createdAt: at }); // prettier-ignore
  await db('session').insert({ id: 's', paintingId: 'p', number: 1, date: '2026-01-01', intention: '' });
  await db('photo').insert({ id: 'f', sessionId: 's', sha256: 'a', fileName: 'f.jpg', addedAt: at, lookedAt: 1 });
  // An angle: the middle of its box lies outside it.
  const place = { outlines: [[[100, 100], [200, 100], [200, 120], [120, 120], [120, 200], [100, 200]]] }; // prettier-ignore
  const result = JSON.stringify({ masses: [{ id: 77, place, centre: [0.3, 0.4] }], findings: [] });
  await db('reading').insert({ id: 'g', photoId: 'f', planId: 'l', algorithm: 11, inputs: 'x', result, createdAt: at });
  await db('decision').insert({ id: 'd', readingId: 'g', findingIndex: 0, decision: 'later', decidedAt: at });
}

describe('a studio kept by an earlier version', () => {
  test('keeps its plans, names and readings; a reading without a plan becomes possible', async () => {
    await upTo('008-room');
    await oldStudio();
    await upTo('999', '008-room');
    const [plan] = await db('plan');
    const content = JSON.parse(plan.content);
    expect(content).toMatchObject({ key: { kind: 'range' }, masses: 9, names: { 77: 'pot' } });
    const [{ name, at: [x, y] }] = content.marks; // prettier-ignore
    expect(name).toBe('pot');
    expect((x > 100 && x < 200 && y > 100 && y < 120) || (x > 100 && x < 120 && y > 100 && y < 200)).toBe(true);
    expect(await db('reading')).toMatchObject([{ id: 'g', planId: 'l' }]);
    await db('reading').insert({ id: 'h', photoId: 'f', planId: null, algorithm: 12, inputs: 'y', result: '{}', createdAt: at }); // prettier-ignore
    expect(await db.raw('PRAGMA foreign_key_check')).toEqual([]);
    await expect(db('reading').insert({ id: 'i', photoId: 'nowhere', algorithm: 12, inputs: 'z', result: '{}', createdAt: at })).rejects.toThrow(/FOREIGN KEY/); // prettier-ignore
  });

  test('can go back', async () => {
    await upTo('008-room');
    await oldStudio();
    await upTo('999', '008-room');
    await db.raw('PRAGMA foreign_keys = OFF');
    for (const { down, name } of [...MIGRATIONS].reverse()) if (name > '008-room') await down(db);
    expect(await db('reading')).toHaveLength(1);
    expect(Object.keys((await db('plan'))[0])).toEqual(expect.arrayContaining(['key', 'masses', 'names']));
  });
});

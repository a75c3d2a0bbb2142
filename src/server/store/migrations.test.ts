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
  db = knex({
    client: 'better-sqlite3',
    connection: { filename: join(folder, 'studio.sqlite') },
    useNullAsDefault: true,
    pool: { min: 1, max: 1 },
  });
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
  await db('reference').insert({
    id: 'r',
    paintingId: 'p',
    sha256: 'a',
    fileName: 'r.jpg',
    crop: '[0,0,400,300]',
    governs: 1,
    addedAt: at,
  });
  await db('plan').insert({
    id: 'l',
    paintingId: 'p',
    referenceId: 'r',
    version: 1,
    crop: '[0,0,400,300]',
    key: 'range',
    masses: 9,
    names: '{"77":"pot"}',
    createdAt: at,
  });
  await db('session').insert({ id: 's', paintingId: 'p', number: 1, date: '2026-01-01', intention: '' });
  await db('photo').insert({ id: 'f', sessionId: 's', sha256: 'a', fileName: 'f.jpg', addedAt: at, lookedAt: 1 });
  // An angle: the middle of its box lies outside it.
  const place = {
    outlines: [
      [
        [100, 100],
        [200, 100],
        [200, 120],
        [120, 120],
        [120, 200],
        [100, 200],
      ],
    ],
  };
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
    const [
      {
        name,
        at: [x, y],
      },
    ] = content.marks;
    expect(name).toBe('pot');
    expect((x > 100 && x < 200 && y > 100 && y < 120) || (x > 100 && x < 120 && y > 100 && y < 200)).toBe(true);
    expect(await db('reading')).toMatchObject([{ id: 'g', planId: 'l' }]);
    await db('reading').insert({
      id: 'h',
      photoId: 'f',
      planId: null,
      algorithm: 12,
      inputs: 'y',
      result: '{}',
      createdAt: at,
    });
    expect(await db.raw('PRAGMA foreign_key_check')).toEqual([]);
    await expect(
      db('reading').insert({ id: 'i', photoId: 'nowhere', algorithm: 12, inputs: 'z', result: '{}', createdAt: at }),
    ).rejects.toThrow(/FOREIGN KEY/);
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

  describe('with findings in its readings', () => {
    const colour = (value: number) => ({ value, lab: [10 * value, 2, 3], warmth: 4, chroma: 4, hue: 50 });
    const found = (value: number, x = 100) => ({
      kind: 'value',
      amount: value - 5,
      region: { box: [x, 100, 40, 30] },
      place: { outlines: [] },
      target: colour(5),
      painted: colour(value),
      uncertainty: { value: 0.1, warmth: 1 },
    });
    const mass = {
      id: 77,
      share: 0.4,
      place: { outlines: [] },
      centre: [0.3, 0.4],
      target: colour(5),
      painted: colour(6),
    };
    const told = (...findings: unknown[]) => ({
      masses: [mass],
      findings,
      coverage: { covered: 0.9, alike: 0, bare: null },
      shots: 1,
    });
    const first = told(found(6), found(6.5, 300));
    const second = told(found(6.4, 302), found(6.1), found(7.5, 300));
    const reading = (id: string, photoId: string, result: unknown) =>
      db('reading').insert({
        id,
        photoId,
        planId: 'l',
        algorithm: 11,
        inputs: id,
        result: JSON.stringify(result),
        createdAt: at,
      });

    beforeEach(async () => {
      await upTo('014-easel');
      await db('image').insert({ sha256: 'a', bytes: 1, format: 'jpeg', width: 400, height: 300, addedAt: at });
      await db('painting').insert({
        id: 'p',
        title: 'Pot',
        widthMm: 400,
        heightMm: 300,
        drewMe: '',
        createdAt: at,
        setUp: '',
      });
      await db('reference').insert({
        id: 'r',
        paintingId: 'p',
        sha256: 'a',
        fileName: 'r.jpg',
        crop: '[0,0,400,300]',
        governs: 1,
        addedAt: at,
      });
      await db('plan').insert({
        id: 'l',
        paintingId: 'p',
        referenceId: 'r',
        version: 1,
        crop: '[0,0,400,300]',
        content: '{}',
        createdAt: at,
      });
      for (const [number, photoId] of ['f1', 'f2'].entries()) {
        await db('session').insert({ id: `s${number}`, paintingId: 'p', number, date: '2026-01-01', intention: '' });
        await db('photo').insert({
          id: photoId,
          sessionId: `s${number}`,
          sha256: 'a',
          fileName: 'f.jpg',
          addedAt: at,
          lookedAt: 1,
        });
      }
      await reading('g1', 'f1', first);
      await reading('g2', 'f2', second);
      await db('correction').insert({
        id: 'c',
        paintingId: 'p',
        sessionId: 's0',
        readingId: 'g1',
        findingIndex: 1,
        kind: 'value',
        name: 'pot',
        words: 'darker',
        place: '{}',
        difference: 1,
        uncertainty: 0.1,
        own: 0,
        open: 1,
        takenAt: at,
      });
      const said = (id: string, findingIndex: number, decision: string, correctionId: string | null = null) =>
        db('decision').insert({ id, readingId: 'g1', findingIndex, decision, why: 'so', correctionId, decidedAt: at });
      await said('d1', 0, 'dismissed');
      await said('d2', 1, 'taken', 'c');
      await said('d3', 9, 'later');
    });
    const findings = () => db('finding').orderBy(['readingId', 'position']);

    test('they become rows, and what says again what was said goes on on its thread', async () => {
      await upTo('999', '014-easel');
      const [a, b, again, stays, worked] = await findings();
      expect(JSON.parse(a.content)).toEqual(found(6));
      // What was found at 300 mm and was repainted is another thing.
      expect([again.thread, stays.thread]).toEqual([b.thread, a.thread]);
      expect(new Set([a.thread, b.thread, worked.thread]).size).toBe(3);
      expect(await db('decision')).toMatchObject([
        { id: 'd1', findingId: a.id, thread: a.thread, why: 'so' },
        { id: 'd2', findingId: b.id, thread: b.thread, correctionId: 'c' },
        { id: 'd3', findingId: null, decision: 'later' },
      ]);
      expect(await db('correction')).toMatchObject([{ id: 'c', findingId: b.id, name: 'pot', open: 1 }]);
      expect(await db('mass_reading').where({ readingId: 'g1' })).toMatchObject([
        { massId: 77, planned: 5, painted: 6 },
      ]);
      expect(await db('reading').where({ id: 'g1' })).toMatchObject([{ covered: 0.9 }]);
      expect(await db.raw('PRAGMA foreign_key_check')).toEqual([]);
    });

    test('going back they are as they were', async () => {
      await upTo('999', '014-easel');
      await db.raw('PRAGMA foreign_keys = OFF');
      for (const { down, name } of [...MIGRATIONS].reverse()) if (name > '014-easel') await down(db);
      const results = ((await db('reading').orderBy('id')) as { result: string }[]).map(({ result }) =>
        JSON.parse(result),
      );
      expect(results).toEqual([first, second]);
      expect(await db('decision').where({ id: 'd2' })).toMatchObject([{ readingId: 'g1', findingIndex: 1 }]);
    });
  });
});

import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { Next } from '../../contract';
import { openDatabase } from '../store/database';
import { describePainting } from '../painting/describe';
import { describeStudio } from './studioList';

let folder: string;
let db: Knex;
const at = '2026-01-01T10:00:00.000Z';
let made = 0;
const newId = () => `00000000-0000-4000-8000-${String(made++).padStart(12, '0')}`;

async function insert(table: string, row: Record<string, unknown>): Promise<string> {
  const id = newId();
  await db(table).insert({ id, ...row });
  return id;
}
const painting = async (setUp: object = {}) =>
  insert('painting', {
    title: `Painting ${made}`,
    widthMm: 400,
    heightMm: 300,
    drewMe: 'light',
    setUp: JSON.stringify(setUp),
    createdAt: at,
  });
const referred = async (paintingId: string) =>
  insert('reference', { paintingId, sha256: 'a', fileName: 'r.jpg', crop: '[0,0,400,300]', governs: 1, addedAt: at });
const session = (paintingId: string, number: number) =>
  insert('session', { paintingId, number, date: `2026-01-0${number}`, intention: '' });
const photo = (sessionId: string, more: object = {}) =>
  insert('photo', { sessionId, sha256: 'a', fileName: 'f.jpg', addedAt: at, lookedAt: 1, ...more });
const corners = (photoId: string) =>
  insert('photo_corners', {
    photoId,
    corners: '[[0,0],[1,0],[1,1],[0,1]]',
    cornersFrom: 'given',
    confidence: 1,
    setAt: at,
  });
const reading = (photoId: string) =>
  insert('reading', { photoId, planId: null, algorithm: 1, inputs: newId(), result: '{}', createdAt: at });
async function finding(readingId: string, { amount = 1, thread = newId() } = {}) {
  const position = Number((await db('finding').where({ readingId }).count({ n: '*' }))[0].n);
  return { thread, id: await insert('finding', { readingId, position, thread, kind: 'value', amount, content: '{}' }) };
}
const say = ({ id, thread }: { id: string; thread: string }, decision: string, correctionId: string | null = null) =>
  insert('decision', { findingId: id, thread, decision, why: '', correctionId, decidedAt: at });

/** A painting that is as far as a photograph that was read. */
async function readOnce() {
  const id = await painting();
  await referred(id);
  const photoId = await photo(await session(id, 1));
  await corners(photoId);
  return { id, photoId, readingId: await reading(photoId) };
}

const STAGE = {
  approach: { id: 'x', name: 'x', stages: [{ id: 's', name: 's', asks: '', loud: ['value'], coarse: 3 }] },
  stage: 's',
};
/** A painting at every turn, with what is to be done next and how many findings wait. */
const TURNS: readonly (readonly [Next, number, () => Promise<unknown>])[] = [
  ['add-reference', 0, () => painting()],
  ['start-session', 0, () => painting({ from: 'life' })],
  ['start-session', 0, async () => referred(await painting())],
  [
    'add-photo',
    0,
    async () => {
      const id = await painting();
      await referred(id);
      await photo(await session(id, 1), { role: 'white-board' });
    },
  ],
  [
    'show-corners',
    0,
    async () => {
      const id = await painting();
      await referred(id);
      await photo(await session(id, 1), { lookedAt: 0 });
    },
  ],
  [
    'read',
    0,
    async () => {
      const id = await painting();
      await referred(id);
      const here = await session(id, 1);
      // What is put aside counts for nothing, and the board is not what is read.
      await reading(await photo(here, { aside: 1 }));
      await corners(await photo(here));
      await photo(here, { role: 'white-board' });
    },
  ],
  [
    'decide',
    2,
    async () => {
      const { readingId } = await readOnce();
      for (const decision of ['', '', 'later', 'dismissed']) {
        const found = await finding(readingId);
        if (decision) await say(found, decision);
      }
    },
  ],
  [
    'next-session',
    0,
    async () => {
      const { id, readingId } = await readOnce();
      await db('painting')
        .where({ id })
        .update({ setUp: JSON.stringify(STAGE) });
      await finding(readingId, { amount: 0.5 }); // the stage does not call for so little
    },
  ],
  [
    'add-photo',
    0,
    async () => {
      const { id } = await readOnce();
      await session(id, 2);
    },
  ],
  [
    'decide',
    1,
    async () => {
      const { id, readingId } = await readOnce();
      const [dismissed, taken, putOff] = [await finding(readingId), await finding(readingId), await finding(readingId)];
      const here = (await db('session').where({ paintingId: id }).first('id')).id;
      const correction = await insert('correction', {
        paintingId: id,
        sessionId: here,
        findingId: taken.id,
        kind: 'value',
        name: 'pot',
        words: 'darker',
        place: '{"outlines":[]}',
        difference: 1,
        uncertainty: 0.1,
        towards: null,
        own: 0,
        open: 1,
        takenAt: at,
      });
      await say(dismissed, 'dismissed');
      await say(taken, 'taken', correction);
      await say(putOff, 'later');
      const next = await photo(await session(id, 2));
      await corners(next);
      const again = await reading(next);
      for (const { thread } of [dismissed, taken, putOff]) await finding(again, { thread });
    },
  ],
];

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'revlin-list-'));
  db = await openDatabase(join(folder, 'studio.sqlite'));
  await db('image').insert({ sha256: 'a', bytes: 1, format: 'jpeg', width: 400, height: 300, addedAt: at });
});
afterAll(async () => {
  await db.destroy();
  await rm(folder, { recursive: true, force: true });
});

async function queriesOf(work: () => Promise<unknown>): Promise<number> {
  let queries = 0;
  const count = () => void queries++;
  db.on('query', count);
  await work();
  db.off('query', count);
  return queries;
}

const isDone = (checks: readonly { verdict: string }[]) => checks.at(-1)?.verdict === 'settled';

test.each(TURNS.map(([next, waiting, make], turn) => ({ turn, next, waiting, make })))(
  'a painting that waits for $next ($waiting findings, turn $turn) is told of alike in the list and on its page',
  async ({ next, waiting, make }) => {
    await make();
    const [listed] = await describeStudio(db);
    const { painting: own, sessions, corrections, reference, ...page } = await describePainting(db, listed.id);
    expect(listed).toMatchObject({ next, undecided: waiting });
    const read = sessions.flatMap(({ photos }) => photos.filter(({ readingId }) => readingId)).at(-1);
    expect(listed).toEqual({
      id: own.id,
      title: own.title,
      widthMm: 400,
      heightMm: 300,
      onEasel: false,
      next: page.next,
      undecided: page.undecided,
      sessionCount: sessions.length,
      latestSession: sessions.at(-1)?.number ?? 0,
      hasReference: reference !== null,
      latestPhotoId: read?.id ?? null,
      latestDate: sessions.filter(({ photos }) => photos.length > 0).at(-1)?.date ?? null,
      openCorrections: corrections.filter(({ open, checks }) => open && !isDone(checks)).length,
      doneCorrections: corrections.filter(({ open, checks }) => open && isDone(checks)).length,
    });
  },
);

test('however many paintings there are, the list takes five statements at most, and a page fifteen', async () => {
  const before = await queriesOf(() => describeStudio(db));
  for (let k = 0; k < 20; k++) for (const [, , make] of TURNS.slice(6)) await make();
  const list = await describeStudio(db);
  expect(list.length).toBeGreaterThan(80);
  expect(await queriesOf(() => describeStudio(db))).toBe(before);
  expect(before).toBeLessThanOrEqual(5);
  expect(await queriesOf(() => describePainting(db, list[0].id))).toBeLessThanOrEqual(15);
});

test('the one on the easel comes first and says what drew the painter', async () => {
  const id = await painting();
  await painting();
  await insert('easel', { paintingId: id, since: at });
  expect((await describeStudio(db))[0]).toMatchObject({ id, onEasel: true, drewMe: 'light' });
});

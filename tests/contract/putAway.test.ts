import { join } from 'node:path';
import { addDays } from 'date-fns';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { forgetDeleted } from '../../src/server/safekeeping/forget';
import { openDatabase } from '../../src/server/store/database';
import { namedDigests } from '../../src/server/store/originals';
import {
  ask,
  demoFile,
  ended,
  paintingWithReference,
  photographSession,
  readWithCard,
  refusal,
  send,
  startServer,
  type Server,
} from '../server';

let server: Server;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.stop());

const detailOf = (paintingId: string) => ask(server, 'getPainting', { params: { paintingId } });
const putAway = () => ask(server, 'listPutAway');
const titles = (list: readonly { title: string }[]) => list.map(({ title }) => title);
const shelve = (paintingId: string, shelf: 'studio' | 'archive' | 'deleted') =>
  ask(server, 'shelvePainting', { params: { paintingId }, body: { shelf } });
const undo = async (deedId: string | undefined) =>
  ask(server, 'setUndone', { params: { deedId: deedId ?? '' }, body: { undone: true } });
/** Brings back the newest of what was deleted. @returns what it was called */
async function bringNewestBack(): Promise<string> {
  const [newest] = (await putAway()).deleted;
  await ask(server, 'bringBack', { params: { deedId: newest.id } });
  return newest.words;
}

describe('a painting', () => {
  test('goes into the archive and comes out again; the one before it stands on the easel meanwhile', async () => {
    const first = await paintingWithReference(server, 'First');
    const second = await paintingWithReference(server, 'Second');
    expect(titles(await shelve(second, 'archive'))).toEqual(['First']);
    expect((await detailOf(first)).painting.onEasel).toBe(true);
    expect(titles((await putAway()).archived)).toEqual(['Second']);
    // What is in the archive can still be looked at.
    expect((await detailOf(second)).painting.title).toBe('Second');
    expect(titles(await shelve(second, 'studio'))).toEqual(['Second', 'First']);
  });

  test('that was deleted answers to nothing until it is brought back, or the deed is undone', async () => {
    const id = await paintingWithReference(server, 'Third');
    expect(titles(await shelve(id, 'deleted'))).not.toContain('Third');
    const { detail, code } = await refusal(await send(server, 'getPainting', { params: { paintingId: id } }));
    expect([code, detail]).toEqual(['deleted', expect.stringMatching(/30 days/)]);
    await refusal(await send(server, 'addSession', { params: { paintingId: id }, body: {} }));
    expect((await putAway()).deleted[0].words).toBe('“Third”');
    expect(await bringNewestBack()).toBe('“Third”');
    expect((await detailOf(id)).painting.title).toBe('Third');
    const twice = await send(server, 'bringBack', { params: { deedId: '00000000-0000-4000-8000-000000000000' } });
    expect((await refusal(twice)).code).toBe('not-deleted');
    await shelve(id, 'deleted');
    await undo((await putAway()).journal.undo?.id);
    expect((await putAway()).deleted).toEqual([]);
    expect((await detailOf(id)).painting.title).toBe('Third');
  });
});

test('a sample that is stopped is no painting in the studio; what there is of it is among the deleted', async () => {
  const before = (await ask(server, 'listPaintings')).length;
  const job = await ask(server, 'addSample');
  expect((await ask(server, 'addSample')).id).toBe(job.id); // asked twice it is made once
  await ask(server, 'stopJob', { params: { jobId: job.id } });
  expect((await ended(server, job)).state).toBe('stopped');
  expect(await ask(server, 'listPaintings')).toHaveLength(before);
  // It stops before its next session: what was begun of it goes then.
  await expect
    .poll(async () => (await putAway()).deleted[0]?.words, { timeout: 20_000 })
    .toBe('“Enamel pot and persimmons”');
  expect((await putAway()).archived).toEqual([]);
});

describe('a session', () => {
  let paintingId: string;
  const numbers = async () => (await detailOf(paintingId)).sessions.map(({ number }) => number);
  const session = async (number: number) => {
    const found = (await detailOf(paintingId)).sessions.find((one) => one.number === number);
    if (!found) throw new Error(`no session ${number}`);
    return found;
  };
  beforeAll(async () => {
    paintingId = await paintingWithReference(server, 'Sessions');
    for (const _ of [1, 2, 3]) await ask(server, 'addSession', { params: { paintingId }, body: {} });
  });

  test('is given another day and intention; its number stays, and undo gives the old ones back', async () => {
    const { id, date } = await session(2);
    const body = { date: '2026-01-31', intention: 'the ledge' };
    const after = await ask(server, 'changeSession', { params: { sessionId: id }, body });
    expect(after.sessions[1]).toMatchObject({ id, number: 2, ...body });
    await undo(after.journal.undo?.id);
    expect(await session(2)).toMatchObject({ id, date, intention: '' });
    const wrong = await send(server, 'changeSession', { params: { sessionId: id }, body: { date: '31 January' } });
    expect(wrong.status).toBe(422);
  });

  test('leaves a gap when it is deleted, and comes back into it', async () => {
    await ask(server, 'deleteSession', { params: { sessionId: (await session(2)).id } });
    expect(await numbers()).toEqual([1, 3]);
    const listed = (await ask(server, 'listPaintings')).find(({ id }) => id === paintingId);
    expect(listed).toMatchObject({ sessionCount: 2, latestSession: 3 });
    expect(await bringNewestBack()).toBe('session 2');
    expect(await numbers()).toEqual([1, 2, 3]);
  });

  test('that is deleted, brought back and deleted again is told of once, by the last time', async () => {
    const params = { sessionId: (await session(2)).id };
    await ask(server, 'deleteSession', { params });
    await bringNewestBack();
    await ask(server, 'deleteSession', { params });
    expect((await putAway()).deleted.filter(({ words }) => words === 'session 2')).toHaveLength(1);
    await bringNewestBack();
    expect((await putAway()).deleted.filter(({ words }) => words === 'session 2')).toEqual([]);
    expect(await numbers()).toEqual([1, 2, 3]);
  });

  test('comes back before the one that has its number by now', async () => {
    const { id } = await session(3);
    await ask(server, 'deleteSession', { params: { sessionId: id } });
    await ask(server, 'addSession', { params: { paintingId }, body: { intention: 'after it' } });
    await bringNewestBack();
    expect(await numbers()).toEqual([1, 2, 3, 4]);
    expect((await session(3)).id).toBe(id);
    expect((await session(4)).intention).toBe('after it');
  });
});

test('a first photograph begins its session; a file that is none begins nothing; undo takes both away', async () => {
  const paintingId = await paintingWithReference(server, 'First photograph');
  const params = { paintingId };
  const none = { name: 'notes.jpg', bytes: new TextEncoder().encode('only text '.repeat(50)) };
  expect((await send(server, 'addFirstPhoto', { params, file: none })).ok).toBe(false);
  expect((await detailOf(paintingId)).sessions).toEqual([]);
  const file = await demoFile('enamel-pot-session-2.jpg');
  const { photo, sessionNumber } = await ask(server, 'addFirstPhoto', { params, file });
  const { sessions, journal } = await detailOf(paintingId);
  expect([sessionNumber, sessions.map(({ photos }) => photos.map(({ id }) => id))]).toEqual([1, [[photo.id]]]);
  // The same photograph is no second session.
  expect((await refusal(await send(server, 'addFirstPhoto', { params, file }))).code).toBe('known-photo');
  expect((await detailOf(paintingId)).sessions).toHaveLength(1);
  await undo(journal.undo?.id);
  expect((await detailOf(paintingId)).sessions).toEqual([]);
  // Taken back, it is no hindrance to itself.
  expect((await ask(server, 'addFirstPhoto', { params, file })).sessionNumber).toBe(1);
});

describe('what hangs on a painting', () => {
  test('a reference that is not the main one, and a crop, go and come back', async () => {
    const paintingId = await paintingWithReference(server, 'References');
    const added = await ask(server, 'addFurtherReference', {
      params: { paintingId },
      body: { purpose: 'detail' },
      file: await demoFile('plaster-shell-reference.jpg'),
    });
    const [main, detail] = added.references;
    const kept = await send(server, 'deleteReference', { params: { referenceId: main.id } });
    expect((await refusal(kept)).code).toBe('governs');
    const after = await ask(server, 'deleteReference', { params: { referenceId: detail.id } });
    expect(after.references.map(({ id }) => id)).toEqual([main.id]);
    expect(await bringNewestBack()).toBe('reference plaster-shell-reference.jpg');
    expect((await detailOf(paintingId)).references).toHaveLength(2);
    const params = { referenceId: main.id };
    const crops = ['closer', 'more wall'].map((name) => ({ name, crop: main.crop }));
    await ask(server, 'changeReference', { params, body: { crops } });
    await ask(server, 'changeReference', { params, body: { crops: crops.slice(1) } });
    // Whatever was said of the reference since.
    await ask(server, 'changeReference', { params, body: { note: 'the handle' } });
    expect(await bringNewestBack()).toBe('crop closer');
    const [again] = (await detailOf(paintingId)).references;
    expect([again.note, again.crops.map(({ name }) => name)]).toEqual(['the handle', ['more wall', 'closer']]);
  });
});

test('after thirty days the rows go, what was taken keeps its words, and the originals are named by nothing', async () => {
  const own = await startServer();
  const paintingId = await paintingWithReference(own, 'Forgotten in part');
  const read = await photographSession(own, paintingId, 2);
  const { findings } = await readWithCard(own, read.photo.id, 2);
  const params = { photoId: read.photo.id, index: 0 };
  await ask(own, 'decide', { params, body: { decision: 'taken' } });
  const [taken] = (await ask(own, 'getPainting', { params: { paintingId } })).corrections;
  expect(findings.length).toBeGreaterThan(1);
  const later = await photographSession(own, paintingId, 3);
  await readWithCard(own, later.photo.id, 3);
  const before = await ask(own, 'deletePhoto', { params: { photoId: read.photo.id } });
  expect(before.sessions[0].photos).toEqual([]);
  // What was taken from it stays on the list and goes on being checked; undo brings the photograph back.
  expect(before.corrections[0].words).toBe(taken.words);
  await ask(own, 'setUndone', { params: { deedId: before.journal.undo?.id ?? '' }, body: { undone: true } });
  expect((await ask(own, 'getPainting', { params: { paintingId } })).sessions[0].photos).toHaveLength(1);
  await ask(own, 'deletePhoto', { params: { photoId: read.photo.id } });
  const gone = await paintingWithReference(own, 'Forgotten whole');
  await photographSession(own, gone, 4);
  await ask(own, 'shelvePainting', { params: { paintingId: gone }, body: { shelf: 'deleted' } });
  const { data } = own;
  await own.end();

  const db = await openDatabase(join(data, 'studio.sqlite'));
  try {
    const named = (await namedDigests(db)).size;
    expect(await forgetDeleted(db, addDays(new Date(), 29))).toBe(0);
    expect(await forgetDeleted(db, addDays(new Date(), 31))).toBe(2);
    expect(await db('painting').pluck('title')).toEqual(['Forgotten in part']);
    expect(await db('photo').pluck('id')).toEqual([later.photo.id]);
    expect(await db('correction').pluck('words')).toEqual([taken.words]);
    expect(await db.raw('PRAGMA foreign_key_check')).toEqual([]);
    expect(named - (await namedDigests(db)).size).toBe(2);
    expect(await forgetDeleted(db, addDays(new Date(), 31))).toBe(0);
  } finally {
    await db.destroy();
    await own.stop();
  }
});

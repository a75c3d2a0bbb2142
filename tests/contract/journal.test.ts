import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { PaintingDetail, RouteName } from '../../src/contract';
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
  type Ask,
  type Server,
} from '../server';

let server: Server;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.stop());

const detailOf = (paintingId: string) => ask(server, 'getPainting', { params: { paintingId } });
const turn = (deedId: string, undone: boolean) => ask(server, 'setUndone', { params: { deedId }, body: { undone } });
async function undo(paintingId: string): Promise<string> {
  const deed = (await detailOf(paintingId)).journal.undo;
  if (!deed) throw new Error('There is nothing to undo.');
  await turn(deed.id, true);
  return deed.words;
}
async function redo(paintingId: string): Promise<string> {
  const deed = (await detailOf(paintingId)).journal.redo;
  if (!deed) throw new Error('There is nothing to do again.');
  await turn(deed.id, false);
  return deed.words;
}

/** What a painter sees of a painting: names of versions and the journal itself are left out. */
function seenOf(detail: PaintingDetail) {
  const { painting, plan, ground, references, sessions, corrections } = detail;
  const unnamed = (key: string, value: unknown) =>
    ['version', 'versions', 'createdAt', 'looking', 'state'].includes(key) ? undefined : value;
  const seen = {
    painting,
    plan: plan && { ...plan, id: null },
    ground,
    references,
    sessions,
    open: corrections.filter(({ open }) => open).map(({ name, words }) => [name, words]),
  };
  return JSON.parse(JSON.stringify(seen, unnamed)) as unknown;
}

const CORNER = {
  outlines: [
    [
      [0, 0],
      [15, 0],
      [15, 15],
      [0, 15],
    ],
  ],
} as { outlines: [number, number][][] };
const SQUARE = {
  outlines: [
    [
      [20, 20],
      [60, 20],
      [60, 60],
      [20, 60],
    ],
  ],
} as { outlines: [number, number][][] };

describe('everything that decides something', () => {
  let paintingId: string;
  let photoId: string;
  /** what was seen before each deed, and its words */
  const trail: { before: unknown; words: string }[] = [];
  let end: unknown;

  async function done<N extends RouteName>(name: N, about: Ask<N>): Promise<void> {
    const before = seenOf(await detailOf(paintingId));
    await ask(server, name, about);
    const { undo } = (await detailOf(paintingId)).journal;
    trail.push({ before, words: undo?.words ?? '' });
  }

  beforeAll(async () => {
    paintingId = await paintingWithReference(server, 'Undone and done again');
    const { photo } = await photographSession(server, paintingId, 4);
    photoId = photo.id;
    await readWithCard(server, photoId, 4);
    const params = { photoId };
    const { sessions, references } = await detailOf(paintingId);
    const [first] = sessions[0].photos;
    const corners = (first.corners ?? []).map(([x, y], i) => [x + i, y]) as unknown as NonNullable<
      typeof first.corners
    >;
    await done('setCorners', { params, body: { corners } });
    await done('setGreys', { params, body: { greys: [{ box: [10, 10, 40, 40], value: 5 }] } });
    await done('setGreys', { params, body: { greys: [] } });
    await done('setAreas', { params, body: { areas: [{ place: CORNER, read: false }] } });
    await done('setLandmarks', { params, body: { landmarks: [{ name: 'spout', plan: [50, 60], painted: [52, 61] }] } });
    await done('setSeated', { params, body: { seated: [{ at: [105, 150], sits: false }] } });
    await done('changePhoto', { params, body: { room: 'attic', hour: 9 } });
    await done('changePhoto', { params, body: { aside: true } });
    await done('changePhoto', { params, body: { aside: false } });
    await done('setGround', { params: { paintingId }, body: { colour: { value: 6, a: 3, b: 12 } } });
    await done('changePlan', { params: { paintingId }, body: { masses: 9 } });
    await done('changePlan', { params: { paintingId }, body: { palette: 'ochre and a cool black' } });
    await done('changePainting', { params: { paintingId }, body: { title: 'Another title' } });
    const [{ id: referenceId, crop }] = references;
    const [x, y, w, h] = crop.box;
    const box: typeof crop.box = [x + 0.05 * w, y + 0.05 * h, 0.9 * w, 0.9 * h];
    await done('changeReference', { params: { referenceId }, body: { crop: { ...crop, box } } });
    await done('addFurtherReference', {
      params: { paintingId },
      body: { purpose: 'detail' },
      file: await demoFile('enamel-pot-reference.jpg', 11),
    });
    await done('addReference', { params: { paintingId }, file: await demoFile('enamel-pot-reference.jpg', 12) });
    const { findings } = await ask(server, 'getReading', { params });
    expect(findings.length).toBeGreaterThan(2);
    const decide = (index: number, decision: 'taken' | 'dismissed' | 'later' | 'planned' | null, why = '') =>
      done('decide', { params: { photoId, index }, body: { decision, why } });
    await decide(0, 'taken');
    await decide(1, 'dismissed', 'it is meant so');
    await decide(0, 'dismissed');
    await decide(2, 'planned');
    await decide(1, null);
    await done('addCorrection', {
      params: { paintingId },
      body: { photoId, place: SQUARE, kind: 'value', name: 'corner', words: 'darker' },
    });
    const own = (await detailOf(paintingId)).corrections.find((one) => one.own);
    await done('removeCorrection', { params: { correctionId: own?.id ?? '' } });
    await done('addSession', { params: { paintingId }, body: { intention: 'the handle' } });
    end = seenOf(await detailOf(paintingId));
  });

  test('is one line of the journal, said in a few words', () => {
    expect(trail.map(({ words }) => words)).toEqual([
      'corners shown, session 1',
      'greys marked, session 1',
      'greys marked, session 1',
      'places outlined, session 1',
      'landmarks shown, session 1',
      'whether it sits, session 1',
      'photograph described, session 1',
      'photograph left out, session 1',
      'photograph taken back, session 1',
      'the ground',
      'plan version 2 kept',
      'plan version 3 kept',
      'the set-up',
      'reference enamel-pot-reference.jpg changed',
      'reference enamel-pot-reference.jpg added',
      'reference enamel-pot-reference.jpg added',
      expect.stringMatching(/, taken$/),
      expect.stringMatching(/, dismissed$/),
      expect.stringMatching(/, dismissed$/),
      expect.stringMatching(/, meant to be so$/),
      expect.stringMatching(/, decision taken back$/),
      'corner, your correction',
      'corner, off the list',
      'session 2 begun',
    ]);
  });

  test('is undone one after another, also after a restart, and leaves what was there before', async () => {
    for (const { before, words } of [...trail].reverse()) {
      expect(await undo(paintingId)).toBe(words);
      expect(seenOf(await detailOf(paintingId)), `before: ${words}`).toEqual(before);
      if (words !== 'plan version 3 kept') continue;
      await server.end();
      server = await startServer({ data: server.data });
    }
  });

  test('is done again in the order it was done, also after a restart', async () => {
    for (const [i, { words }] of trail.entries()) {
      expect(await redo(paintingId)).toBe(words);
      expect(seenOf(await detailOf(paintingId)), `after: ${words}`).toEqual(trail[i + 1]?.before ?? end);
      if (i !== 9) continue;
      await server.end();
      server = await startServer({ data: server.data });
    }
    expect((await detailOf(paintingId)).journal.redo).toBeNull();
  });

  test('tells who did it, on which version, and what was undone', async () => {
    const params = { paintingId };
    const on = (await detailOf(paintingId)).plan?.id ?? '';
    const response = await fetch(`${server.url}/api/paintings/${paintingId}/plan`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'if-match': `"${on}"`, 'revlin-window': 'window-a' },
      body: JSON.stringify({ masses: 12 }),
    });
    expect(response.status).toBe(200);
    await undo(paintingId);
    const [last, before] = await ask(server, 'listDeeds', { params });
    expect(last).toMatchObject({ by: 'window-a', on });
    expect(last.undoneAt).not.toBeNull();
    expect(before).toMatchObject({ by: 'program', on: null, undoneAt: null });
  });
});

describe('undo that comes too late', () => {
  test('says what was done meanwhile and changes nothing', async () => {
    const paintingId = await paintingWithReference(server, 'Too late');
    const params = { paintingId };
    await ask(server, 'changePlan', { params, body: { masses: 9 } });
    const seen = (await detailOf(paintingId)).journal.undo;
    await ask(server, 'changePainting', { params, body: { title: 'By somebody else' } });
    const late = await send(server, 'setUndone', { params: { deedId: seen?.id ?? '' }, body: { undone: true } });
    expect(late.status).toBe(409);
    expect((await refusal(late)).detail).toMatch(
      /Something else was done meanwhile \(the set-up\)\. Nothing was undone/,
    );
    expect((await detailOf(paintingId)).plan?.masses).toBe(9);
    expect(await undo(paintingId)).toBe('the set-up');
    // What is done after an undo closes the way forward.
    await ask(server, 'changePlan', { params, body: { masses: 7 } });
    expect((await detailOf(paintingId)).journal.redo).toBeNull();
    const gone = await send(server, 'setUndone', { params: { deedId: 'nothing' }, body: { undone: true } });
    expect(gone.status).toBe(404);
  });

  test('twice at once is undone once', async () => {
    const paintingId = await paintingWithReference(server, 'Twice at once');
    await ask(server, 'changePlan', { params: { paintingId }, body: { masses: 9 } });
    await ask(server, 'changePlan', { params: { paintingId }, body: { masses: 12 } });
    const deedId = (await detailOf(paintingId)).journal.undo?.id ?? '';
    const answers = await Promise.all(
      [1, 2, 3].map(() => send(server, 'setUndone', { params: { deedId }, body: { undone: true } })),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409]);
    expect((await detailOf(paintingId)).plan?.masses).toBe(9);
  });
});

describe('what came by itself', () => {
  test('a photograph of a batch is taken back with the session it began, and can come again', async () => {
    const paintingId = await paintingWithReference(server, 'A batch taken back');
    const params = { paintingId };
    const file = await demoFile('enamel-pot-session-2.jpg', 5);
    const body = { modified: '2026-03-04T10:00:00.000Z' };
    const { job } = await ask(server, 'sortPhoto', { params, file, body });
    if (job) await ended(server, job);
    expect(await undo(paintingId)).toBe('photograph added, session 1');
    expect((await detailOf(paintingId)).sessions).toEqual([]);
    // The next session is the first one again.
    await ask(server, 'addSession', { params, body: {} });
    expect((await detailOf(paintingId)).sessions.map(({ number }) => number)).toEqual([1]);
  });

  test('the phone takes back what it has sent, and nothing else', async () => {
    const paintingId = await paintingWithReference(server, 'From the phone');
    const { url } = await ask(server, 'openPhone', { params: { paintingId }, body: { session: 1 } });
    const first = await fetch(url);
    const cookie = first.headers.get('set-cookie')?.split(';')[0] ?? '';
    expect(await first.text()).not.toMatch(/Undo/); // what the screen has done is the screen's
    const form = new FormData();
    const { bytes, name } = await demoFile('enamel-pot-session-4.jpg', 6);
    form.append('file', new Blob([Buffer.from(bytes)], { type: 'image/jpeg' }), name);
    const sent = await (await fetch(url, { method: 'POST', body: form, headers: { cookie } })).text();
    expect(sent).toMatch(/Undo: photograph added, session 1/);
    expect((await detailOf(paintingId)).journal.undo?.by).toBe('phone');
    const post = async (turn: string) =>
      (await fetch(`${url}/${turn}`, { method: 'POST', headers: { cookie } })).text();
    expect(await post('undo')).toMatch(/Undone: photograph added, session 1/);
    expect((await detailOf(paintingId)).sessions).toEqual([]); // which was begun with it
    expect(await post('redo')).toMatch(/Done again/);
    expect((await detailOf(paintingId)).sessions[0].photos).toHaveLength(1);
    await ask(server, 'changePlan', { params: { paintingId }, body: { masses: 9 } });
    expect(await post('undo')).toMatch(/Something else was done on the screen meanwhile/);
    expect((await detailOf(paintingId)).plan?.masses).toBe(9);
    await ask(server, 'closePhone');
  });
});

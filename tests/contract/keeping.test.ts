import Database from 'better-sqlite3';
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  ask,
  demoFile,
  ended,
  launch,
  paintingWithReference,
  photographSession,
  refusal,
  send,
  startServer,
  type Server,
} from '../server';

/** Every original of a studio, by name. */
const originalsOf = async ({ data }: Pick<Server, 'data'>) =>
  (await readdir(join(data, 'originals'), { recursive: true, withFileTypes: true }))
    .filter((entry) => entry.isFile())
    .map(({ name }) => name);

describe('the same file sent twice at once', () => {
  let server: Server;
  beforeAll(async () => {
    server = await startServer();
  });
  afterAll(() => server.stop());

  test('is kept once, and nobody takes it away', async () => {
    const paintingId = await paintingWithReference(server);
    const { sessions } = await ask(server, 'addSession', { params: { paintingId }, body: {} });
    const params = { sessionId: sessions[0].id };
    const file = await demoFile('enamel-pot-session-4.jpg');
    await writeFile(join(server.data, 'inbox', 'same.jpg'), file.bytes);
    const answers = await Promise.all(Array.from({ length: 4 }, () => ask(server, 'addPhoto', { params, file })));
    expect(new Set(answers.map(({ photo }) => photo.id)).size).toBe(1);
    expect(answers.filter(({ twin }) => !twin)).toHaveLength(1);
    await ended(server, answers[0].job);
    expect(await originalsOf(server)).toHaveLength(2);
    expect((await fetch(`${server.url}/api/photos/${answers[0].photo.id}/preview.jpg`)).status).toBe(200);
    expect(await readdir(join(server.data, 'unfinished'))).toEqual([]);
  });

  test('a batch given twice at once, and a reference twice, are kept once', async () => {
    const { painting } = await ask(server, 'addPainting', { body: { title: 'Twice', widthMm: 400, heightMm: 300 } });
    const params = { paintingId: painting.id };
    const reference = await demoFile('enamel-pot-reference.jpg', 7);
    const both = [1, 2].map(() => ask(server, 'addReference', { params, file: reference }));
    const [one, two] = await Promise.all(both);
    expect([one.references.length, two.references.length]).toEqual([1, 1]);
    expect((await ask(server, 'getPainting', { params })).plan?.version).toBe(1);
    const file = await demoFile('enamel-pot-session-2.jpg', 7);
    const sorted = await Promise.all(
      [1, 2, 3].map(() => ask(server, 'sortPhoto', { params, file, body: { modified: '2026-03-04T10:00:00.000Z' } })),
    );
    expect(new Set(sorted.map(({ photo }) => photo.id)).size).toBe(1);
    expect((await ask(server, 'getPainting', { params })).sessions).toHaveLength(1);
  });
});

describe('a folder has one server', () => {
  test('a second one says where the first is, and ends before it has touched anything', async () => {
    const server = await startServer();
    const { painting } = await ask(server, 'addPainting', { body: { title: 'Mine', widthMm: 400, heightMm: 300 } });
    const { code, said } = await endOf(launch(server.data));
    expect(code).toBe(2);
    expect(said).toMatch(new RegExp(`already running on .*open ${server.url}/`));
    expect(said.trim().split('\n')).toHaveLength(1);
    expect((await ask(server, 'getPainting', { params: { paintingId: painting.id } })).painting.title).toBe('Mine');
    await server.kill();
    const again = await startServer({ data: server.data });
    expect((await ask(again, 'listPaintings'))[0].title).toBe('Mine');
    await again.stop();
  });
});

/** What a process that should end says, and how it ends. */
function endOf(child: ReturnType<typeof launch>): Promise<{ code: number | null; said: string }> {
  let said = '';
  child.stderr?.on('data', (chunk: Buffer) => (said += chunk.toString()));
  return new Promise((over) => child.on('close', (code) => over({ code, said })));
}

test('a clock that goes back: what was written last governs all the same', async () => {
  const first = await startServer();
  const paintingId = await paintingWithReference(first);
  const { photo } = await photographSession(first, paintingId, 4);
  const params = { photoId: photo.id };
  const [w, h] = [photo.width, photo.height];
  const corners = (inset: number) =>
    [
      [inset, inset],
      [w - inset, inset],
      [w - inset, h - inset],
      [inset, h - inset],
    ] as [[number, number], [number, number], [number, number], [number, number]];
  const area = (x: number) => ({
    place: {
      outlines: [
        [
          [x, 10],
          [50, 10],
          [10, 50],
        ] as [number, number][],
      ],
    },
    read: false,
  });
  const say = async (server: Server, n: number) => {
    await ask(server, 'setCorners', { params, body: { corners: corners(10 * n) } });
    await ask(server, 'setAreas', { params, body: { areas: [area(n)] } });
    await ask(server, 'setGreys', { params, body: { greys: [{ box: [10 * n, 10, 40, 40], value: n }] } });
    await ended(server, await ask(server, 'readPhoto', { params }));
    return (await ask(server, 'getReading', { params })).id;
  };
  // These corners are nobody's canvas: it is read all the same.
  await ask(first, 'changePhoto', { params, body: { insisted: true } });
  const before = await say(first, 3);
  const other = await ask(first, 'addPainting', { body: { title: 'The other one', widthMm: 400, heightMm: 300 } });
  await first.kill();
  const late = await startServer({ data: first.data, flags: '--import ./tests/contract/clockBack.mjs' });
  const after = await say(late, 5);
  expect(after).not.toBe(before);
  const { sessions } = await ask(late, 'getPainting', { params: { paintingId } });
  expect(sessions[0].photos[0]).toMatchObject({
    corners: corners(50),
    readingId: after,
    greys: [{ value: 5 }],
    areas: [
      {
        place: {
          outlines: [
            [
              [5, 10],
              [50, 10],
              [10, 50],
            ],
          ],
        },
      },
    ],
  });
  expect((await ask(late, 'listPaintings'))[0].id).toBe(other.painting.id);
  await ask(late, 'putOnEasel', { params: { paintingId } });
  expect((await ask(late, 'listPaintings'))[0].id).toBe(paintingId);
  await late.stop();
});

describe('a start that cannot be says why in one line, and ends with 2', () => {
  let folder: string;
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'revlin-start-'));
  });
  afterAll(() => rm(folder, { recursive: true, force: true }));
  /** Starts on a folder that was prepared. */
  async function refused(prepare: (at: string) => Promise<void>, more: { limit?: string; after?: string } = {}) {
    const at = join(folder, String(Math.random()).slice(2));
    await prepare(at);
    const { code, said } = await endOf(launch(at, more));
    expect(code, said).toBe(2);
    expect(said.trim().split('\n'), said).toHaveLength(1);
    expect(said).not.toMatch(/\bat .*:\d+|Error:|SQLITE|node:/);
    return said;
  }

  test.each<[string, (at: string) => Promise<void>, RegExp, { limit?: string; after?: string }?]>([
    ['a file in the folder’s place', (at) => writeFile(at, 'x'), /is a file, not a folder/],
    [
      'what is no database',
      async (at) => {
        await mkdir(at);
        await writeFile(join(at, 'studio.sqlite'), 'a list of things to buy '.repeat(40));
      },
      /is damaged.*revlin check/,
    ],
    [
      'a newer one',
      async (at) => {
        await (await startServer({ data: at })).end();
        const d = new Database(join(at, 'studio.sqlite'));
        d.exec("INSERT INTO knex_migrations (name, batch) VALUES ('999-later', 9)");
        d.close();
      },
      /newer Revlin/,
    ],
    ['a full disk', async () => undefined, /disk .* is full/, { limit: 'ulimit -f 1;' }],
    ['an option that is none', async () => undefined, /"--colour" is not understood/, { after: '--colour red' }],
    ['a port that is none', async () => undefined, /--port "-1" is not understood/, { after: '--port -1' }],
  ])('%s', async (_name, prepare, words, more) => {
    expect(await refused(prepare, more)).toMatch(words);
  });
});

describe('what goes wrong meanwhile', () => {
  test('an original that is gone is said in words, by a picture and by a reading', async () => {
    const server = await startServer();
    const paintingId = await paintingWithReference(server);
    const { photo } = await photographSession(server, paintingId, 4);
    const reference = (await ask(server, 'getPainting', { params: { paintingId } })).reference;
    await rm(join(server.data, 'originals'), { recursive: true });
    const no = await refusal(await fetch(`${server.url}/api/photos/${photo.id}/preview.jpg`));
    expect(no).toMatchObject({ status: 404, code: 'missing-original' });
    expect(no.detail).toMatch(/enamel-pot-session-4\.jpg is missing.*bring it back from a backup/);
    const job = await ended(server, await ask(server, 'readPhoto', { params: { photoId: photo.id } }));
    expect(job.state).toBe('failed');
    expect(job.problem).toMatch(/is missing from the studio's folder/);
    expect(reference).not.toBeNull();
    // The same photograph sent again brings it back.
    const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
    const again = await ask(server, 'addPhoto', {
      params: { sessionId: sessions[0].id },
      file: await demoFile('enamel-pot-session-4.jpg'),
    });
    expect(again).toMatchObject({ twin: true, photo: { id: photo.id } });
    expect((await fetch(`${server.url}/api/photos/${photo.id}/preview.jpg`)).status).toBe(200);
    await server.stop();
  });

  test('asked to end in the middle of things it ends within three seconds', async () => {
    const server = await startServer();
    const paintingId = await paintingWithReference(server);
    const { photo } = await photographSession(server, paintingId, 4);
    await ask(server, 'readPhoto', { params: { photoId: photo.id } });
    const hanging = fetch(`${server.url}/api/jobs/none/progress`).catch(() => null);
    void fetch(`${server.url}/api/paintings/${paintingId}/plan.jpg`).catch(() => null);
    const from = performance.now();
    await server.end();
    expect(performance.now() - from).toBeLessThan(3000);
    await hanging;
    expect(await readFile(join(server.data, 'running.json'), 'utf8').catch(() => null)).toBeNull();
    await rm(server.data, { recursive: true });
  });

  test('while one write waits for another program, what only reads goes on', async () => {
    const server = await startServer();
    await ask(server, 'addPainting', { body: { title: 'one', widthMm: 400, heightMm: 300 } });
    const other = new Database(join(server.data, 'studio.sqlite'));
    other.exec('BEGIN IMMEDIATE');
    const writing = send(server, 'addPainting', { body: { title: 'waits', widthMm: 400, heightMm: 300 } });
    let answers = 0;
    for (const until = performance.now() + 1000; performance.now() < until; answers++)
      expect(await ask(server, 'listPaintings')).toHaveLength(1);
    expect(answers).toBeGreaterThan(20);
    other.exec('COMMIT');
    other.close();
    expect((await writing).status).toBe(201);
    await server.stop();
  });
});

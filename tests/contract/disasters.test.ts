import Database from 'better-sqlite3';
import { readdir } from 'node:fs/promises';
import { request } from 'node:http';
import { join } from 'node:path';
import { afterEach, expect, test } from 'vitest';
import {
  ask,
  demoFile,
  paintingWithReference,
  photographSession,
  refusal,
  send,
  startServer,
  type Server,
} from '../server';

let server: Server | null = null;
afterEach(async () => {
  await server?.stop();
  server = null;
});

/** Every file under a folder. */
async function filesIn(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true }).catch(() => []);
  return entries.filter((entry) => entry.isFile()).map(({ name }) => name);
}

test('killed in the middle of an upload: after a restart everything before it is there and nothing of it', async () => {
  server = await startServer();
  const paintingId = await paintingWithReference(server);
  const { session } = await photographSession(server, paintingId, 4);
  const before = await ask(server, 'getPainting', { params: { paintingId } });
  const kept = (await filesIn(join(server.data, 'originals'))).sort();
  const { bytes } = await demoFile('enamel-pot-session-2.jpg');
  const head = Buffer.from(
    '--x\r\ncontent-disposition: form-data; name="file"; filename="half.jpg"\r\ncontent-type: image/jpeg\r\n\r\n',
  );
  const sending = request(`${server.url}/api/sessions/${session.id}/photos`, {
    method: 'POST',
    headers: { 'content-type': 'multipart/form-data; boundary=x', 'content-length': head.length + bytes.length + 9 },
  });
  sending.on('error', () => undefined);
  sending.write(head);
  sending.write(Buffer.from(bytes.slice(0, bytes.length / 2)));
  await new Promise((later) => setTimeout(later, 200));
  const { data } = server;
  await server.kill();
  server = await startServer({ data });
  expect(await ask(server, 'getPainting', { params: { paintingId } })).toEqual(before);
  expect((await filesIn(join(data, 'originals'))).sort()).toEqual(kept);
  expect(await filesIn(join(data, 'unfinished'))).toEqual([]);
});

test('killed while reading, again and again: the reading is whole or absent, and can be done afterwards', async () => {
  server = await startServer();
  const { data } = server;
  const paintingId = await paintingWithReference(server);
  const { photo } = await photographSession(server, paintingId, 4);
  for (const wait of [150, 700, 1500]) {
    await ask(server, 'readPhoto', { params: { photoId: photo.id } });
    await new Promise((later) => setTimeout(later, wait));
    await server.kill();
    server = await startServer({ data });
    const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
    const [after] = sessions[0].photos;
    expect(['ready', 'read']).toContain(after.state);
    const flat = await fetch(`${server.url}/api/photos/${photo.id}/flat.jpg`);
    expect(flat.status).toBe(after.state === 'read' ? 200 : 404);
    if (after.state === 'read') break;
  }
  const job = await ask(server, 'readPhoto', { params: { photoId: photo.id } });
  for (let state = job.state; state === 'queued' || state === 'running';)
    ({ state } = await ask(server, 'getJob', { params: { jobId: job.id } }));
  expect((await ask(server, 'getReading', { params: { photoId: photo.id } })).findings).toBeInstanceOf(Array);
});

test('a full disk is said in words; what was kept stays and the studio goes on', async () => {
  // No file of the process may grow past 800 KB: the picture of more than a megabyte cannot be written.
  server = await startServer({ limit: 'ulimit -f 1600;' });
  const { painting } = await ask(server, 'addPainting', { body: { title: 'small disk', widthMm: 400, heightMm: 300 } });
  const params = { paintingId: painting.id };
  const problem = await refusal(
    await send(server, 'addReference', { params, file: await demoFile('enamel-pot-reference.jpg') }),
  );
  expect(problem.code).toBe('disk-full');
  expect(problem.detail).toMatch(/safe.*Free some space/);
  expect((await ask(server, 'getPainting', { params })).reference).toBeNull();
  expect(await filesIn(join(server.data, 'originals'))).toEqual([]);
  expect(await filesIn(join(server.data, 'unfinished'))).toEqual([]);
});

test('a database that another program holds is said in words, and works once it is let go', async () => {
  server = await startServer();
  const other = new Database(join(server.data, 'studio.sqlite'));
  other.exec('BEGIN EXCLUSIVE');
  const body = { title: 'waiting', widthMm: 400, heightMm: 300 };
  const problem = await refusal(await send(server, 'addPainting', { body }));
  expect(problem.code).toBe('database-locked');
  other.exec('ROLLBACK');
  other.close();
  expect((await ask(server, 'addPainting', { body })).painting.title).toBe('waiting');
});

test('killed while corners are looked for: after a restart they are found all the same', async () => {
  const first = await startServer();
  const paintingId = await paintingWithReference(first);
  const { sessions } = await ask(first, 'addSession', { params: { paintingId }, body: {} });
  await ask(first, 'addPhoto', {
    params: { sessionId: sessions[0].id },
    file: await demoFile('enamel-pot-session-4.jpg'),
  });
  await first.kill();
  const second = await startServer({ data: first.data });
  const state = async () => (await ask(second, 'getPainting', { params: { paintingId } })).sessions[0].photos[0].state;
  await expect.poll(state, { timeout: 30_000, interval: 300 }).toBe('ready');
  await second.stop();
});

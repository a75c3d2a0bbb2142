import { execFile } from 'node:child_process';
import { mkdir, readFile, rename, rm, stat, symlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, demoFile, paintingWithReference, refusal, send, startServer, type Server } from '../server';

let server: Server;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.stop());

const inbox = () => join(server.data, 'inbox');
async function photographOf(session: number, day: string): Promise<Buffer> {
  const { bytes } = await demoFile(`enamel-pot-session-${session}.jpg`);
  return sharp(bytes)
    .resize(1000)
    .withExif({ IFD2: { DateTimeOriginal: `${day.replaceAll('-', ':')} 17:20:11` } })
    .jpeg()
    .toBuffer();
}
const waiting = async () => (await ask(server, 'listArrivals')).waiting;
/** Waits until so many are there. */
const arrived = (count: number) =>
  expect.poll(async () => (await waiting()).length, { timeout: 20_000, interval: 200 }).toBe(count);

test('the inbox is a folder of the studio, empty at first', async () => {
  expect(await ask(server, 'listArrivals')).toEqual({
    folder: inbox(),
    camera: null,
    waiting: [],
    journal: { undo: null, redo: null },
  });
  expect((await stat(inbox())).isDirectory()).toBe(true);
});

test('what is put there waits with its day, and the file is left where it is', async () => {
  const bytes = await photographOf(3, '2026-03-09');
  await mkdir(join(inbox(), 'from the phone'));
  await writeFile(join(inbox(), 'from the phone', 'IMG_0042.jpg'), bytes);
  await arrived(1);
  expect((await waiting())[0]).toMatchObject({
    fileName: 'IMG_0042.jpg',
    day: '2026-03-09',
    width: 1000,
    problem: null,
  });
  expect((await readFile(join(inbox(), 'from the phone', 'IMG_0042.jpg'))).equals(bytes)).toBe(true);
  const preview = await fetch(`${server.url}/api/arrivals/${(await waiting())[0].id}/preview.jpg`);
  expect(preview.headers.get('content-type')).toBe('image/jpeg');
});

test('a hidden file is no picture, a broken one is said to be broken, a copy comes once', async () => {
  await writeFile(join(inbox(), '.thumbs'), 'nothing');
  await writeFile(join(inbox(), 'IMG_0042 copy.jpg'), await photographOf(3, '2026-03-09'));
  await writeFile(join(inbox(), 'half.jpg'), (await photographOf(4, '2026-03-14')).subarray(0, 9000));
  await arrived(2);
  const broken = (await waiting()).find(({ problem }) => problem !== null);
  expect(broken).toMatchObject({ fileName: 'half.jpg', width: null });
  expect(broken?.problem).toMatch(/half\.jpg/);
  const paintingId = await paintingWithReference(server, 'Nothing to see');
  const no = await refusal(
    await send(server, 'sortArrival', { params: { arrivalId: broken?.id ?? '' }, body: { paintingId } }),
  );
  expect(no.status).toBe(409);
  await ask(server, 'sortArrival', { params: { arrivalId: broken?.id ?? '' }, body: { paintingId: null } });
  await arrived(1);
});

test('put to a painting, it goes into the session of its day and waits no more, not even after a restart', async () => {
  const paintingId = await paintingWithReference(server, 'Through the inbox');
  const [{ id }] = await waiting();
  const after = await ask(server, 'sortArrival', { params: { arrivalId: id }, body: { paintingId } });
  expect(after.waiting).toEqual([]);
  const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  expect(sessions).toMatchObject([{ number: 1, date: '2026-03-09', photos: [{ fileName: 'IMG_0042.jpg' }] }]);
  await server.kill();
  server = await startServer({ data: server.data });
  await writeFile(join(inbox(), 'next.jpg'), await photographOf(5, '2026-03-19'));
  await arrived(1);
  expect((await waiting())[0].fileName).toBe('next.jpg');
});

test('one that is unknown is said to be unknown', async () => {
  const params = { arrivalId: '00000000-0000-4000-8000-000000000000' };
  const no = await refusal(await send(server, 'sortArrival', { params, body: { paintingId: null } }));
  expect(no.status).toBe(404);
});

describe('what is no picture of the folder’s own', () => {
  test('a pipe, a device, a link out of the folder: left alone, in words, and nothing waits for them', async () => {
    const before = (await waiting()).length;
    const secret = join(server.data, 'elsewhere.jpg');
    await writeFile(secret, await photographOf(2, '2026-03-04'));
    await symlink(secret, join(inbox(), 'a link.jpg'));
    await symlink('/dev/zero', join(inbox(), 'endless.jpg'));
    await promisify(execFile)('mkfifo', [join(inbox(), 'pipe.jpg')]);
    await symlink(join(inbox(), 'pipe.jpg'), join(inbox(), 'to a pipe.jpg'));
    await writeFile(join(inbox(), 'after.jpg'), await photographOf(1, '2026-03-21'));
    await expect
      .poll(async () => (await waiting()).some(({ fileName }) => fileName === 'after.jpg'), {
        timeout: 20_000,
        interval: 200,
      })
      .toBe(true);
    const refused = (await waiting()).filter(({ problem }) => problem !== null);
    expect(refused.map(({ problem }) => problem).join(' ')).toMatch(/is a link to another place/);
    const pictures = (await waiting()).filter(({ problem }) => problem === null);
    expect(pictures.length - before).toBeLessThanOrEqual(1);
    expect(pictures.map(({ fileName }) => fileName)).not.toContain('a link.jpg');
    for (const name of ['a link.jpg', 'endless.jpg', 'pipe.jpg', 'to a pipe.jpg']) await rm(join(inbox(), name));
  });

  test('hundreds of other files are one line, left out together', async () => {
    for (const { id } of (await waiting()).filter(({ problem }) => problem !== null))
      await ask(server, 'sortArrival', { params: { arrivalId: id }, body: { paintingId: null } }).catch(() => null);
    const pictures = (await waiting()).length;
    await Promise.all(Array.from({ length: 400 }, (_, n) => writeFile(join(inbox(), `note ${n}.txt`), `to buy: ${n}`)));
    const lines = async () => (await waiting()).filter(({ problem }) => problem !== null);
    await expect
      .poll(async () => (await lines()).map(({ many }) => many), { timeout: 40_000, interval: 300 })
      .toEqual([400]);
    expect(await waiting()).toHaveLength(pictures + 1);
    const [line] = await lines();
    expect(line.problem).toMatch(/^400 files could not be taken in, among them note .*left where they are/);
    await ask(server, 'sortArrival', { params: { arrivalId: line.id }, body: { paintingId: null } });
    expect(await lines()).toEqual([]);
  });

  test('the folder taken away and made anew is watched again', async () => {
    const before = (await waiting()).length;
    await rename(inbox(), `${inbox()}-away`);
    await new Promise((later) => setTimeout(later, 2500));
    await mkdir(inbox());
    await writeFile(join(inbox(), 'new folder.jpg'), await photographOf(2, '2026-03-25'));
    await arrived(before + 1);
  });

  test('with a pipe in it the server ends all the same', async () => {
    await promisify(execFile)('mkfifo', [join(inbox(), 'again.jpg')]);
    await new Promise((later) => setTimeout(later, 1800));
    const from = performance.now();
    await server.end();
    expect(performance.now() - from).toBeLessThan(3000);
    server = await startServer({ data: server.data });
  });
});

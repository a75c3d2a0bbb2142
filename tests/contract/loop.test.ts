import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { beforeAll, expect, test } from 'vitest';
import {
  ask,
  demoFile,
  ended,
  paintingWithReference,
  photographSession,
  readWithCard,
  send,
  type Server,
} from '../server';
import { sharedStudio } from './shared';

let server: Pick<Server, 'url' | 'data'>;
let paintingId: string;
beforeAll(async () => {
  server = sharedStudio();
  paintingId = await paintingWithReference(server);
});

const truth = async (session: number): Promise<{ corners: [number, number][] }> =>
  JSON.parse(await readFile(join('src/demo/data', `enamel-pot-session-${session}.json`), 'utf8'));

test('the loop: photograph, corners, reading, decision, next photograph, verdict', async () => {
  const first = await photographSession(server, paintingId, 3);
  let detail = await ask(server, 'getPainting', { params: { paintingId } });
  const photo = detail.sessions[0].photos[0];
  expect(photo.cornersFrom).toBe('found');
  const { corners } = await truth(3);
  const off = photo.corners?.map(([x, y], i) => Math.hypot(x - corners[i][0], y - corners[i][1])) ?? [NaN];
  expect(Math.max(...off)).toBeLessThan(15); // px of a 4000 px photo: 0.5 % of the canvas's diagonal

  const reading = await readWithCard(server, first.photo.id, 3);
  expect(['card', 'grey']).toContain(reading.light.method); // its white patch may be blown
  expect(reading.findings.length).toBeGreaterThan(1);
  const weights = reading.findings.map(({ amount }) => Math.abs(amount));
  expect(weights.every((w) => w > 0.2)).toBe(true);

  // The simulator painted the wall eight units too warm and the darks of the pot 0.95 step too light.
  const wall = reading.findings.find(({ kind, amount }) => kind === 'temperature' && amount > 4);
  expect(wall?.instruction).toContain('cooler');

  const decided = await ask(server, 'decide', {
    params: { photoId: first.photo.id, index: wall?.index ?? -1 },
    body: { decision: 'taken' },
  });
  expect(decided.findings.find(({ index }) => index === wall?.index)?.decision).toBe('taken');
  const other = reading.findings.find(({ index }) => index !== wall?.index)?.index ?? -1;
  await ask(server, 'decide', { params: { photoId: first.photo.id, index: other }, body: { decision: 'dismissed' } });
  const own = await ask(server, 'addCorrection', {
    params: { paintingId },
    body: {
      photoId: first.photo.id,
      place: {
        outlines: [
          [
            [20, 20],
            [120, 20],
            [120, 80],
            [20, 80],
          ],
        ],
      },
      kind: 'temperature',
      name: 'wall, upper left',
      words: 'Cool the wall beside the spout.',
    },
  });
  expect(own.difference).toBeGreaterThan(4);

  const second = await photographSession(server, paintingId, 5);
  await readWithCard(server, second.photo.id, 5);
  detail = await ask(server, 'getPainting', { params: { paintingId } });
  const checks = detail.corrections.filter(({ open }) => open).map(({ checks }) => checks);
  expect(checks.length).toBeGreaterThanOrEqual(2);
  for (const [check] of checks) {
    expect(check.sessionNumber).toBe(2);
    expect(['settled', 'closer']).toContain(check.verdict);
    expect(Math.abs(check.difference)).toBeLessThan(Math.abs(check.before));
  }
});

test('a decision can be taken back, and its correction leaves the list', async () => {
  const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  const photoId = sessions[0].photos[0].id;
  const params = { photoId, index: 1 };
  const open = async () =>
    (await ask(server, 'getPainting', { params: { paintingId } })).corrections.filter((one) => one.open).length;
  await ask(server, 'decide', { params, body: { decision: null } });
  const before = await open();
  await ask(server, 'decide', { params, body: { decision: 'taken' } });
  expect(await open()).toBe(before + 1);
  const after = await ask(server, 'decide', { params, body: { decision: null } });
  expect(after.findings[1].decision).toBeNull();
  expect(await open()).toBe(before);
});

test('the same corners, greys and plan are read once; a change makes the reading stale', async () => {
  const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  const photoId = sessions[0].photos[0].id;
  const before = await ask(server, 'getReading', { params: { photoId } });
  await ended(server, await ask(server, 'readPhoto', { params: { photoId } }));
  const same = await ask(server, 'getReading', { params: { photoId } });
  expect(same.id).toBe(before.id);
  expect(same.stale).toBe(false);
  await ask(server, 'changePlan', { params: { paintingId }, body: { masses: 9 } });
  expect((await ask(server, 'getReading', { params: { photoId } })).stale).toBe(true);
});

test('originals are kept byte for byte, once', async () => {
  const { bytes } = await demoFile('enamel-pot-session-3.jpg');
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  const kept = await readFile(join(server.data, 'originals', sha256.slice(0, 2), sha256));
  expect(kept.equals(Buffer.from(bytes))).toBe(true);
  const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  const again = await ask(server, 'addPhoto', {
    params: { sessionId: sessions[0].id },
    file: await demoFile('enamel-pot-session-3.jpg'),
  });
  expect(again.twin).toBe(true);
  expect(again.photo.id).toBe(sessions[0].photos[0].id);
});

test('reading can be stopped; nothing half-made is kept', async () => {
  const { photo } = await photographSession(server, paintingId, 2);
  const job = await ask(server, 'readPhoto', { params: { photoId: photo.id } });
  await ask(server, 'stopJob', { params: { jobId: job.id } });
  expect((await ended(server, job)).state).toBe('stopped');
  expect((await send(server, 'getReading', { params: { photoId: photo.id } })).status).toBe(404);
});

test('a HEIC photograph and a sideways JPEG are taken upright', async () => {
  const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  const sessionId = sessions[0].id;
  const heic = new Uint8Array(await readFile('tests/fixtures/phone.heic'));
  const { photo } = await ask(server, 'addPhoto', { params: { sessionId }, file: { name: 'phone.heic', bytes: heic } });
  expect([photo.width, photo.height]).toEqual([1200, 900]);
  const sharp = (await import('sharp')).default;
  const { bytes } = await demoFile('enamel-pot-session-1.jpg');
  const small = await sharp(bytes).resize(800, 600).toBuffer();
  const lying = await sharp(small).rotate(-90).jpeg().toBuffer();
  const upright = await sharp(lying).withMetadata({ orientation: 6 }).jpeg().toBuffer();
  expect((await sharp(upright).metadata()).width).toBe(600);
  const added = await ask(server, 'addPhoto', { params: { sessionId }, file: { name: 'turned.jpg', bytes: upright } });
  expect([added.photo.width, added.photo.height]).toEqual([800, 600]);
});

test('openapi.json describes every endpoint', async () => {
  const api = (await (await fetch(`${server.url}/api/openapi.json`)).json()) as { paths: Record<string, object> };
  expect(Object.keys(api.paths)).toContain('/api/photos/{photoId}/readings');
});

import sharp from 'sharp';
import { beforeAll, expect, test } from 'vitest';
import { takenAt } from '../../src/server/images/takenAt';
import { ask, demoFile, ended, paintingWithReference, refusal, send, type Server } from '../server';
import { sharedStudio } from './shared';

let server: Pick<Server, 'url' | 'data'>;
beforeAll(async () => {
  server = sharedStudio();
});

/** A demo photograph made small, with or without the day its camera wrote. */
async function photographOf(session: number, day: string | null, name = `${session}-${day}.jpg`) {
  const { bytes } = await demoFile(`enamel-pot-session-${session}.jpg`);
  let image = sharp(bytes).resize(1000);
  if (day) image = image.withExif({ IFD2: { DateTimeOriginal: `${day.replaceAll('-', ':')} 17:20:11` } });
  return { name, bytes: new Uint8Array(await image.jpeg({ quality: 90 }).toBuffer()) };
}
const give = (paintingId: string, file: { name: string; bytes: Uint8Array }, modified?: string) =>
  ask(server, 'sortPhoto', { params: { paintingId }, file, body: modified ? { modified } : {} });
const sessionsOf = async (paintingId: string) =>
  (await ask(server, 'getPainting', { params: { paintingId } })).sessions;

test('photographs given in any order end in sessions numbered by their days', async () => {
  const paintingId = await paintingWithReference(server, 'A shoebox of photographs');
  const days = ['2026-03-14', '2026-03-03', '2026-03-19', '2026-03-09'];
  for (const [i, day] of days.entries()) await give(paintingId, await photographOf(i + 1, day));
  const sessions = await sessionsOf(paintingId);
  expect(sessions.map(({ number, date }) => [number, date])).toEqual([...days].sort().map((day, i) => [i + 1, day]));
  expect(sessions.map(({ photos }) => photos[0].fileName)).toEqual([
    '2-2026-03-03.jpg',
    '4-2026-03-09.jpg',
    '1-2026-03-14.jpg',
    '3-2026-03-19.jpg',
  ]);
});

test('two of one day are two shots of one session', async () => {
  const paintingId = await paintingWithReference(server, 'Two of a day');
  await give(paintingId, await photographOf(4, '2026-04-01'));
  const second = await give(paintingId, await photographOf(5, '2026-04-01'));
  expect(second).toMatchObject({ sessionNumber: 1, day: '2026-04-01', twin: false });
  expect((await sessionsOf(paintingId)).map(({ photos }) => photos.length)).toEqual([2]);
});

test('without a day of its own the file’s date counts', async () => {
  const paintingId = await paintingWithReference(server, 'No clock');
  const { day } = await give(paintingId, await photographOf(3, null), '2025-11-30T09:00:00.000Z');
  expect(day).toBe('2025-11-30');
});

test('a batch given again is left where it is: a stopped one goes on', async () => {
  const paintingId = await paintingWithReference(server, 'Stopped half way');
  const files = await Promise.all([1, 2, 3].map((n) => photographOf(n, `2026-05-0${n}`)));
  const first = await give(paintingId, files[0]);
  if (first.job) await ended(server, first.job);
  for (const file of files) await give(paintingId, file);
  const again = await give(paintingId, files[0]);
  expect(again).toMatchObject({ twin: true, job: null, sessionNumber: 1 });
  expect((await sessionsOf(paintingId)).map(({ photos }) => photos.length)).toEqual([1, 1, 1]);
});

test('corners are found for all of them, or asked for', async () => {
  const paintingId = await paintingWithReference(server, 'Corners for all');
  const jobs = [];
  for (const n of [3, 4, 5]) jobs.push((await give(paintingId, await photographOf(n, `2026-06-0${n}`))).job);
  for (const job of jobs) if (job) await ended(server, job);
  const states = (await sessionsOf(paintingId)).map(({ photos }) => photos[0].state);
  expect(states.every((state) => state === 'ready' || state === 'asked')).toBe(true);
  expect(states.filter((state) => state === 'ready').length).toBeGreaterThanOrEqual(2);
});

test('corrections stay with their session when an older one comes before it', async () => {
  const paintingId = await paintingWithReference(server, 'Renumbered');
  const { photo, job } = await give(paintingId, await photographOf(4, '2026-07-10'));
  if (job) await ended(server, job);
  const place = {
    outlines: [
      [
        [20, 20],
        [120, 20],
        [120, 80],
        [20, 80],
      ] as [number, number][],
    ],
  };
  await ask(server, 'addCorrection', {
    params: { paintingId },
    body: { photoId: photo.id, place, kind: 'value', name: 'wall', words: 'Darken it.' },
  });
  await give(paintingId, await photographOf(2, '2026-07-01'));
  const { corrections, sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  expect(sessions.map(({ number }) => number)).toEqual([1, 2]);
  expect(corrections[0].sessionNumber).toBe(2);
});

test('one file that is no picture is refused; the others are kept', async () => {
  const paintingId = await paintingWithReference(server, 'One bad apple');
  const bad = { name: 'list.txt.jpg', bytes: new Uint8Array(Buffer.from('milk, eggs')) };
  const no = await refusal(await send(server, 'sortPhoto', { params: { paintingId }, file: bad, body: {} }));
  expect(no.detail).toMatch(/list\.txt\.jpg is not a picture/);
  await give(paintingId, await photographOf(3, '2026-08-01'));
  expect(await sessionsOf(paintingId)).toHaveLength(1);
});

test('the day is the camera’s own; nonsense is no day', async () => {
  const dayOf = async (bytes: Uint8Array) => (await takenAt(bytes)).day;
  expect(await dayOf((await photographOf(1, '2026-03-03')).bytes)).toBe('2026-03-03');
  expect(await dayOf((await photographOf(1, null)).bytes)).toBeNull();
  expect(await dayOf((await photographOf(1, '0000-00-00')).bytes)).toBeNull();
  expect(await dayOf(new Uint8Array(Buffer.from('no header')))).toBeNull();
});

import sharp from 'sharp';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { fileUrl } from '../../src/contract';
import { chance } from '../../src/demo/studio/chance';
import { ask, refusal, send, startServer, type Server } from '../server';
import { hostilePicture, seeds } from './hostilePictures';
import { hostileRequest, sendRaw } from './hostileRequests';
import { heldBy, peakOf, smallPainting, smallSession } from './studioUnderLoad';

/** How many of each; REVLIN_HOSTILE=10000 for a long run. The seeds are fixed: a run can be repeated. */
const MANY = Number(process.env.REVLIN_HOSTILE ?? 500);
const CEILING_MB = 1200;

let server: Server;
let paintingId: string;
let photoId: string;
beforeAll(async () => {
  server = await startServer({ flags: '--expose-gc --import ./tests/load/collect.mjs' });
  paintingId = await smallPainting(server, 'Under attack');
  photoId = await smallSession(server, paintingId, 0);
});
afterAll(() => server.stop());

/**
 * Does something many times and looks at what the server holds, after a collection, at the ends of the second and the
 * last quarter.
 */
async function steadily(work: (n: number) => Promise<void>): Promise<{ second: number; last: number }> {
  let second = 0;
  for (let n = 0; n < MANY; n++) {
    if (n === Math.floor(MANY / 2)) second = await heldBy(server);
    await work(n);
  }
  const last = await heldBy(server);
  process.stdout.write(
    `held after two quarters ${second.toFixed(1)} MB, after four ${last.toFixed(1)} MB; peak of the process ${Math.round(await peakOf(server))} MB\n`,
  );
  return { second, last };
}

test('hostile pictures are refused in words or kept whole; none is the server’s fault, and memory stays', async () => {
  const random = chance(1);
  const whole = await seeds();
  let taken = 0;
  const { second, last } = await steadily(async () => {
    const file = hostilePicture(random, whole);
    const response = await send(server, 'addFurtherReference', { params: { paintingId }, file, body: {} });
    if (response.ok) {
      taken++;
      const { references } = (await response.json()) as {
        references: { id: string; width: number; height: number; governs: boolean }[];
      };
      const added = references[references.length - 1];
      expect(Math.min(added.width, added.height)).toBeGreaterThanOrEqual(64);
      // Put aside again, so that what is asked for does not grow.
      await ask(server, 'changeReference', { params: { referenceId: added.id }, body: { aside: true } });
      return;
    }
    expect(response.status).toBeLessThan(500);
    expect((await refusal(response)).detail).toMatch(/[.]$/);
  });
  process.stdout.write(`${taken} of ${MANY} could be opened all the same\n`);
  expect(taken).toBeLessThan(0.6 * MANY);
  expect(last).toBeLessThan(1.1 * second);
  expect(await peakOf(server)).toBeLessThan(CEILING_MB);
});

test('hostile requests are the sender’s fault, every one, and memory stays', async () => {
  const random = chance(2);
  const { references } = await ask(server, 'getPainting', { params: { paintingId } });
  const ids = {
    paintingId,
    photoId,
    referenceId: references[0].id,
    sessionId: photoId,
    jobId: photoId,
    arrivalId: photoId,
    correctionId: photoId,
    index: '0',
  };
  const port = Number(new URL(server.url).port);
  // What writes PDF is loaded once, when it is first asked for, and stays: it is no part of what requests leave behind.
  expect((await fetch(server.url + fileUrl('sheet', paintingId))).status).toBe(200);
  const answers = new Map<number, number>();
  const { second, last } = await steadily(async () => {
    const request = hostileRequest(random, ids);
    const status = await sendRaw(port, request);
    answers.set(status, (answers.get(status) ?? 0) + 1);
    expect(status < 500 || request.subarray(0, 2000).toString('latin1')).toBe(true);
  });
  process.stdout.write(
    `answers: ${[...answers]
      .sort(([a], [b]) => a - b)
      .map(([status, n]) => `${status || 'none'} ${n}`)
      .join(', ')}\n`,
  );
  expect(last).toBeLessThan(1.1 * second);
  expect((await ask(server, 'getPainting', { params: { paintingId } })).painting.id).toBe(paintingId);
});

test('a form of fields without end, and twelve large files at once, stay below the ceiling', async () => {
  const field = `--x\r\nContent-Disposition: form-data; name="purpose"\r\n\r\n${'p'.repeat(1_000_000)}\r\n`;
  const url = `${server.url}/api/paintings/${paintingId}/references`;
  const headers = { 'content-type': 'multipart/form-data; boundary=x' };
  let sent = 0;
  const fields = new ReadableStream<Uint8Array>({
    pull: (out) => (sent++ < 400 ? out.enqueue(new TextEncoder().encode(field)) : out.close()),
  });
  const answer = await fetch(url, { method: 'POST', headers, body: fields, duplex: 'half' } as RequestInit).catch(
    () => null,
  );
  if (answer) expect(answer.status).toBe(413);
  const large = new Uint8Array(46 * 1024 * 1024).fill(7);
  const many = await Promise.all(
    Array.from({ length: 12 }, (_, n) =>
      send(server, 'addFurtherReference', {
        params: { paintingId },
        file: { name: `${n}.jpg`, bytes: large },
        body: {},
      }),
    ),
  );
  for (const response of many) expect((await refusal(response)).code).toBe('not-a-picture');
  const peak = await peakOf(server);
  process.stdout.write(`peak of the process ${Math.round(peak)} MB\n`);
  expect(peak).toBeLessThan(CEILING_MB);
});

test('pictures of a hundred million pixels, several at once, are decoded below the ceiling', async () => {
  const large = (depth: 'uchar' | 'ushort', wide: number) => {
    const picture = sharp({ create: { width: wide, height: Math.floor(1e8 / wide), channels: 3, background: '#7a6' } });
    return (depth === 'ushort' ? picture.toColourspace('rgb16') : picture).png({ compressionLevel: 1 }).toBuffer();
  };
  const files = await Promise.all([
    large('uchar', 10_000),
    large('uchar', 12_000),
    large('ushort', 9_000),
    large('ushort', 8_000),
  ]);
  const further = (bytes: Buffer, n: number) =>
    ask(server, 'addFurtherReference', { params: { paintingId }, file: { name: `large ${n}.png`, bytes }, body: {} });
  await Promise.all(files.map(further));
  const { references } = await ask(server, 'getPainting', { params: { paintingId } });
  const added = references.filter(({ fileName }) => fileName.startsWith('large'));
  expect(added).toHaveLength(4);
  const previewOf = async ({ id }: { id: string }) =>
    (await (await fetch(`${server.url}/api/references/${id}/preview.jpg`)).arrayBuffer()).byteLength;
  for (const bytes of await Promise.all(added.map(previewOf))) expect(bytes).toBeGreaterThan(1000);
  const peak = await peakOf(server);
  process.stdout.write(`peak of the process ${Math.round(peak)} MB\n`);
  expect(peak).toBeLessThan(CEILING_MB);
});

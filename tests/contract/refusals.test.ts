import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
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

let server: Server;
let paintingId: string;
let sessionId: string;
let photoId: string;
beforeAll(async () => {
  server = await startServer();
  paintingId = await paintingWithReference(server);
  const { session, photo } = await photographSession(server, paintingId, 4);
  [sessionId, photoId] = [session.id, photo.id];
});
afterAll(() => server.stop());

const grey = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#777' } });

/**
 * A whole PNG of 20000 x 20000 one-bit pixels in fifty kilobytes (PNG specification, third edition, chapters 5 and 11).
 */
const bomb = async () => strip(20000, 20000);
/** A whole PNG of one-bit pixels of any size. */
async function strip(width: number, height: number): Promise<Uint8Array> {
  const chunk = (type: string, body: Buffer) => {
    const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(body.length);
    const named = Buffer.concat([Buffer.from(type), body]);
    sum.writeUInt32BE(crc32(named));
    return Buffer.concat([length, named, sum]);
  };
  const header = Buffer.from([0, 0, 0, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0]);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  const pixels = deflateSync(Buffer.alloc(height * (1 + Math.ceil(width / 8))));
  const start = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([start, chunk('IHDR', header), chunk('IDAT', pixels), chunk('IEND', Buffer.alloc(0))]);
}
/** CRC-32 as PNG asks for it (annex D). */
function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}
async function animated(): Promise<Uint8Array> {
  const frames = await grey(100, 200).raw().toBuffer();
  return sharp(frames, { raw: { width: 100, height: 200, channels: 3, pageHeight: 100 } as never })
    .gif({ delay: [50, 50] })
    .toBuffer();
}

/** A HEIC whose boxes no longer say how large its picture is. */
async function sizeless(): Promise<Uint8Array> {
  const bytes = await readFile('tests/fixtures/phone.heic');
  for (let at = bytes.indexOf('ispe'); at >= 0; at = bytes.indexOf('ispe')) bytes.write('free', at, 'latin1');
  return bytes;
}

const FILES: { name: string; file: () => Promise<Uint8Array>; code: string; says: RegExp }[] = [
  {
    name: 'not an image',
    file: async () => Buffer.from('hello, I am a text '.repeat(40)),
    code: 'not-a-picture',
    says: /not a picture.*JPEG, PNG/,
  },
  { name: 'an empty file', file: async () => new Uint8Array(0), code: 'empty', says: /empty/ },
  {
    name: 'a truncated JPEG',
    file: async () => (await demoFile('enamel-pot-session-1.jpg')).bytes.slice(0, 200_000),
    code: 'damaged',
    says: /damaged or cut short.*again/,
  },
  { name: 'a picture of one pixel', file: () => grey(1, 1).png().toBuffer(), code: 'too-small', says: /1 x 1 pixels/ },
  { name: 'a 20000 x 20000 PNG', file: bomb, code: 'too-many-pixels', says: /20000 x 20000.*100 million/ },
  {
    name: 'a PNG of 64 x 1000000',
    file: () => strip(64, 1_000_000),
    code: 'too-long',
    says: /64 x 1000000.*30000 a side/,
  },
  { name: 'a HEIC without a size', file: sizeless, code: 'damaged', says: /does not say how large/ },
  { name: 'an animated file', file: animated, code: 'kind', says: /gif/ },
  {
    name: 'a CMYK file',
    file: () => grey(300, 200).toColourspace('cmyk').jpeg().toBuffer(),
    code: 'cmyk',
    says: /CMYK.*RGB/,
  },
  { name: 'more than 50 MB', file: async () => Buffer.alloc(51 * 1024 * 1024, 7), code: 'too-large', says: /50 MB/ },
];

describe('files that cannot be used are answered with a sentence, and nothing is kept of them', () => {
  test.each(FILES)('$name', async ({ file, code, says }) => {
    const before = await ask(server, 'getPainting', { params: { paintingId } });
    const problem = await refusal(
      await send(server, 'addPhoto', { params: { sessionId }, file: { name: 'my photo.jpg', bytes: await file() } }),
    );
    expect(problem.code).toBe(code);
    expect(problem.detail).toMatch(says);
    expect(problem.detail).not.toMatch(/at .*\.js|Error:/);
    expect(await ask(server, 'getPainting', { params: { paintingId } })).toEqual(before);
  });

  test('no file at all', async () => {
    const problem = await refusal(
      await fetch(`${server.url}/api/sessions/${sessionId}/photos`, { method: 'POST', body: new FormData() }),
    );
    expect(problem.code).toBe('no-file');
  });
});

const canvas = (title: string, widthMm: number, heightMm: number) => ({ title, widthMm, heightMm });
describe('paintings', () => {
  test.each([
    { name: 'size 0', body: canvas('x', 0, 300), says: /at least 20 mm/ },
    { name: 'negative size', body: canvas('x', -40, 300), says: /at least 20 mm/ },
    { name: 'absurd size', body: canvas('x', 90_000, 300), says: /at most 5000 mm/ },
    { name: 'a strip', body: canvas('x', 4000, 100), says: /eight times/ },
    { name: 'no title', body: canvas('  ', 400, 300), says: /title/ },
    {
      name: 'not a number',
      body: { title: 'x', widthMm: 'wide', heightMm: 300 } as never,
      says: /^The width must be a number\./,
    },
  ])('$name is refused', async ({ body, says }) => {
    const problem = await refusal(await send(server, 'addPainting', { body }));
    expect(problem.status).toBe(422);
    expect(problem.detail).toMatch(says);
    expect(problem.detail).toMatch(/Nothing was changed/);
  });

  test('a part of a plan that is no plan is told by its place, in words', async () => {
    const body = { marks: [{ at: [10, 10] }, { at: ['left', 10] }] } as never;
    const { status, detail } = await refusal(await send(server, 'changePlan', { params: { paintingId }, body }));
    expect(status).toBe(422);
    expect(detail).toBe('Number 2 of the masses: the point must be a number. Nothing was changed.');
  });

  test('malformed JSON', async () => {
    const response = await fetch(`${server.url}/api/paintings`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"title": ',
    });
    expect((await refusal(response)).code).toBe('malformed-json');
  });

  test.each(['getPainting', 'putOnEasel', 'getMasses'] as const)('%s of an unknown id', async (name) => {
    const problem = await refusal(await send(server, name, { params: { paintingId: randomUUID() } }));
    expect(problem.status).toBe(404);
  });

  test('an unknown place under /api', async () => {
    expect((await refusal(await fetch(`${server.url}/api/brushes`))).status).toBe(404);
  });
});

describe('corners and greys', () => {
  const box = (x: number, y: number, w: number, h: number) =>
    [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ] as never;
  test.each([
    {
      name: 'that cross',
      corners: [
        [700, 500],
        [3300, 2400],
        [3300, 500],
        [700, 2400],
      ] as never,
      says: /cross/,
    },
    { name: 'far outside', corners: box(-9000, 0, 12000, 2000), says: /outside/ },
    { name: 'that enclose nothing', corners: box(500, 500, 20, 15), says: /hundredth/ },
    {
      name: 'in one line',
      corners: [
        [0, 0],
        [1000, 0],
        [2000, 0],
        [3000, 0],
      ] as never,
      says: /cross|clockwise/,
    },
  ])('corners $name are refused and the ones before are kept', async ({ corners, says }) => {
    const before = (await ask(server, 'getPainting', { params: { paintingId } })).sessions[0].photos[0].corners;
    const problem = await refusal(await send(server, 'setCorners', { params: { photoId }, body: { corners } }));
    expect(problem.detail).toMatch(says);
    expect((await ask(server, 'getPainting', { params: { paintingId } })).sessions[0].photos[0].corners).toEqual(
      before,
    );
  });

  test('a grey outside the photograph', async () => {
    const body = { greys: [{ box: [3990, 10, 400, 400] as [number, number, number, number], value: 5 }] };
    expect((await refusal(await send(server, 'setGreys', { params: { photoId }, body }))).code).toBe('grey');
  });
});

describe('reference', () => {
  test('a crop of other proportions is refused with both proportions', async () => {
    const { reference } = await ask(server, 'getPainting', { params: { paintingId } });
    const problem = await refusal(
      await send(server, 'changeReference', {
        params: { referenceId: reference?.id ?? '' },
        body: { crop: { box: [0, 0, 3000, 3000] } },
      }),
    );
    expect(problem.detail).toMatch(/1\.000 .* 1\.333/);
  });

  test('a reference of other proportions is cropped to the middle, whole height', async () => {
    const { painting } = await ask(server, 'addPainting', { body: { title: 'tall', widthMm: 200, heightMm: 400 } });
    const { reference } = await ask(server, 'addReference', {
      params: { paintingId: painting.id },
      file: await demoFile('enamel-pot-reference.jpg'),
    });
    const [, , w, h] = reference?.crop.box ?? [0, 0, 0, 0];
    expect(w / h).toBeCloseTo(0.5);
    expect(h).toBe(3000);
  });

  test('reading without a reference says what is missing and keeps the photograph', async () => {
    const { painting } = await ask(server, 'addPainting', { body: { title: 'bare', widthMm: 400, heightMm: 300 } });
    const { photo } = await photographSession(server, painting.id, 2);
    const problem = await refusal(await send(server, 'readPhoto', { params: { photoId: photo.id } }));
    expect(problem.code).toBe('no-reference');
    expect(problem.detail).toMatch(/photograph is kept/);
  });
});

test('pages from elsewhere may not talk to the studio', async () => {
  const response = await fetch(`${server.url}/api/paintings`, { headers: { origin: 'http://elsewhere.example' } });
  expect((await refusal(response)).status).toBe(403);
});

describe('requests that are malformed are the sender’s fault', () => {
  const url = (path: string) => `${server.url}/api${path}`;
  const form = (head: string) => ({
    method: 'POST',
    headers: { 'content-type': 'multipart/form-data; boundary=x' },
    body: `--x\r\n${head}\r\n\r\nbytes\r\n--x--\r\n`,
  });
  const json = (headers: Record<string, string>, body = '{}') => ({
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body,
  });

  test.each<[string, string, RequestInit, number]>([
    ['an id that cannot be decoded', '/photos/%E0%A4%A/reading', {}, 400],
    ['an encoding nobody knows', '/paintings', json({ 'content-encoding': 'nonsense' }), 415],
    ['gzip that is none', '/paintings', json({ 'content-encoding': 'gzip' }), 400],
    ['a charset nobody knows', '/paintings', json({ 'content-type': 'application/json; charset=klingon' }), 415],
    [
      'a form without a boundary',
      '/sessions/ID/photos',
      { method: 'POST', headers: { 'content-type': 'multipart/form-data' }, body: 'x' },
      400,
    ],
    [
      'a form that breaks off',
      '/sessions/ID/photos',
      { method: 'POST', headers: { 'content-type': 'multipart/form-data; boundary=x' }, body: '--x\r\ncontent-disp' },
      400,
    ],
    ['a part without a name', '/sessions/ID/photos', form('content-disposition: form-data'), 400],
    [
      'a file name of NULs',
      '/sessions/ID/photos',
      form('content-disposition: form-data; name="file"; filename="a\u0000b.jpg"'),
      400,
    ],
    [
      'a thousand fields',
      '/sessions/ID/photos',
      {
        method: 'POST',
        headers: { 'content-type': 'multipart/form-data; boundary=x' },
        body: `${'--x\r\ncontent-disposition: form-data; name="a"\r\n\r\n1\r\n'.repeat(1000)}--x--\r\n`,
      },
      413,
    ],
    ['something sent to a page', '/../somewhere', json({}), 404],
  ])('%s', async (_name, path, init, status) => {
    const problem = await refusal(await fetch(url(path.replace('ID', sessionId)), init));
    expect(problem.status, problem.detail).toBe(status);
    expect(problem.detail).toMatch(/^[A-Z].*[.]$/);
    expect(problem.detail).not.toMatch(/Error|undefined|\bat /);
  });
});

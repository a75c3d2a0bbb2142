import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import sharp from 'sharp';
import { ROUTES, type CrossedLine, type Job } from '../../src/contract';
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
const begin = (title: string, widthMm = 400, heightMm = 300) =>
  ask(server, 'addPainting', { body: { title, widthMm, heightMm } });
const UNKNOWN = '00000000-0000-4000-8000-000000000000';

describe('the studio', () => {
  test('is empty at first, in millimetres, with black at 0', async () => {
    expect(await ask(server, 'listPaintings')).toEqual([]);
    expect(await ask(server, 'getSettings')).toMatchObject({ surround: 'middle', units: 'mm', scale: 'black-is-0' });
  });

  test('settings are kept over a restart of the page and refused when they make no sense', async () => {
    const settings = {
      surround: 'dark',
      units: 'inches',
      textSize: 'larger',
      scale: 'white-is-0',
      scaleSteps: 9,
      guessFirst: true,
      cardValues: null,
      cardPaints: null,
    } as const;
    expect(await ask(server, 'putSettings', { body: settings })).toEqual(settings);
    expect(await ask(server, 'getSettings')).toEqual(settings);
    const no = await refusal(await send(server, 'putSettings', { body: { ...settings, surround: 'pink' } as never }));
    expect(no.status).toBe(422);
    expect(await ask(server, 'getSettings')).toEqual(settings);
  });

  test('the newest painting is on the easel; another can be put there', async () => {
    const first = await begin('First');
    const second = await begin('Second');
    const titles = async () => (await ask(server, 'listPaintings')).map(({ title }) => title);
    expect(await titles()).toEqual(['Second', 'First']);
    await ask(server, 'putOnEasel', { params: { paintingId: first.painting.id } });
    expect(await titles()).toEqual(['First', 'Second']);
    expect(second.next).toBe('add-reference');
  });
});

describe('what comes next', () => {
  test('is named at every step, from the reference to the decision', async () => {
    const { painting } = await begin('Step by step');
    const next = async () => (await detailOf(painting.id)).next;
    expect(await next()).toBe('add-reference');
    await ask(server, 'addReference', {
      params: { paintingId: painting.id },
      file: await demoFile('enamel-pot-reference.jpg'),
    });
    expect(await next()).toBe('start-session');
    await ask(server, 'addSession', { params: { paintingId: painting.id }, body: { intention: 'block in' } });
    expect(await next()).toBe('add-photo');
    const { sessions } = await detailOf(painting.id);
    const added = await ask(server, 'addPhoto', {
      params: { sessionId: sessions[0].id },
      file: await demoFile('enamel-pot-session-4.jpg'),
    });
    await ended(server, added.job);
    expect(await next()).toBe('read');
    const reading = await readWithCard(server, added.photo.id, 4);
    expect(await next()).toBe('decide');
    for (const { index } of reading.findings)
      await ask(server, 'decide', { params: { photoId: added.photo.id, index }, body: { decision: 'later' } });
    expect(await next()).toBe('next-session');
    expect((await detailOf(painting.id)).undecided).toBe(0);
  });

  test('where the canvas cannot be found the painter is asked, and what is shown is used', async () => {
    const paintingId = await paintingWithReference(server, 'Hidden canvas');
    const { sessions } = await ask(server, 'addSession', { params: { paintingId }, body: {} });
    const wall = await sharp({ create: { width: 1200, height: 900, channels: 3, background: '#8a8682' } })
      .jpeg()
      .toBuffer();
    const added = await ask(server, 'addPhoto', {
      params: { sessionId: sessions[0].id },
      file: { name: 'wall.jpg', bytes: new Uint8Array(wall) },
    });
    await ended(server, added.job);
    expect((await detailOf(paintingId)).next).toBe('show-corners');
    const params = { photoId: added.photo.id };
    const unread = await send(server, 'readPhoto', { params });
    expect(unread.ok ? (await ended(server, (await unread.json()) as Job)).state : 'refused').not.toBe('done');
    const corners: [number, number][] = [
      [100, 100],
      [1100, 100],
      [1100, 850],
      [100, 850],
    ];
    const shown = await ask(server, 'setCorners', { params, body: { corners: corners as never } });
    expect(shown).toMatchObject({ cornersFrom: 'given', corners });
    expect((await detailOf(paintingId)).next).toBe('read');
    const job = await ended(server, await ask(server, 'readPhoto', { params }));
    expect(job.state).toBe('done');
    expect((await ask(server, 'getReading', { params })).light.method).not.toBe('card');
  });
});

const KEY = { darkest: 1.6, white: 9.3, knots: [] };

describe('the plan', () => {
  test('has versions; names of masses are kept and used; masses cover the canvas', async () => {
    const paintingId = await paintingWithReference(server, 'Planned');
    const before = await detailOf(paintingId);
    const masses = await ask(server, 'getMasses', { params: { paintingId } });
    expect(masses.length).toBe(before.plan?.masses);
    expect(masses.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 2);
    const [largest] = masses;
    const body = { key: { ...KEY, kind: 'range' as const }, masses: 6, marks: [{ at: largest.at, name: 'back wall' }] };
    const after = await ask(server, 'changePlan', { params: { paintingId }, body });
    expect(after.plan?.version).toBe((before.plan?.version ?? 0) + 1);
    expect(after.plan).toMatchObject({ key: { kind: 'range' }, masses: 6 });
    const few = await ask(server, 'getMasses', { params: { paintingId } });
    expect(few).toHaveLength(6);
    expect(few.filter(({ name }) => name === 'back wall')).toHaveLength(1);
  });

  test('a crop is kept, makes a new version, and one outside the picture is refused', async () => {
    const paintingId = await paintingWithReference(server, 'Cropped');
    const { reference, plan } = await detailOf(paintingId);
    if (!reference) throw new Error('no reference');
    const [w, h] = [reference.width / 2, (reference.width / 2) * 0.75];
    const crop: [number, number, number, number] = [10, 20, w, h];
    const params = { referenceId: reference.id };
    const after = await ask(server, 'changeReference', { params, body: { crop: { box: crop } } });
    expect(after.reference?.crop.box).toEqual(crop);
    expect(after.plan?.version).toBeGreaterThan(plan?.version ?? 0);
    const outside = [reference.width - 50, 0, w, h] as [number, number, number, number];
    const no = await refusal(await send(server, 'changeReference', { params, body: { crop: { box: outside } } }));
    expect(no.detail).toMatch(/[.]/);
    expect((await detailOf(paintingId)).reference?.crop.box).toEqual(crop);
  });

  test('a new reference governs; the earlier one stays on disk', async () => {
    const paintingId = await paintingWithReference(server, 'Changed my mind');
    const before = await detailOf(paintingId);
    const after = await ask(server, 'addReference', {
      params: { paintingId },
      file: await demoFile('glasshouse-door-reference.jpg'),
    });
    expect(after.reference?.id).not.toBe(before.reference?.id);
    const [x, y, w, h] = after.reference?.crop.box ?? [0, 0, 0, 1];
    expect(w / h).toBeCloseTo(4 / 3, 2);
    expect([x >= 0, y >= 0]).toEqual([true, true]);
  });
});

describe('measuring and the list', () => {
  let paintingId: string;
  let photoId: string;
  beforeAll(async () => {
    paintingId = await paintingWithReference(server, 'Measured');
    photoId = (await photographSession(server, paintingId, 4)).photo.id;
    await readWithCard(server, photoId, 4);
  });
  const box = (x: number, y: number, w: number, h: number) => ({
    outlines: [
      [
        [x, y],
        [x + w, y],
        [x + w, y + h],
        [x, y + h],
      ] as [number, number][],
    ],
  });

  test('any place can be measured, its parts as its whole', async () => {
    const at = (place: ReturnType<typeof box>) => ask(server, 'measure', { params: { photoId }, body: { place } });
    const [whole, left, right] = await Promise.all([
      at(box(20, 20, 80, 40)),
      at(box(20, 20, 40, 40)),
      at(box(60, 20, 40, 40)),
    ]);
    const mean = (left.painted.value + right.painted.value) / 2;
    expect(Math.abs(whole.painted.value - mean)).toBeLessThan(0.1);
    expect(whole.uncertainty.value).toBeGreaterThan(0);
    const speck = await refusal(
      await send(server, 'measure', { params: { photoId }, body: { place: box(20, 20, 0.2, 0.2) } }),
    );
    expect(speck.detail).toMatch(/[a-z]{4}/);
  });

  test('the edge a line crosses is measured alike whichever way the line runs; a dot crosses none', async () => {
    const at = (line: CrossedLine) => ask(server, 'measureEdge', { params: { photoId }, body: { line } });
    // The pot's left side against the wall.
    const [one, two]: [number, number][] = [
      [68, 204],
      [108, 204],
    ];
    const [there, back] = [await at([one, two]), await at([two, one])];
    for (const side of ['planned', 'painted'] as const) {
      expect(there[side].contrast * back[side].contrast, side).toBeLessThan(0);
      expect(Math.abs(Math.log((there[side].widthMm ?? 0) / (back[side].widthMm ?? 1))), side).toBeLessThan(0.3);
      expect(there[side].course.at.length).toBe(there[side].course.values.length);
    }
    const dot = await refusal(await send(server, 'measureEdge', { params: { photoId }, body: { line: [one, one] } }));
    expect(dot.detail).toMatch(/too short to cross an edge/);
  });

  test('a correction is let go and put back; its history stays', async () => {
    const own = await ask(server, 'addCorrection', {
      params: { paintingId },
      body: {
        photoId,
        place: box(150, 100, 60, 60),
        kind: 'value',
        name: 'right persimmon',
        words: 'Darken its far side.',
      },
    });
    const open = async () => (await detailOf(paintingId)).corrections.filter(({ open }) => open).map(({ id }) => id);
    expect(await open()).toContain(own.id);
    const gone = await ask(server, 'removeCorrection', { params: { correctionId: own.id } });
    expect(gone).toMatchObject({ id: own.id, open: false, words: 'Darken its far side.' });
    expect(await open()).not.toContain(own.id);
    expect((await detailOf(paintingId)).corrections.map(({ id }) => id)).toContain(own.id);
    await ask(server, 'restoreCorrection', { params: { correctionId: own.id } });
    expect(await open()).toContain(own.id);
  });

  test('one for another painting’s photograph is refused', async () => {
    const { painting } = await begin('Elsewhere');
    const body = { photoId, place: box(10, 10, 50, 50), kind: 'value' as const, name: 'x', words: 'y' };
    const no = await refusal(await send(server, 'addCorrection', { params: { paintingId: painting.id }, body }));
    expect(no).toMatchObject({ status: 409 });
    expect((await detailOf(painting.id)).corrections).toEqual([]);
  });

  test('the flat and its preview are pictures of the canvas’s proportions', async () => {
    for (const [path, ratio] of [
      ['flat.jpg', 4 / 3],
      ['preview.jpg', 4 / 3],
    ] as const) {
      const response = await fetch(`${server.url}/api/photos/${photoId}/${path}`);
      expect(response.headers.get('content-type')).toBe('image/jpeg');
      const { width, height } = await sharp(Buffer.from(await response.arrayBuffer())).metadata();
      expect(width / height).toBeCloseTo(ratio, 2);
    }
  });

  test('looked at closely, flat and plan lie where they do in whole, with the pixels of their files', async () => {
    const box = [0.25, 0.25, 0.25, 0.25] as const;
    const picture = async (path: string) => {
      const response = await fetch(`${server.url}/api/${path}`);
      expect(response.status).toBe(200);
      return sharp(Buffer.from(await response.arrayBuffer()));
    };
    for (const [of, whole] of [
      [`photos/${photoId}`, 'flat.jpg'],
      [`paintings/${paintingId}`, 'plan.jpg'],
    ] as const) {
      const shown = await picture(`${of}/${whole}`);
      const { width, height } = await shown.metadata();
      const near = await picture(`${of}/close.jpg?box=${box.join(',')}`);
      const size = await near.metadata();
      expect(size.width).toBeGreaterThan(1.9 * box[2] * width);
      const cut = { left: box[0] * width, top: box[1] * height, width: box[2] * width, height: box[3] * height };
      const bytes = (one: typeof shown) =>
        one.resize(cut.width, cut.height, { fit: 'fill' }).greyscale().raw().toBuffer();
      const [a, b] = [await bytes(near), await bytes(shown.clone().extract(cut))];
      const off = (by: number) => a.reduce((sum, v, i) => sum + Math.abs(v - (b[i + by] ?? v)), 0) / a.length;
      expect(off(0)).toBeLessThan(4);
      // Nowhere nearer when it is moved aside by a hundredth of the canvas.
      for (const by of [-16, 16]) expect(off(by)).toBeGreaterThan(off(0));
    }
    for (const odd of ['', '?box=0,0,2,1', '?box=a,b,c,d', '?box=0.9,0,0.5,0.1']) {
      const refused = await fetch(`${server.url}/api/photos/${photoId}/close.jpg${odd}`);
      expect(refused.status).toBe(422);
      expect(((await refused.json()) as { detail: string }).detail).toMatch(/shares of the canvas/);
    }
    expect((await fetch(`${server.url}/api/photos/${UNKNOWN}/close.jpg?box=0,0,0.2,0.2`)).status).toBe(404);
  });

  test('progress is streamed as it happens and ends with the end', async () => {
    const other = await photographSession(server, paintingId, 5);
    const job = await ask(server, 'readPhoto', { params: { photoId: other.photo.id } });
    const stream = await fetch(`${server.url}/api/jobs/${job.id}/progress`);
    expect(stream.headers.get('content-type')).toMatch(/text\/event-stream/);
    const told = (await stream.text())
      .split('\n')
      .filter((line) => line.startsWith('data:'))
      .map((line) => ROUTES.getJob.response.parse(JSON.parse(line.slice(5))));
    expect(told.at(-1)?.state).toBe('done');
    const shares = told.map(({ share }) => share);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(new Set(told.map(({ doing }) => doing)).size).toBeGreaterThan(2);
    // The flat comes first, then the map and the values by mass, both before the end.
    const before = told.filter(({ state }) => state === 'running').map(({ early }) => early);
    expect(before.find((early) => early)).toMatchObject({ flat: true, map: false, masses: [] });
    expect(before.at(-1)).toMatchObject({ flat: true, map: true });
    expect(before.at(-1)?.masses.length).toBeGreaterThan(5);
    const kinds = await Promise.all(
      ['flat.jpg', 'differences.png'].map(async (file) =>
        (await fetch(`${server.url}/api/jobs/${job.id}/${file}`)).headers.get('content-type'),
      ),
    );
    expect(kinds).toEqual(['image/jpeg', 'image/png']);
    expect((await fetch(`${server.url}/api/jobs/${UNKNOWN}/flat.jpg`)).status).toBe(404);
  });
});

describe('unknown things are said to be unknown', () => {
  test.each([
    ['getPainting', { paintingId: UNKNOWN }],
    ['putOnEasel', { paintingId: UNKNOWN }],
    ['getMasses', { paintingId: UNKNOWN }],
    ['getReading', { photoId: UNKNOWN }],
    ['readPhoto', { photoId: UNKNOWN }],
    ['getJob', { jobId: UNKNOWN }],
    ['stopJob', { jobId: UNKNOWN }],
    ['removeCorrection', { correctionId: UNKNOWN }],
    ['restoreCorrection', { correctionId: UNKNOWN }],
  ] as const)('%s', async (name, params) => {
    const no = await refusal(await send(server, name, { params }));
    expect(no.status).toBe(404);
    expect(no.detail.length).toBeGreaterThan(20);
  });
});

import sharp from 'sharp';
import { beforeAll, describe, expect, test } from 'vitest';
import type { BodyOf, ReadingDetail } from '../../src/contract';
import {
  ask,
  ended,
  paintingWithReference,
  photographSession,
  readWithCard,
  refusal,
  send,
  type Server,
} from '../server';
import { sharedStudio } from './shared';

let server: Pick<Server, 'url' | 'data'>;
let paintingId: string;
let photoId: string;
let reading: ReadingDetail;
beforeAll(async () => {
  server = sharedStudio();
  paintingId = await paintingWithReference(server);
  const { photo } = await photographSession(server, paintingId, 3);
  photoId = photo.id;
  await ask(server, 'setImpression', { params: { photoId }, body: { words: 'the spout is wrong' } });
  reading = await readWithCard(server, photoId, 3);
});

const get = (path: string) => fetch(`${server.url}/api${path}`);
const account = () => {
  if (!reading.account) throw new Error('no account');
  return reading.account;
};

describe('the drawing', () => {
  test('the spout that the simulator put 7 mm to the left is asked to go back', () => {
    const spout = reading.findings.find(
      ({ kind, region: { box } }) => kind === 'drawing' && box[0] < 70 && box[1] < 130,
    );
    expect(spout?.kind === 'drawing' && spout.shift.by[0]).toBeLessThan(-3);
    expect(spout?.instruction).toMatch(/to the right/);
    expect(Math.abs(account().drawing.global.scale - 1)).toBeLessThan(0.01);
    expect(Math.hypot(...account().drawing.global.offset)).toBeLessThan(2);
  });

  test('taken, it is checked in millimetres against the next photograph', async () => {
    const spout = reading.findings.find(({ kind }) => kind === 'drawing');
    await ask(server, 'decide', { params: { photoId, index: spout?.index ?? -1 }, body: { decision: 'taken' } });
    const later = await photographSession(server, paintingId, 5);
    await readWithCard(server, later.photo.id, 5);
    const { corrections } = await ask(server, 'getPainting', { params: { paintingId } });
    const taken = corrections.find(({ kind }) => kind === 'drawing');
    expect(taken?.difference).toBeGreaterThan(3);
    expect(['settled', 'closer']).toContain(taken?.checks[0].verdict);
    expect(Math.abs(taken?.checks[0].difference ?? 99)).toBeLessThan(taken?.difference ?? 0);
  });

  test('landmarks overrule what was found once it is read again; a point off the canvas is refused in words', async () => {
    const outside = await send(server, 'setLandmarks', {
      params: { photoId },
      body: { landmarks: [{ name: '', plan: [10, 10], painted: [480, 10] }] },
    });
    expect((await refusal(outside)).detail).toMatch(/outside the canvas of 400 x 300 mm\. Nothing was changed/);
    const landmarks = [{ name: 'lid', plan: [140, 45] as [number, number], painted: [149, 45] as [number, number] }];
    const photo = await ask(server, 'setLandmarks', { params: { photoId }, body: { landmarks } });
    expect(photo.landmarks).toEqual(landmarks);
    expect((await ask(server, 'getReading', { params: { photoId } })).stale).toBe(true);
    expect((await ended(server, await ask(server, 'readPhoto', { params: { photoId } }))).state).toBe('done');
    const again = await ask(server, 'getReading', { params: { photoId } });
    const near = again.account?.drawing.points.reduce((best, point) =>
      Math.hypot(point.at[0] - 140, point.at[1] - 45) < Math.hypot(best.at[0] - 140, best.at[1] - 45) ? point : best,
    );
    expect(near?.shift[0]).toBeGreaterThan(5);
    await ask(server, 'setLandmarks', { params: { photoId }, body: { landmarks: [] } });
  });
});

describe('values and colour of the whole', () => {
  test('relations, patterns, families and range are told in the plan’s own numbers', () => {
    const { relations, patterns, range, families } = account();
    expect(relations.length).toBeGreaterThan(10);
    const firstStraight = relations.findIndex(({ reversed }) => !reversed);
    expect(relations.slice(firstStraight).some(({ reversed }) => reversed)).toBe(false);
    expect(patterns.two.share).toBeGreaterThan(0.9);
    expect(patterns.tones.tones).toBe(5);
    expect(range.painted.darkest).toBeLessThan(range.painted.lightest);
    // The simulator painted the wall eight units too warm: the lights lean warm against the shadows.
    expect((families?.warmth?.painted ?? 0) - (families?.warmth?.planned ?? 0)).toBeGreaterThan(2);
  });

  test('the map comes as a picture twice its height', async () => {
    const response = await get(`/photos/${photoId}/differences.png`);
    expect(response.headers.get('content-type')).toBe('image/png');
    const png = Buffer.from(await response.arrayBuffer());
    const [width, height] = [png.readUInt32BE(16), png.readUInt32BE(20)];
    expect(height / 2 / width).toBeCloseTo(0.75, 1);
  });
});

describe('what leaves the house', () => {
  test('the whole reading as JSON names its units', async () => {
    const response = await get(`/photos/${photoId}/reading.json`);
    expect(response.headers.get('content-disposition')).toContain('reading.json');
    const whole = (await response.json()) as {
      units: Record<string, string>;
      reading: ReadingDetail;
      painting: { widthMm: number };
    };
    expect(whole.units.value).toMatch(/Munsell/);
    expect(whole.painting.widthMm).toBe(400);
    expect(whole.reading.masses.length).toBe(reading.masses.length);
  });

  test.each(['masses', 'findings', 'relations'])('a table of %s holds a row for each', async (table) => {
    const text = await (await get(`/photos/${photoId}/reading.csv?table=${table}`)).text();
    const rows = text.trimEnd().split('\r\n');
    const now = await ask(server, 'getReading', { params: { photoId } });
    const count =
      table === 'masses'
        ? now.masses.length
        : table === 'findings'
          ? now.findings.length
          : (now.account?.relations.length ?? 0);
    expect(rows).toHaveLength(count + 1);
    const columns = rows[0].split(',').length;
    // No cell of these has a quoted comma in the demo: every row is as wide as the head.
    for (const row of rows) expect(row.replace(/"[^"]*"/g, 'x').split(',')).toHaveLength(columns);
  });

  test('a table that is not known is refused', async () => {
    const response = await get(`/photos/${photoId}/reading.csv?table=secrets`);
    expect(response.status).toBe(422);
  });
});

test('the first guess stands, with its time', async () => {
  const again = await ask(server, 'setImpression', { params: { photoId }, body: { words: 'I knew it' } });
  expect(again.impression?.words).toBe('the spout is wrong');
  const { createdAt } = await ask(server, 'getReading', { params: { photoId } });
  expect((again.impression?.at ?? 'z') < createdAt).toBe(true);
});

test('whether things sit is kept with the photograph, and can be taken back', async () => {
  const seated = [{ at: [105, 150] as [number, number], sits: false }];
  expect((await ask(server, 'setSeated', { params: { photoId }, body: { seated } })).seated).toEqual(seated);
  const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  expect(sessions[0].photos.at(-1)?.seated).toEqual(seated);
  expect((await ask(server, 'setSeated', { params: { photoId }, body: { seated: [] } })).seated).toEqual([]);
  const refused = await send(server, 'setSeated', { params: { photoId: 'no-such-photo' }, body: { seated } });
  expect(refused.status).toBe(404);
});

test('what was dismissed stays silent in the next session while nothing is done there, with its reason', async () => {
  const id = await paintingWithReference(server);
  const first = await photographSession(server, id, 3);
  const before = await readWithCard(server, first.photo.id, 3);
  const [finding] = before.findings;
  const why = 'The wall is meant to be warm.';
  const said = await ask(server, 'decide', {
    params: { photoId: first.photo.id, index: 0 },
    body: { decision: 'dismissed', why },
  });
  expect(said.findings[0]).toMatchObject({ decision: 'dismissed', why, silenced: null });
  // The same paint photographed a session later: the same is found again.
  const second = await photographSession(server, id, 3, 1);
  const after = await readWithCard(server, second.photo.id, 3);
  const again = after.findings.find(
    ({ kind, region: { box } }) => kind === finding.kind && Math.abs(box[0] - finding.region.box[0]) < 20,
  );
  expect(again).toMatchObject({ silenced: { session: 1, why }, loud: false });
  expect(after.findings.filter(({ silenced }) => silenced)).toHaveLength(1);
  // Taken in a later session, it is no longer dismissed.
  const third = await photographSession(server, id, 3, 2);
  const { index } = again as ReadingDetail['findings'][number];
  await ask(server, 'decide', { params: { photoId: second.photo.id, index }, body: { decision: 'taken' } });
  expect((await readWithCard(server, third.photo.id, 3)).findings.every(({ silenced }) => silenced === null)).toBe(
    true,
  );
  await ask(server, 'decide', { params: { photoId: second.photo.id, index }, body: { decision: null } });
  expect(
    (await ask(server, 'getReading', { params: { photoId: third.photo.id } })).findings.some(
      ({ silenced }) => silenced,
    ),
  ).toBe(true);
  // What the plan took over is no silence: were the departure struck out of the plan, it would be found and said.
  await ask(server, 'decide', { params: { photoId: second.photo.id, index }, body: { decision: 'planned' } });
  expect(
    (await ask(server, 'getReading', { params: { photoId: third.photo.id } })).findings.every(
      ({ silenced }) => silenced === null,
    ),
  ).toBe(true);
  // Taken back, it speaks again.
  await ask(server, 'decide', { params: { photoId: first.photo.id, index: 0 }, body: { decision: null } });
  const spoken = await ask(server, 'getReading', { params: { photoId: second.photo.id } });
  expect(spoken.findings.every(({ silenced }) => silenced === null)).toBe(true);
});

test('on a scale of five steps findings and corrections are told in its own steps', async () => {
  const settings = await ask(server, 'getSettings', {});
  const said = async () => (await ask(server, 'getReading', { params: { photoId } })).findings;
  const ten = await said();
  await ask(server, 'putSettings', { body: { scaleSteps: 5 } });
  const five = await said();
  await ask(server, 'putSettings', { body: settings });
  const amounts = (findings: typeof ten) =>
    findings.flatMap(({ kind, amount, words }) => (kind === 'value' && Math.abs(amount) >= 0.4 ? [words] : []));
  expect(amounts(ten).length).toBeGreaterThan(0);
  amounts(ten).forEach((words, i) => expect(amounts(five)[i]).not.toBe(words));
  // Colour knows no steps.
  const colours = (findings: typeof ten) =>
    findings.filter(({ kind }) => kind === 'temperature').map(({ words }) => words);
  expect(colours(five)).toEqual(colours(ten));
});

describe('a drawing that governs', () => {
  const take = (source: BodyOf<'traceDrawing'>['source'], of = paintingId) =>
    send(server, 'traceDrawing', { params: { paintingId: of }, body: { source } });

  test('the painting as drawn in a session governs instead of the reference: its spout is no error any more', async () => {
    const drawing = await ask(server, 'traceDrawing', { params: { paintingId }, body: { source: { photoId } } });
    expect(drawing.name).toBe('session 1, as painted');
    expect(drawing.found?.most).toBeGreaterThan(4);
    await ask(server, 'changePlan', {
      params: { paintingId },
      body: { drawings: [drawing], governing: drawing.id },
    });
    expect((await ended(server, await ask(server, 'readPhoto', { params: { photoId } }))).state).toBe('done');
    const again = await ask(server, 'getReading', { params: { photoId } });
    const atSpout = ({ region: { box } }: (typeof again.findings)[number]) => box[0] < 70 && box[1] < 130;
    expect(again.findings.filter((one) => one.kind === 'drawing' && atSpout(one))).toEqual([]);
  });

  test('one of another painting, one not read and one that shows nothing are refused, and nothing changes', async () => {
    const { plan } = await ask(server, 'getPainting', { params: { paintingId } });
    const elsewhere = await paintingWithReference(server, 'Elsewhere');
    expect((await refusal(await take({ photoId }, elsewhere))).detail).toMatch(/belongs to another painting/);
    const unread = await photographSession(server, elsewhere, 1);
    expect((await refusal(await take({ photoId: unread.photo.id }, elsewhere))).detail).toMatch(/not been read yet/);
    const blank = sharp({ create: { width: 900, height: 675, channels: 3, background: '#bbb' } }).jpeg();
    const { references } = await ask(server, 'addFurtherReference', {
      params: { paintingId },
      body: { purpose: 'drawing' },
      file: { name: 'empty.jpg', bytes: await blank.toBuffer() },
    });
    const sheet = references.find(({ purpose }) => purpose === 'drawing');
    const no = await refusal(await take({ referenceId: sheet?.id ?? '' }));
    expect([no.code, no.detail]).toEqual(['drawing', expect.stringMatching(/Too little of the plan is found/)]);
    expect((await ask(server, 'getPainting', { params: { paintingId } })).plan?.version).toBe(plan?.version);
  });
});

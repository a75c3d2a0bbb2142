import { beforeAll, describe, expect, test } from 'vitest';
import type { BodyOf } from '../../src/contract';
import { linearFromLab, valueOfLightness } from '../../src/core/colour';
import { mapCorners } from '../../src/core/raster';
import { photograph, STUDIO, type Setup } from '../../src/demo/studio/camera';
import { luminance, type Rgb } from '../../src/demo/studio/colour';
import { jpegOf, openSubject } from '../../src/demo/studio/files';
import { pixel, type Sheet } from '../../src/demo/studio/scene';
import { ask, DEMO, ended, paintingWithReference, refusal, send, type Server } from '../server';
import { sharedStudio } from './shared';

// Prints of the reference with something done to them on purpose, photographed by the simulator: what is told must be
// what was done.
const SIZE = { widthMm: 400, heightMm: 300 };
let server: Pick<Server, 'url' | 'data'>;
let print: Sheet;
beforeAll(async () => {
  server = sharedStudio();
  print = (await openSubject(`${DEMO}/enamel-pot-reference.jpg`, null, { width: 1200, height: 900 })).picture;
});

const FRAME: Partial<Setup> = { width: 1600, height: 1200, yaw: 2, pitch: -1, easel: false, fill: 0.6 };
let shots = 0;
async function shotOf(sheet: Sheet, setup: Partial<Setup> = {}) {
  const shot = photograph(sheet, SIZE, { ...STUDIO, ...FRAME, ...setup, seed: 900 + shots });
  return {
    name: `shot-${shots++}.jpg`,
    bytes: new Uint8Array(await jpegOf(shot, 92)),
    patches: shot.patches,
    corners: shot.corners,
  };
}
/** A sheet with every pixel changed. */
const changed = (sheet: Sheet, change: (rgb: Rgb, x: number, y: number) => Rgb): Sheet => {
  const data = new Float32Array(sheet.data.length);
  for (let i = 0; i < sheet.width * sheet.height; i++)
    data.set(
      change(pixel(sheet, i), (i % sheet.width) / sheet.width, Math.floor(i / sheet.width) / sheet.height),
      3 * i,
    );
  return { ...sheet, data };
};

const detailOf = (paintingId: string) => ask(server, 'getPainting', { params: { paintingId } });
async function add(paintingId: string, shot: Awaited<ReturnType<typeof shotOf>>) {
  const { sessions } = await ask(server, 'addSession', { params: { paintingId }, body: {} });
  const { photo, job } = await ask(server, 'addPhoto', {
    params: { sessionId: sessions[sessions.length - 1].id },
    file: shot,
  });
  await ended(server, job);
  // Where they are not found surely a painter shows them.
  const [last] = (await detailOf(paintingId)).sessions.flatMap(({ photos }) => photos).slice(-1);
  if (!last.corners)
    await ask(server, 'setCorners', { params: { photoId: photo.id }, body: { corners: shot.corners as never } });
  if (shot.patches.length)
    await ask(server, 'setGreys', { params: { photoId: photo.id }, body: { greys: shot.patches } });
  return photo.id;
}
async function read(photoId: string) {
  const job = await ended(server, await ask(server, 'readPhoto', { params: { photoId } }));
  if (job.state !== 'done') throw new Error(`reading ended ${job.state}: ${job.problem}`);
  return ask(server, 'getReading', { params: { photoId } });
}
const wordsOf = ({ quality }: Awaited<ReturnType<typeof read>>) => quality.map(({ words }) => words).join(' ');
/** How strong the coloured masses are painted, as a share of their plan. */
const strengthOf = ({ masses }: Awaited<ReturnType<typeof read>>): number => {
  const strong = masses.filter(({ target, share }) => target.chroma > 15 && share > 0.01);
  return strong.reduce((sum, { painted, target }) => sum + painted.chroma / target.chroma, 0) / strong.length;
};
const box = ([x, y, w, h]: number[]): NonNullable<BodyOf<'learnGround'>['place']> => ({
  outlines: [
    [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ],
  ],
});

describe('the printed card', () => {
  test('is found by itself, its greys are the photo’s, and it tells when the canvas is not as large as was said', async () => {
    const paintingId = await paintingWithReference(server, 'With the card');
    const card = { card: false, printed: [9.4, 8, 6.5, 5, 3.5, 2], fill: 0.5 };
    const photoId = await add(paintingId, await shotOf(print, card));
    const photo = (await detailOf(paintingId)).sessions[0].photos[0];
    expect(photo.greys.map(({ value }) => value)).toEqual([9.4, 8, 6.5, 5, 3.5, 2]);
    expect(photo.card).toHaveLength(4);
    const reading = await read(photoId);
    expect(reading.light.method).toBe('card');
    expect(reading.quality.some(({ words }) => words.includes('ruler'))).toBe(false);
    for (const { difference, share } of reading.masses)
      if (share > 0.02) expect(Math.abs(difference.value)).toBeLessThan(0.3);

    const small = await ask(server, 'addPainting', {
      body: { title: 'Said too small', widthMm: 360, heightMm: 270, drewMe: '' },
    });
    const reference = {
      name: 'r.jpg',
      bytes: new Uint8Array(await (await import('node:fs/promises')).readFile(`${DEMO}/enamel-pot-reference.jpg`)),
    };
    await ask(server, 'addReference', { params: { paintingId: small.painting.id }, file: reference });
    const other = await add(small.painting.id, await shotOf(print, card));
    const { lines } = await ask(server, 'judgePhoto', { params: { photoId: other } });
    const said = lines.find(({ words }) => words.includes('ruler'))?.words ?? '';
    expect(Math.abs(Number(/about (\d+)/.exec(said)?.[1]) - 400)).toBeLessThan(8);
  });

  test('the painter’s own values for it hold for the photographs that follow', async () => {
    const cardValues = [9.2, 7.7, 6.1, 4.6, 3.2, 1.8];
    const settings = await ask(server, 'getSettings');
    await ask(server, 'putSettings', { body: { ...settings, cardValues } });
    const paintingId = await paintingWithReference(server, 'Own card');
    await add(paintingId, await shotOf(print, { card: false, printed: cardValues, fill: 0.5 }));
    const photo = (await detailOf(paintingId)).sessions[0].photos[0];
    expect(photo.greys.map(({ value }) => value)).toEqual(cardValues);
    expect(photo.greys.every(({ doubt }) => doubt === 0.05)).toBe(true);
    await ask(server, 'putSettings', { body: settings });
  });

  test('has fields for paints of the painter’s own: measured once, they tell a phone’s strong colours from a painter’s', async () => {
    const labs = [
      { L: 46, a: 38, b: 26 },
      { L: 70, a: 8, b: 44 },
      { L: 42, a: 4, b: -30 },
      { L: 52, a: -26, b: 16 },
    ];
    const paints = labs.map((lab) => linearFromLab(lab) as unknown as Rgb);
    const phone = { card: false, printed: [9.4, 8, 6.5, 5, 3.5, 2], fill: 0.5, vivid: 0.14, paints };
    const first = await paintingWithReference(server, 'As planned');
    const photoId = await add(first, await shotOf(print, phone));
    const { cardPaints } = await ask(server, 'learnPaints', { params: { photoId } });
    expect((await detailOf(first)).sessions[0].photos[0].greys).toHaveLength(10);
    // A picture of few colours does not tell what the phone did: as unsure as that are they measured.
    cardPaints?.forEach((paint, k) => {
      const [a, b] = paint?.ab ?? [0, 0];
      const off = Math.hypot(a - labs[k].a, b - labs[k].b);
      expect(off / (paint?.abDoubt ?? 0)).toBeLessThan(2);
      expect(paint?.value).toBeCloseTo(valueOfLightness(labs[k].L), 0);
    });
    // What a colour reader says of them is surer.
    const known = labs.map(({ L, a, b }) => ({
      value: valueOfLightness(L),
      ab: [a, b] as const,
      doubt: 0.05,
      abDoubt: 1,
    }));
    await ask(server, 'putSettings', { body: { cardPaints: known } });

    // Every colour painted an eighth stronger than planned: without the paints, a phone might have done it.
    const own = 1.12;
    const stronger = changed(print, (rgb) => {
      const grey = luminance(rgb);
      return rgb.map((v) => Math.max(0, grey + own * (v - grey))) as Rgb;
    });
    const second = await paintingWithReference(server, 'Stronger');
    const told = await read(await add(second, await shotOf(stronger, phone)));
    expect(wordsOf(told)).toContain('your paints on the card tell');
    expect(strengthOf(told)).toBeGreaterThan(1.06);
    expect(strengthOf(told)).toBeLessThan(1.2);

    // Next time without the paints: what was not painted on since tells the phone from the painter.
    const passage = changed(stronger, (rgb, x, y) => (x < 0.3 && y > 0.6 ? (rgb.map((v) => v * 0.7) as Rgb) : rgb));
    const plain = { vivid: 0.14, card: true, fill: 0.5 };
    const later = await read(await add(second, await shotOf(passage, plain)));
    expect(wordsOf(later)).toContain('not painted on since the last session');
    expect(strengthOf(later)).toBeGreaterThan(1.06);
    expect(strengthOf(later)).toBeLessThan(1.2);
    // By the plan alone it is not known what is whose.
    const alone = await paintingWithReference(server, 'Stronger, by the plan alone');
    const guessed = await read(await add(alone, await shotOf(passage, plain)));
    expect(Math.abs(strengthOf(guessed) - own)).toBeGreaterThan(Math.abs(strengthOf(later) - own) + 0.05);

    const bare = await add(second, await shotOf(print, { card: false, printed: phone.printed, fill: 0.5 }));
    const none = await refusal(await send(server, 'learnPaints', { params: { photoId: bare } }));
    expect([none.status, none.code]).toEqual([409, 'no-paints']);
    const without = await refusal(
      await send(server, 'learnPaints', { params: { photoId: await add(second, await shotOf(print)) } }),
    );
    expect(without.code).toBe('no-card');
    expect((await ask(server, 'getSettings')).cardPaints).toEqual(known);
    await ask(server, 'putSettings', { body: { cardPaints: null } });
  });

  test('comes as a sheet to print, true to size', async () => {
    const response = await fetch(`${server.url}/api/card.pdf`);
    const text = Buffer.from(await response.arrayBuffer()).toString('latin1');
    expect(response.headers.get('content-type')).toContain('application/pdf');
    expect(text.startsWith('%PDF-')).toBe(true);
    const [w, h] = (/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(text) ?? []).slice(1).map(Number);
    expect(w).toBeCloseTo((210 / 25.4) * 72, 0);
    expect(h).toBeCloseTo((297 / 25.4) * 72, 0);
  });
});

describe('how good a photograph is', () => {
  test('is told before it is read, with what it costs, and again when a grey is marked', async () => {
    const paintingId = await paintingWithReference(server, 'Judged');
    const shot = await shotOf(print, { fallOff: 1.2, yaw: 15, blurPx: 5 });
    const photoId = await add(paintingId, { ...shot, patches: [] });
    const before = await ask(server, 'judgePhoto', { params: { photoId } });
    expect(before.method).toBe('plan');
    const words = before.lines.map((line) => line.words).join(' ');
    for (const part of ['stops darker', 'Blurred by', 'off square', 'No patch of known grey'])
      expect(words).toContain(part);
    for (const { cost } of before.lines) expect(cost).toMatch(/\.$/);
    await ask(server, 'setGreys', { params: { photoId }, body: { greys: shot.patches } });
    const after = await ask(server, 'judgePhoto', { params: { photoId } });
    expect(after.method).toBe('card');
    expect(after.lines.length).toBeLessThan(before.lines.length);
    expect(after.lines.map((line) => line.words).join(' ')).not.toMatch(/No patch of known grey|tone curve/);
    expect((await detailOf(paintingId)).sessions[0].photos[0].readingId).toBeNull();
    // What was told is what the reading then says.
    expect((await read(photoId)).quality).toEqual(after.lines);
  });
});

test('corners and greys have a history, and what was set before can be used again', async () => {
  const paintingId = await paintingWithReference(server, 'History');
  const shot = await shotOf(print);
  const photoId = await add(paintingId, shot);
  const before = await ask(server, 'getHistory', { params: { photoId } });
  expect(before.corners.length).toBeGreaterThan(0);
  const [first] = before.corners;
  const moved = mapCorners(first.corners, ([x, y]): [number, number] => [x + 12, y - 7]);
  await ask(server, 'setCorners', { params: { photoId }, body: { corners: moved } });
  await ask(server, 'setGreys', { params: { photoId }, body: { greys: [] } });
  const after = await ask(server, 'getHistory', { params: { photoId } });
  expect(after.corners.map(({ corners }) => corners)).toEqual([moved, ...before.corners.map(({ corners }) => corners)]);
  expect(after.greys.map(({ greys }) => greys.length)).toEqual([0, 3]);
  await ask(server, 'setCorners', { params: { photoId }, body: { corners: after.corners[1].corners } });
  expect((await detailOf(paintingId)).sessions[0].photos[0].corners).toEqual(first.corners);
});

describe('the ground', () => {
  const OCHRE: Rgb = [0.46, 0.29, 0.145];

  test('learned from a photograph of the bare surface, it tells how much is covered; the first full cover is said', async () => {
    const paintingId = await paintingWithReference(server, 'On ochre');
    const bare = await add(paintingId, await shotOf(changed(print, () => OCHRE)));
    const { sessions } = await ask(server, 'changePhoto', { params: { photoId: bare }, body: { role: 'ground' } });
    const { ground } = sessions[0].photos[0].corners
      ? await ask(server, 'learnGround', { params: { photoId: bare }, body: { place: null } })
      : { ground: null };
    // Y of that ochre is 0.31: Munsell value 6.1.
    expect(Math.abs((ground?.colour?.value ?? 0) - 6.1)).toBeLessThan(0.15);
    const half = await add(paintingId, await shotOf(changed(print, (rgb, x) => (x < 0.4 ? OCHRE : rgb))));
    const reading = await read(half);
    expect(reading.coverage?.covered).toBeCloseTo(0.6, 1);
    expect(reading.firstCovered).toBe(false);
    // The bare part is read by nothing: no mass is called off for showing ground.
    expect(reading.findings.length).toBeLessThan(3);
    await ask(server, 'setGround', { params: { paintingId }, body: { keep: [box([0, 0, 164, 300])] } });
    expect((await ask(server, 'getReading', { params: { photoId: half } })).stale).toBe(true);
    expect((await read(half)).coverage?.covered).toBeGreaterThan(0.97);
    await ask(server, 'setGround', { params: { paintingId }, body: { keep: [] } });
    await read(half);
    const whole = await read(await add(paintingId, await shotOf(print)));
    expect(whole.coverage?.covered).toBeGreaterThan(0.98);
    expect(whole.firstCovered).toBe(true);
    expect((await read(await add(paintingId, await shotOf(print, { yaw: -3 })))).firstCovered).toBe(false);
  });

  test('a place too small to learn from is refused, and typed ground can be forgotten', async () => {
    const paintingId = await paintingWithReference(server, 'Small place');
    const photoId = await add(paintingId, await shotOf(print));
    const problem = await refusal(
      await send(server, 'learnGround', { params: { photoId }, body: { place: box([10, 10, 2, 2]) } }),
    );
    expect(problem.detail).toContain('Nothing was changed');
    const typed = await ask(server, 'setGround', {
      params: { paintingId },
      body: { colour: { value: 6, a: 8, b: 25 } },
    });
    expect(typed.ground).toMatchObject({ from: 'typed', colour: { value: 6 } });
    const none = await ask(server, 'setGround', { params: { paintingId }, body: { colour: null } });
    expect(none.ground).toMatchObject({ from: null, colour: null });
  });
});

test('a glaze over everything is one change and one finding, not a dozen', async () => {
  const paintingId = await paintingWithReference(server, 'Glazed');
  const first = await read(await add(paintingId, await shotOf(print)));
  expect(first.findings.length).toBeLessThan(2);
  expect(first.change).toBeNull();
  // A glaze is a film that lets less light through, and less of the blue.
  const glazed = changed(print, ([r, g, b]) => [0.74 * r, 0.64 * g, 0.5 * b]);
  const reading = await read(await add(paintingId, await shotOf(glazed, { yaw: -2 })));
  expect(reading.change).toMatch(/^Since session 1 the whole picture became .* darker/);
  expect(reading.findings.filter(({ kind }) => kind === 'value')).toHaveLength(1);
  // It takes more out of oranges than out of greys: the fruits and their glow may be told besides, each by itself.
  expect(reading.findings.length).toBeLessThan(5);
  expect(reading.findings[0]).toMatchObject({ name: 'whole picture', share: 1 });
});

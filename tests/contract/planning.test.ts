import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { beforeAll, describe, expect, test } from 'vitest';
import { APPROACHES } from '../../src/core/correct';
import type { Departure, Place } from '../../src/contract';
import {
  ask,
  DEMO,
  demoFile,
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
beforeAll(async () => {
  server = sharedStudio();
});

const readDemo = (name: string) => readFile(join(DEMO, name));
const detailOf = (paintingId: string) => ask(server, 'getPainting', { params: { paintingId } });
const KEY = { kind: 'absolute' as const, darkest: 1.6, white: 9.3, knots: [] };
const boxPlace = (x: number, y: number, w: number, h: number): Place => ({
  outlines: [
    [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ],
  ],
});
const departure = (change: Departure['change'], place: Place): Departure => ({
  id: crypto.randomUUID(),
  where: { place },
  change,
  why: '',
});

describe('references', () => {
  test('ten and more, each with what it is for; one governs; one put aside is kept', async () => {
    const paintingId = await paintingWithReference(server, 'Many references');
    for (const purpose of ['detail', 'colour', 'field study', 'set-up'] as const)
      await ask(server, 'addFurtherReference', {
        params: { paintingId },
        body: { purpose },
        file: await demoFile('plaster-shell-reference.jpg'),
      });
    const { references, plan } = await detailOf(paintingId);
    expect(references.map(({ governs }) => governs)).toEqual([true, false, false, false, false]);
    const [main, detail] = references;
    const words = {
      note: 'the handle',
      source: 'my own',
      permission: 'not needed',
      hour: 9,
      place: [100, 80, 60, 40] as [number, number, number, number],
    };
    const said = await ask(server, 'changeReference', { params: { referenceId: detail.id }, body: words });
    expect(said.references.find(({ id }) => id === detail.id)).toMatchObject(words);
    const no = await refusal(
      await send(server, 'changeReference', { params: { referenceId: main.id }, body: { aside: true } }),
    );
    expect(no.code).toBe('governs');
    const less = await ask(server, 'changeReference', { params: { referenceId: detail.id }, body: { aside: true } });
    expect(less.references).toHaveLength(4);
    const other = await ask(server, 'changeReference', {
      params: { referenceId: references[2].id },
      body: { governs: true },
    });
    expect(other.reference?.id).toBe(references[2].id);
    expect(other.plan?.version).toBe((plan?.version ?? 0) + 1);
  });

  test('a turned crop that leaves the picture is refused, one that fits is kept and carries the plan with it', async () => {
    const paintingId = await paintingWithReference(server, 'Turned');
    await ask(server, 'changePlan', { params: { paintingId }, body: { focal: { at: [200, 150], rx: 40, ry: 30 } } });
    const { reference } = await detailOf(paintingId);
    if (!reference) throw new Error('no reference');
    const params = { referenceId: reference.id };
    const [x, y, w, h] = reference.crop.box;
    const out = await refusal(
      await send(server, 'changeReference', { params, body: { crop: { box: [x, y, w, h], turn: 4 } } }),
    );
    expect(out.code).toBe('crop');
    const box: [number, number, number, number] = [x + w / 4, y + h / 4, w / 2, h / 2];
    const after = await ask(server, 'changeReference', { params, body: { crop: { box, turn: 4 } } });
    expect(after.reference?.crop).toMatchObject({ turn: 4, box });
    // The middle of the picture stays the middle under a crop half as large about it.
    expect(after.plan?.focal?.at[0]).toBeCloseTo(200, 0);
    expect(after.plan?.focal?.at[1]).toBeCloseTo(150, 0);
  });

  test('an audit says what the photograph hides', async () => {
    const paintingId = await paintingWithReference(server, 'Audited');
    const { reference } = await detailOf(paintingId);
    const audit = await ask(server, 'auditReference', { params: { referenceId: reference?.id ?? '' } });
    expect(audit.words.length).toBeGreaterThanOrEqual(3);
    expect(audit.crushed.share).toBeGreaterThanOrEqual(0);
    expect(audit.range.high).toBeGreaterThan(audit.range.low + 5);
  });

  test('its base picture is a PNG of reading size; a crop that is none is refused in words', async () => {
    const paintingId = await paintingWithReference(server, 'Base');
    const { reference } = await detailOf(paintingId);
    const url = `${server.url}/api/references/${reference?.id}/base.png`;
    const bytes = Buffer.from(await (await fetch(url)).arrayBuffer());
    expect(bytes.subarray(1, 4).toString()).toBe('PNG');
    expect([bytes.readUInt32BE(16), bytes.readUInt32BE(20)]).toEqual([800, 600]);
    expect((await refusal(await fetch(`${url}?crop=%7Bnot`))).code).toBe('input');
    expect((await fetch(`${url}?crop=${encodeURIComponent('{"box":[0,0,99999,9]}')}`)).status).toBe(422);
  });
});

describe('the plan', () => {
  test('a key that falls and a drawing that is not kept are refused; what was kept before stays', async () => {
    const paintingId = await paintingWithReference(server, 'Keyed');
    const falling = {
      ...KEY,
      kind: 'curve' as const,
      knots: [
        { reference: 2, paint: 6 },
        { reference: 8, paint: 3 },
      ],
    };
    const no = await refusal(await send(server, 'changePlan', { params: { paintingId }, body: { key: falling } }));
    expect(no.detail).toMatch(/must rise/);
    const one = await refusal(
      await send(server, 'changePlan', { params: { paintingId }, body: { key: { ...falling, knots: [] } } }),
    );
    expect(one.code).toBe('key');
    const lost = await refusal(
      await send(server, 'changePlan', { params: { paintingId }, body: { governing: crypto.randomUUID() } }),
    );
    expect(lost.code).toBe('drawing');
    expect((await detailOf(paintingId)).plan?.version).toBe(1);
  });

  test('masses merged and named; a drawing that governs brings its own back', async () => {
    const paintingId = await paintingWithReference(server, 'Drawn');
    const params = { paintingId };
    const masses = await ask(server, 'getMasses', { params });
    const [one, two] = masses;
    const edits = [{ kind: 'merge' as const, at: [one.at, two.at] }];
    const drawing = {
      id: crypto.randomUUID(),
      name: 'charcoal',
      keptAt: new Date().toISOString(),
      masses: 12,
      edits: [],
    };
    await ask(server, 'changePlan', { params, body: { edits, drawings: [drawing] } });
    expect(await ask(server, 'getMasses', { params })).toHaveLength(masses.length - 1);
    await ask(server, 'changePlan', { params, body: { governing: drawing.id } });
    expect(await ask(server, 'getMasses', { params })).toHaveLength(masses.length);
  });

  test('its edges are read for a change that is not kept; one that cannot be planned is refused', async () => {
    const params = { paintingId: await paintingWithReference(server, 'Edged') };
    const kept = await ask(server, 'readEdgePlan', { params, body: {} });
    const looks = kept.flatMap(({ places }) => places.map(({ planned }) => planned));
    expect(looks.filter(({ widthMm, contrast }) => widthMm !== null && Math.abs(contrast) > 1).length).toBeGreaterThan(
      40,
    );
    const gone = [departure({ kind: 'left-out' }, boxPlace(10, 10, 150, 70))];
    const fewer = await ask(server, 'readEdgePlan', { params, body: { masses: 4, departures: gone } });
    expect(fewer.length).toBeLessThan(kept.length);
    const { plan } = await detailOf(params.paintingId);
    expect(plan).toMatchObject({ version: 1, departures: [] });
    const body = { key: { ...KEY, kind: 'curve' as const, knots: [] } };
    expect((await refusal(await send(server, 'readEdgePlan', { params, body }))).code).toBe('key');
    const { painting: bare } = await ask(server, 'addPainting', {
      body: { title: 'Bare', widthMm: 300, heightMm: 200 },
    });
    const none = await refusal(await send(server, 'readEdgePlan', { params: { paintingId: bare.id }, body: {} }));
    expect(none.detail).toMatch(/no reference yet/);
  });

  test('readings name their plan; old sessions are read again on request, and a departure changes what is found', async () => {
    const paintingId = await paintingWithReference(server, 'Departed');
    const params = { paintingId };
    const { photo } = await photographSession(server, paintingId, 5);
    const before = await readWithCard(server, photo.id, 5);
    const lighter = departure({ kind: 'value', steps: 1.5 }, boxPlace(10, 10, 150, 70));
    await ask(server, 'changePlan', { params, body: { departures: [lighter] } });
    const jobs = await ask(server, 'rereadPainting', { params });
    expect(jobs).toHaveLength(1);
    for (const job of jobs) expect((await ended(server, job)).state).toBe('done');
    const after = await ask(server, 'getReading', { params: { photoId: photo.id } });
    expect(after.planVersion).toBe((before.planVersion ?? 0) + 1);
    const dark = after.findings.find(
      ({ kind, region: { box }, amount }) => kind === 'value' && box[1] < 60 && box[0] < 120 && amount < -0.8,
    );
    expect(dark?.words).toMatch(/lighter/);
    const plans = await ask(server, 'listPlans', { params });
    expect(plans.map(({ version, readings }) => [version, readings])).toEqual([
      [2, 1],
      [1, 1],
    ]);
    // A light that was to be kept is told apart from what merely differs.
    const reserved = {
      id: crypto.randomUUID(),
      where: { place: boxPlace(20, 20, 100, 40) },
      label: 'reserved' as const,
      since: new Date().toISOString(),
    };
    await ask(server, 'changePlan', { params, body: { passages: [reserved] } });
    for (const job of await ask(server, 'rereadPainting', { params })) await ended(server, job);
    const kept = await ask(server, 'getReading', { params: { photoId: photo.id } });
    expect(kept.lostLights[0]).toMatch(/light you meant to keep is one step and (a quarter|a half).* darker/);
    // The same place ignored is silent.
    await ask(server, 'changePlan', {
      params,
      body: { departures: [lighter, departure({ kind: 'ignored' }, boxPlace(5, 5, 160, 80))] },
    });
    for (const job of await ask(server, 'rereadPainting', { params })) await ended(server, job);
    const silent = await ask(server, 'getReading', { params: { photoId: photo.id } });
    expect(
      silent.findings.filter(({ amount, region: { box } }) => amount < -0.8 && box[1] < 60 && box[0] < 120),
    ).toEqual([]);
  });
});

describe('set-up', () => {
  test('frame, approach and stage are kept; what cannot be is refused', async () => {
    const paintingId = await paintingWithReference(server, 'Set up');
    const params = { paintingId };
    const { painting } = await detailOf(paintingId);
    const approach = { ...APPROACHES[0], stages: APPROACHES[0].stages.map((s) => ({ ...s, loud: [...s.loud] })) };
    const setUp = {
      ...painting.setUp,
      rebate: { top: 6, right: 6, bottom: 6, left: 6 },
      approach,
      stage: approach.stages[0].id,
    };
    const after = await ask(server, 'changePainting', { params, body: { setUp } });
    expect(after.painting.setUp).toMatchObject({ rebate: { top: 6 }, stage: approach.stages[0].id });
    const wide = { ...setUp, rebate: { top: 200, right: 0, bottom: 95, left: 0 } };
    expect((await refusal(await send(server, 'changePainting', { params, body: { setUp: wide } }))).code).toBe(
      'rebate',
    );
    const lost = { ...setUp, stage: 'nowhere' };
    expect((await refusal(await send(server, 'changePainting', { params, body: { setUp: lost } }))).code).toBe('stage');
  });

  test('another size crops the reference anew before the first session, and is refused after it', async () => {
    const paintingId = await paintingWithReference(server, 'Resized');
    const params = { paintingId };
    const square = await ask(server, 'changePainting', { params, body: { widthMm: 300, heightMm: 300 } });
    const [, , w, h] = square.reference?.crop.box ?? [0, 0, 0, 1];
    expect(w / h).toBeCloseTo(1, 2);
    await ask(server, 'addSession', { params, body: {} });
    const no = await refusal(await send(server, 'changePainting', { params, body: { widthMm: 310 } }));
    expect(no.detail).toMatch(/300 x 300 mm/);
  });

  test('a stage decides which findings are loud', async () => {
    const paintingId = await paintingWithReference(server, 'Staged');
    const params = { paintingId };
    const { photo } = await photographSession(server, paintingId, 1);
    const all = await readWithCard(server, photo.id, 1);
    expect(all.findings.every(({ loud }) => loud)).toBe(true);
    const { painting, undecided } = await detailOf(paintingId);
    const stage = {
      id: 's',
      name: 'block-in',
      asks: 'big values',
      why: '',
      otherwise: '',
      loud: ['value' as const],
      coarse: 2,
    };
    const setUp = {
      ...painting.setUp,
      approach: { id: 'mine', name: 'mine', summary: '', stages: [stage] },
      stage: 's',
    };
    const after = await ask(server, 'changePainting', { params, body: { setUp } });
    const staged = await ask(server, 'getReading', { params: { photoId: photo.id } });
    expect(staged.stage).toBe('block-in');
    const loud = staged.findings.filter((one) => one.loud);
    expect(loud.every(({ kind, amount }) => kind === 'value' && Math.abs(amount) >= 0.72)).toBe(true);
    expect(loud.length).toBeLessThan(staged.findings.length);
    expect(after.undecided).toBe(loud.length);
    expect(after.undecided).toBeLessThan(undecided);
  });
});

describe('without a reference', () => {
  test('a painting from memory is photographed, squared, lit and noted; what needs a plan says so', async () => {
    const { painting } = await ask(server, 'addPainting', {
      body: { title: 'From memory', widthMm: 400, heightMm: 300 },
    });
    const params = { paintingId: painting.id };
    expect((await detailOf(painting.id)).next).toBe('add-reference');
    const after = await ask(server, 'changePainting', {
      params,
      body: { setUp: { ...painting.setUp, from: 'memory' } },
    });
    expect(after.next).toBe('start-session');
    const { photo } = await photographSession(server, painting.id, 5);
    const corners = JSON.parse((await readDemo('enamel-pot-session-5.json')).toString()).corners;
    await ask(server, 'setCorners', { params: { photoId: photo.id }, body: { corners } });
    const reading = await readWithCard(server, photo.id, 5);
    expect(reading).toMatchObject({ planVersion: null, masses: [], findings: [], stale: false });
    expect(reading.light.method).toBe('card');
    const flat = await fetch(`${server.url}/api/photos/${photo.id}/flat.jpg`);
    expect(flat.headers.get('content-type')).toBe('image/jpeg');
    const place = boxPlace(50, 50, 60, 60);
    const no = await refusal(await send(server, 'measure', { params: { photoId: photo.id }, body: { place } }));
    expect(no.code).toBe('no-plan');
    const note = { photoId: photo.id, place, kind: 'value' as const, name: 'corner', words: 'Quieter.' };
    expect((await ask(server, 'addCorrection', { params, body: note })).own).toBe(true);
    // A reference found later gives it a plan, and the next reading compares.
    await ask(server, 'addReference', { params, file: await demoFile('enamel-pot-reference.jpg') });
    await ended(server, await ask(server, 'readPhoto', { params: { photoId: photo.id } }));
    expect((await ask(server, 'getReading', { params: { photoId: photo.id } })).masses.length).toBeGreaterThan(4);
  });
});

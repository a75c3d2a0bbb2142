import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import type { Finding, Kind } from '../../core/kinds';

/**
 * A kind that nobody has heard of: hard specks of light on the painting that the plan has not. Its one record; its row
 * is below.
 */
const specks = vi.hoisted(() => async (): Promise<Kind> => {
  const { boxOf, placeOfPixels, pixelsIn } = await import('../../core/raster');
  const { compare } = await import('../../core/read');
  const HARD = 1.5; // steps
  return {
    name: 'specks' as Finding['kind'],
    unit: 'step',
    digits: 1,
    shows: 'value',
    restsOn: 'value',
    least: HARD,
    settledWithin: 0.3,
    always: false,
    calledWith: null,
    byLandmark: false,
    find: ({ reading, uncertainty }) => {
      const { map, aligned } = reading;
      const cells = Uint8Array.from(map.value, (by) => (by > HARD ? 1 : 0));
      const place = placeOfPixels(cells, map);
      const box = boxOf(place);
      const seen = box && compare(aligned, pixelsIn(place, aligned), uncertainty);
      if (!box || !seen) return [];
      const { target, painted, difference } = seen;
      const amount = difference.value;
      const said = { massId: -1, place, region: { box }, target, painted, difference, uncertainty: seen.uncertainty };
      return [{ ...said, kind: 'specks' as 'value', share: 0.01, weight: 9, amount, towards: null }];
    },
    claim: () => null,
    explains: () => false,
    times: ({ amount }) => Math.abs(amount) / HARD,
    waitsForLight: () => false,
    doubt: () => 0.1,
    towards: () => null,
    instruction: () => 'take the specks down',
    request: (_, place) => `take the specks of ${place} down`,
    evidence: () => 'Specks.',
    basis: () => 'Specks were counted.',
    departure: () => null,
    named: () => null,
    sameWay: () => true,
    untouched: () => false,
    sighting: (_, { paint }) => ({ difference: paint.difference.value, uncertainty: 0.1, towards: null }),
  };
});

vi.mock('../../core/kinds/kinds', async (original) => {
  const real = await original<typeof import('../../core/kinds/kinds')>();
  const KINDS: Record<string, Kind> = { ...real.KINDS, specks: await specks() };
  return {
    ...real,
    KINDS,
    FINDING_KINDS: Object.keys(KINDS),
    kindOf: (kind: string) => KINDS[kind],
    everyKind: () => Object.values(KINDS),
  };
});

let folder: string;
let db: Knex;
beforeAll(async () => {
  const { openDatabase } = await import('../store/database');
  folder = await mkdtemp(join(tmpdir(), 'revlin-kind-'));
  db = await openDatabase(join(folder, 'studio.sqlite'));
});
afterAll(async () => {
  await db.destroy();
  await rm(folder, { recursive: true });
});

test('a new kind is found, said, taken, checked and settled without another line', async () => {
  const { ask, inBox, planned } = await import('../../core/session/testScene');
  const { readSession } = await import('../../core/session');
  const { FindingOfReading } = await import('../../contract');
  const { decide } = await import('../correction/deciding');
  const { correctionsOf } = await import('../correction/correctionsOf');
  const { describeReading } = await import('./describeReading');
  const { keepFindings } = await import('./findingRows');
  const { PROGRAM } = await import('../studio/studio');

  // Found, and said.
  const SPECK = [330, 240, 26, 26] as const;
  const specked = (x: number, y: number) => (inBox(SPECK, x, y) ? 8 : planned(x, y));
  const first = await readSession(ask(specked));
  const found = first.against?.findings ?? [];
  const own = found.find(({ kind }) => String(kind) === 'specks');
  expect(own?.amount).toBeGreaterThan(1.5);

  // Kept and taken.
  let n = 0;
  const newId = () => `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`;
  const at = '2026-01-01T10:00:00.000Z';
  const insert = async (table: string, row: object) => {
    const id = newId();
    await db(table).insert({ id, ...row });
    return id;
  };
  await db('image').insert({ sha256: 'a', bytes: 1, format: 'jpeg', width: 900, height: 700, addedAt: at });
  const paintingId = await insert('painting', { title: 'Pot', widthMm: 400, heightMm: 300, drewMe: '', createdAt: at });
  const sessionId = await insert('session', { paintingId, number: 1, date: '2026-01-01', intention: '' });
  const photoId = await insert('photo', { sessionId, sha256: 'a', fileName: 'f.jpg', addedAt: at, lookedAt: 1 });
  const { flat, against } = first;
  const result = {
    light: flat.light,
    glareShare: 0,
    glare: null,
    blurMm: null,
    quality: [],
    account: against?.account,
  };
  const readingId = await insert('reading', {
    photoId,
    algorithm: 1,
    inputs: 'x',
    result: JSON.stringify(result),
    createdAt: at,
  });
  await keepFindings(db, { readingId, photoId, paintingId, session: 1 }, { findings: found, masses: [], newId });
  const world = { now: () => new Date(at), newId };
  const studio = { db, world, hand: PROGRAM } as Parameters<typeof decide>[0];
  const { findings } = await describeReading(studio, photoId);
  const index = findings.findIndex(({ kind }) => String(kind) === 'specks');
  expect(FindingOfReading.parse(findings[index])).toMatchObject({
    words: expect.stringMatching(/^Take the specks of .* down\.$/),
  });
  const after = await decide(studio, { photoId, index, decision: 'taken' });
  expect(after.findings[index].decision).toBe('taken');

  // Checked by the next photograph: half gone it is closer, gone it is settled.
  const row = await db('correction').first();
  const asked = {
    kind: row.kind,
    towards: row.towards,
    place: JSON.parse(row.place),
    difference: row.difference,
    uncertainty: row.uncertainty,
    last: null,
  };
  const verdictAt = async (value: number) => {
    const painted = (x: number, y: number) => (inBox(SPECK, x, y) ? planned(x, y) + value : planned(x, y));
    return (await readSession(ask(painted, { corrections: [asked] }))).checks[0];
  };
  expect(await verdictAt(1)).toMatchObject({ verdict: 'closer' });
  const settled = await verdictAt(0);
  expect(settled).toMatchObject({ verdict: 'settled' });
  await insert('correction_check', {
    correctionId: row.id,
    readingId,
    before: row.difference,
    ...settled,
    checkedAt: at,
  });
  expect((await correctionsOf(db, [row]))[0].checks).toMatchObject([{ verdict: 'settled' }]);
});

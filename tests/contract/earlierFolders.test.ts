import { createHash } from 'node:crypto';
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, DEMO, ended, send, startServer, type Server } from '../server';

// Folders as the releases themselves have kept them: a painting of two sessions at every shape the database has had,
// and the demo.
// Of the pictures only the originals are here; everything else is made from them again.
const FOLDERS = join(process.cwd(), 'tests/fixtures/folders');
const LEVELS = [
  '001',
  '002',
  '003',
  '004',
  '006',
  '007',
  '008',
  '009',
  '010',
  '011',
  '012',
  '013',
  '014',
  '015',
  '016',
];

type Row = Record<string, unknown>;
type Tables = Record<string, Row[]>;
const keyOf = ({ id, sha256, name }: Row) => String(id ?? sha256 ?? name);

/** Every row of a studio, by table. */
function rowsOf(file: string): Tables {
  const database = new Database(file, { readonly: true });
  try {
    const names = database
      .prepare(
        "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'knex%' AND name NOT LIKE 'sqlite%'",
      )
      .pluck()
      .all() as string[];
    return Object.fromEntries(names.map((name) => [name, database.prepare(`SELECT * FROM ${name}`).all() as Row[]]));
  } finally {
    database.close();
  }
}

/** A folder as it was left, with its originals. */
async function unpacked(name: string, pictures: string): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), `revlin-${name}-`));
  await writeFile(join(folder, 'studio.sqlite'), gunzipSync(await readFile(join(FOLDERS, `${name}.sqlite.gz`))));
  for (const file of await readdir(pictures)) {
    if (!file.endsWith('.jpg')) continue;
    const bytes = await readFile(join(pictures, file));
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const path = join(folder, 'originals', sha256.slice(0, 2), sha256);
    await mkdir(dirname(path), { recursive: true });
    await writeFile(path, bytes);
  }
  return folder;
}

const MOVED: Record<string, readonly string[]> = {
  painting: ['onEaselSince'],
  plan: ['key', 'masses', 'names'],
  reading: ['result'],
  correction: ['readingId', 'findingIndex'],
  decision: ['readingId', 'findingIndex'],
};

/** What of a row is not as it was, and did not move elsewhere by a step that is named. */
function changesIn(before: Tables, after: Tables): string[] {
  const out: string[] = [];
  for (const [table, rows] of Object.entries(before)) {
    const now = new Map((after[table] ?? []).map((row) => [keyOf(row), row]));
    for (const row of rows) {
      const kept = now.get(keyOf(row));
      if (!kept) out.push(`${table} ${keyOf(row)} is gone`);
      else
        for (const [column, value] of Object.entries(row))
          if (!MOVED[table]?.includes(column) && JSON.stringify(kept[column]) !== JSON.stringify(value))
            out.push(`${table}.${column} of ${keyOf(row)}: ${String(value)} is ${String(kept[column])}`);
    }
  }
  return out;
}

const json = (value: unknown) => JSON.parse(String(value)) as Row & { masses?: Row[]; findings?: Row[] };

/** What moved is where it moved to. */
function expectMoved(before: Tables, after: Tables): void {
  const content = (table: string, readingId: unknown) =>
    after[table]
      .filter((row) => row.readingId === readingId)
      .sort((a, b) => Number(a.position) - Number(b.position))
      .map((row) => json(row.content));
  for (const reading of before.reading) {
    const { masses, findings, ...rest } = json(reading.result);
    const now = after.reading.find(({ id }) => id === reading.id);
    expect(json(now?.result)).toEqual(rest);
    if (masses) expect(content('mass_reading', reading.id)).toEqual(masses);
    if (findings) expect(content('finding', reading.id)).toEqual(findings);
  }
  const finding = new Map(after.finding.map((row) => [row.id, row]));
  for (const table of ['correction', 'decision'])
    for (const row of before[table]) {
      if (!('findingIndex' in row) || row.findingIndex === null) continue;
      const now = after[table].find(({ id }) => id === row.id);
      expect(finding.get(now?.findingId)).toMatchObject({ readingId: row.readingId, position: row.findingIndex });
    }
  for (const plan of before.plan) {
    if (!('names' in plan)) continue;
    const now = json(after.plan.find(({ id }) => id === plan.id)?.content);
    expect(now).toMatchObject({ key: { kind: plan.key }, masses: plan.masses, names: json(plan.names) });
  }
  const easel = before.painting.filter(({ onEaselSince }) => onEaselSince);
  for (const { id, onEaselSince } of easel)
    expect(after.easel).toContainEqual(expect.objectContaining({ paintingId: id, since: onEaselSince }));
}

describe.each(LEVELS)('a folder kept at %s', (level) => {
  let server: Server;
  let before: Tables;
  beforeAll(async () => {
    const data = await unpacked(level, FOLDERS);
    before = rowsOf(join(data, 'studio.sqlite'));
    server = await startServer({ data });
  });
  afterAll(() => server.stop());

  test('opens with nothing lost, row by row', () => {
    const after = rowsOf(join(server.data, 'studio.sqlite'));
    expect(changesIn(before, after)).toEqual([]);
    expectMoved(before, after);
  });

  test('is shown as it was, and read on', async () => {
    const [{ id, title }] = await ask(server, 'listPaintings');
    expect(title).toBe(`Pot, kept at ${level}`);
    const params = { paintingId: id };
    const { sessions, corrections, plan } = await ask(server, 'getPainting', { params });
    expect(sessions.map(({ intention, minutes, photos }) => [intention, minutes, photos.length])).toEqual([
      ['session 1', 90, 1],
      ['session 2', 90, 1],
    ]);
    expect(corrections.map(({ name, words, open }) => [name, words, open])).toEqual(
      // What is said of a finding is kept only where the painter changed it: the rest is said anew.
      before.correction.map(({ name, words, open }) => [name, words || expect.stringMatching(/\w/), open === 1]),
    );
    expect(corrections.flatMap(({ checks }) => checks)).toHaveLength(before.correction_check.length);
    expect(plan?.version).toBe(before.plan.length);
    const photoId = sessions[0].photos[0].id;
    const was = await ask(server, 'getReading', { params: { photoId } });
    const said = was.findings.filter(({ decision, silenced }) => decision || silenced);
    expect(said.map(({ decision }) => decision).sort()).toEqual(before.decision.map(({ decision }) => decision).sort());
    const job = await ended(server, await ask(server, 'readPhoto', { params: { photoId } }));
    expect(job).toMatchObject({ state: 'done' });
    const now = await ask(server, 'getReading', { params: { photoId } });
    expect(now.algorithm).toBeGreaterThanOrEqual(was.algorithm);
    // What is found again is still taken, and once.
    const threads = new Set(said.filter(({ decision }) => decision === 'taken').map(({ thread }) => thread));
    const again = now.findings.filter(({ thread }) => threads.has(thread));
    expect(again.every(({ decision }) => decision === 'taken')).toBe(true);
    expect((await ask(server, 'getPainting', { params })).corrections.filter(({ open }) => open)).toHaveLength(
      corrections.filter(({ open }) => open).length,
    );
  });
});

describe('the demo as it was kept at 014', () => {
  let server: Server;
  let before: Tables;
  beforeAll(async () => {
    const data = await unpacked('demo-014', DEMO);
    before = rowsOf(join(data, 'studio.sqlite'));
    server = await startServer({ data });
  });
  afterAll(async () => {
    await server.stop();
    await rm(server.data, { recursive: true, force: true });
  });

  test('opens with nothing lost, row by row', () => {
    const after = rowsOf(join(server.data, 'studio.sqlite'));
    expect(changesIn(before, after)).toEqual([]);
    expectMoved(before, after);
  });

  test('every painting, reading, plan and picture of it is shown', async () => {
    const paintings = await ask(server, 'listPaintings');
    expect(paintings).toHaveLength(before.painting.length);
    let readings = 0;
    for (const { id } of paintings) {
      const { sessions } = await ask(server, 'getPainting', { params: { paintingId: id } });
      expect((await ask(server, 'listPlans', { params: { paintingId: id } })).length).toBeGreaterThan(0);
      for (const { id: photoId, readingId } of sessions.flatMap(({ photos }) => photos)) {
        if (!readingId) continue;
        readings++;
        const { findings, masses } = await ask(server, 'getReading', { params: { photoId } });
        const { result } = before.reading.find((row) => row.id === readingId) ?? {};
        expect([findings.length, masses.length]).toEqual([json(result).findings?.length, json(result).masses?.length]);
      }
    }
    expect(readings).toBe(new Set(before.reading.map(({ photoId }) => photoId)).size);
    const [{ id: paintingId, latestPhotoId }] = paintings;
    expect((await fetch(`${server.url}/api/photos/${latestPhotoId}/preview.jpg`)).status).toBe(200);
    const changed = await send(server, 'changePlan', {
      params: { paintingId },
      body: { palette: 'kept and changed on' },
    });
    expect(changed.status).toBe(200);
  });
});

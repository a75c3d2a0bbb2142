import Database from 'better-sqlite3';
import knex from 'knex';
import { cp, mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { chance } from '../../src/demo/studio/chance';
import { check, isSound } from '../../src/server/safekeeping/check';
import { MIGRATIONS, migrationSource } from '../../src/server/store/migrations';
import { ask, launch, send, startServer, type Server } from '../server';
import { smallPainting, smallPicture, smallSession } from './studioUnderLoad';

/** Kills of each kind that must have come while the work was under way; REVLIN_KILLS=300 for a long run. */
const EACH = Math.ceil(Number(process.env.REVLIN_KILLS ?? 60) / 6);
/** Kills that must come while a studio is brought up to date. */
const LEAST = 8;
const random = chance(20261127);
const soon = (ms: number) => new Promise((later) => setTimeout(later, ms));
const folders: string[] = [];
afterAll(() => Promise.all(folders.map((folder) => rm(folder, { recursive: true, force: true }))));
const newFolder = async () => {
  const folder = await mkdtemp(join(tmpdir(), 'revlin-kill-'));
  folders.push(folder);
  return folder;
};

/** What the server has said yes to: it must be there after any kill. */
interface Acknowledged {
  readonly photos: Set<string>;
  plan: number;
  decided: number;
}

/** One kind of work: begun, killed after a random time, looked at after the restart. */
interface Work {
  /** begins it; @returns ends when it is done, or when the server is gone */
  begin(server: Server): Promise<void>;
  /** longest time until the kill, ms */
  readonly within: number;
}

async function survive(server: Server, { begin, within }: Work): Promise<{ server: Server; inside: boolean }> {
  let done = false;
  const working = begin(server).then(
    () => (done = true),
    () => undefined,
  );
  await soon(random() * within);
  const inside = !done;
  await server.kill();
  await working;
  return { server: await startServer({ data: server.data }), inside };
}

test('killed in the middle of uploads, readings, plans, decisions and batches: what was acknowledged is there, the rest is whole or absent', async () => {
  let server = await startServer({ data: await newFolder() });
  const { data } = server;
  const paintingId = await smallPainting(server, 'Killed again and again');
  const read = await smallSession(server, paintingId, 1);
  let job = await ask(server, 'readPhoto', { params: { photoId: read } });
  while (job.state === 'queued' || job.state === 'running')
    job = await ask(server, 'getJob', { params: { jobId: job.id } });
  expect(job.state).toBe('done');
  const known: Acknowledged = { photos: new Set([read]), plan: 1, decided: 0 };
  let copy = 100;

  const works: Record<string, Work> = {
    upload: {
      within: 160,
      begin: async (on) => {
        const { sessions } = await ask(on, 'getPainting', { params: { paintingId } });
        const file = await smallPicture('enamel-pot-session-2.jpg', { width: 1600, copy: ++copy });
        const { photo } = await ask(on, 'addPhoto', { params: { sessionId: sessions[0].id }, file });
        known.photos.add(photo.id);
      },
    },
    reading: {
      within: 900,
      begin: async (on) => {
        const first = await ask(on, 'setAreas', {
          params: { photoId: read },
          body: {
            areas: [
              {
                place: {
                  outlines: [
                    [
                      [copy % 50, 9],
                      [90, 9],
                      [9, 90],
                    ],
                  ],
                },
                read: false,
              },
            ],
          },
        });
        copy++;
        let job = await ask(on, 'readPhoto', { params: { photoId: first.id } });
        while (job.state === 'queued' || job.state === 'running')
          job = await ask(on, 'getJob', { params: { jobId: job.id } });
      },
    },
    plan: {
      within: 120,
      begin: async (on) => {
        for (;;) {
          const { plan } = await ask(on, 'changePlan', { params: { paintingId }, body: { masses: 4 + (++copy % 30) } });
          known.plan = plan?.version ?? 0;
        }
      },
    },
    decision: {
      within: 120,
      begin: async (on) => {
        for (;;) {
          const why = `reason ${++copy}`;
          await ask(on, 'decide', { params: { photoId: read, index: 0 }, body: { decision: 'dismissed', why } });
          known.decided++;
        }
      },
    },
    batch: {
      within: 420,
      begin: async (on) => {
        for (let day = 1; day <= 4; day++) {
          const file = await smallPicture('enamel-pot-session-3.jpg', { width: 1200, copy: ++copy });
          const body = { modified: `2026-0${day}-11T10:00:00.000Z` };
          const { photo } = await ask(on, 'sortPhoto', { params: { paintingId }, file, body });
          known.photos.add(photo.id);
        }
      },
    },
  };

  const inside = new Map(Object.keys(works).map((name) => [name, 0]));
  for (let round = 0; [...inside.values()].some((n) => n < EACH); round++) {
    expect(round, `kills that came too late: ${JSON.stringify([...inside])}`).toBeLessThan(6 * EACH);
    for (const [name, work] of Object.entries(works)) {
      if ((inside.get(name) ?? 0) >= EACH) continue;
      const after = await survive(server, work);
      server = after.server;
      if (after.inside) inside.set(name, (inside.get(name) ?? 0) + 1);
      const detail = await ask(server, 'getPainting', { params: { paintingId } });
      const photos = new Set(detail.sessions.flatMap((session) => session.photos.map(({ id }) => id)));
      expect(
        [...known.photos].filter((id) => !photos.has(id)),
        name,
      ).toEqual([]);
      expect(detail.plan?.version, name).toBeGreaterThanOrEqual(known.plan);
      expect(await readdir(join(data, 'unfinished')), name).toEqual([]);
      expect((await ask(server, 'getReading', { params: { photoId: read } })).findings, name).toBeInstanceOf(Array);
    }
  }
  await server.end();
  const database = new Database(join(data, 'studio.sqlite'), { readonly: true });
  expect(database.prepare('SELECT count(*) FROM decision').pluck().get()).toBeGreaterThanOrEqual(known.decided);
  database.close();
  const report = await check(data);
  expect(report).toMatchObject({ originals: { missing: [], damaged: [] }, database: { whole: true, problems: [] } });
  expect(isSound(report)).toBe(true);
  process.stdout.write(`kills inside: ${[...inside].map(([name, n]) => `${name} ${n}`).join(', ')}\n`);
});

const id = (kind: number, n = 0) => `0000000${kind}-0000-4000-8000-${String(n).padStart(12, '0')}`;
const [PAINTING, REFERENCE, SESSION, PHOTO] = [id(1), id(2), id(3), id(4)];

/** A studio as an earlier version kept it, with enough in it that bringing it up to date takes a while. */
async function oldStudio(folder: string): Promise<void> {
  const first = MIGRATIONS.slice(0, 8);
  const db = knex({
    client: 'better-sqlite3',
    connection: { filename: join(folder, 'studio.sqlite') },
    useNullAsDefault: true,
    pool: { min: 1, max: 1 },
  });
  await db.raw('PRAGMA journal_mode = WAL');
  await db.migrate.latest({ migrationSource: { ...migrationSource, getMigrations: async () => [...first] } });
  const at = '2026-01-01T10:00:00.000Z';
  await db('image').insert({ sha256: 'a'.repeat(64), bytes: 1, format: 'jpeg', width: 400, height: 300, addedAt: at });
  await db('painting').insert({
    id: PAINTING,
    title: 'Pot',
    widthMm: 400,
    heightMm: 300,
    drewMe: '',
    createdAt: at,
    onEaselSince: at,
  });
  await db('reference').insert({
    id: REFERENCE,
    paintingId: PAINTING,
    sha256: 'a'.repeat(64),
    fileName: 'r.jpg',
    crop: '[0,0,400,300]',
    governs: 1,
    addedAt: at,
  });
  await db('session').insert({ id: SESSION, paintingId: PAINTING, number: 1, date: '2026-01-01', intention: '' });
  await db('photo').insert({
    id: PHOTO,
    sessionId: SESSION,
    sha256: 'a'.repeat(64),
    fileName: 'f.jpg',
    addedAt: at,
    lookedAt: 1,
  });
  const ring = Array.from({ length: 1200 }, (_, i) => [200 + 150 * Math.cos(i / 191), 150 + 100 * Math.sin(i / 191)]);
  const result = JSON.stringify({
    masses: [{ id: 77, place: { outlines: [ring] }, centre: [0.5, 0.5] }],
    findings: [],
  });
  for (let version = 1; version <= 8; version++) {
    await db('plan').insert({
      id: id(5, version),
      paintingId: PAINTING,
      referenceId: REFERENCE,
      version,
      crop: '[0,0,400,300]',
      key: 'range',
      masses: 9,
      names: '{"77":"pot"}',
      createdAt: at,
    });
    await db('reading').insert({
      id: id(6, version),
      photoId: PHOTO,
      planId: id(5, version),
      algorithm: 11,
      inputs: 'x',
      result,
      createdAt: at,
    });
  }
  await db.destroy();
}

/**
 * Whether a kill came while the studio was being brought up to date: it was copied aside, and the new shape is not
 * there yet.
 */
async function isHalfway(folder: string): Promise<boolean> {
  const copies = await readdir(join(folder, 'earlier')).catch(() => []);
  const database = new Database(join(folder, 'studio.sqlite'));
  const steps = database.prepare('SELECT count(*) FROM knex_migrations').pluck().get() as number;
  database.close();
  return copies.length > 0 && steps < MIGRATIONS.length;
}

/** Starts the server and kills it after a while. @returns whether it came before the server was ready */
async function killedStarting(folder: string, ms: number): Promise<boolean> {
  const child = launch(folder);
  let ready = false;
  child.stdout?.on('data', () => (ready = true));
  const gone = new Promise((done) => child.on('exit', done));
  await soon(ms);
  child.kill('SIGKILL');
  await gone;
  return !ready;
}

/** How long a start takes here and now, ms. */
async function startTakes(folder: string): Promise<number> {
  const from = performance.now();
  const server = await startServer({ data: folder });
  const took = performance.now() - from;
  await server.end();
  return took;
}

test('killed while it starts, for the first time or on what an earlier version kept, at any moment: it opens again, and everything is there', async () => {
  const template = await newFolder();
  await oldStudio(template);
  const copy = async () => {
    const folder = await newFolder();
    await cp(template, folder, { recursive: true });
    return folder;
  };
  const takes = { first: await startTakes(await newFolder()), old: await startTakes(await copy()) };
  // What must have been hit: a first start while it ran, and the very bringing up to date.
  const hits = { first: 0, old: 0 };
  const moments = Math.max(15, EACH);
  const kinds = ['first', 'old'] as const;
  for (let n = 0; n < moments || kinds.some((kind) => hits[kind] < LEAST); n++) {
    expect(n, `kills that came too early or too late: ${JSON.stringify(hits)}`).toBeLessThan(5 * moments);
    for (const kind of kinds.filter((one) => n < moments || hits[one] < LEAST)) {
      const folder = await (kind === 'old' ? copy() : newFolder());
      // The first third is the program being loaded; what matters comes after it.
      const share = ((n % moments) + random()) / moments;
      const inside = await killedStarting(folder, takes[kind] * (0.3 + 0.7 * share));
      if (!inside) takes[kind] *= 0.95; // it starts quicker than the first time
      if (kind === 'old' ? await isHalfway(folder) : inside) hits[kind]++;
      const server = await startServer({ data: folder });
      const paintings = await ask(server, 'listPaintings');
      expect(
        paintings.map(({ title }) => title),
        `${kind} ${n}`,
      ).toEqual(kind === 'old' ? ['Pot'] : []);
      if (kind === 'old') {
        const { plan } = await ask(server, 'getPainting', { params: { paintingId: PAINTING } });
        expect(plan).toMatchObject({ version: 8, marks: [{ name: 'pot' }] });
        const copies = await readdir(join(folder, 'earlier'));
        expect(copies.filter((name) => name.endsWith('.sqlite')).length).toBeGreaterThanOrEqual(1);
      }
      const made = await send(server, 'addPainting', { body: { title: 'after', widthMm: 400, heightMm: 300 } });
      expect(made.status).toBe(201);
      await server.kill();
      await rm(folder, { recursive: true, force: true });
    }
  }
  process.stdout.write(`kills inside a first start: ${hits.first}, while brought up to date: ${hits.old}\n`);
});

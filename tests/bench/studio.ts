// The studio's first page and a painting's page with hundreds of paintings: npm run bench. The yardstick is a plain
// look-up of the rows they tell of.
import { spawnSync } from 'node:child_process';
import { cp, mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import type { Knex } from 'knex';
import { openDatabase } from '../../src/server/store/database';
import { describePainting } from '../../src/server/painting/describe';
import { describeStudio } from '../../src/server/studio/studioList';
import { copyPaintings } from './manyPaintings';

const [PAINTINGS, SESSIONS] = [Number(process.argv[2] ?? 300), Number(process.argv[3] ?? 30)];
const ROUNDS = 15;
const DEMO = '.revlin/demo/studio.sqlite';

const folder = await mkdtemp(join(tmpdir(), 'revlin-bench-'));
const file = join(folder, 'studio.sqlite');
if (
  await stat(DEMO).then(
    () => false,
    () => true,
  )
) {
  const { status } = spawnSync(process.execPath, ['dist/seed.js', '.revlin/demo'], { stdio: 'inherit' });
  if (status !== 0) throw new Error('The demo could not be made: build first (npm run build).');
}
await cp(DEMO, file);
await (await openDatabase(file)).destroy(); // brought up to date
const from = performance.now();
const ids = copyPaintings(file, { paintings: PAINTINGS, sessions: SESSIONS });
const db = await openDatabase(file);
const plain = new Database(file, { readonly: true });
const megabytes = (await stat(file)).size / 1e6;
process.stdout.write(
  `${PAINTINGS} paintings of ${SESSIONS} sessions: ${megabytes.toFixed(0)} MB, made in ${((performance.now() - from) / 1000).toFixed(0)} s\n`,
);

const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];

/** Median ms, after a first time that warms up. */
async function timed(work: () => unknown): Promise<number> {
  const times: number[] = [];
  for (let round = 0; round <= ROUNDS; round++) {
    const start = performance.now();
    await work();
    if (round > 0) times.push(performance.now() - start);
  }
  return median(times);
}

async function counted(knex: Knex, work: () => Promise<unknown>): Promise<{ queries: number; bytes: number }> {
  let queries = 0;
  const count = () => void queries++;
  knex.on('query', count);
  const bytes = JSON.stringify(await work()).length;
  knex.off('query', count);
  return { queries, bytes };
}

async function row(name: string, work: () => Promise<unknown>, lookUp: () => unknown, target: string): Promise<void> {
  const { queries, bytes } = await counted(db, work);
  const [ms, yardstick] = [await timed(work), await timed(lookUp)];
  process.stdout.write(
    `${name.padEnd(18)} ${ms.toFixed(1).padStart(7)} ms  plain look-up ${yardstick.toFixed(1)} ms (${(ms / yardstick).toFixed(1)} x)  ${queries} queries  ${(bytes / 1000).toFixed(0)} KB   ${target}\n`,
  );
}

const studio = plain.prepare('SELECT * FROM painting');
const newest = plain.prepare(
  'SELECT f.id, f.kind, f.amount FROM finding f WHERE f.readingId = (SELECT r.id FROM reading r JOIN photo p ON p.id = r.photoId JOIN session s ON s.id = p.sessionId WHERE s.paintingId = ? ORDER BY s.number DESC, r.rowid DESC LIMIT 1)',
);
await row(
  'the studio',
  () => describeStudio(db),
  () => [studio.all(), ids.map((id) => newest.all(id))],
  'target 50 ms, 5 queries, 100 KB',
);
const ofPainting = [
  'SELECT * FROM session WHERE paintingId = ?',
  'SELECT * FROM photo JOIN session ON session.id = photo.sessionId WHERE paintingId = ?',
  'SELECT * FROM correction WHERE paintingId = ?',
  'SELECT k.* FROM correction_check k JOIN correction c ON c.id = k.correctionId WHERE c.paintingId = ?',
].map((sql) => plain.prepare(sql));
await row(
  "a painting's page",
  () => describePainting(db, ids[Math.floor(ids.length / 2)]),
  () => ofPainting.map((statement) => statement.all(ids[Math.floor(ids.length / 2)])),
  'target 50 ms, 15 queries',
);
plain.close();
await db.destroy();
await rm(folder, { recursive: true, force: true });

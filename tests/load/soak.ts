// A thousand sessions with small pictures and the real code: photographed, read, decided, the plan changed now and
// then. npm run soak [-- N]
import { readdir, readFile, rm } from 'node:fs/promises';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { check } from '../../src/server/safekeeping/check';
import { ask, ended, startServer } from '../server';
import { heldBy, peakOf, smallPainting, smallPicture } from './studioUnderLoad';

const SESSIONS = Number(process.argv[2] ?? 1000);
const PER_PAINTING = 20;

const server = await startServer({ flags: '--expose-gc --import ./tests/load/collect.mjs' });
const { data } = server;
const sent = new Set<string>();
const held: number[] = [];
const say = (words: string) => process.stdout.write(`${words}\n`);
const started = performance.now();

/** One session of a painting: photographed, its corners shown where they are not found, read, two findings decided. */
async function session(paintingId: string, n: number): Promise<void> {
  const { sessions } = await ask(server, 'addSession', { params: { paintingId }, body: {} });
  const file = await smallPicture(`enamel-pot-session-${1 + (n % 5)}.jpg`, { width: 640, copy: n + 1 });
  sent.add(createHash('sha256').update(file.bytes).digest('hex'));
  const { photo, job } = await ask(server, 'addPhoto', {
    params: { sessionId: sessions[sessions.length - 1].id },
    file,
  });
  await ended(server, job);
  const detail = await ask(server, 'getPainting', { params: { paintingId } });
  if (!detail.sessions.at(-1)?.photos[0].corners) {
    const [w, h] = [photo.width, photo.height];
    const inset: [number, number][] = [
      [0.15 * w, 0.15 * h],
      [0.85 * w, 0.15 * h],
      [0.85 * w, 0.85 * h],
      [0.15 * w, 0.85 * h],
    ];
    await ask(server, 'setCorners', { params: { photoId: photo.id }, body: { corners: inset as never } });
  }
  const reading = await ended(server, await ask(server, 'readPhoto', { params: { photoId: photo.id } }));
  if (reading.state !== 'done') throw new Error(`session ${n}: ${reading.problem}`);
  const { findings } = await ask(server, 'getReading', { params: { photoId: photo.id } });
  for (const { index } of findings.slice(0, 2)) {
    const decision = index % 2 ? 'dismissed' : 'taken';
    await ask(server, 'decide', { params: { photoId: photo.id, index }, body: { decision } });
  }
  await ask(server, 'listPaintings');
}

async function tell(done: number): Promise<void> {
  held.push(await heldBy(server));
  const status = await readFile(`/proc/${server.pid}/status`, 'utf8');
  const resident = Number(/VmRSS:\s+(\d+)/.exec(status)?.[1]) / 1000;
  const seconds = Math.round((performance.now() - started) / 1000);
  say(
    `${done} sessions, ${seconds} s: held ${held[held.length - 1].toFixed(1)} MB, resident ${resident.toFixed(0)} MB, peak ${Math.round(await peakOf(server))} MB`,
  );
}

let [begun, done] = [0, 0];
/** Paintings one after another; as many painters as there are worker threads. */
async function painter(): Promise<void> {
  while (begun < SESSIONS) {
    const first = begun;
    begun += PER_PAINTING;
    const paintingId = await smallPainting(server, `Painting ${1 + first / PER_PAINTING}`);
    await ask(server, 'changePlan', { params: { paintingId }, body: { masses: 8 } });
    for (let n = first; n < Math.min(SESSIONS, first + PER_PAINTING); n++) {
      await session(paintingId, n);
      if (++done % Math.ceil(SESSIONS / 20) === 0) await tell(done);
    }
  }
}
await Promise.all([painter(), painter()]);
await server.end();
const report = await check(data);
const originals = (await readdir(join(data, 'originals'), { recursive: true })).filter((name) =>
  /[0-9a-f]{64}$/.test(name),
);
const kept = new Set(originals.map((name) => name.slice(-64)));
const lost = [...sent].filter((sha256) => !kept.has(sha256));
const growth = held[held.length - 1] / held[Math.floor(held.length / 2) - 1] - 1;
say(
  `digests sent ${sent.size}, kept ${kept.size}, lost ${lost.length}, damaged ${report.originals.damaged.length}, missing ${report.originals.missing.length}; database ${report.database.whole ? 'whole' : 'damaged'}`,
);
say(`held after the last quarter against the second: ${(100 * growth).toFixed(1)} % more`);
await rm(data, { recursive: true, force: true });
process.exit(lost.length === 0 && report.originals.damaged.length === 0 && growth < 0.1 ? 0 : 1);

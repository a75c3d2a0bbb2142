// Thirty readers at once beside the demo's pages, and beside them a static file server with the same bytes as the
// yardstick: npm run load readers
import { spawn } from 'node:child_process';
import { cp, mkdtemp, rm, stat, writeFile } from 'node:fs/promises';
import { Agent, createServer, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sirv from 'sirv';
import { startServer } from '../server';

const READERS = 30;
const SECONDS = Number(process.argv[2] ?? 12);
const DEMO = '.revlin/demo';

const agent = new Agent({ keepAlive: true, maxSockets: READERS });

/** One request, its body read to the end. @returns ms */
function timed(base: string, path: string): Promise<{ ms: number; bytes: number; status: number }> {
  const from = performance.now();
  return new Promise((done, failed) => {
    request(new URL(path, base), { agent, headers: { 'accept-encoding': 'br, gzip' } }, (response) => {
      let bytes = 0;
      response.on('data', (piece: Buffer) => (bytes += piece.length));
      response.on('end', () => done({ ms: performance.now() - from, bytes, status: response.statusCode ?? 0 }));
    })
      .on('error', failed)
      .end();
  });
}

const text = async (base: string, path: string) => (await fetch(new URL(path, base))).text();

/** What the demo's pages ask for: the page with its files, and what the studio, wall and progress show. */
async function pathsOf(base: string): Promise<string[]> {
  const page = await text(base, '/');
  const files = [...page.matchAll(/(?:src|href)="(\/[^"]+)"/g)].map(([, path]) => path);
  const paintings = JSON.parse(await text(base, '/api/paintings')) as { id: string; latestPhotoId: string }[];
  const referenceOf = async (id: string) =>
    (JSON.parse(await text(base, `/api/paintings/${id}`)) as { reference: { id: string } }).reference.id;
  const references = await Promise.all(paintings.map(({ id }) => referenceOf(id)));
  const api = paintings.flatMap(({ id, latestPhotoId }, k) => [
    `/api/paintings/${id}`,
    `/api/photos/${latestPhotoId}/reading`,
    `/api/photos/${latestPhotoId}/flat.jpg`,
    `/api/photos/${latestPhotoId}/preview.jpg`,
    `/api/photos/${latestPhotoId}/differences.png`,
    `/api/references/${references[k]}/preview.jpg`,
    `/api/paintings/${id}/plan.jpg`,
  ]);
  return ['/', ...files, '/api/paintings', '/api/settings', '/api/arrivals', ...api];
}

const at = (sorted: readonly number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];

/** All readers for some seconds. @returns ms by path, sorted */
async function read(base: string, paths: readonly string[]): Promise<Map<string, number[]>> {
  const times = new Map(paths.map((path) => [path, [] as number[]]));
  const until = performance.now() + SECONDS * 1000;
  const reader = async (n: number) => {
    for (let i = 7 * n; performance.now() < until; i++) {
      const path = paths[i % paths.length];
      const { ms, status } = await timed(base, path);
      if (status !== 200) throw new Error(`${path}: ${status}`);
      times.get(path)?.push(ms);
    }
  };
  await Promise.all(Array.from({ length: READERS }, (_, n) => reader(n)));
  return times;
}

function tell(name: string, times: Map<string, number[]>): number {
  const all = [...times.values()].flat().sort((a, b) => a - b);
  const p95 = at(all, 0.95);
  process.stdout.write(
    `${name}: ${Math.round(all.length / SECONDS)} answers a second, median ${at(all, 0.5).toFixed(1)} ms, p95 ${p95.toFixed(1)} ms, worst ${at(all, 1).toFixed(0)} ms\n`,
  );
  return p95;
}

const kinds: readonly [string, RegExp][] = [
  ['the page and its files', /^\/(assets|icon|$)/],
  ['studio and paintings', /^\/api\/(paintings(\/[^/]+)?|settings|arrivals)$/],
  ['readings', /\/reading$/],
  ['pictures', /\.(jpg|png)$/],
];

/** The same bytes from a plain static file server in a process of its own. */
async function yardstick(base: string, paths: readonly string[]): Promise<{ url: string; end: () => Promise<void> }> {
  const folder = await mkdtemp(join(tmpdir(), 'revlin-static-'));
  const names = await Promise.all(
    paths.map(async (path, i) => {
      await writeFile(join(folder, `${i}.bin`), Buffer.from(await (await fetch(new URL(path, base))).arrayBuffer()));
      return `/${i}.bin`;
    }),
  );
  const child = spawn(process.execPath, [join('dist', 'tests', 'readers.mjs'), 'serve', folder], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((told) =>
    child.stdout.once('data', (line: Buffer) => told(line.toString().trim())),
  );
  return {
    url: JSON.stringify({ url, names }),
    end: async () => {
      child.kill();
      await rm(folder, { recursive: true, force: true });
    },
  };
}

if (process.argv[2] === 'serve') {
  const serve = sirv(process.argv[3], { dev: false, etag: true });
  const server = createServer((incoming, response) => serve(incoming, response)).listen(0, '127.0.0.1', () => {
    const address = server.address();
    process.stdout.write(`http://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}\n`);
  });
} else {
  await stat(DEMO);
  const data = await mkdtemp(join(tmpdir(), 'revlin-readers-'));
  await cp(DEMO, data, { recursive: true });
  const server = await startServer({ data });
  const paths = await pathsOf(server.url);
  for (const path of paths) await timed(server.url, path); // previews are made once
  const { url, end } = await yardstick(server.url, paths);
  const still = JSON.parse(url) as { url: string; names: string[] };
  tell('static files, the yardstick', await read(still.url, still.names));
  // Somebody works meanwhile: what is kept of answers is thrown away each time.
  let [turn, busy] = [0, true];
  const working = (async () => {
    while (busy) {
      await fetch(new URL('/api/settings', server.url), {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ guessFirst: turn++ % 2 === 0 }),
      });
      await new Promise((later) => setTimeout(later, 1000));
    }
  })();
  const times = await read(server.url, paths);
  busy = false;
  await working;
  const p95 = tell('Revlin', times);
  for (const [name, which] of kinds) tell(`  ${name}`, new Map([...times].filter(([path]) => which.test(path))));
  for (const [path, list] of times) if (process.env.EACH) tell(path, new Map([[path, list.sort((a, b) => a - b)]]));
  await end();
  await server.stop();
  process.stdout.write(p95 <= 150 ? 'met: p95 at most 150 ms\n' : 'MISSED: p95 at most 150 ms\n');
  process.exit(p95 <= 150 ? 0 : 1);
}

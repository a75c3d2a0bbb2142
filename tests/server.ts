import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Problem, type BodyOf, type ResponseOf, type RouteName, ROUTES, type Job, type Route } from '../src/contract';

const ROOT = process.cwd();
export const DEMO = join(ROOT, 'src/demo/data');

/** A real server process on a folder of its own. */
export interface Server {
  readonly url: string;
  readonly data: string;
  readonly pid: number;
  /** SIGKILL: no goodbye */
  kill(): Promise<void>;
  /** Calls back once with what its standard error says next that fits. */
  heard(words: RegExp, found: (said: string) => void): void;
  /** SIGTERM; the folder stays */
  end(): Promise<void>;
  stop(): Promise<void>;
}

/**
 * Starts the built server.
 * @param limit shell commands that bind the process first, such as a file size limit
 * @param flags options of Node.js
 */
export async function startServer({
  data,
  limit = '',
  flags = '',
}: { data?: string; limit?: string; flags?: string } = {}): Promise<Server> {
  const folder = data ?? (await mkdtemp(join(tmpdir(), 'revlin-')));
  const child = launch(folder, { limit, flags });
  const url = await addressOf(child);
  let said = '';
  child.stderr?.on('data', (chunk: Buffer) => (said = (said + chunk.toString()).slice(-4000)));
  const ended = new Promise<void>((done) => {
    child.on('exit', (code, signal) => {
      // Ended by itself: what it said last is shown beside the test that fails of it.
      if (code || (signal && !asked)) process.stderr.write(`the server ended with ${code ?? signal}: ${said}\n`);
      done();
    });
  });
  let asked = false;
  const end = async (signal: NodeJS.Signals) => {
    asked = true;
    child.kill(signal);
    await ended;
  };
  return {
    url,
    data: folder,
    pid: child.pid ?? 0,
    heard: (words, found) => {
      const listen = (chunk: Buffer) => {
        const match = words.exec(chunk.toString());
        if (!match) return;
        child.stderr?.off('data', listen);
        found(match[1]);
      };
      child.stderr?.on('data', listen);
    },
    kill: () => end('SIGKILL'),
    end: () => end('SIGTERM'),
    stop: async () => {
      await end('SIGTERM');
      await rm(folder, { recursive: true, force: true });
    },
  };
}

/** The server's process on a folder, not waited for. */
export function launch(
  folder: string,
  { limit = '', flags = '', after = '' }: { limit?: string; flags?: string; after?: string } = {},
): ChildProcess {
  const command = `${limit} exec "${process.execPath}" ${flags} "${join(ROOT, 'dist/main.js')}" --data "${folder}" ${after || '--port 0'}`;
  return spawn('sh', ['-c', command], { stdio: ['ignore', 'pipe', 'pipe'] });
}

function addressOf(child: ChildProcess): Promise<string> {
  let said = '';
  return new Promise((found, failed) => {
    const listen = (chunk: Buffer) => {
      said += chunk.toString();
      const match = /http:\/\/127\.0\.0\.1:\d+/.exec(said);
      if (match) found(match[0]);
    };
    child.stdout?.on('data', listen);
    child.stderr?.on('data', listen);
    child.on('exit', (code) => failed(new Error(`the server ended with ${code}: ${said}`)));
  });
}

export interface Ask<N extends RouteName> {
  readonly params?: Record<string, string | number>;
  readonly body?: BodyOf<N>;
  readonly file?: { name: string; bytes: Uint8Array };
  /** version the change is made on; without it whatever is there */
  readonly on?: string;
}

/** Sends one request of the contract and returns the raw response. */
export function send<N extends RouteName>(
  { url }: Pick<Server, 'url'>,
  name: N,
  { params = {}, body, file, on = '*' }: Ask<N> = {},
): Promise<Response> {
  const row: Route = ROUTES[name];
  const path = row.path.replace(/:(\w+)/g, (_, key: string) => encodeURIComponent(String(params[key])));
  const form = file ? new FormData() : undefined;
  if (form) for (const [key, value] of Object.entries(body ?? {})) form.append(key, String(value));
  if (file) form?.append('file', new Blob([Buffer.from(file.bytes)]), file.name);
  const json = body === undefined ? undefined : JSON.stringify(body);
  return fetch(`${url}/api${path}`, {
    method: row.method.toUpperCase(),
    headers: { ...(json && !form && { 'content-type': 'application/json' }), ...(row.guard && { 'if-match': on }) },
    body: form ?? json,
  });
}

/** Sends one request and returns its answer, checked against the contract. */
export async function ask<N extends RouteName>(
  server: Pick<Server, 'url'>,
  name: N,
  about: Ask<N> = {},
): Promise<ResponseOf<N>> {
  const response = await send(server, name, about);
  const answer: unknown = await response.json();
  if (!response.ok) throw new Error(`${name}: ${response.status} ${JSON.stringify(answer)}`);
  return (ROUTES[name] as Route).response.parse(answer) as ResponseOf<N>;
}

/** The refusal a request meets. */
export async function refusal(response: Response): Promise<Problem> {
  if (response.ok) throw new Error(`expected a refusal, got ${response.status}`);
  if (!response.headers.get('content-type')?.startsWith('application/problem+json'))
    throw new Error('not problem details');
  return Problem.parse(await response.json());
}

/** Waits for the end of a job. */
export async function ended(server: Pick<Server, 'url'>, { id }: Job): Promise<Job> {
  for (;;) {
    const job = await ask(server, 'getJob', { params: { jobId: id } });
    if (job.state !== 'queued' && job.state !== 'running') return job;
    await new Promise((later) => setTimeout(later, 60));
  }
}

/**
 * A demo picture; a copy has bytes of its own after its end, so that it counts as another photograph of the same paint.
 */
export const demoFile = async (name: string, copy = 0) => {
  const bytes = await readFile(join(DEMO, name));
  return { name, bytes: new Uint8Array(Buffer.concat([bytes, Buffer.alloc(copy)])) };
};
export const demoPatches = async (
  session: number,
): Promise<{ box: [number, number, number, number]; value: number }[]> =>
  JSON.parse(await readFile(join(DEMO, `enamel-pot-session-${session}.json`), 'utf8')).patches;

/** A painting with the demo's reference. */
export async function paintingWithReference(server: Pick<Server, 'url'>, title = 'Enamel pot'): Promise<string> {
  const { painting } = await ask(server, 'addPainting', { body: { title, widthMm: 400, heightMm: 300 } });
  await ask(server, 'addReference', {
    params: { paintingId: painting.id },
    file: await demoFile('enamel-pot-reference.jpg'),
  });
  return painting.id;
}

/** Starts a session, uploads its demo photograph, waits for its corners. */
export async function photographSession(
  server: Pick<Server, 'url'>,
  paintingId: string,
  demoSession: number,
  copy = 0,
) {
  const { sessions } = await ask(server, 'addSession', { params: { paintingId }, body: {} });
  const session = sessions[sessions.length - 1];
  const added = await ask(server, 'addPhoto', {
    params: { sessionId: session.id },
    file: await demoFile(`enamel-pot-session-${demoSession}.jpg`, copy),
  });
  await ended(server, added.job);
  return { session, photo: added.photo };
}

/** Marks the demo's greys and reads the photograph. */
export async function readWithCard(server: Pick<Server, 'url'>, photoId: string, demoSession: number) {
  await ask(server, 'setGreys', { params: { photoId }, body: { greys: await demoPatches(demoSession) } });
  const job = await ended(server, await ask(server, 'readPhoto', { params: { photoId } }));
  if (job.state !== 'done') throw new Error(`reading ended ${job.state}: ${job.problem}`);
  return ask(server, 'getReading', { params: { photoId } });
}

import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { ask, DEMO, ended, type Server } from '../server';

/** Pictures of the demo, small: the same code, less of it. Bytes after the end make each another file. */
const smaller = new Map<string, Promise<Buffer>>();
export async function smallPicture(
  name: string,
  { width = 900, copy = 0 } = {},
): Promise<{ name: string; bytes: Uint8Array }> {
  const key = `${name} ${width}`;
  const made =
    smaller.get(key) ??
    readFile(join(DEMO, name)).then((bytes) => sharp(bytes).resize(width).jpeg({ quality: 90 }).toBuffer());
  smaller.set(key, made);
  const mark = copy > 0 ? Buffer.from(`copy ${copy}`) : Buffer.alloc(0);
  return { name, bytes: new Uint8Array(Buffer.concat([await made, mark])) };
}

/** A painting with a small reference. */
export async function smallPainting(server: Server, title: string): Promise<string> {
  const { painting } = await ask(server, 'addPainting', { body: { title, widthMm: 400, heightMm: 300 } });
  await ask(server, 'addReference', {
    params: { paintingId: painting.id },
    file: await smallPicture('enamel-pot-reference.jpg'),
  });
  return painting.id;
}

/** A session with its photograph, its corners shown. @returns the photograph's id */
export async function smallSession(server: Server, paintingId: string, copy: number): Promise<string> {
  const { sessions } = await ask(server, 'addSession', { params: { paintingId }, body: {} });
  const { photo, job } = await ask(server, 'addPhoto', {
    params: { sessionId: sessions[sessions.length - 1].id },
    file: await smallPicture(`enamel-pot-session-${1 + (copy % 5)}.jpg`, { copy: copy + 1 }),
  });
  await ended(server, job);
  const [w, h] = [photo.width, photo.height];
  const corners = [
    [0.15 * w, 0.15 * h],
    [0.85 * w, 0.15 * h],
    [0.85 * w, 0.85 * h],
    [0.15 * w, 0.85 * h],
  ] as [number, number][];
  const found = await ask(server, 'getPainting', { params: { paintingId } });
  if (!found.sessions.at(-1)?.photos[0].corners)
    await ask(server, 'setCorners', { params: { photoId: photo.id }, body: { corners: corners as never } });
  return photo.id;
}

/** Peak of a process's memory so far, MB; only Linux tells it, elsewhere 0. */
export async function peakOf({ pid }: Server): Promise<number> {
  if (process.platform !== 'linux') return 0;
  const status = await readFile(`/proc/${pid}/status`, 'utf8');
  return Number(/VmHWM:\s+(\d+) kB/.exec(status)?.[1] ?? NaN) / 1000;
}

/** What a server holds after a forced collection, MB. It must have been started with collect.mjs. */
export async function heldBy(server: Server): Promise<number> {
  const told = new Promise<string>((found) => server.heard(/held (\{.*\})/, found));
  process.kill(server.pid, 'SIGUSR2');
  const { heapUsed, external } = JSON.parse(await told) as { rss: number; heapUsed: number; external: number };
  return (heapUsed + external) / 1e6;
}

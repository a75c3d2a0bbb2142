import { execFile } from 'node:child_process';
import { mkdtemp, open, readdir, readFile, rm, stat, utimes, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { CheckReport } from '../../src/server/safekeeping/check';
import { ask, ended, paintingWithReference, photographSession, send, startServer, type Server } from '../server';

let server: Server;
let paintingId: string;
let photoId: string;
let folder: string;
const backup = () => join(folder, 'studio.zip');
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'revlin-backup-'));
  server = await startServer();
  paintingId = await paintingWithReference(server, 'To be kept');
  photoId = (await photographSession(server, paintingId, 4)).photo.id;
  await ended(server, await ask(server, 'readPhoto', { params: { photoId } }));
});
afterAll(async () => {
  await server.stop();
  await rm(folder, { recursive: true, force: true });
});

/** Runs the command line. */
const revlin = (...args: string[]) =>
  new Promise<{ code: number; out: string; err: string }>((done) => {
    const child = execFile(process.execPath, ['dist/cli.js', ...args], (_cause, out, err) =>
      done({ code: child.exitCode ?? -1, out, err }),
    );
  });
const checked = async (data: string) => {
  const { code, out } = await revlin('check', '--data', data, '--json');
  return { code, report: JSON.parse(out) as CheckReport };
};
const originalsOf = async (data: string) =>
  (await readdir(join(data, 'originals'), { recursive: true, withFileTypes: true }))
    .filter((entry) => entry.isFile())
    .map(({ parentPath, name }) => join(parentPath, name));

test('a backup is made beside a running server, and holds everything', async () => {
  const { code, out, err } = await revlin('backup', '--data', server.data, '--out', backup());
  expect(code, err).toBe(0);
  expect(out).toMatch(/holds the studio: its database and 2 originals/);
  expect((await readdir(folder)).sort()).toEqual(['studio.zip']);
  const again = await revlin('backup', '--data', server.data, '--out', backup());
  expect(again.code).toBe(2);
  expect(again.err).toMatch(/is there already. Nothing was changed/);
});

test('a change while the server runs is refused, and says where it runs', async () => {
  const { code, err } = await revlin('restore', '--data', server.data, backup());
  expect(code).toBe(2);
  expect(err).toMatch(new RegExp(`already running.*${server.url}`));
  const { report } = await checked(server.data);
  expect(report).toMatchObject({
    running: `${server.url}/`,
    database: { whole: true, behind: 0 },
    originals: { kept: 2, missing: [], damaged: [] },
  });
});

test('brought back into another folder it is the same studio, down to the bytes of what is made again', async () => {
  const data = join(folder, 'elsewhere');
  const { code, out, err } = await revlin('restore', '--data', data, backup());
  expect(code, err).toBe(0);
  expect(out).toMatch(/2 originals brought back, 0 were there/);
  const flat = async (from: Pick<Server, 'url'>) => {
    const response = await fetch(`${from.url}/api/photos/${photoId}/flat.jpg`);
    expect(response.status).toBe(200);
    return Buffer.from(await response.arrayBuffer());
  };
  const other = await startServer({ data });
  expect(await ask(other, 'getPainting', { params: { paintingId } })).toEqual(
    await ask(server, 'getPainting', { params: { paintingId } }),
  );
  expect((await flat(other)).equals(await flat(server))).toBe(true);
  expect((await ask(other, 'getReading', { params: { photoId } })).stale).toBe(false);
  await other.end();
  expect((await checked(data)).report).toMatchObject({ running: null, toRemake: 0, originals: { kept: 2 } });
});

test('brought back over a studio that went on: its database is kept, its photographs stay', async () => {
  const data = join(folder, 'went on');
  await revlin('restore', '--data', data, backup());
  const later = await startServer({ data });
  await ask(later, 'changePainting', { params: { paintingId }, body: { title: 'Went on' } });
  await photographSession(later, paintingId, 5);
  await later.end();
  const { code, out } = await revlin('restore', '--data', data, backup());
  expect(code).toBe(0);
  expect(out).toMatch(/0 originals brought back, 2 were there\.\nThe database that stood there is kept as .*earlier/);
  expect(await originalsOf(data)).toHaveLength(3);
  // A day later what the older database does not name is set aside, and told of.
  for (const path of await originalsOf(data)) await utimes(path, new Date('2026-01-01'), new Date('2026-01-01'));
  const back = await startServer({ data });
  expect((await ask(back, 'getPainting', { params: { paintingId } })).painting.title).toBe('To be kept');
  expect(await ask(back, 'getUnclaimed')).toMatchObject({ folder: join(data, 'unclaimed'), files: 1 });
  expect(await originalsOf(data)).toHaveLength(2);
  await back.end();
  // The newer database put back by hand names it again: it comes back.
  const [kept] = await readdir(join(data, 'earlier'));
  await writeFile(join(data, 'studio.sqlite'), await readFile(join(data, 'earlier', kept)));
  const { report } = await checked(data);
  expect(report.mended).toEqual(['1 original that had been set aside brought back']);
  expect(report.originals).toMatchObject({ kept: 3, missing: [] });
});

test('what is damaged or missing is named, and mended by the backup', async () => {
  const data = join(folder, 'damaged');
  await revlin('restore', '--data', data, backup());
  const [one, two] = await originalsOf(data);
  const file = await open(one, 'r+');
  await file.write(Buffer.from([1, 2, 3]), 0, 3, 5000);
  await file.close();
  await rm(two);
  const { code, report } = await checked(data);
  expect(code).toBe(1);
  expect([...report.originals.damaged, ...report.originals.missing].map(({ name }) => name).sort()).toEqual([
    'enamel-pot-reference.jpg',
    'enamel-pot-session-4.jpg',
  ]);
  const { out } = await revlin('check', '--data', data);
  expect(out).toMatch(/1 original missing: enamel-pot/);
  expect(out).toMatch(/1 original damaged: enamel-pot.*backup/);
  const poor = await revlin('backup', '--data', data, '--out', join(folder, 'poor.zip'));
  expect(poor.code).toBe(1);
  expect(poor.out).toMatch(
    /1 original could not be found: enamel-pot.*\n1 original is damaged, and in it as it is: enamel-pot/,
  );
  await revlin('restore', '--data', data, backup());
  expect((await checked(data)).report.originals.missing).toEqual([]);
});

test('a backup that is damaged, cut short or none is refused, and nothing is changed', async () => {
  const data = join(folder, 'untouched');
  const whole = await readFile(backup());
  const broken = Buffer.from(whole);
  broken[Math.floor(broken.length / 2)] ^= 0xff;
  for (const [bytes, words] of [
    [broken, /damaged|not what it was/],
    [whole.subarray(0, 9000), /no backup of Revlin/],
    [Buffer.from('text'), /no backup of Revlin/],
  ] as const) {
    const path = join(folder, 'broken.zip');
    await writeFile(path, bytes);
    const { code, err } = await revlin('restore', '--data', data, path);
    expect(code).toBe(2);
    expect(err).toMatch(words);
    expect(await stat(join(data, 'studio.sqlite')).catch(() => null)).toBeNull();
  }
  expect((await revlin('restore', '--data', data, join(folder, 'none.zip'))).err).toMatch(/There is no .*none\.zip/);
});

test('commands that are not understood say how they are used', async () => {
  for (const [args, words] of [
    [['backup', '--data', server.data], /--out.*Usage: revlin backup/],
    [['restore'], /Name the one backup.*Usage/],
    [['check', 'x'], /"x" is not understood/],
    [['check', '--fast'], /--fast.*Usage/],
    [['check', '--data', folder], /There is no studio/],
    [['tidy'], /does not know "tidy"/],
  ] as const) {
    const { code, err } = await revlin(...args);
    expect([code, err.trim().split('\n').length]).toEqual([2, 1]);
    expect(err).toMatch(words);
  }
  expect(await revlin('backup', '--help')).toMatchObject({ code: 0, out: expect.stringMatching(/^revlin backup/) });
});

test('a full disk ends a backup in words, and leaves nothing half', async () => {
  const out = join(folder, 'full.zip');
  const limited = await new Promise<{ code: number | null; err: string }>((done) => {
    const command = `ulimit -f 400; exec "${process.execPath}" dist/cli.js backup --data "${server.data}" --out "${out}"`;
    const child = execFile('sh', ['-c', command], (_cause, _out, err) => done({ code: child.exitCode, err }));
  });
  expect(limited).toMatchObject({
    code: 2,
    err: expect.stringMatching(/The disk that holds .*full\.zip .*(is full|could not be written to)/),
  });
  expect((await readdir(folder)).filter((name) => name.startsWith('full'))).toEqual([]);
  expect((await send(server, 'listPaintings')).status).toBe(200);
});

import { spawn } from 'node:child_process';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { lockFolder, runningOn } from './folderLock';

let folder: string;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'revlin-lock-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));

test('one folder, one holder: the second is told where the first answers', async () => {
  const lock = await lockFolder(folder);
  await lock.tell('http://127.0.0.1:4780/');
  await expect(lockFolder(folder)).rejects.toThrow(/already running.*http:\/\/127\.0\.0\.1:4780\//);
  expect(await runningOn(folder)).toEqual({ url: 'http://127.0.0.1:4780/' });
  await lock.release();
  expect(await runningOn(folder)).toBeNull();
  await (await lockFolder(folder)).release();
});

test('one that is only starting says so a moment later', async () => {
  const lock = await lockFolder(folder);
  const second = expect(lockFolder(folder)).rejects.toThrow(/http:\/\/127\.0\.0\.1:9\//);
  setTimeout(() => void lock.tell('http://127.0.0.1:9/'), 300);
  await second;
  await lock.release();
});

test('a holder that is killed leaves no lock behind, and its word is not believed', async () => {
  const script = `const D = require('better-sqlite3'); const d = new D(${JSON.stringify(join(folder, 'studio.lock'))}); d.exec('BEGIN EXCLUSIVE'); console.log('held'); setInterval(() => {}, 1000);`;
  const holder = spawn(process.execPath, ['-e', script], { cwd: process.cwd(), stdio: ['ignore', 'pipe', 'inherit'] });
  await new Promise((held) => holder.stdout.once('data', held));
  await writeFile(join(folder, 'running.json'), JSON.stringify({ url: 'http://127.0.0.1:1/', pid: holder.pid }));
  expect(await runningOn(folder)).toEqual({ url: 'http://127.0.0.1:1/' });
  const gone = new Promise((done) => holder.once('exit', done));
  holder.kill('SIGKILL');
  await gone;
  expect(await runningOn(folder)).toBeNull();
  await (await lockFolder(folder)).release();
});

import { appendFile, mkdir, mkdtemp, rm, symlink, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { sweeper } from './inboxSweep';

let folder: string;
beforeEach(async () => (folder = await mkdtemp(join(tmpdir(), 'revlin-inbox-'))));
afterEach(() => rm(folder, { recursive: true, force: true }));
const put = (name: string, text = 'x') => writeFile(join(folder, name), text);

test('a file is found once it has stood unchanged for a sweep, and no more once it is known', async () => {
  const known = new Set<string>();
  const sweep = sweeper(folder, (path) => known.has(path));
  await put('a.jpg');
  await put('growing.jpg');
  expect(await sweep()).toEqual([]);
  await appendFile(join(folder, 'growing.jpg'), 'more');
  expect(await sweep()).toEqual([join(folder, 'a.jpg')]);
  known.add(join(folder, 'a.jpg'));
  expect(await sweep()).toEqual([join(folder, 'growing.jpg')]);
});

test('folders two levels down are looked into; what is hidden, a link, or gone is not found', async () => {
  const outside = await mkdtemp(join(tmpdir(), 'revlin-outside-'));
  await writeFile(join(outside, 'secret'), 'x');
  await mkdir(join(folder, 'phone', 'today', 'too deep'), { recursive: true });
  await mkdir(join(folder, '.hidden'));
  for (const name of [
    'phone/one.jpg',
    'phone/today/two.jpg',
    'phone/today/too deep/three.jpg',
    '.hidden/four.jpg',
    '.five.jpg',
    'gone.jpg',
  ])
    await put(name);
  await symlink(join(outside, 'secret'), join(folder, 'link.jpg'));
  await symlink(outside, join(folder, 'way out'));
  const sweep = sweeper(folder, () => false);
  await sweep();
  await rm(join(folder, 'gone.jpg'));
  expect((await sweep()).sort()).toEqual([join(folder, 'phone/one.jpg'), join(folder, 'phone/today/two.jpg')]);
  await rm(folder, { recursive: true });
  expect(await sweep()).toEqual([]);
  await rm(outside, { recursive: true });
});

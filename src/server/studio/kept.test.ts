import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { openDatabase } from '../store/database';
import { kept, whyUnreadable } from './kept';
import { KEPT, type KeptName } from './keptShapes';

const FOLDERS = join(process.cwd(), 'tests/fixtures/folders');
const names = Object.keys(KEPT) as KeptName[];

describe('what every release has kept', async () => {
  const files = (await readdir(FOLDERS)).filter((name) => name.endsWith('.gz'));
  let folder: string;
  beforeEach(async () => (folder = await mkdtemp(join(tmpdir(), 'revlin-kept-'))));
  afterEach(() => rm(folder, { recursive: true }));

  test.each(files)('can be read: %s', async (name) => {
    const file = join(folder, 'studio.sqlite');
    await writeFile(file, gunzipSync(await readFile(join(FOLDERS, name))));
    const db = await openDatabase(file);
    const unreadable = new Set<string>();
    let read = 0;
    for (const one of names) {
      const [table, column] = one.split('.');
      for (const json of (await db(table).pluck(column)) as (string | null)[]) {
        if (!json) continue;
        read++;
        const why = whyUnreadable(one, json);
        if (why) unreadable.add(`${one}: ${why}`);
      }
    }
    await db.destroy();
    expect([...unreadable]).toEqual([]);
    expect(read).toBeGreaterThan(30);
  });
});

describe('what no longer fits', () => {
  test('is reported with what it is and where, and nothing is dropped', () => {
    expect(() => kept('photo_greys.greys', '[{"box":[0,0,5,5]}]')).toThrow(
      /^This version cannot read the greys of a photograph as it is kept \(0\.value: invalid_type\)\. Nothing was changed/,
    );
    expect(() => kept('plan.content', '{"masses":')).toThrow(/it is not JSON/);
  });

  test('is lifted where an earlier version kept it otherwise', () => {
    expect(kept('plan.crop', '[1,2,3,4]')).toEqual({ box: [1, 2, 3, 4], turn: 0, print: null });
    expect(kept('plan.content', '{"masses":9}')).toMatchObject({ masses: 9, palette: '', edges: [] });
    const light = {
      method: 'card',
      gainStops: [0, 0, 0],
      fallOffStops: 0,
      agreement: 1,
      knownTo: 10,
      uncertainty: { value: 0.1, warmth: 1 },
    };
    const reading = {
      light,
      glareShare: 0,
      glare: null,
      blurMm: null,
      quality: ['Blurred.'],
      account: { relations: 3 },
      change: 'One change.',
    };
    expect(kept('reading.result', JSON.stringify(reading))).toMatchObject({
      shots: 1,
      quality: [{ verbatim: 'Blurred.', cost: '' }],
      account: null,
      ofEarlierMethod: true,
      change: { verbatim: 'One change.' },
    });
  });
});

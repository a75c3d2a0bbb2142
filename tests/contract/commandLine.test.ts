import { execFile } from 'node:child_process';
import { copyFile, mkdir, mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { DEMO, demoPatches } from '../server';

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'revlin-cli-'));
  await writeFile(join(folder, 'text.jpg'), 'not a picture at all '.repeat(20));
  await sharp({ create: { width: 400, height: 400, channels: 3, background: '#888' } })
    .png()
    .toFile(join(folder, 'square.png'));
  await sharp({ create: { width: 800, height: 600, channels: 3, background: '#888' } })
    .png()
    .toFile(join(folder, 'plain.png'));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

interface Ended {
  readonly code: number;
  readonly out: string;
  readonly err: string;
}
const run = (program: string, args: string[]): Promise<Ended> =>
  new Promise((done) => {
    execFile(program, args, { maxBuffer: 1e8 }, (error, out, err) =>
      done({ code: error ? Number(error.code) : 0, out, err }),
    );
  });
const read = (...args: string[]) => run(process.execPath, ['dist/cli.js', 'read', ...args]);

const REFERENCE = join(DEMO, 'enamel-pot-reference.jpg');
const PHOTO = join(DEMO, 'enamel-pot-session-4.jpg');
const usual = ['--reference', REFERENCE, '--photo', PHOTO, '--size', '400x300'];

describe('a photograph measured from the command line', () => {
  test('the forms of the plan are told on request: through how many steps each turns', async () => {
    const { code, out } = await read(...usual, '--forms', '--json');
    expect(code).toBe(0);
    const { forms } = JSON.parse(out) as {
      forms: { boxes: number[][]; target: { steps: number }; painted: { steps: number }; readsFlat: boolean }[];
    };
    expect(forms.length).toBeGreaterThan(8);
    for (const { boxes, target, painted } of forms) {
      for (const [x, y, w, h] of boxes)
        expect([x >= 0, y >= 0, x + w <= 400.5, y + h <= 300.5]).toEqual([true, true, true, true]);
      expect(Math.min(target.steps, painted.steps)).toBeGreaterThanOrEqual(0);
    }
    // The pot turns from its light into its shadow, over two masses.
    expect(
      Math.max(...forms.filter(({ boxes }) => boxes.length === 2).map(({ target }) => target.steps)),
    ).toBeGreaterThan(3);
  });

  test('thin shapes are told on request: how wide and how even each is planned and painted', async () => {
    const { code, out } = await read(...usual, '--thin', '--json');
    expect(code).toBe(0);
    type Course = { widthsMm: [number, number] | null; hard: number; broken: number; even: number };
    type Wide = { widthMm: number | null };
    const { thin, bars } = JSON.parse(out) as {
      bars: { region: { box: number[] }; lengthMm: number; target: Wide; painted: Wide; behind: unknown }[];
      thin: {
        region: { box: number[] };
        lengthMm: number;
        target: Course;
        painted: Course;
        tooEven: boolean;
        behind: unknown;
      }[];
    };
    expect(thin.length).toBeGreaterThan(5);
    for (const { region, lengthMm, target, painted, tooEven, behind } of thin) {
      const [x, y, w, h] = region.box;
      expect([x >= 0, y >= 0, x + w <= 400.5, y + h <= 300.5, lengthMm >= 15]).toEqual([true, true, true, true, true]);
      expect(target.widthsMm?.[0]).toBeGreaterThan(0.4);
      expect(target.widthsMm?.[1]).toBeLessThanOrEqual(6);
      for (const { even, hard, broken } of [target, painted]) {
        expect(even).toBeLessThanOrEqual(1);
        expect(hard + broken).toBeLessThanOrEqual(1 + 1e-9);
      }
      expect(tooEven).toBe(false);
      expect(behind).toEqual({ steps: null, jumps: [], words: [] });
    }
    expect(bars.length).toBeGreaterThan(0);
    for (const { lengthMm, target, painted, behind } of bars) {
      const [planned, is] = [target, painted].map(({ widthMm }) => widthMm ?? 0);
      expect([planned >= 6, planned <= 26, Math.abs(is - planned) <= 10]).toEqual([true, true, true]);
      expect(lengthMm).toBeGreaterThanOrEqual(3 * planned);
      expect(behind).toEqual({ steps: null, jumps: [], words: [] });
    }
    const plain = await read(...usual, '--thin');
    expect(plain.out).toMatch(/Bar in [\d,]+ mm, \d+ mm long: painted [\d.]+ mm wide; planned [\d.]+ mm\./);
    expect(plain.out).toMatch(/Thin shape in [\d,]+ mm, \d+ mm long: painted [\d.]+/);
  });

  test('every edge is told on request, planned and painted', async () => {
    const { code, out } = await read(...usual, '--all-edges', '--json');
    expect(code).toBe(0);
    type Stretch = { class: string; from: number[]; to: number[]; lengthMm: number };
    type Side = { widthMm: number | null; atMost: boolean; class: string; stretches: Stretch[] };
    const { allEdges } = JSON.parse(out) as {
      allEdges: { region: { box: number[] }; lengthMm: number; target: Side; painted: Side; lapsing: string | null }[];
    };
    expect(allEdges.length).toBeGreaterThan(10);
    for (const { lengthMm, target, painted, lapsing } of allEdges) {
      expect(lengthMm).toBeGreaterThanOrEqual(10);
      expect(['planned', 'painted', null]).toContain(lapsing);
      for (const side of [target, painted]) {
        expect(['hard', 'firm', 'soft', 'lost']).toContain(side.class);
        const along = side.stretches.reduce((sum, stretch) => sum + stretch.lengthMm, 0);
        expect(along).toBeLessThanOrEqual(lengthMm);
        for (const [k, { from }] of side.stretches.entries()) if (k > 0) expect(from).toEqual(side.stretches[k - 1].to);
      }
    }
    expect(allEdges.some(({ painted }) => painted.stretches.length > 1)).toBe(true);
    const plain = await read(...usual, '--all-edges');
    expect(plain.out).toMatch(/Edge in [\d,]+ mm, \d+ mm long: planned (hard|firm|soft|lost), /);
    // Where most of an edge is as narrow as the picture can show, no narrower width is claimed.
    expect(allEdges.some(({ target }) => target.atMost)).toBe(/planned hard, at most/.test(plain.out));
  });

  test('one JSON object with everything the chapter names, and nothing else', async () => {
    const greys = (await demoPatches(4)).flatMap(({ box, value }) => ['--grey', `${box.join(',')}=${value}`]);
    const { code, out } = await read(
      ...usual,
      ...greys,
      '--region',
      '150,215,60,15',
      '--region',
      '300,20,60,40',
      '--edge',
      '100,200 130,200',
      '--edge',
      '20,40 50,40',
      '--json',
    );
    expect(code).toBe(0);
    const report = JSON.parse(out);
    expect(Object.keys(report)).toEqual(['photo', 'regions', 'edges', 'drawing', 'findings']);
    expect(report.photo.cornersFrom).toBe('found');
    expect(report.photo.corners).toHaveLength(4);
    for (const name of ['confidence', 'glareFraction', 'sharpnessMm'])
      expect(report.photo[name]).toBeGreaterThanOrEqual(0);
    expect(Object.keys(report.photo.uncertainty)).toEqual(['value', 'warmth']);
    const [ledge, wall] = report.regions;
    expect(Object.keys(ledge)).toEqual(['box', 'target', 'painted', 'difference', 'uncertainty']);
    expect(Object.keys(ledge.target)).toEqual(['value', 'lab', 'warmth', 'chroma', 'hue']);
    expect(Object.keys(ledge.difference)).toEqual(['value', 'warmth', 'chroma', 'deltaE']);
    // The simulator painted the ledge 0.55 of a step too dark and the wall 0.15 too dark and 3.2 units too warm.
    expect(Math.abs(ledge.difference.value + 0.55)).toBeLessThan(0.2);
    expect(Math.abs(wall.difference.value + 0.15)).toBeLessThan(0.2);
    expect(Math.abs(wall.difference.warmth - 3.2)).toBeLessThan(1.5);
    expect(ledge.difference.value).toBeCloseTo(ledge.painted.value - ledge.target.value, 6);
    expect(report.findings[0]).toMatchObject({ kind: 'value', words: expect.stringMatching(/lighter/) });
    // The pot's side against the wall, and a line on the wall alone.
    const [side, nothing] = report.edges;
    expect(Object.keys(side)).toEqual(['line', 'target', 'painted', 'reversed', 'uncertaintyMm']);
    expect(Object.keys(side.target)).toEqual(['widthMm', 'atMost', 'contrast', 'by', 'class']);
    expect(side.target.widthMm).toBeGreaterThan(0.2);
    expect(side.painted.widthMm).toBeGreaterThan(0.2);
    expect(Math.sign(side.painted.contrast)).toBe(Math.sign(side.target.contrast));
    expect(side.uncertaintyMm).toBeGreaterThan(0);
    expect(nothing.target.class).toBe('lost');
    expect(report.drawing.global).toMatchObject({ offset: [0, 0], scale: 1, rotationDegrees: 0 });
    expect(report.drawing.drift.length).toBeGreaterThan(100);
  });

  test('without --json a report a painter can read', async () => {
    const { code, out } = await read(...usual);
    expect(code).toBe(0);
    expect(out).toMatch(/All four corners found/);
    expect(out).toMatch(/the weightiest first/);
  });
});

const CASES: readonly { name: string; args: () => string[]; says: RegExp }[] = [
  { name: 'nothing', args: () => [], says: /--reference is missing/ },
  { name: 'an unknown option', args: () => [...usual, '--brush', '3'], says: /--brush/ },
  {
    name: 'a file that is not there',
    args: () => ['--reference', 'nowhere.jpg', '--photo', PHOTO, '--size', '400x300'],
    says: /nowhere\.jpg.*ENOENT/,
  },
  {
    name: 'a file that is no picture',
    args: () => ['--reference', REFERENCE, '--photo', join(folder, 'text.jpg'), '--size', '400x300'],
    says: /not a picture/,
  },
  {
    name: 'size 0',
    args: () => ['--reference', REFERENCE, '--photo', PHOTO, '--size', '0x300'],
    says: /--size "0x300".*20 to 5000/,
  },
  {
    name: 'other proportions without a crop',
    args: () => ['--reference', join(folder, 'square.png'), '--photo', PHOTO, '--size', '400x300'],
    says: /other proportions.*--crop/,
  },
  { name: 'a crop outside', args: () => [...usual, '--crop', '0,0,9000,9000'], says: /outside the reference/ },
  {
    name: 'corners that cross',
    args: () => [...usual, '--corners', '700,500 3300,2400 3300,500 700,2400'],
    says: /cross/,
  },
  { name: 'three corners', args: () => [...usual, '--corners', '1,1 2,1 2,2'], says: /four points/ },
  { name: 'a grey without value', args: () => [...usual, '--grey', '1,1,50,50'], says: /--grey/ },
  {
    name: 'a region outside the canvas',
    args: () => [...usual, '--region', '390,10,40,40'],
    says: /outside the canvas/,
  },
  { name: 'an unknown key', args: () => [...usual, '--key', 'loud'], says: /absolute or range/ },
  {
    name: 'a photograph without a canvas',
    args: () => ['--reference', REFERENCE, '--photo', join(folder, 'plain.png'), '--size', '400x300'],
    says: /not found surely.*--corners/,
  },
];

describe('bad input: exit code 2, one line that says what would be right, never a stack trace', () => {
  test.each(CASES)('$name', async ({ args, says }) => {
    const { code, out, err } = await read(...args());
    expect(code).toBe(2);
    expect(out).toBe('');
    expect(err.trim().split('\n')).toHaveLength(1);
    expect(err).toMatch(says);
    expect(err).not.toMatch(/\bat .*:\d+:\d+/);
  });
});

test('a device or a pipe in a photograph’s place is refused at once, without being read', async () => {
  const pipe = join(folder, 'pipe.jpg');
  await new Promise((made) => execFile('mkfifo', [pipe], made));
  for (const photo of ['/dev/zero', pipe]) {
    const { code, err } = await read('--reference', REFERENCE, '--photo', photo, '--size', '400x300');
    expect(code).toBe(2);
    expect(err).toMatch(/is not a file; it was left alone/);
  }
});

test.each(['demo', 'start', 'test'])('%s --help says what there is, and installs nothing', async (command) => {
  const fresh = join(folder, `fresh-${command}`);
  await mkdir(fresh);
  await copyFile('revlin', join(fresh, 'revlin'));
  const { code, out } = await run('sh', [join(fresh, 'revlin'), command, '--help']);
  expect(code).toBe(0);
  expect(out).toMatch(/^revlin demo .*\nrevlin start /);
  expect(await readdir(fresh)).toEqual(['revlin']);
});

describe('two photographs compared from the command line', () => {
  const compare = (...args: string[]) => run(process.execPath, ['dist/cli.js', 'compare', ...args]);
  const two = (after: string) => [
    ...['--reference', REFERENCE, '--size', '400x300'],
    ...['--before', join(DEMO, 'enamel-pot-session-3.jpg'), '--after', after],
  ];

  test('a region stands as it was where nothing was painted over; what was painted over has a place and a share', async () => {
    const { code, out } = await compare(...two(PHOTO), '--region', '100,80,40,40=value', '--json');
    expect(code).toBe(0);
    const { regions, changed, untouchedShare } = JSON.parse(out) as {
      regions: { verdict: string; before: { difference: number }; after: { difference: number } }[];
      changed: { box: number[]; share: number; towardsPlan: boolean | null }[];
      untouchedShare: number;
    };
    expect(regions[0].verdict).toBe('unchanged');
    expect(regions[0].after).toEqual(regions[0].before);
    expect(changed[0].towardsPlan).toBe(true);
    expect(untouchedShare).toBeCloseTo(1 - changed.reduce((sum, { share }) => sum + share, 0), 5);
  });

  test('the same photograph twice changed nothing', async () => {
    const { code, out } = await compare(
      ...['--reference', REFERENCE, '--size', '400x300', '--before', PHOTO, '--after', PHOTO],
    );
    expect(code).toBe(0);
    expect(out).toContain('Nothing that can be told from these photos was painted over.');
  });

  test('a photograph of something else is refused in one line that says which of the two', async () => {
    const { code, err } = await compare(...two(join(folder, 'plain.png')));
    expect(code).toBe(2);
    expect(err).toContain('the later photo');
    expect(err.trim().split('\n')).toHaveLength(1);
  });
});

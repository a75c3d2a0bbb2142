import { describe, expect, test } from 'vitest';
import { InputError } from '../server/images/inputError';
import { readArguments, type ReadRequest } from './arguments';
import type { ReadReport } from './report';
import { textReport } from './textReport';

const LEAST = ['--reference', 'r.jpg', '--photo', 'p.jpg', '--size', '400x300'];
const read = (...more: string[]): ReadRequest => {
  const request = readArguments([...LEAST, ...more]);
  if (request === 'help') throw new Error('no help was asked for');
  return request;
};
const refusalOf = (args: string[]): string => {
  try {
    readArguments(args);
  } catch (cause) {
    if (cause instanceof InputError) return cause.message;
    throw cause;
  }
  throw new Error(`${args.join(' ')} was taken`);
};

describe('what is asked', () => {
  test('the least: reference, photograph, size; everything else has its default', () => {
    expect(read()).toMatchObject({
      reference: 'r.jpg',
      photos: ['p.jpg'],
      canvas: { widthMm: 400, heightMm: 300 },
      key: 'absolute',
      greys: [],
      regions: [],
      edges: [],
      json: false,
    });
    expect(read().corners).toBeUndefined();
    expect(read().crop).toBeUndefined();
  });

  test('all of it', () => {
    const request = read(
      '--photo',
      'q.jpg',
      '--corners',
      '10,20 3000,25.5 2990,2200 12,2190',
      '--crop',
      '0,0,800,600',
      '--grey',
      '5,6,40,40=9.3',
      '--grey',
      '5,60,40,40=1.6',
      '--key',
      'range',
      '--region',
      '10,20,30,40',
      '--edge',
      '1,2 30,4',
      '--json',
    );
    expect(request.photos).toEqual(['p.jpg', 'q.jpg']);
    expect(request.corners?.[1]).toEqual([3000, 25.5]);
    expect(request.crop).toEqual([0, 0, 800, 600]);
    expect(request.greys).toEqual([
      { box: [5, 6, 40, 40], value: 9.3 },
      { box: [5, 60, 40, 40], value: 1.6 },
    ]);
    expect(request.regions).toEqual([[10, 20, 30, 40]]);
    expect(request.edges).toEqual([
      [
        [1, 2],
        [30, 4],
      ],
    ]);
    expect([request.key, request.json]).toEqual(['range', true]);
  });

  test('sizes may have decimals and a times sign', () =>
    expect(read('--size', '406.4 × 304.8').canvas).toEqual({ widthMm: 406.4, heightMm: 304.8 }));

  test('a patch of known colour', () => {
    const [patch] = read('--colour', '100,200,50,60=50,40,-20').greys;
    expect(patch).toMatchObject({ box: [100, 200, 50, 60], ab: [40, -20] });
    expect(patch.value).toBeCloseTo(4.94, 1); // CIELAB 50 is Munsell value 4.9 to 5 (ASTM D1535)
  });

  test.each([['100,200,50,60=50,40'], ['100,200,50,60=150,0,0'], ['1,2,3=50,0,0'], ['100,200,50,60']])(
    '--colour %s is refused',
    (text) => expect(refusalOf([...LEAST, '--colour', text])).toMatch(/^--colour/),
  );

  test('what a frame or tape hides', () =>
    expect(read('--covered', '6,5,8,5').covered).toEqual({ top: 6, right: 5, bottom: 8, left: 5 }));

  test.each([['6,5,8'], ['6,-1,8,5'], ['0,150,0,60'], ['a,b,c,d']])('--covered %s is refused', (text) =>
    expect(refusalOf([...LEAST, '--covered', text])).toMatch(/^--covered/),
  );

  test('help is help, whatever else is missing', () => expect(readArguments(['--help'])).toBe('help'));
});

describe('what is refused names the option, what came, and what would be right', () => {
  test.each([
    [['--photo', 'p.jpg', '--size', '400x300'], /^--reference is missing/],
    [['--reference', 'r.jpg', '--size', '400x300'], /^--photo is missing/],
    [['--reference', 'r.jpg', '--photo', 'p.jpg'], /^--size is missing.*400x300/],
    [[...LEAST, '--size', '400'], /^--size "400".*width x height/],
    [[...LEAST, '--size', '-400x300'], /^--size "-400x300"|argument is ambiguous/],
    [[...LEAST, '--size', '10x10'], /each from 20 to 5000/],
    [[...LEAST, '--size', '4000x30'], /eight times/],
    [[...LEAST, '--corners', '1,2 3,4 5,6'], /^--corners .*clockwise/],
    [[...LEAST, '--corners', '1,2 3,4 5,6 7,x'], /^--corners .*four points/],
    [[...LEAST, '--crop', '0,0,0,600'], /^--crop .*above 0/],
    [[...LEAST, '--grey', '5,6,40,40'], /^--grey .*=5/],
    [[...LEAST, '--grey', '5,6,40,40='], /^--grey/],
    [[...LEAST, '--grey', '5,6,40,40=11'], /up to 10/],
    [[...LEAST, '--grey', '5,6,40,40=5=6'], /^--grey/],
    [[...LEAST, '--key', 'soft'], /^--key "soft".*absolute or range/],
    [[...LEAST, '--region', '1,2,3'], /^--region .*canvas millimetres/],
    [[...LEAST, '--region', '1,2,,4'], /^--region/],
    [[...LEAST, '--edge', '1,2'], /^--edge .*two points/],
    [[...LEAST, '--edge', '10,10 11,10'], /^--edge .*at least 2 mm long/],
    [[...LEAST, '--brightness', '3'], /Unknown option '--brightness'.*Usage: revlin read/],
    [[...LEAST, 'stray.jpg'], /Usage: revlin read/],
  ])('%j', (args, words) => {
    const refusal = refusalOf(args);
    expect(refusal).toMatch(words);
    expect(refusal).not.toContain('\n');
  });
});

describe('the readable report', () => {
  const report = {
    photo: {
      corners: [
        [10, 20],
        [3000, 25.55],
        [2990, 2200],
        [12, 2190],
      ],
      cornersFrom: 'found',
      confidence: 0.93,
      glareFraction: 0.012,
      sharpnessMm: 0.4,
      light: { method: 'card', fallOffStops: 0.6 },
      uncertainty: { value: 0.12, warmth: 1.4 },
    },
    regions: [
      {
        box: [10, 20, 30, 40],
        target: { value: 5 },
        painted: { value: 4.5 },
        difference: { value: -0.5, warmth: 2, chroma: -3.25 },
        uncertainty: { value: 0.13, warmth: 1.5 },
      },
    ],
    edges: [],
    drawing: { global: { offset: [-3, 0.2], scale: 1.02, rotationDegrees: 0 }, drift: [{ confidence: 0.9 }] },
    findings: [{ words: 'wall: half a step lighter.' }],
  } as unknown as ReadReport;

  test('says how it was found, what it is worth, and the findings in order', () => {
    const text = textReport(report);
    expect(text).toContain('All four corners found (confidence 93 %): 10.0,20.0 3000.0,25.6');
    expect(text).toContain(
      'taken out with patches of known grey; fall-off 0.60 stops. Values are told give or take 0.12 of a step',
    );
    expect(text).toContain('planned 5.00, painted 4.50, -0.50 steps, give or take 0.13; warmth +2.0, chroma -3.3');
    expect(text).toContain('The whole drawing sits 3 mm too far left and 2 % large.');
    expect(text).toMatch(/1 finding, the weightiest first.*\n1\. wall: half a step lighter\./);
  });

  test('a faithful painting is said to be one', () => {
    expect(textReport({ ...report, findings: [] })).toMatch(/No place differs from the plan/);
    expect(textReport({ ...report, photo: { ...report.photo, sharpnessMm: null } })).not.toMatch(/Blurred/);
  });
});

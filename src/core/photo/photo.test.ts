import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { codeFromLinear, linearFromCode, luminanceFromValue, SRGB_PROFILE, valueScale } from '../colour';
import {
  homographyBetween,
  invert,
  makeRaster,
  project,
  rectangle,
  type Corners,
  type Picture,
  type Point,
  type Raster,
} from '../raster';
import { edgeField, opponentPlanes } from './edgeField';
import { CanvasNotFound, flatFromPhoto, flatSize } from './flat';
import { findGlare } from './glare';
import { straightLines } from './lines';
import { readPatch } from './patches';
import { poseMisfit } from './pose';
import { wordsForFault } from './faultWords';
import { judgePhoto } from './quality';
import { CornersRefused, straighten } from './straighten';
import { toneCurveThrough } from './toneCurve';

const code = (value: number) => Math.round(255 * codeFromLinear(luminanceFromValue(value) / 100));

/** A grey photo with a canvas of four quarters of different value in it, drawn with soft edges. */
function photoOf(corners: Corners, { wall, quarters }: { wall: number; quarters: readonly number[] }): Picture {
  const [width, height] = [900, 700];
  const map = homographyBetween(corners, rectangle(1, 1));
  const data = new Uint8Array(width * height * 3).fill(code(wall));
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [u, v] = map ? project(map, [x + 0.5, y + 0.5]) : [-1, -1];
      if (u < 0 || v < 0 || u > 1 || v > 1) continue;
      const i = 3 * (y * width + x);
      data.fill(code(quarters[(u > 0.4 ? 1 : 0) + (v > 0.6 ? 2 : 0)]), i, i + 3);
    }
  }
  return { width, height, data, profile: SRGB_PROFILE };
}
const QUARTERS = [7, 5.5, 4, 2.5];

/** Corners of a canvas of 4:3 seen by a pinhole camera. @param focal in widths of the frame */
function seen(
  yaw: number,
  pitch: number,
  { width, height, focal = 1 }: { width: number; height: number; focal?: number },
): Corners {
  const [cy, sy, cp, sp] = [Math.cos(yaw), Math.sin(yaw), Math.cos(pitch), Math.sin(pitch)];
  const points = [
    [-2, -1.5],
    [2, -1.5],
    [2, 1.5],
    [-2, 1.5],
  ].map(([x, y]): Point => {
    const z = 6.6 - x * sy + y * cy * sp;
    return [width / 2 + (focal * width * x * cy) / z, height / 2 + (focal * width * (y * cp + x * sy * sp)) / z];
  });
  return points as unknown as Corners;
}
const CORNERS = seen(0.07, 0.04, { width: 900, height: 700 });
const canvas = { widthMm: 400, heightMm: 300 };

/** The plan of the same picture at reading size. */
function planOf(quarters: readonly number[]): Raster {
  const size = flatSize(canvas);
  const raster = makeRaster(size.width / 2, size.height / 2);
  for (let i = 0; i < raster.r.length; i++) {
    const [u, v] = [(i % raster.width) / raster.width, Math.floor(i / raster.width) / raster.height];
    const light = luminanceFromValue(quarters[(u > 0.4 ? 1 : 0) + (v > 0.6 ? 2 : 0)]) / 100;
    raster.r[i] = raster.g[i] = raster.b[i] = light;
  }
  return raster;
}

describe('finding the canvas', () => {
  test.each([
    { name: 'a dark wall', wall: 2 },
    { name: 'a white wall', wall: 9 },
    { name: 'a middle wall', wall: 6.2 },
  ])('on $name its corners are within a pixel', ({ wall }) => {
    const flat = flatFromPhoto(photoOf(CORNERS, { wall, quarters: QUARTERS }), { canvas, plan: planOf(QUARTERS) });
    flat.corners.forEach(([x, y], i) => {
      expect(Math.hypot(x - CORNERS[i][0], y - CORNERS[i][1])).toBeLessThan(0.8);
    });
    expect(flat.cornersFrom).toBe('found');
  });

  test('an empty wall is not taken for a canvas', () => {
    const empty = photoOf(
      [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ],
      { wall: 5, quarters: [5, 5, 5, 5] },
    );
    expect(() => flatFromPhoto(empty, { canvas, plan: null })).toThrow(CanvasNotFound);
  });

  test('corners that cross are refused', () => {
    const crossing: Corners = [CORNERS[0], CORNERS[2], CORNERS[1], CORNERS[3]];
    expect(() =>
      flatFromPhoto(photoOf(CORNERS, { wall: 2, quarters: QUARTERS }), { canvas, corners: crossing, plan: null }),
    ).toThrow(CornersRefused);
  });
});

describe('pose', () => {
  const frame = { width: 4000, height: 3000 };

  test('a true rectangle fits at any tilt and focal length', () => {
    for (const yaw of [-0.15, 0, 0.1])
      for (const focal of [0.75, 1, 1.8])
        expect(poseMisfit(seen(yaw, 0.06, { ...frame, focal }), 4 / 3, frame)).toBeLessThan(0.004);
  });

  test('seen square, a side out by two per cent fits none', () => {
    const [tl, tr, br, bl] = seen(0, 0, frame);
    const lower = 0.02 * (bl[1] - tl[1]);
    const wrong: Corners = [tl, tr, [br[0], br[1] + lower], [bl[0], bl[1] + lower]];
    expect(poseMisfit(wrong, 4 / 3, frame)).toBeGreaterThan(0.012);
  });

  test('corners on a line fit nothing', () => {
    expect(
      poseMisfit(
        [
          [0, 0],
          [1, 0],
          [2, 0],
          [3, 0],
        ],
        4 / 3,
        frame,
      ),
    ).toBe(Infinity);
  });
});

test('straight lines: each strong edge comes once, the faint ones after it', () => {
  const raster = makeRaster(200, 160);
  for (let i = 0; i < raster.r.length; i++) {
    const x = i % 200;
    const light = x < 60 ? 0.05 : x < 140 ? 0.6 : 0.5;
    raster.r[i] = raster.g[i] = raster.b[i] = light;
  }
  const lines = straightLines(edgeField(opponentPlanes(raster), 1), true, 6);
  expect(lines.slice(0, 2).map(({ d, nx }) => Math.round(d / nx))).toEqual(
    expect.arrayContaining([60, 140].map((v) => expect.closeTo(v, -0.4))),
  );
});

describe('straightening', () => {
  test('keeps the mean light and puts each quarter in its place', () => {
    const flat = straighten(photoOf(CORNERS, { wall: 2, quarters: QUARTERS }), CORNERS, { width: 400, height: 300 });
    const at = (x: number, y: number) => flat.g[y * 400 + x];
    [
      [50, 50],
      [300, 50],
      [50, 250],
      [300, 250],
    ].forEach(([x, y], i) => {
      expect(at(x, y)).toBeCloseTo(linearFromCode(code(QUARTERS[i]) / 255), 3);
    });
  });

  test('an enlarged flat is interpolated, not blocky', () => {
    const flat = straighten(photoOf(CORNERS, { wall: 2, quarters: QUARTERS }), CORNERS, { width: 1600, height: 1200 });
    expect(new Set(flat.g.slice(600 * 1600, 601 * 1600).map((v) => Math.round(v * 1e4))).size).toBeGreaterThan(2);
  });
});

describe('light', () => {
  const patch = (seen: number, known: number) => ({
    centre: [0, 0] as Point,
    seen: [seen, seen, seen] as const,
    known: [known, known, known] as const,
    doubt: 0,
    clipped: false,
  });

  test('one grey is a gain', () => {
    const curve = toneCurveThrough([patch(0.1, 0.2)], 1);
    expect(curve(0.3)).toBeCloseTo(0.6);
  });

  test('three greys bend the curve through themselves, and it rises everywhere', () => {
    const patches = [patch(0.01, 0.026), patch(0.2, 0.193), patch(0.9, 0.82)];
    const curve = toneCurveThrough(patches, 0);
    for (const { seen, known } of patches) expect(curve(seen[0])).toBeCloseTo(known[0], 6);
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        (x, more) => curve(x + more) >= curve(x) - 1e-9,
      ),
    );
  });

  test('a patch is read from its middle and said to be blown when it is', () => {
    const picture: Picture = { width: 40, height: 40, data: new Uint8Array(4800).fill(255), profile: SRGB_PROFILE };
    expect(readPatch(picture, { box: [5, 5, 20, 20], value: 9.3 })?.clipped).toBe(true);
    expect(readPatch(picture, { box: [5, 5, 1, 1], value: 9.3 })).toBeNull();
  });

  test.each([
    { name: 'darker by two thirds of a stop', gain: [0.63, 0.63, 0.63] },
    { name: 'warm', gain: [1.2, 1, 0.7] },
  ])('a photo $name is put right by the passages that agree with the plan', ({ gain }) => {
    const photo = photoOf(CORNERS, { wall: 2, quarters: QUARTERS });
    const tinted = Uint8Array.from(photo.data, (v, i) =>
      Math.round(255 * codeFromLinear(Math.min(1, linearFromCode(v / 255) * gain[i % 3]))),
    );
    // One quarter was painted a step too light: it must not pull the light its way.
    const plan = planOf([6, 5.5, 4, 2.5]);
    const flat = flatFromPhoto({ ...photo, data: tinted }, { canvas, corners: CORNERS, plan });
    const at = (raster: Raster, u: number, v: number) =>
      raster.g[Math.round(v * raster.height) * raster.width + Math.round(u * raster.width)];
    expect(at(flat.small, 0.7, 0.3) / at(plan, 0.7, 0.3)).toBeCloseTo(1, 1);
    expect(at(flat.small, 0.2, 0.3) / at(plan, 0.2, 0.3)).toBeGreaterThan(1.25);
    expect(flat.light.method).toBe('plan');
  });
});

test('glare: blown places far above the plan with their rim, not honest whites', () => {
  const [width, height] = [40, 40];
  const squared = makeRaster(width, height);
  const value = new Float32Array(width * height);
  const planned = new Float32Array(width * height).fill(5);
  for (let i = 0; i < value.length; i++) {
    const d = Math.hypot((i % width) - 20, Math.floor(i / width) - 20);
    value[i] = d < 4 ? 10 : d < 6 ? 6.5 : 5;
    if (i % width > 35) planned[i] = value[i] = 9.5; // white paint, as planned
    const light = value[i] > 9 ? 1 : 0.3;
    squared.r[i] = squared.g[i] = squared.b[i] = light;
  }
  const mask = findGlare(squared, value, planned);
  expect(mask[20 * width + 20]).toBe(1);
  expect(mask[20 * width + 25]).toBe(1);
  expect(mask[20 * width + 30]).toBe(0);
  expect(mask[20 * width + 38]).toBe(0);
});

test('every fault of a photo has a sentence that says what to do', () => {
  const light = {
    method: 'plan',
    gainStops: [0, 0, 0],
    fallOffStops: 1.2,
    field: [],
    agreement: 1,
    uncertainty: { value: 0.1, warmth: 1 },
    knownTo: 10,
    camera: { bend: 0, shoulder: 0, toe: 0, vivid: { by: 0, doubt: 0 } },
    sheen: { most: 0, share: 0 },
  } as const;
  const { faults } = judgePhoto({
    light,
    glareShare: 0.1,
    outsideShare: 0.2,
    blurMm: 2,
    tiltDegrees: 20,
    pixelsPerMm: 1,
    clippedShare: 0.1,
    noise: 0.05,
    saidShare: 0.9,
    canvas: { widthMm: 400, heightMm: 300 },
  });
  expect(faults.map(({ code: c }) => c)).toEqual([
    'outside',
    'glare',
    'clipped',
    'fall-off',
    'blurred',
    'tilted',
    'grainy',
    'coarse',
    'size',
    'no-card',
  ]);
  for (const fault of faults) {
    const { words, cost } = wordsForFault(fault, light);
    expect(words).toMatch(/\. (Turn|Rest|Expose|Stand|Step|A grey)|Add light|look at the size/);
    expect(cost).toMatch(/^[A-Z].*\.$/);
  }
  // Fall-off's cost is the width it adds: a quarter a stop of what the plan leaves, over 1.2 stops.
  expect(wordsForFault({ code: 'fall-off', stops: 1.2 }, light).cost).toContain('0.01 of a step');
  const vivid = wordsForFault(
    { code: 'vivid', by: 0.12 },
    { ...light, camera: { bend: 0, shoulder: 0, toe: 0, vivid: { by: 0.12, doubt: 0.03 } } },
  );
  expect(vivid.words).toMatch(
    /about 12 % stronger.*your phone.*or you did.*Paints of yours on the fields of the printed card/,
  );
  const byPaints = wordsForFault({ code: 'vivid', by: 0.12, from: 'paints' }, light).words;
  expect(byPaints).toMatch(/Your phone makes all colours about 12 % stronger: your paints on the card tell/);
  expect(vivid.cost).toBe('A strong colour is told give or take 5 % of its strength.');
  const card = (agreement: number) => wordsForFault({ code: 'no-card' }, { ...light, agreement }).cost;
  expect(card(0.8)).toBe(
    'If most of the painting is as planned, values are told give or take 0.16 of a step and warmth give or take 1.6.',
  );
  expect(card(0)).toMatch(/^Too little of the canvas agrees with the plan to tell: values are told give or take 0.16/);
  const tones = wordsForFault({ code: 'tones', dark: 1.52, light: 8.2 }, light);
  expect(tones.words).toMatch(/your phone did it, or you did.*Three greys/);
  expect(tones.cost).toBe(
    'Left in, beside a middle of 5.0 a dark of value 2.0 would look like 1.5, a light of value 8.0 like 8.2.',
  );
  const sheen = wordsForFault({ code: 'sheen', share: 0.4, most: 0.02 }, light);
  expect(sheen.words).toMatch(/over 40 % of the canvas.*Turn the lamp or the picture/);
  expect(sheen.cost).toBe('Left in, it would make a dark of value 2.0 look like 2.7.');
  const five = valueScale({ scale: 'white-is-0', scaleSteps: 5 });
  expect(wordsForFault({ code: 'sheen', share: 0.4, most: 0.02 }, light, five).cost).toBe(
    'Left in, it would make a dark of value 4.0 look like 3.7.',
  );
  expect(wordsForFault({ code: 'no-card' }, { ...light, agreement: 0.8 }, five).cost).toContain('0.08 of a step');
});

test('a corner outside the frame: what is not in the photo is not read, the rest is', () => {
  const beyond: Corners = [
    [-90, 120],
    [620, 110],
    [625, 640],
    [-95, 650],
  ];
  const photo = photoOf(beyond, { wall: 4.5, quarters: QUARTERS });
  const flat = flatFromPhoto(photo, { canvas, corners: beyond, plan: planOf(QUARTERS) });
  const share = flat.mask.reduce((sum, v) => sum + v, 0) / flat.mask.length;
  expect(share).toBeGreaterThan(0.11);
  expect(share).toBeLessThan(0.15);
  const { width, height } = flat.small;
  const at = (x: number, y: number) => Math.floor(y * height) * width + Math.floor(x * width);
  expect([flat.mask[at(0.02, 0.5)], flat.mask[at(0.2, 0.5)], flat.mask[at(0.95, 0.5)]]).toEqual([1, 0, 0]);
  expect(flat.glareShare).toBe(0);
  expect(flat.quality.faults.map(({ code: c }) => c)).toContain('outside');
});

test('the inverse of a photo map puts corners back', () => {
  const h = homographyBetween(rectangle(1, 1), CORNERS);
  const back = h && invert(h);
  expect(back && project(back, CORNERS[2])[0]).toBeCloseTo(1, 6);
});

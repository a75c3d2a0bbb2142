import { describe, expect, test } from 'vitest';
import { NO_RIVALRY, type Colours } from '../photo';
import { PAINT_RANGE } from '../plan';
import { instructionOf, sentenceFor, type Finding } from '../kinds';
import { driftInWords, poseInWords, shiftInWords } from '../words';
import { findingsOf, isLoud } from './index';
import { driftOf, NO_DRIFT, type Drift } from '../read/drift';
import { aroundOf } from '../read/aligned';
import type { Reading } from '../read';

const [W, H, COLUMNS, ROWS, CELL] = [200, 150, 40, 30, 5];
const flat: Colours = {
  value: new Float32Array(W * H).fill(5),
  a: new Float32Array(W * H),
  b: new Float32Array(W * H),
};

/** A reading in which nothing but the drawing is off, by so much at a place (mm). */
function readingWith(shift: (x: number, y: number) => readonly [number, number], confidence = 0.9): Reading {
  const count = COLUMNS * ROWS;
  const drift = {
    global: NO_DRIFT,
    columns: COLUMNS,
    rows: ROWS,
    cellMm: CELL,
    dx: new Float32Array(count),
    dy: new Float32Array(count),
    confidence: new Float32Array(count).fill(confidence),
    across: new Float32Array(count).fill(confidence),
  };
  for (let i = 0; i < count; i++)
    [drift.dx[i], drift.dy[i]] = shift(((i % COLUMNS) + 0.5) * CELL, (Math.floor(i / COLUMNS) + 0.5) * CELL);
  const aligned = {
    width: W,
    height: H,
    mmPerPixel: 1,
    planned: flat,
    painted: flat,
    mask: new Uint8Array(W * H),
    drift: drift as Drift,
    around: aroundOf(flat, { width: W, height: H }),
    paint: PAINT_RANGE,
    clipped: null,
  };
  const still = () => new Float32Array(100 * 75);
  const map = {
    width: 100,
    height: 75,
    mmPerPixel: 2,
    value: still(),
    warmth: still(),
    chroma: still(),
    trust: still().fill(1),
  };
  return { aligned, masses: [], map, drawings: [] };
}
const SIGMA = { value: 0.1, warmth: 1 };
const UNSURE = { ...SIGMA, usual: SIGMA, knownTo: 10, stray: 0, colour: 0, local: 0, rivalry: NO_RIVALRY };
const drawingsIn = (findings: readonly Finding[]) => findings.flatMap((one) => (one.kind === 'drawing' ? [one] : []));
const found = (reading: Reading, tolerance?: number) =>
  drawingsIn(
    findingsOf(reading, {
      massOf: new Int32Array(W * H),
      ids: [7],
      uncertainty: UNSURE,
      tolerance,
    }),
  );
const near = (x: number, y: number) => Math.hypot(x - 60, y - 60) < 25;

describe('findings about the drawing', () => {
  test('a place that is off makes one, with its shift; an honest hand makes none', () => {
    const [first, ...rest] = found(readingWith((x, y) => (near(x, y) ? [6, -2] : [0.6, 0.5])));
    expect(rest).toEqual([]);
    expect(first).toMatchObject({ kind: 'drawing', massId: 7 });
    expect(first.shift.by[0]).toBeCloseTo(6, 1);
    expect(first.region.box[0]).toBeGreaterThan(30);
    expect(sentenceFor(first, 'spout')).toBe('Move the spout 6 mm to the left and 2 mm down.');
    expect(found(readingWith(() => [0.9, -1.2]))).toEqual([]);
  });

  test('what is not sure is not raised, nor what is too small a place', () => {
    expect(found(readingWith((x, y) => (near(x, y) ? [6, -2] : [0, 0]), 0.3))).toEqual([]);
    expect(found(readingWith((x, y) => (Math.hypot(x - 62, y - 62) < 4 ? [9, 0] : [0, 0])))).toEqual([]);
  });

  test('two places that are off in other directions are two', () => {
    const both = found(readingWith((x, y) => (near(x, y) ? (x < 60 ? [-6, 0] : [6, 0]) : [0, 0])));
    expect(both).toHaveLength(2);
    expect(both.map(({ shift }) => Math.sign(shift.by[0] ?? 0)).sort()).toEqual([-1, 1]);
  });

  test('a free contour may wander further than a tight one', () => {
    const reading = readingWith((x, y) => (near(x, y) ? [4, 0] : [0, 0]));
    expect(found(reading, 2)).toHaveLength(1);
    expect(found(reading, 6)).toEqual([]);
  });

  test('the whole drawing is told once, by what it asks for', () => {
    const reading = readingWith(() => [0, 0]);
    const global = {
      offset: [0.2, 4] as const,
      scale: 1.02,
      rotationDegrees: 0,
      doubt: { mm: 0.1, scale: 0.001, degrees: 0.1 },
    };
    const moved: Reading = { ...reading, aligned: { ...reading.aligned, drift: { ...reading.aligned.drift, global } } };
    const whole = found(moved).find((one) => one.whole);
    expect(whole && instructionOf(whole)).toBe('4 mm up, 2 % smaller');
    expect(whole?.amount).toBeGreaterThan(4);
  });

  test('a small step counts where it goes on along a passage, not where the hand wobbled', () => {
    const along = found(readingWith((x, y) => (near(x, y) ? [2.3, 0.4] : [0.2, 0.1])));
    expect(along).toHaveLength(1);
    expect(along[0].amount).toBeLessThan(3);
    const spot = (x: number, y: number) => Math.hypot(x - 60, y - 60) < 1.2 * CELL;
    expect(found(readingWith((x, y) => (spot(x, y) ? [2.3, 0.4] : [0.2, 0.1])))).toEqual([]);
    expect(found(readingWith((x, y) => (spot(x, y) ? [5, 0.4] : [0.2, 0.1])))).toHaveLength(1);
  });

  test('at every stage the drawing speaks, as coarsely as the stage asks', () => {
    const stage = { loud: ['value'], coarse: 2 } as const;
    expect(isLoud({ kind: 'drawing', amount: 7, share: 0.02 }, stage)).toBe(true);
    expect(isLoud({ kind: 'drawing', amount: 4, share: 0.02 }, stage)).toBe(false);
    expect(isLoud({ kind: 'chroma', amount: 40, share: 0.02 }, stage)).toBe(false);
    expect(isLoud({ kind: 'drawing', amount: 2.3, share: 0.02 }, { loud: [], coarse: 1 })).toBe(true);
  });
});

describe('words for a shift', () => {
  test('say what the hand should do, or what is', () => {
    expect(shiftInWords([-6.4, 0.3])).toEqual(['6 mm to the right']);
    expect(shiftInWords([0.2, -3])).toEqual(['3 mm down']);
    expect(poseInWords({ tilt: -3.2, scale: 0.98 })).toEqual(['2 % larger', 'turned 3 degrees clockwise']);
    expect(driftInWords({ offset: [0, 4], scale: 1.02, rotationDegrees: 0 })).toBe('4 mm low and 2 % large');
    expect(driftInWords({ offset: [0.2, 0.3], scale: 1.001, rotationDegrees: 0.1 })).toBe('');
  });
});

test('a canvas of any size is searched in its own proportion', () => {
  for (const mmPerPixel of [0.25, 3]) {
    const scene = (x: number, y: number) => (Math.hypot(x - 90, y - 70) < 35 ? 8 : y > 110 ? 3 : 5.5);
    const paint = (by: number): Colours => ({
      ...flat,
      value: Float32Array.from({ length: W * H }, (_, i) => scene((i % W) - by, Math.floor(i / W))),
    });
    const drift = driftOf(paint(0), paint(3), { width: W, height: H, mmPerPixel });
    const at =
      Math.floor((70 * mmPerPixel) / drift.cellMm) * drift.columns + Math.floor((125 * mmPerPixel) / drift.cellMm);
    expect(drift.dx[at] / mmPerPixel).toBeCloseTo(3, 0);
  }
});

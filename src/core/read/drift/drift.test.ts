import { describe, expect, test } from 'vitest';
import type { Colours } from '../../photo';
import type { Point } from '../../raster';
import { driftInWords } from '../../words';
import { driftOf } from './drift';
import { fieldOfGlobal, middleOf, onGrid, shiftAt } from './field';
import { throughLandmarks } from './landmarks';

const [W, H, MM] = [400, 300, 1];
const SIZE = { width: W, height: H, mmPerPixel: MM };

/** Some pots and a ledge: value at a place, mm. */
function scene(x: number, y: number): number {
  if (Math.hypot(x - 110, (y - 140) * 0.8) < 55) return 8 - (x - 110) / 40;
  if (Math.hypot(x - 290, y - 190) < 34) return 4.5 + (y - 190) / 40;
  if (Math.hypot(x - 250, (y - 90) * 1.6) < 42) return 2.5;
  if (x > 180 && x < 196 && y < 150) return 6.8;
  return y > 215 ? 3.2 : 5.6 + x / 400;
}

const coloursFrom = (at: (x: number, y: number) => number): Colours => ({
  value: Float32Array.from({ length: W * H }, (_, i) => at((i % W) + 0.5, Math.floor(i / W) + 0.5)),
  a: new Float32Array(W * H),
  b: new Float32Array(W * H),
});
const PLAN = coloursFrom(scene);

/** The scene as someone paints it who puts the plan's place p at p + shift(p): read backwards by a fixed point. */
const paintedWith = (
  shift: (at: Point) => Point,
  change: (value: number, x: number, y: number) => number = (v) => v,
  rounds = 20,
) =>
  coloursFrom((x, y) => {
    let [u, v] = [x, y];
    for (let round = 0; round < rounds; round++) {
      const [dx, dy] = shift([u, v]);
      [u, v] = [x - dx, y - dy];
    }
    return change(scene(u, v), u, v);
  });

const errors = (drift: ReturnType<typeof driftOf>, truth: (at: Point) => Point, within: (at: Point) => boolean) =>
  Array.from(drift.dx, (dx, i) => {
    const at = middleOf(drift, i);
    const [tx, ty] = truth(at);
    return { off: Math.hypot(dx - tx, drift.dy[i] - ty), counts: within(at) && drift.confidence[i] >= 0.5 };
  })
    .filter(({ counts }) => counts)
    .map(({ off }) => off)
    .sort((a, b) => a - b);
const middleOfList = (list: number[]) => list[list.length >> 1];

describe('drift', () => {
  test('a faithful painting has none', () => {
    const drift = driftOf(PLAN, PLAN, SIZE);
    const sure = errors(
      drift,
      () => [0, 0],
      () => true,
    );
    expect(sure.length).toBeGreaterThan(100);
    expect(middleOfList(sure)).toBeLessThan(0.15);
    expect(sure[Math.floor(0.95 * sure.length)]).toBeLessThan(0.7);
    expect(drift.global.scale).toBeCloseTo(1, 3);
    expect(driftInWords(drift.global)).toBe('');
  });

  test('the whole drawing: offset, size and turn, even where values are the other way round', () => {
    const pose = { offset: [2.5, -3] as Point, scale: 1.02, rotationDegrees: -1.5 };
    const field = fieldOfGlobal(pose, [W / 2, H / 2], { columns: W, rows: H, cellMm: 1 });
    const shift = ([x, y]: Point) => shiftAt(field, x, y);
    const drift = driftOf(
      PLAN,
      paintedWith(shift, (v) => 9 - v, 4),
      SIZE,
    );
    expect(drift.global.offset[0]).toBeCloseTo(2.5, 0);
    expect(drift.global.offset[1]).toBeCloseTo(-3, 0);
    expect(Math.abs(drift.global.scale - 1.02)).toBeLessThan(0.004);
    expect(Math.abs(drift.global.rotationDegrees + 1.5)).toBeLessThan(0.3);
    expect(driftInWords(drift.global)).toMatch(
      /^\d mm too far right, 3 mm high, 2 % large and turned 1.5 degrees anticlockwise$/,
    );
  });

  test.each([3, 6, 10])('one thing %d mm out of place is found there, and nowhere else', (size) => {
    const by: Point = [size * 0.8, -size * 0.6];
    const share = ([x, y]: Point) => Math.exp(-((x - 290) ** 2 + (y - 190) ** 2) / (2 * 45 ** 2));
    const shift = (at: Point): Point => [by[0] * share(at), by[1] * share(at)];
    const drift = driftOf(
      PLAN,
      paintedWith(shift, (v, x) => (x < 180 ? v - 1 : v)),
      SIZE,
    );
    const near = errors(drift, shift, (at) => share(at) > 0.5);
    expect(near.length).toBeGreaterThan(5);
    expect(middleOfList(near)).toBeLessThan(1);
    expect(middleOfList(errors(drift, shift, (at) => share(at) < 0.02))).toBeLessThan(0.7);
    expect(Math.hypot(...drift.global.offset)).toBeLessThan(1);
  });

  test('blank ground beside a thing that moved takes its shift, but does not claim it', () => {
    const pots = (moved: number) =>
      coloursFrom((x, y) =>
        Math.hypot(x - 110 - moved, y - 140) < 40 ? 8 : Math.hypot(x - 300, y - 150) < 40 ? 3 : 5.5,
      );
    const drift = driftOf(pots(0), pots(8), SIZE);
    const outwards = (i: number) => Math.hypot(middleOf(drift, i)[0] - 110, middleOf(drift, i)[1] - 140) - 40;
    const cells = Array.from(drift.dx.keys()).filter((i) => middleOf(drift, i)[0] < 200);
    const on = cells.filter((i) => Math.abs(outwards(i)) < 5 && drift.confidence[i] >= 0.5);
    expect(on.length).toBeGreaterThan(20);
    for (const i of on) expect(drift.dx[i]).toBeCloseTo(8, 0);
    const beside = cells.filter((i) => outwards(i) > 13);
    expect(Math.max(...beside.map((i) => drift.confidence[i]))).toBeLessThan(0.5);
  });

  test('a long side that bulges is surely off across itself, though nothing is known along it', () => {
    const bulge = (y: number) => 3 * Math.exp(-((y - 140) ** 2) / (2 * 30 ** 2));
    const vase = (by: number) =>
      coloursFrom((x, y) => (y > 30 && y < 250 && x > 90 && x < 170 + (by ? bulge(y) : 0) ? 8 : 5.5));
    const drift = driftOf(vase(0), vase(1), SIZE);
    const side = Array.from(drift.dx.keys()).filter((i) => {
      const [x, y] = middleOf(drift, i);
      return Math.abs(x - 172) < 5 && Math.abs(y - 140) < 12;
    });
    for (const i of side) {
      expect(drift.confidence[i]).toBeLessThan(0.3);
      expect(drift.across[i]).toBeGreaterThan(0.6);
      expect(drift.dx[i]).toBeGreaterThan(2.4);
    }
  });

  test('bare canvas has no drawing in common with the plan: nothing is claimed', () => {
    const drift = driftOf(
      PLAN,
      coloursFrom(() => 6),
      SIZE,
    );
    expect(drift.global).toMatchObject({ offset: [0, 0], scale: 1, rotationDegrees: 0 });
    expect(Math.max(...drift.confidence)).toBeLessThan(0.5);
  });

  test('what is not read has no say', () => {
    const unread = new Uint8Array(W * H);
    for (let i = 0; i < unread.length; i++) if (i % W > 200) unread[i] = 1;
    const shift = ([x]: Point): Point => (x > 210 ? [9, 0] : [0, 0]);
    const drift = driftOf(PLAN, paintedWith(shift), { ...SIZE, unread });
    const claimed = Array.from(drift.dx.keys()).filter(
      (i) => drift.confidence[i] >= 0.5 && middleOf(drift, i)[0] > 225,
    );
    expect(claimed).toEqual([]);
  });

  test('landmarks overrule it where they stand, and leave far places alone', () => {
    const drift = driftOf(PLAN, PLAN, SIZE);
    const shown = throughLandmarks(drift, [{ plan: [110, 90], painted: [115, 87] }]);
    const [x, y] = shiftAt(shown, 110, 90);
    expect(Math.hypot(x - 5, y + 3)).toBeLessThan(0.8);
    expect(Math.hypot(...shiftAt(shown, 300, 220))).toBeLessThan(0.2);
    expect(throughLandmarks(drift, [])).toBe(drift);
  });
});

describe('fields', () => {
  test('the global part is zero-mean in turn and size about the middle', () => {
    const field = fieldOfGlobal({ offset: [1, 2], scale: 1.1, rotationDegrees: 90 }, [50, 50], {
      columns: 10,
      rows: 10,
      cellMm: 10,
    });
    // A quarter turn clockwise, a tenth larger: what lay right of the middle lies below it.
    const [dx, dy] = shiftAt(field, 85, 50);
    expect(85 + dx).toBeCloseTo(51, 5);
    expect(50 + dy).toBeCloseTo(50 + 2 + 1.1 * 35, 4);
  });

  test('another grid sees the same shifts', () => {
    const field = fieldOfGlobal({ offset: [3, -1], scale: 1.03, rotationDegrees: 2 }, [100, 60], {
      columns: 40,
      rows: 24,
      cellMm: 5,
    });
    const coarse = onGrid(field, { columns: 20, rows: 12, cellMm: 10 });
    for (const i of [25, 57, 130]) {
      const [x, y] = shiftAt(field, ...middleOf(coarse, i));
      expect(coarse.dx[i]).toBeCloseTo(x, 4);
      expect(coarse.dy[i]).toBeCloseTo(y, 4);
    }
  });
});

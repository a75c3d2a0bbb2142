import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { luminanceFromValue } from '../colour';
import { findingsOf } from '../correct';
import { kindOf, sentenceFor } from '../kinds';
import { NO_RIVALRY, type Flat } from '../photo';
import { areaOf, boxOf, makeRaster, pixelsIn, placeHolds, placeOfBox, placeOfPixels, type Raster } from '../raster';
import { doubtOf, lightAsTold, readBox, readFlat } from './index';
import { doubtInAll } from './measured';

const [W, H] = [800, 600];
const canvas = { widthMm: 400, heightMm: 300 };

/** A grey picture of so much value at every place (mm). */
function picture(at: (x: number, y: number) => number): Raster {
  const raster = makeRaster(W, H);
  for (let i = 0; i < raster.r.length; i++) {
    const light = luminanceFromValue(at((i % W) / 2, Math.floor(i / W) / 2)) / 100;
    raster.r[i] = raster.g[i] = raster.b[i] = light;
  }
  return raster;
}
const PLAN = picture((x, y) => (y > 200 ? 3 : x > 250 ? 5 : 7));
const massOf = Int32Array.from({ length: W * H }, (_, i) => (Math.floor(i / W) > 400 ? 2 : i % W > 500 ? 1 : 0));
const masses = { width: W, height: H, massOf, ids: [11, 12, 13] };

/** A flat as if photographed perfectly. */
function flatOf(small: Raster, mask = new Uint8Array(W * H)): Flat {
  const light = {
    method: 'card',
    gainStops: [0, 0, 0],
    fallOffStops: 0,
    agreement: 1,
    uncertainty: { value: 0.05, warmth: 0.8 },
    knownTo: 10.5,
    camera: { bend: 0, shoulder: 0, vivid: { by: 0, doubt: 0 } },
    sheen: { most: 0, share: 0 },
  } as const;
  return { small, mask, canvas, light, rivalry: NO_RIVALRY } as unknown as Flat;
}
const findings = (flat: Flat) =>
  findingsOf(readFlat(flat, { plan: PLAN, masses }), { massOf, ids: masses.ids, uncertainty: doubtOf(flat) });

describe('findings', () => {
  test('a faithful painting raises none', () => expect(findings(flatOf(PLAN))).toEqual([]));

  test('a mass painted lighter is one finding, named after it, with its amount', () => {
    const flat = flatOf(picture((x, y) => (y > 200 ? 3.7 : x > 250 ? 5 : 7)));
    const [first, ...rest] = findings(flat);
    expect(rest).toEqual([]);
    expect(first).toMatchObject({ kind: 'value', massId: 13 });
    expect(first.amount).toBeCloseTo(0.7, 1);
    expect(first.region.box[1]).toBeCloseTo(200, -1);
  });

  test('where the plan is darker than paint, as dark as the paint goes is asked for, and the plan named with it', () => {
    const deep = picture((x, y) => (y > 200 ? 0.5 : x > 250 ? 5 : 7));
    const painted = (dark: number) => flatOf(picture((x, y) => (y > 200 ? dark : x > 250 ? 5 : 7)));
    const found = (dark: number) => {
      const flat = painted(dark);
      return findingsOf(readFlat(flat, { plan: deep, masses }), {
        massOf,
        ids: masses.ids,
        uncertainty: doubtOf(flat),
      });
    };
    expect(found(1.4)).toEqual([]);
    const [first, ...rest] = found(2.6);
    expect(rest).toEqual([]);
    expect(first.amount).toBeCloseTo(1, 1);
    expect(kindOf(first.kind).evidence(first, (v) => v.toFixed(1))).toContain(
      'Plan 0.5 (your paint ends at 1.6), painted 2.6',
    );
  });

  test('where the reference has lost its colour none is asked for', () => {
    const tinted = picture((x, y) => (y > 200 ? 3 : x > 250 ? 5 : 7));
    for (let i = 400 * W; i < tinted.r.length; i++) tinted.r[i] *= 1.5;
    const flat = flatOf(tinted);
    const ground = { massOf, ids: masses.ids, uncertainty: doubtOf(flat) };
    const hued = (clipped: Uint8Array | null) =>
      findingsOf(readFlat(flat, { plan: PLAN, masses, clipped }), ground).filter(({ kind }) => kind !== 'value');
    expect(hued(null)).not.toEqual([]);
    expect(hued(Uint8Array.from(massOf, (k) => +(k === 2)))).toEqual([]);
  });

  test('a patch inside a mass is found where it lies', () => {
    const flat = flatOf(
      picture((x, y) => (y > 200 ? 3 : x > 250 ? 5 : x > 60 && x < 130 && y > 50 && y < 120 ? 6.2 : 7)),
    );
    const [first, ...rest] = findings(flat);
    expect(rest).toEqual([]);
    const [x, y, w, h] = first.region.box;
    expect([x, y, w, h].map((v, i) => Math.abs(v - [60, 50, 70, 70][i]) < 8)).toEqual([true, true, true, true]);
    expect(first.amount).toBeCloseTo(-0.8, 1);
  });

  test('places at the two ends of the canvas are two findings', () => {
    const darker = (x: number, y: number) => (y > 60 && y < 150 && (x < 60 || x > 340) ? 0.8 : 0);
    const found = findings(flatOf(picture((x, y) => (y > 200 ? 3 : x > 250 ? 5 : 7) - darker(x, y))));
    expect(found.map(({ kind }) => kind)).toEqual(['value', 'value']);
    for (const { region } of found) expect(region.box[2]).toBeLessThan(100);
  });

  test('a line drawn four millimetres too low is no finding of value', () => {
    const [first, ...rest] = findings(flatOf(picture((x, y) => (y > 204 ? 3 : x > 250 ? 5 : 7))));
    expect(rest).toEqual([]);
    expect(first.kind).toBe('drawing');
    expect(sentenceFor(first, 'whole drawing')).toMatch(/^Move the whole drawing [34] mm up/);
  });

  test('the larger and stronger error comes first', () => {
    const flat = flatOf(picture((x, y) => (y > 200 ? 4 : x > 250 ? 5.45 : 7)));
    expect(findings(flat).map(({ massId }) => massId)).toEqual([13, 12]);
  });

  test('what lies under glare is read by nothing', () => {
    const mask = new Uint8Array(W * H);
    for (let i = 0; i < mask.length; i++) if (i % W > 100 && i % W < 300 && Math.floor(i / W) < 300) mask[i] = 1;
    const painted = picture((x, y) => (x > 50 && x < 150 && y < 150 ? 10 : y > 200 ? 3 : x > 250 ? 5 : 7));
    expect(findings(flatOf(painted, mask))).toEqual([]);
  });
});

describe('reading a box', () => {
  test('is exact on a perfect flat', () => {
    const flat = flatOf(picture((x, y) => (y > 200 ? 3 : x > 250 ? 5 : 6.4)));
    const { aligned } = readFlat(flat, { plan: PLAN, masses });
    const seen = readBox(aligned, [20, 20, 50, 50], flat);
    expect(seen?.difference.value).toBeCloseTo(-0.6, 2);
    expect(seen?.difference.chroma).toBeCloseTo(0, 1);
    expect(readBox(aligned, [0, 0, 0.1, 0.1], flat)).toBeNull();
  });

  test('what is told of the light is sure to what a usual place is, not only to what the greys leave', () => {
    const flat = flatOf(PLAN);
    const told = (rivals: number) => {
      const rivalry = { value: NO_RIVALRY.value.map(() => rivals), colour: NO_RIVALRY.colour.map(() => 4 * rivals) };
      return lightAsTold({ ...flat, rivalry }).uncertainty;
    };
    const alone = doubtInAll([0.3], [1.2]);
    expect(told(0).value).toBeGreaterThan(doubtInAll([flat.light.uncertainty.value], []).value);
    expect(told(0.3).value).toBeCloseTo(Math.hypot(told(0).value, alone.value), 6);
    expect(told(0.3).warmth).toBeCloseTo(Math.hypot(told(0).warmth, alone.warmth), 6);
  });

  test('is less sure beyond the measured tone curve', () => {
    const flat = flatOf(PLAN);
    const dim = { ...flat, light: { ...flat.light, knownTo: 5.5 } };
    const { aligned } = readFlat(flat, { plan: PLAN, masses });
    const [light, dark] = [
      [20, 20, 50, 50],
      [20, 240, 50, 40],
    ] as const;
    const sigma = (box: readonly [number, number, number, number], of: Flat) =>
      readBox(aligned, box, of)?.uncertainty.value ?? NaN;
    expect(sigma(light, dim)).toBeGreaterThan(1.5 * sigma(light, flat));
    expect(sigma(dark, dim)).toBeCloseTo(sigma(dark, flat), 6);
  });
});

describe('places', () => {
  const boxes = fc.tuple(
    fc.integer({ min: 5, max: 200 }),
    fc.integer({ min: 5, max: 150 }),
    fc.integer({ min: 8, max: 150 }),
    fc.integer({ min: 8, max: 120 }),
  );
  const grid = { width: W, height: H, mmPerPixel: 0.5 };

  test('outline and pixels are two views of one thing', () => {
    fc.assert(
      fc.property(boxes, (box) => {
        const marked = new Uint8Array(W * H);
        for (const i of pixelsIn(placeOfBox(box), grid)) marked[i] = 1;
        const back = boxOf(placeOfPixels(marked, grid));
        return back !== null && back.every((v, i) => Math.abs(v - box[i]) <= 1.2);
      }),
      { numRuns: 12 },
    );
  });

  test('a hole is not inside', () => {
    const ring = { outlines: [...placeOfBox([0, 0, 100, 100]).outlines, ...placeOfBox([40, 40, 20, 20]).outlines] };
    expect(placeHolds(ring, [10, 10])).toBe(true);
    expect(placeHolds(ring, [50, 50])).toBe(false);
    expect(areaOf(ring.outlines[0])).toBe(10_000);
    expect(boxOf({ outlines: [] })).toBeNull();
  });

  test('specks have no outline', () => {
    const marked = new Uint8Array(W * H);
    marked[W * 100 + 100] = 1;
    expect(placeOfPixels(marked, grid).outlines).toEqual([]);
    expect(placeOfPixels(new Uint8Array(W * H), grid).outlines).toEqual([]);
  });
});

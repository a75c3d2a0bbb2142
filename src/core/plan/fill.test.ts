import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { makeRaster } from '../raster';
import { fillHole, nearestLabels } from './fill';

/** A picture that turns evenly from left to right and top to bottom. */
function ramp(width: number, height: number) {
  const out = makeRaster(width, height);
  for (let i = 0; i < out.r.length; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    out.r[i] = 0.2 + (0.6 * x) / width;
    out.g[i] = 0.2 + (0.6 * y) / height;
    out.b[i] = 0.4;
  }
  return out;
}

describe('a hole closed from what lies round it', () => {
  const [width, height] = [64, 48];
  const hole = Float32Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    return Math.hypot(x - 30, y - 24) < 9 ? 1 : 0;
  });

  test('leaves what is known as it is', () => {
    const picture = ramp(width, height);
    const filled = fillHole(picture, hole);
    hole.forEach((gone, i) => gone === 0 && expect(filled.r[i]).toBeCloseTo(picture.r[i], 5));
  });

  test('goes on with a slow turn of the light, and never leaves the range round it', () => {
    const picture = ramp(width, height);
    const spoiled = { ...picture, r: picture.r.map((v, i) => (hole[i] ? 9 : v)) };
    const filled = fillHole(spoiled, hole);
    hole.forEach((gone, i) => {
      if (!gone) return;
      expect(Math.abs(filled.r[i] - picture.r[i])).toBeLessThan(0.12);
      expect(filled.r[i]).toBeGreaterThan(0.15);
      expect(filled.r[i]).toBeLessThan(0.85);
    });
  });

  test('any hole is closed with something finite, however large', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 63, maxLength: 63 }), (gone) => {
        const picture = ramp(9, 7);
        const filled = fillHole(
          picture,
          Float32Array.from(gone, (v) => (v ? 1 : 0)),
        );
        return [...filled.r, ...filled.g, ...filled.b].every((v) => Number.isFinite(v) && v >= 0 && v <= 1);
      }),
    );
  });
});

describe('labels of a hole', () => {
  test('are those of the nearest outside', () => {
    const labels = Int32Array.from([1, 1, 9, 9, 9, 9, 2, 2]);
    expect([...nearestLabels(labels, [0, 0, 1, 1, 1, 1, 0, 0], 8)]).toEqual([1, 1, 1, 1, 2, 2, 2, 2]);
  });
  test('do not leak round the end of a row', () => {
    const labels = Int32Array.from([1, 1, 9, 5, 5, 5, 5, 5, 5]);
    expect(nearestLabels(labels, [0, 0, 1, 0, 0, 0, 0, 0, 0], 3)[2]).not.toBe(9);
    expect([1, 5]).toContain(nearestLabels(labels, [0, 0, 1, 0, 0, 0, 0, 0, 0], 3)[2]);
  });
});

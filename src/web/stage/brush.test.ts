import { expect, test } from 'vitest';
import { areaOf, placeHolds, type Point } from '../../core/raster';
import { strokeOf } from './brush';

const CANVAS = { widthMm: 400, heightMm: 300 };
const areaIn = (place: NonNullable<ReturnType<typeof strokeOf>>) =>
  Math.abs(place.outlines.reduce((sum, outline) => sum + areaOf(outline), 0));

test('a stroke covers its length by its width, with round ends', () => {
  const place = strokeOf(
    [
      [100, 100],
      [180, 100],
    ],
    6,
    CANVAS,
  );
  if (!place) throw new Error('nothing covered');
  expect(areaIn(place)).toBeGreaterThan(0.93 * (80 * 12 + Math.PI * 36));
  expect(areaIn(place)).toBeLessThan(1.07 * (80 * 12 + Math.PI * 36));
  expect(placeHolds(place, [140, 104])).toBe(true);
  expect(placeHolds(place, [140, 108])).toBe(false);
});

test('a brush that goes over itself leaves no hole where it crosses', () => {
  const cross: Point[] = [
    [100, 100],
    [160, 160],
    [100, 160],
    [160, 100],
  ];
  const place = strokeOf(cross, 8, CANVAS);
  expect(place && placeHolds(place, [130, 130])).toBe(true);
});

test('a brush led in a ring leaves its middle out', () => {
  const ring = Array.from({ length: 40 }, (_, k): Point => [200 + 50 * Math.cos(k / 6), 150 + 50 * Math.sin(k / 6)]);
  const place = strokeOf(ring, 6, CANVAS);
  expect(place && placeHolds(place, [250, 150])).toBe(true);
  expect(place && placeHolds(place, [200, 150])).toBe(false);
});

test('a dab counts, and what lies beyond the canvas does not', () => {
  const place = strokeOf([[2, 2]], 6, CANVAS);
  expect(place?.outlines.flat().every(([x, y]) => x >= 0 && y >= 0)).toBe(true);
  expect(strokeOf([[-50, -50]], 6, CANVAS)).toBeNull();
});

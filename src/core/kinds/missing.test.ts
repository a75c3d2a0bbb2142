import { expect, test } from 'vitest';
import { placeAlong, placeOfBox, type Place } from '../raster';
import { KINDS, type MissingFinding } from './index';

const GRID = { width: 400, height: 300, mmPerPixel: 1 };
const SAID = { count: 1, lengthMm: null, planned: 2, doubt: 0.1 };
const gone = (place: Place, of: 'element' | 'line'): Pick<MissingFinding, 'place' | 'missing'> => ({
  place,
  missing: { ...SAID, of },
});
const explains = (missing: ReturnType<typeof gone>, place: Place, kind: 'value' | 'missing' = 'value') =>
  KINDS.missing.explains(missing, { kind, place });

test('a shape that is missing is why its own paint and outline differ, not what lies round it', () => {
  const pot = gone(placeOfBox([100, 100, 60, 60]), 'element');
  expect(explains(pot, placeOfBox([97, 103, 62, 58]))).toBe(true);
  expect(explains(pot, placeOfBox([155, 100, 10, 60]))).toBe(true);
  expect(explains(pot, placeOfBox([60, 60, 140, 140]))).toBe(false);
  expect(explains(pot, placeOfBox([110, 110, 30, 30]), 'missing')).toBe(false);
});

test('a line across a passage is not why the passage differs, though its box holds it', () => {
  const points = Array.from({ length: 101 }, (_, k): [number, number] => [100 + k, 100 + k]);
  const twig = gone(placeAlong(points, 4, GRID), 'line');
  expect(explains(twig, placeOfBox([150, 110, 45, 35]))).toBe(false);
  expect(explains(twig, placeAlong(points.slice(20, 60), 3, GRID))).toBe(true);
});

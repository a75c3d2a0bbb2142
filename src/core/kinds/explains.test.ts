import { expect, test } from 'vitest';
import { placeAlong, placeOfBox, type Place } from '../raster';
import { KINDS, type EdgeFinding, type MissingFinding } from './index';

const GRID = { width: 400, height: 300, mmPerPixel: 1 };
const SAID = { count: 1, lengthMm: null, planned: 2, doubt: 0.1 };
const gone = (place: Place, of: 'element' | 'line'): Pick<MissingFinding, 'place' | 'amount' | 'missing'> => ({
  place,
  amount: -1,
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

test('what no plan has is why its own paint differs; beside it a thing may be missing', () => {
  const place = placeOfBox([100, 100, 60, 60]);
  const cup = {
    place,
    amount: 2,
    unplanned: { of: 'element' as const, count: 1, lengthMm: null, there: 0, doubt: 0.1 },
  };
  expect(KINDS.unplanned.explains(cup, { kind: 'value', place: placeOfBox([98, 100, 60, 62]) })).toBe(true);
  expect(KINDS.unplanned.explains(cup, { kind: 'missing', place })).toBe(false);
  expect(KINDS.unplanned.explains(cup, { kind: 'value', place: placeOfBox([40, 100, 120, 60]) })).toBe(false);
});

test('a value that is off is why an edge of its place is lost, or there; not why one is soft, nor one elsewhere', () => {
  const place = placeOfBox([100, 100, 60, 60]);
  const LOOK = { widthMm: 1, by: 'value' as const };
  const lost = (
    change: EdgeFinding['edge']['change'],
    x: number,
    planned = 1.5,
  ): Parameters<typeof KINDS.value.explains>[1] => ({
    ...{ kind: 'edge', place: placeOfBox([x - 5, 100, 10, 60]) },
    edge: {
      ...{
        change,
        between: [1, 2],
        wanted: 'hard',
        shown: 'lost',
        wished: false,
        lengthMm: 60,
        into: 0,
        ofMm: 60,
        doubt: 0.2,
      },
      ...{ planned: { ...LOOK, contrast: planned }, painted: { ...LOOK, widthMm: null, contrast: 0.1 } },
    },
  });
  const why = (amount: number, other: ReturnType<typeof lost>) => KINDS.value.explains({ place, amount }, other);
  expect(why(-1.5, lost('find', 160))).toBe(true);
  expect(why(1.5, lost('lose', 160, 0.1))).toBe(true);
  expect(why(-1.5, lost('softer', 160))).toBe(false);
  expect(why(-1.5, lost('find', 190))).toBe(false);
  expect(why(-0.4, lost('find', 160))).toBe(false); // too little to make it
});

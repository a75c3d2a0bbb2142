import { describe, expect, test } from 'vitest';
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

describe('a value that is off', () => {
  const place = placeOfBox([100, 100, 60, 60]);
  type Other = Parameters<typeof KINDS.value.explains>[1];
  type Edge = EdgeFinding['edge'];
  const look = (contrast: number) => ({ widthMm: 1, by: 'value' as const, contrast });
  const LOST: Edge = {
    ...{ change: 'find', between: [1, 2], wanted: 'hard', shown: 'lost', wished: false, into: 0, doubt: 0.2 },
    ...{ lengthMm: 60, ofMm: 60, planned: look(1.5), painted: look(0.1) },
  };
  const edge = (part: Partial<Edge>, x = 160): Other => ({
    ...{ kind: 'edge', place: placeOfBox([x - 5, 100, 10, 60]) },
    edge: { ...LOST, ...part },
  });
  const why = (amount: number, other: Other) => KINDS.value.explains({ place, amount }, other);

  test('is why an edge of its place is lost, or is there', () => {
    expect(why(-1.5, edge({}))).toBe(true);
    expect(why(1.5, edge({ change: 'lose', planned: look(0.1), painted: look(1.4) }))).toBe(true);
  });

  test('is not why one is soft or spread, lies elsewhere, parts far more, or is wished so', () => {
    expect(why(-1.5, edge({ change: 'softer' }))).toBe(false);
    expect(why(-1.5, edge({ painted: { ...look(1.4), widthMm: 20 } }))).toBe(false);
    expect(why(-1.5, edge({}, 190))).toBe(false);
    expect(why(-0.4, edge({}))).toBe(false);
    expect(why(-1.5, edge({ change: 'lose', wished: true, planned: look(0.2), painted: look(1.5) }))).toBe(false);
  });
});

import { describe, expect, test } from 'vitest';
import { placeOfBox } from '../../core/raster';
import type { Comparison } from '../../core/read';
import { cell } from './exporting';
import { unsettled } from './recheck';
import { sightingOf } from './sighting';

const mass = (id: number, value: number, x = 40 * id) => ({ id, at: [x + 10, 20] as const, place: placeOfBox([x, 10, 30, 30]), painted: { value } as Comparison['painted'] }); // prettier-ignore

describe('what a neighbour’s change asks to be looked at again', () => {
  const relations = [{ ids: [1, 2] as const }, { ids: [2, 3] as const }];

  test('a mass that stayed beside one that changed by a step', () => {
    const now = [mass(1, 5), mass(2, 3.5), mass(3, 7)];
    const before = [mass(1, 5.1), mass(2, 5), mass(3, 7)];
    expect(unsettled(now, before, relations)).toEqual([
      { id: 1, neighbour: 2, steps: -1.5 },
      { id: 3, neighbour: 2, steps: -1.5 },
    ]);
  });

  test('not one that was repainted itself, nor for less than a step', () => {
    const before = [mass(1, 5), mass(2, 5), mass(3, 7)];
    expect(unsettled([mass(1, 4.4), mass(2, 3.5), mass(3, 7)], before, relations).map(({ id }) => id)).toEqual([3]);
    expect(unsettled([mass(1, 5), mass(2, 4.2), mass(3, 7)], before, relations)).toEqual([]);
  });

  test('masses of another cut are found by where they lie', () => {
    const before = [mass(91, 5, 40), mass(92, 5, 80)];
    const [found] = unsettled([mass(1, 5), mass(2, 3.5)], before, relations);
    expect(found).toMatchObject({ id: 1, neighbour: 2 });
  });
});

describe('a correction of the drawing, sighted again', () => {
  const paint = { difference: { value: 0.4 }, uncertainty: { value: 0.1, warmth: 2 } } as Comparison;
  const seen = (by: readonly [number, number]) => ({ paint, shift: { by, doubt: 0.6 }, wholeMm: 1.2 });

  test('is measured along the way it was first off', () => {
    const first = sightingOf({ kind: 'drawing', towards: null }, seen([-6, 0]));
    expect(first).toMatchObject({ difference: 6, uncertainty: 0.6 });
    expect(sightingOf({ kind: 'drawing', towards: first.towards }, seen([-2, 0])).difference).toBeCloseTo(2, 6);
    // Overshot: it is now on the other side.
    expect(sightingOf({ kind: 'drawing', towards: first.towards }, seen([3, 0])).difference).toBeCloseTo(-3, 6);
    // Off in another direction is not off along this one.
    expect(sightingOf({ kind: 'drawing', towards: first.towards }, seen([0, 5])).difference).toBeCloseTo(0, 6);
  });

  test('the whole drawing by how far it lies off on the whole; what cannot be told is unsure', () => {
    expect(sightingOf({ kind: 'drawing', towards: null, whole: true }, seen([0, 0])).difference).toBe(1.2);
    expect(sightingOf({ kind: 'drawing', towards: 10 }, { paint, shift: null, wholeMm: 0 })).toMatchObject({
      difference: 0,
      uncertainty: 2,
    });
    expect(sightingOf({ kind: 'value', towards: null }, seen([9, 9]))).toMatchObject({
      difference: 0.4,
      uncertainty: 0.1,
    });
  });
});

test('a cell of a table is quoted where it must be, and is never a formula', () => {
  expect([null, 1.25, 'wall', 'wall, left', 'the "pot"', '=1+1', '+cmd', '-2', '@x'].map(cell)).toEqual(['', '1.25', 'wall', '"wall, left"', '"the ""pot"""', "'=1+1", "'+cmd", "'-2", "'@x"]); // prettier-ignore
});

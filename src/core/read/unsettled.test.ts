import { describe, expect, test } from 'vitest';
import { placeOfBox } from '../raster';
import { unsettled } from './unsettled';

const mass = (id: number, value: number, x = 40 * id) => ({
  id,
  at: [x + 10, 20] as const,
  place: placeOfBox([x, 10, 30, 30]),
  painted: { value },
});

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

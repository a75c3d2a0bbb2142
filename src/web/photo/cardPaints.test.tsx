import { describe, expect, test } from 'vitest';
import type { Photo, Settings } from '../../contract';
import { paintsAsListed } from './cardPaints';

const red = { value: 4.6, ab: [38, 26] as const, doubt: 0.1, abDoubt: 3 };
const blue = { value: 4.1, ab: [4, -30] as const, doubt: 0.1, abDoubt: 3 };
const known: Settings['cardPaints'] = [red, null, blue, null];
const box = [0, 0, 10, 10] as const;
const grey = { box, value: 5 };
const listed = (...greys: Photo['greys']) => paintsAsListed({ greys }, known);

describe('the paints as a photograph’s list has them', () => {
  test('are those that are known, field by field, as long as nobody corrects one', () => {
    expect(listed(grey, { box, ...red }, { box, ...blue })).toEqual(known);
  });

  test('with a corrected one, it is the corrected one that counts', () => {
    const said = { ...blue, ab: [5, -33] as const, abDoubt: 1 };
    expect(listed(grey, { box, ...red }, { box, ...said })).toEqual([red, null, said, null]);
  });

  test('are none where one was taken out or marked beside them, or none is known', () => {
    expect(listed(grey, { box, ...red })).toBeNull();
    expect(listed({ box, ...red }, { box, ...blue }, { box, ...red })).toBeNull();
    expect(paintsAsListed({ greys: [{ box, ...red }] }, null)).toBeNull();
  });
});

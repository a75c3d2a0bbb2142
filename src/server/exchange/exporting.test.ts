import { expect, test } from 'vitest';
import { cell } from './exporting';

test('a cell of a table is quoted where it must be, and is never a formula', () => {
  expect([null, 1.25, 'wall', 'wall, left', 'the "pot"', '=1+1', '+cmd', '-2', '@x'].map(cell)).toEqual([
    '',
    '1.25',
    'wall',
    '"wall, left"',
    '"the ""pot"""',
    "'=1+1",
    "'+cmd",
    "'-2",
    "'@x",
  ]);
});

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arrowOf, insideOf, Pointers } from './pointers';

describe('pointers on a stage', () => {
  test('one is told from where it came down to where it let go, with the step in between', () => {
    const pointers = new Pointers<string>();
    pointers.down(1, [10, 10], 'corner');
    expect(pointers.move(1, [13, 14])).toEqual({
      held: 'corner',
      move: { start: [10, 10], before: [10, 10], at: [13, 14], other: null, travelled: 5 },
    });
    expect(pointers.move(1, [13, 20])?.move).toMatchObject({ before: [13, 14], travelled: 11 });
    expect(pointers.up(1, [13, 20])).toMatchObject({ held: 'corner', move: { start: [10, 10], at: [13, 20] } });
  });

  test('a pointer that is not down moves nothing', () => {
    const pointers = new Pointers<string>();
    expect(pointers.move(1, [5, 5])).toBeNull();
    expect(pointers.up(1, [5, 5])).toBeNull();
    pointers.down(1, [5, 5], 'frame');
    pointers.cancel(1);
    expect(pointers.move(1, [6, 6])).toBeNull();
    expect(pointers.up(1, [6, 6])).toBeNull();
  });

  test('of two fingers each hears where the other rests, until one lets go', () => {
    const pointers = new Pointers<string>();
    pointers.down(1, [0, 0], 'picture');
    pointers.down(2, [100, 0], 'picture');
    expect(pointers.move(1, [10, 0])?.move.other).toEqual([100, 0]);
    expect(pointers.move(2, [120, 0])?.move.other).toEqual([10, 0]);
    pointers.up(2, [120, 0]);
    expect(pointers.move(1, [12, 0])?.move.other).toBeNull();
  });

  test('a pinch is no tap, though one finger kept still', () => {
    const pointers = new Pointers<string>();
    pointers.down(1, [0, 0], 'picture');
    pointers.down(2, [100, 0], 'picture');
    pointers.move(2, [160, 0]);
    pointers.up(2, [160, 0]);
    expect(pointers.up(1, [0, 0])?.move.travelled).toBe(60);
  });

  test('coming down again begins a new way', () => {
    const pointers = new Pointers<string>();
    pointers.down(1, [0, 0], 'picture');
    pointers.move(1, [50, 0]);
    pointers.up(1, [50, 0]);
    pointers.down(1, [50, 0], 'picture');
    expect(pointers.up(1, [51, 0])?.move).toMatchObject({ start: [50, 0], travelled: 0 });
  });
});

test('arrow keys point the way they say, others nowhere', () => {
  expect(['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'].map(arrowOf)).toEqual([
    [-1, 0],
    [1, 0],
    [0, -1],
    [0, 1],
  ]);
  expect(arrowOf('Enter')).toBeNull();
});

test('what is put outside the stage comes to its rim, what is inside stays', () => {
  const stage = { width: 400, height: 300 };
  expect(insideOf(stage, [-3, 310])).toEqual([0, 300]);
  const inside = fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 300 }));
  fc.assert(
    fc.property(inside, (at) => {
      expect(insideOf(stage, at)).toEqual(at);
    }),
  );
});

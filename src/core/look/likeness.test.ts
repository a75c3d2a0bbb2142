import { describe, expect, test } from 'vitest';
import { displacedBy, unitBetween, widestSpan, type Feature } from './index';

const feature = (name: string, plan: [number, number], by: [number, number] = [0, 0]): Feature => ({
  name,
  plan,
  painted: [plan[0] + by[0], plan[1] + by[1]],
});
const head = [
  feature('crown', [100, 40]),
  feature('chin', [100, 240], [0, 1]),
  feature('left eye', [70, 140], [6, 0]),
  feature('', [130, 140], [0, -3]),
];

describe('likeness', () => {
  test('shifts are shares of the head height the painter chose, the furthest off first', () => {
    const unit = unitBetween(head, 'crown', 'chin');
    expect(unit?.mm).toBe(200);
    const off = unit ? displacedBy(head, unit) : [];
    expect(off.map(({ name, share }) => [name, share])).toEqual([
      ['left eye', 0.03],
      ['4', 0.015],
      ['chin', 0.005],
      ['crown', 0],
    ]);
    expect(off[0]).toMatchObject({ by: [6, 0], mm: 6, before: null, index: 2 });
  });

  test('before and after an adjustment are told by the same name', () => {
    const before = [feature('left eye', [70, 140], [12, 0]), feature('', [130, 140], [9, 9])];
    const unit = unitBetween(head, 'crown', 'chin');
    const off = unit ? displacedBy(head, unit, before) : [];
    expect(off.find(({ name }) => name === 'left eye')?.before).toEqual({ mm: 12, share: 0.06 });
    expect(off.find(({ name }) => name === '4')?.before).toBeNull();
  });

  test('without a choice the widest span is taken; a span of nothing is none', () => {
    expect(widestSpan(head)).toMatchObject({ from: 'crown', to: 'chin' });
    expect(widestSpan(head.slice(0, 1))).toBeNull();
    expect(widestSpan([feature('a', [1, 1]), feature('b', [1, 1])])).toBeNull();
    expect([unitBetween(head, 'crown', 'nose'), unitBetween(head, 'chin', 'chin')]).toEqual([null, null]);
  });
});

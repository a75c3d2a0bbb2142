import { describe, expect, test } from 'vitest';
import { Departure, PassageLabel } from '../../contract';
import { amountOf, CHANGES, LABELS, withAmount } from './changes';

describe('ways to differ', () => {
  test.each(CHANGES.flatMap((row) => (row.fresh ? [[row.name, row.fresh, row] as const] : [])))(
    '%s: a fresh one can be kept, its amount typed',
    (_, fresh, row) => {
      const kept = (change: unknown) =>
        Departure.safeParse({ id: crypto.randomUUID(), where: { mass: [1, 2] }, change }).success;
      expect(kept(fresh)).toBe(true);
      if (!row.amount) return expect(withAmount(fresh, 3)).toEqual(fresh);
      for (const v of [row.amount.min, row.amount.max]) expect(kept(withAmount(fresh, v))).toBe(true);
      return expect(amountOf(withAmount(fresh, row.amount.max))).toBe(row.amount.max);
    },
  );

  test('every kind the contract knows has a row, every label of a passage a sentence', () => {
    expect(CHANGES).toHaveLength(10);
    expect(LABELS.map(([label]) => label)).toEqual(PassageLabel.options);
  });
});

import { describe, expect, test } from 'vitest';
import { EMPTY_PLAN, type Departure, type PlanContent } from '../../contract';
import { changedParts, layOnTop } from './layOnTop';

const departure = (id: string, why = ''): Departure => ({
  id,
  where: { mass: [10, 10] },
  change: { kind: 'value', steps: 1 },
  why,
});
const plan = (part: Partial<PlanContent>): PlanContent => ({ ...EMPTY_PLAN, ...part });

describe('laying my changes on top of another version', () => {
  test('what only one changed is as that one has it', () => {
    const laid = layOnTop(plan({}), plan({ masses: 20 }), plan({ tolerance: 'tight', palette: 'ochre' }));
    expect(laid).toEqual(plan({ masses: 20, tolerance: 'tight', palette: 'ochre' }));
  });

  test('where both changed the same part, mine is on top', () =>
    expect(layOnTop(plan({}), plan({ masses: 20 }), plan({ masses: 9 })).masses).toBe(20));

  test('departures of both are kept, each by itself', () => {
    const [a, b, c, d] = ['a', 'b', 'c', 'd'].map((id) => departure(id));
    const base = plan({ departures: [a, b, c] });
    const mine = plan({ departures: [{ ...a, why: 'mine' }, c, d] }); // a changed, b taken away, d added
    // a changed, c taken away, e added
    const theirs = plan({ departures: [{ ...a, why: 'theirs' }, b, departure('e')] });
    const ids = layOnTop(base, mine, theirs).departures.map(({ id, why }) => `${id} ${why}`.trim());
    expect(ids).toEqual(['a mine', 'e', 'd']);
  });

  test('nothing changed by me gives theirs, nothing by them gives mine', () => {
    const [base, other] = [plan({ masses: 5 }), plan({ masses: 7, departures: [departure('x')] })];
    expect(layOnTop(base, base, other)).toEqual(other);
    expect(layOnTop(base, other, base)).toEqual(other);
  });
});

test('only the parts that differ are sent', () =>
  expect(changedParts(plan({ masses: 8 }), plan({ masses: 9 }))).toEqual({ masses: 9 }));

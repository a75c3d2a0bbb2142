import { expect, test } from 'vitest';
import type { Finding } from '../../core/kinds';
import { accountInHalfWidths, findingInHalfWidths } from './halfWidths';

const SIGMA = { value: 0.1, warmth: 2 };
const told = (finding: object) => findingInHalfWidths(finding as Finding);

test('a finding’s doubts leave the house as half-widths that hold nine of ten; all else as it was', () => {
  const { uncertainty, ...rest } = told({ kind: 'value', amount: -0.5, uncertainty: SIGMA });
  expect(uncertainty.value).toBeCloseTo(0.1645, 6);
  expect(uncertainty.warmth).toBeCloseTo(3.29, 6);
  expect(rest).toEqual({ kind: 'value', amount: -0.5 });
  expect(told({ kind: 'drawing', uncertainty: SIGMA, shift: { by: [3, 4], doubt: 1 } })).toMatchObject({
    shift: { by: [3, 4], doubt: 1.645 },
  });
});

test('so do those of an account', () => {
  const account = {
    drawing: { masses: [{ id: 3, doubt: 0.4 }] },
    relations: [{ ids: [1, 2], difference: 0.6, uncertainty: 0.2 }],
    strength: 0.9,
  } as unknown as Parameters<typeof accountInHalfWidths>[0];
  expect(accountInHalfWidths(account)).toEqual({
    drawing: { masses: [{ id: 3, doubt: 0.4 * 1.645 }] },
    relations: [{ ids: [1, 2], difference: 0.6, uncertainty: 0.2 * 1.645 }],
    strength: 0.9,
  });
});

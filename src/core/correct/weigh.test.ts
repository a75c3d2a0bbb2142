import { describe, expect, test } from 'vitest';
import type { Change } from '../plan';
import type { Finding, FindingKind } from '../kinds';
import { departureInWords, inPaintersOrder, isLoud, weighed } from './index';

const finding = (part: Partial<Finding>): Finding =>
  ({ kind: 'value', amount: 0.5, massId: 1, weight: 1, region: { box: [0, 0, 10, 10] }, ...part }) as Finding;

describe('what a stage calls for', () => {
  test.each([
    ['without a stage everything is loud', null, { kind: 'chroma', amount: 1 }, true],
    ['a kind the stage is silent on waits', { loud: ['value'], coarse: 1 }, { kind: 'temperature', amount: 30 }, false],
    ['small things wait at a coarse stage', { loud: ['value'], coarse: 2 }, { kind: 'value', amount: 0.6 }, false],
    ['large ones do not, either way', { loud: ['value'], coarse: 2 }, { kind: 'value', amount: -0.8 }, true],
  ] as const)('%s', (_, stage, { kind, amount }, loud) =>
    expect(isLoud({ kind, amount, share: 0.02 }, stage)).toBe(loud),
  );

  test('what is missing is due at a coarse stage where it is large', () => {
    const missing = (share: number, coarse: number) =>
      isLoud({ kind: 'missing', amount: -1, share }, { loud: ['missing'], coarse });
    expect([missing(0.012, 2), missing(0.05, 2), missing(0.05, 3)]).toEqual([false, true, false]);
    expect(missing(0.003, 1)).toBe(true);
  });

  test('what is missing is told in the place of value, where a stage asks about value alone', () => {
    const missing = (share: number, loud: FindingKind[]) =>
      isLoud({ kind: 'missing', amount: -1, share }, { loud, coarse: 2 });
    expect([missing(0.05, ['value']), missing(0.012, ['value'])]).toEqual([true, false]);
    expect(missing(0.05, ['temperature'])).toBe(false);
  });
});

test('what no plan has is told where paint would be that is so far off, a line at no coarse stage', () => {
  const told = (amount: number, share: number, loud: FindingKind[], coarse: number) =>
    isLoud({ kind: 'unplanned', amount, share }, { loud, coarse });
  expect(told(2, 0.02, ['value'], 3)).toBe(true);
  expect(told(2, 0.02, ['temperature'], 1)).toBe(false);
  expect([told(1.2, 0.002, ['value'], 2), told(1.2, 0.002, ['value'], 1)]).toEqual([false, true]);
});

describe('the order the plan makes of findings', () => {
  const focal = { at: [100, 100] as const, rx: 20, ry: 20 };
  const near = finding({ weight: 1, region: { box: [95, 95, 10, 10] } });
  const far = finding({ weight: 1.2, region: { box: [300, 200, 10, 10] } });

  test('near the focal area weighs more, far from it as before', () => {
    const [first, second] = weighed([far, near], { focal, loose: new Set() });
    expect(first.region).toBe(near.region);
    expect(first.weight).toBeCloseTo(1.6);
    expect(second.weight).toBeCloseTo(1.2);
  });

  test('without a focal area the order stays', () =>
    expect(weighed([far, near], { focal: null, loose: new Set() })[0].region).toBe(far.region));

  test('on a loose mass only what is large is said', () => {
    const loose = new Set([7]);
    const small = finding({ massId: 7, amount: 0.5 });
    const large = finding({ massId: 7, amount: -0.9 });
    const other = finding({ massId: 8, amount: 0.5 });
    expect(weighed([small, large, other], { focal: null, loose })).toHaveLength(2);
  });
});

test('painters correct drawing before value before colour, of each the largest first', () => {
  const of = (kind: Finding['kind'], amount: number, weight: number) => finding({ kind, amount, weight });
  const list = [
    of('value', 1, 9),
    of('chroma', 20, 5),
    of('temperature', 6, 4),
    of('drawing', 6, 1),
    of('value', -5, 2),
  ];
  expect(inPaintersOrder(list).map(({ kind, amount }) => [kind, amount])).toEqual([
    ['drawing', 6],
    ['value', -5],
    ['value', 1],
    ['temperature', 6],
    ['chroma', 20],
  ]);
});

describe('a departure in words', () => {
  test.each<[Change, string]>([
    [{ kind: 'value', steps: 1 }, 'one step lighter'],
    [{ kind: 'value', steps: -0.5 }, 'half a step darker'],
    [{ kind: 'warmth', units: -6 }, '6 units cooler'],
    [{ kind: 'chroma', factor: 0.7 }, '70 % of its strength'],
    [{ kind: 'edges', mm: -2 }, '2 mm harder'],
    [{ kind: 'simplified', mm: 12 }, 'simplified, nothing under 12 mm'],
    [{ kind: 'moved', by: [-12, 4], scale: 1.1 }, 'moved 12 mm left, 4 mm down 110 % of its size'],
    [{ kind: 'moved', by: [0, 0], scale: 1 }, 'moved'],
    [{ kind: 'ground' }, 'left as ground'],
    [{ kind: 'left-out' }, 'left out'],
    [{ kind: 'added', referenceId: 'x' }, 'added'],
    [{ kind: 'ignored' }, 'not compared'],
  ])('%o is %s', (change, words) => expect(departureInWords(change)).toBe(words));
});

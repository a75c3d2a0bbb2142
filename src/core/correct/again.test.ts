import { expect, test } from 'vitest';
import { saidAgain, threadsOf } from './again';
import type { Finding, PaintFinding } from '../kinds';

const paint = (value: number, a = 0, b = 0) => ({
  value,
  lab: [10 * value, a, b] as const,
  warmth: 0,
  chroma: 0,
  hue: 0,
});
const finding = (part: Partial<PaintFinding>): PaintFinding => ({
  kind: 'value',
  massId: 3,
  place: { outlines: [] },
  region: { box: [100, 100, 40, 30] },
  target: paint(5),
  painted: paint(6),
  difference: { value: 1, warmth: 0, chroma: 0, deltaE: 9 },
  uncertainty: { value: 0.1, warmth: 1 },
  share: 0.02,
  weight: 0.3,
  amount: 1,
  towards: null,
  ...part,
});
const drawn = (x: number, y: number): Finding => ({
  ...finding({}),
  kind: 'drawing',
  amount: Math.hypot(x, y),
  shift: { by: [x, y], doubt: 0.5 },
});

test.each<[string, Finding, Finding, boolean]>([
  ['the same place, the same paint', finding({}), finding({}), true],
  [
    'a little off, as photographs are',
    finding({ painted: paint(6.25), region: { box: [104, 103, 40, 30] } }),
    finding({}),
    true,
  ],
  ['repainted', finding({ painted: paint(6.6) }), finding({}), false],
  [
    'repainted, but the light was poor',
    finding({ painted: paint(6.6), uncertainty: { value: 0.3, warmth: 3 } }),
    finding({}),
    true,
  ],
  ['another place', finding({ region: { box: [200, 100, 40, 30] } }), finding({}), false],
  ['too dark now, too light then', finding({ amount: -1 }), finding({}), false],
  ['another dimension', finding({ kind: 'temperature' }), finding({}), false],
  [
    'a colour left alone',
    finding({ kind: 'chroma', painted: paint(6, 10, 10) }),
    finding({ kind: 'chroma', painted: paint(6.9, 12, 10) }),
    true,
  ],
  [
    'a colour repainted',
    finding({ kind: 'temperature', painted: paint(6, 10, 10) }),
    finding({ kind: 'temperature', painted: paint(6, 18, 10) }),
    false,
  ],
  ['a spout left where it is', drawn(-6, 1), drawn(-5, 0.5), true],
  ['a spout drawn anew', drawn(-2, 1), drawn(-6, 1), false],
])('%s', (_, now, then, same) => expect(saidAgain(now, then)).toBe(same));

test('a finding goes on with the thread it says again, each thread once', () => {
  const earlier = [
    { thread: 'wall', finding: finding({}), open: false },
    { thread: 'table', finding: finding({ region: { box: [200, 100, 40, 30] } }), open: false },
  ];
  const again = finding({ region: { box: [202, 101, 40, 30] } });
  const twin = finding({ region: { box: [199, 100, 40, 30] } });
  expect(threadsOf([again, twin, finding({}), finding({ kind: 'chroma' })], earlier)).toEqual([
    'table',
    null,
    'wall',
    null,
  ]);
});

test('what is on the correction list goes on though the place was worked on; what was only dismissed does not', () => {
  const worked = finding({ painted: paint(5.5), amount: 0.5 });
  const wall = { thread: 'wall', finding: finding({}) };
  expect(threadsOf([worked], [{ ...wall, open: true }])).toEqual(['wall']);
  expect(threadsOf([worked], [{ ...wall, open: false }])).toEqual([null]);
  // Gone too far the other way it is another thing to correct.
  expect(threadsOf([finding({ painted: paint(4.4), amount: -0.6 })], [{ ...wall, open: true }])).toEqual([null]);
});

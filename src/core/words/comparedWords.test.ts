import { describe, expect, test } from 'vitest';
import {
  angleInWords,
  comparedInWords,
  heightOffInWords,
  leanOffInWords,
  leanShortInWords,
  likenessInWords,
  lengthOffInWords,
  longerInWords,
  residualInWords,
  warmAgainstInWords,
} from './comparedWords';

describe('lines compared', () => {
  test('one line, two, and the furthest and nearest of several', () => {
    expect(comparedInWords([0.04])).toBe('A B is 4.0 % too long.');
    expect(comparedInWords([null])).toBe('');
    expect(comparedInWords([0, -0.1])).toBe('Beside A B, C D is 10.0 % too short.');
    expect(comparedInWords([0, 0.001, -0.002])).toBe('Beside A B, every length is right.');
    expect(comparedInWords([0, 0.02, null, -0.1, 0.001])).toBe(
      'Beside A B, G H is 10.0 % too short: the furthest off. The nearest is I J, right.',
    );
  });

  test('what is off by nothing is right; a lean is told from level or from plumb', () => {
    expect([lengthOffInWords(0.001), heightOffInWords(0), longerInWords(0.01), leanOffInWords(0)]).toEqual([
      'right',
      'right',
      'right',
      'right',
    ]);
    expect([0, 1.24, -3, 90, 88.8, -88].map(leanShortInWords)).toEqual([
      'level',
      '1.2° right low',
      '3.0° right high',
      'plumb',
      '1.2° top left',
      '2.0° top right',
    ]);
    expect(leanOffInWords(-0.6)).toBe('0.6° back');
    expect(angleInWords(null, 30)).toBe('Between A B and C D: 30.0°.');
    expect(angleInWords(30, null)).toBe('Between A B and C D: planned 30.0°, painted not found.');
  });
});

test('warm against cool says what to do and why', () => {
  expect(warmAgainstInWords(6, 2.6)).toBe(
    'Make A warmer or B cooler, by 3: A is 6 warmer than B in the plan, 3 in the painting.',
  );
  expect(warmAgainstInWords(5, -4)).toBe(
    'Make A warmer or B cooler, by 9: A is 5 warmer than B in the plan; A is 4 cooler than B in the painting.',
  );
  expect(warmAgainstInWords(0, 6)).toBe(
    'Make A cooler or B warmer, by 6: A and B are alike in warmth in the plan; A is 6 warmer than B in the painting.',
  );
  expect(warmAgainstInWords(6, 5)).toBe(
    'As planned, within 2.5 units. A beside B: 6 warmer in the plan, 5 warmer in the painting.',
  );
  // Never "alike" beside a figure.
  expect(warmAgainstInWords(1.2, 3.1)).toMatch(/: 1 warmer in the plan, 3 warmer in the painting\.$/);
  expect(warmAgainstInWords(0.2, -1.4)).toMatch(/: alike in the plan, 1 cooler in the painting\.$/);
  expect(warmAgainstInWords(null, -3)).toBe('A is 3 cooler than B in the painting.');
});

test('likeness names what is off by more than the painter allows', () => {
  const by = { from: 'crown', to: 'chin', mm: 200, threshold: 0.02 };
  const off = [
    { name: 'left eye', share: 0.03 },
    { name: 'mouth', share: 0.021 },
    { name: 'nose', share: 0.02 },
  ];
  expect(likenessInWords(off, by)).toBe(
    'Off by more than 2 % of crown to chin, 200 mm as planned: left eye (3.0 %) and mouth (2.1 %).',
  );
  expect(likenessInWords(off.slice(2), by)).toBe('Every landmark is within 2 % of crown to chin, 200 mm as planned.');
});

test('how well plan and painting lie over each other; nothing is said where too little was found', () => {
  expect(residualInWords({ median: 0.62, most: 2.31, found: 0.618 })).toBe(
    'Of the plan’s places 62 % were found again in the painting: half lie within 0.6 mm of where they are planned, the furthest 2.3 mm off.',
  );
  expect(residualInWords(null)).toMatch(/too little/);
});

import { expect, test } from 'vitest';
import { sentenceFor } from '../kinds';
import { departureInWords } from '../correct';
import { lostLightInWords, measuredInWords, profileInWords, stepsFigure, stepsInWords, sureInWords } from './index';

const FIVE = 0.5; // steps of a scale of five in one of a scale of ten

test('amounts are told in the painter’s own steps', () => {
  expect([1, 2, 1.5].map((steps) => stepsInWords(steps, FIVE))).toEqual([
    'half a step',
    'one step',
    'three quarters of a step',
  ]);
  expect([stepsFigure(3), stepsFigure(3, FIVE)]).toEqual(['3', '1½']);
  expect(measuredInWords(0.82, FIVE)).toBe('Measured 0.41 too light, spoken as half a step.');
});

test('so are a finding, a departure, a lost light, a gradient and how sure a photograph is', () => {
  const finding = { kind: 'value', amount: -1, towards: null } as const;
  expect(sentenceFor(finding, 'ledge')).toBe('Make the ledge one step lighter.');
  expect(sentenceFor(finding, 'ledge', FIVE)).toBe('Make the ledge half a step lighter.');
  expect(departureInWords({ kind: 'value', steps: 2 }, FIVE)).toBe('one step lighter');
  expect(lostLightInWords('lid', { steps: -1, from: 'plan' }, FIVE)).toMatch(/is half a step darker than planned: lid/);
  const profile = {
    slope: { planned: 2, painted: 1 },
    breaks: [{ at: 40, steps: -1 }],
    reversals: [],
    furthest: { at: 10, steps: 1 },
  };
  expect(profileInWords(profile, FIVE)).toBe(
    'Over 100 mm it runs 1.0 steps lighter as planned, 0.5 steps lighter as painted. A break at 40 mm: half a step darker at once. Furthest off at 10 mm: half a step too light.',
  );
  expect(sureInWords({ value: 0.2, warmth: 2 }, FIVE)).toMatch(
    /give or take 0\.10 of a step, warmth give or take 2\.0/,
  );
});

import { expect, test } from 'vitest';
import { Next } from '../contract';
import { dayInWords, nextStep, plural, sizeInWords } from './words';

test('every next thing has words, a key and a place to go', () => {
  for (const next of Next.options) {
    const step = nextStep('abc', next, { sessionCount: 2, undecided: 3 });
    expect(step.words).toMatch(/^[A-Z][a-z]+ /);
    expect(step.to).toContain('/painting/abc/');
    expect(step.hotkey).toMatch(/^[A-Z]$/);
  }
  expect(nextStep('abc', 'decide', { sessionCount: 2, undecided: 1 }).words).toBe('Decide 1 finding');
  expect(nextStep('abc', 'next-session', { sessionCount: 2, undecided: 0 }).words).toBe('Photograph session 3');
});

test('sizes in the painter’s unit, days in words', () => {
  expect(sizeInWords(400, 300, 'mm')).toBe('400 × 300 mm');
  expect(sizeInWords(406.4, 304.8, 'inches')).toBe('16 × 12 in');
  expect(dayInWords('2026-03-14')).toBe('14 March');
  expect(plural(1, 'finding')).toBe('1 finding');
  expect(plural(0, 'finding')).toBe('0 findings');
});

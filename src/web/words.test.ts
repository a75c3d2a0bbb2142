import { expect, test } from 'vitest';
import { Next, type PaintingDetail } from '../contract';
import { dayInWords, figure, nextOf, nextStep, plural, signedFigure, sizeInWords } from './words';

test('every next thing has words, a key and a place to go', () => {
  for (const next of Next.options) {
    const step = nextStep('abc', next, { latestSession: 2, undecided: 3 });
    expect(step.words).toMatch(/^[A-Z][a-z]+ /);
    expect(step.to).toContain('/painting/abc/');
    expect(step.hotkey).toMatch(/^[A-Z]$/);
  }
  expect(nextStep('abc', 'decide', { latestSession: 2, undecided: 1 }).words).toBe('Decide 1 finding');
  expect(nextStep('abc', 'next-session', { latestSession: 2, undecided: 0 }).words).toBe('Photograph session 3');
});

test('findings that wait in another session than the one in sight say in which', () => {
  const detail = {
    painting: { id: 'abc' },
    next: 'decide',
    undecided: 2,
    sessions: [{ number: 1 }, { number: 2 }, { number: 3 }],
  } as unknown as PaintingDetail;
  expect(nextOf(detail, 3).words).toBe('Decide 2 findings');
  expect(nextOf(detail, 1)).toMatchObject({ words: 'Decide 2 findings, session 3', to: '/painting/abc/decide/3' });
  expect(nextOf({ ...detail, next: 'next-session' }, 1).words).toBe('Photograph session 4');
});

test('sizes in the painter’s unit, days in words', () => {
  expect(sizeInWords(400, 300, 'mm')).toBe('400 × 300 mm');
  expect(sizeInWords(406.4, 304.8, 'inches')).toBe('16 × 12 in');
  expect(dayInWords('2026-03-14')).toBe('14 March');
  expect(plural(1, 'finding')).toBe('1 finding');
  expect(plural(0, 'finding')).toBe('0 findings');
});

test('figures carry a true minus, and zero carries none', () => {
  expect(signedFigure('value', -0.016)).toBe('−0.02');
  expect(signedFigure('value', 0.454)).toBe('+0.45');
  expect(signedFigure('value', -0.004)).toBe('0.00');
  expect(signedFigure('temperature', -0.4)).toBe('0');
  expect(signedFigure('chroma', 19.4)).toBe('+19');
  expect(figure(-2.44, 1)).toBe('−2.4');
  expect(figure(-0.04, 1)).toBe('0.0');
});

import { expect, test } from 'vitest';
import type { Course, CoursedStrip, Jump, Step } from '../thin';
import { plainLine } from './accountWords';
import { barWidthsInWords, courseInWords, evenInWords, jumpInWords, stepInWords } from './thinWords';

const strip = { lengthMm: 0, places: [] };
const EVEN: Course = { widthsMm: [2.3, 2.5], hard: 0.95, broken: 0.02, even: 0.92 };
const VARIED: Course = { widthsMm: [1.2, 3.6], hard: 0.4, broken: 0.2, even: 0.3 };
const told = (part: Partial<CoursedStrip> = {}): CoursedStrip => ({
  ...{ strip, lengthMm: 33.6, planned: VARIED, painted: EVEN, sure: 3 },
  ...part,
});
const STEM = { mass: 4, words: 'the spout' };

test('a thin shape that runs on too evenly is told with both its courses', () => {
  expect(plainLine(evenInWords(told(), STEM))).toBe(
    'Too even: the thin shape at the spout, 34 mm long, is 2.4 mm wide and hard on both sides along 92 % of it. Planned 1.2 to 3.6 mm wide, softer along 40 % of it, broken off along 20 %.',
  );
  expect(evenInWords(told(), STEM)).toContainEqual(STEM);
  expect(plainLine(evenInWords(told(), { mass: 5, words: 'pot, shadow' }))).toMatch(
    /thin shape at the pot, shadow, 34/,
  );
  expect(plainLine(evenInWords(told(), null))).toMatch(/^Too even: the thin shape between masses, 34 mm long,/);
});

test('what hardly softens or breaks is not told as such', () => {
  expect(courseInWords({ widthsMm: [1.2, 3.6], hard: 0.95, broken: 0.05, even: 0.4 })).toBe('1.2 to 3.6 mm wide');
  expect(courseInWords({ widthsMm: null, hard: 0, broken: 1, even: 0 })).toBe('broken off along 100 %');
});

test('a step behind a thin shape is told in steps of the painter', () => {
  const step: Step = { front: strip, lengthMm: 41, planned: 0.05, painted: 1.5 };
  expect(plainLine(stepInWords(step, { on: STEM }))).toBe(
    'What lies behind does not carry on: along the thin shape at the spout, 41 mm, its two sides are one step and a half apart; planned alike.',
  );
  expect(plainLine(stepInWords({ ...step, planned: 0.5 }, { on: STEM, per: 2 }))).toMatch(
    /three steps apart; planned one step apart\.$/,
  );
});

test('a bar is told by its two widths, and what is beside it as beside it', () => {
  expect(barWidthsInWords({ widthMm: 12 }, { widthMm: 11.8 })).toBe('painted 11.8 mm wide; planned 12.0 mm');
  expect(barWidthsInWords({ widthMm: 12 }, { widthMm: null })).toBe('nowhere painted; planned 12.0 mm');
  const step: Step = { front: strip, lengthMm: 41, planned: 0.05, painted: 1.5 };
  expect(plainLine(stepInWords(step, { on: STEM, front: 'bar' }))).toMatch(
    /^What lies beside does not carry on: along the bar at the spout, 41 mm, its two sides are /,
  );
});

test('an edge that does not carry on behind a thin shape is told by where it comes out, whichever way the shape runs', () => {
  const jump: Jump = {
    front: strip,
    at: [60, 45],
    across: [1, 0],
    along: [0, 1],
    widthMm: 2,
    planned: 0.4,
    painted: 6.2,
  };
  const words = (part: Partial<Jump>) => plainLine(jumpInWords({ ...jump, ...part }, { on: STEM }));
  expect(words({})).toBe(
    'What lies behind does not carry on: an edge passes behind the thin shape at the spout, and is 6 mm lower to its right than to its left; planned alike.',
  );
  expect(plainLine(jumpInWords(jump))).toMatch(/behind the thin shape, and is 6 mm lower/);
  expect(words({ across: [-1, 0] })).toMatch(/6 mm higher to its right than to its left/);
  expect(words({ along: [0, -1], planned: -2.3 })).toMatch(/6 mm higher to its right .*; planned 2 mm lower\.$/);
  expect(words({ across: [0, 1], along: [1, 0] })).toMatch(/6 mm further right below it than above it/);
  expect(words({ across: [0, 1], along: [1, 0], painted: -6.2 })).toMatch(/6 mm further left below it than above it/);
});

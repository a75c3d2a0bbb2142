import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { AMOUNT_WORDS, colourAmount, placeInWords, stepsInWords } from '../words';
import { FINDING_KINDS, KINDS, PAINT_KINDS, sentenceFor, verdictOf, type Verdict } from './index';
import { hueTowards } from '../colour';

describe('words', () => {
  test.each([
    [0.05, 'as planned'],
    [0.2, 'a quarter of a step'],
    [-0.5, 'half a step'],
    [0.74, 'three quarters of a step'],
    [1, 'one step'],
    [-1.3, 'one step and a quarter'],
    [2.5, 'two steps and a half'],
  ])('%d is %s', (steps, words) => expect(stepsInWords(steps)).toBe(words));

  test('every amount has words', () => {
    fc.assert(fc.property(fc.double({ min: -10, max: 10, noNaN: true }), (v) => stepsInWords(v).trim().length > 3));
  });

  test.each([
    [3, 'a little'],
    [-9, 'clearly'],
    [20, 'much'],
  ])('%d units is %s', (units, words) => expect(AMOUNT_WORDS[colourAmount(units)]).toBe(words));

  test.each([
    [90, 'yellow'],
    [20, 'red'],
    [-60, 'violet'],
    [265, 'blue'],
    [165, 'green'],
  ])('%d degrees points towards %s', (degrees, name) => expect(hueTowards(degrees)).toBe(name));

  test.each<[readonly [number, number], string]>([
    [[0.1, 0.1], 'upper left'],
    [[0.5, 0.5], 'middle'],
    [[0.9, 0.5], 'middle right'],
    [[0.5, 0.9], 'lower middle'],
  ])('%j is the %s', (at, words) => expect(placeInWords(at)).toBe(words));

  test('a sentence is an instruction to the hand, not a verdict on the painter', () => {
    expect(sentenceFor({ kind: 'value', amount: 0.7, towards: null }, 'pot, shadow side')).toBe(
      'Make the pot, shadow side, three quarters of a step darker.',
    );
    expect(sentenceFor({ kind: 'temperature', amount: -9, towards: 92 }, 'wall')).toBe(
      'Make the wall clearly warmer, towards yellow.',
    );
    expect(sentenceFor({ kind: 'chroma', amount: 5, towards: null }, 'fruit')).toBe('Make the fruit a little greyer.');
  });
});

describe('verdicts', () => {
  const before = { difference: 0.9, uncertainty: 0.08 };
  test.each<{ now: number; expected: Verdict }>([
    { now: 0.1, expected: 'settled' },
    { now: -0.15, expected: 'settled' },
    { now: 0.5, expected: 'closer' },
    { now: 0.88, expected: 'unchanged' },
    { now: 0.95, expected: 'unchanged' },
    { now: -0.6, expected: 'overshot' },
    { now: 1.4, expected: 'further off' },
  ])('from +0.9 to $now: $expected', ({ now, expected }) =>
    expect(verdictOf(before, { difference: now, uncertainty: 0.08 }, KINDS.value.settledWithin)).toBe(expected),
  );

  test('a move inside the two uncertainties is no move', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.4, max: 3, noNaN: true }),
        fc.double({ min: 0.05, max: 0.3, noNaN: true }),
        fc.double({ min: -0.99, max: 0.99, noNaN: true }),
        (difference, uncertainty, share) => {
          const moved = difference + share * Math.hypot(uncertainty, uncertainty);
          if (moved <= KINDS.value.settledWithin) return true;
          return verdictOf({ difference, uncertainty }, { difference: moved, uncertainty }, 0.2) === 'unchanged';
        },
      ),
    );
  });

  test('mirrored signs give the same verdict', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (was, is) =>
          verdictOf({ difference: was, uncertainty: 0.1 }, { difference: is, uncertainty: 0.1 }, 0.2) ===
          verdictOf({ difference: -was, uncertainty: 0.1 }, { difference: -is, uncertainty: 0.1 }, 0.2),
      ),
    );
  });
});

test('every kind has its record under its own name, and is settled below what raises it', () => {
  for (const name of FINDING_KINDS) expect(KINDS[name].name).toBe(name);
  for (const { least, settledWithin } of Object.values(KINDS)) expect(settledWithin).toBeLessThan(least);
  expect(PAINT_KINDS.map(({ name }) => name)).toEqual(['value', 'temperature', 'chroma']);
});

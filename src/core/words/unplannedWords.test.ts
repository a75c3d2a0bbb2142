import { expect, test } from 'vitest';
import {
  unplannedBasisInWords,
  unplannedEvidenceInWords,
  unplannedInWords,
  unplannedRequestInWords,
} from './unplannedWords';

const THING = { of: 'element', count: 1, lengthMm: null, steps: 2.14, there: 0.04 } as const;
const LINE = { of: 'line', count: 1, lengthMm: 41.6, steps: 0.94, there: -0.02 } as const;
const LINES = { of: 'line', count: 2, lengthMm: 80, steps: 1.3, there: 0.1 } as const;

test('what no plan has is told by its place and by how much it stands out', () => {
  expect(unplannedInWords(THING)).toBe('paint out what no plan has');
  expect(unplannedInWords(LINE)).toBe('paint out the line that no plan has, 42 mm of it');
  expect(unplannedRequestInWords(THING, 'the wall, left,')).toBe(
    'paint out what no plan has at the wall, left: it stands out by 2.1 steps, the plan shows next to nothing there',
  );
  expect(unplannedRequestInWords(LINES, 'the table', 0.5)).toBe(
    'paint out the 2 lines that no plan has at the table, 80 mm of them: they stand out by 0.7 of a step, the plan shows next to nothing there',
  );
});

test('it is decided by what stands out, what the plan has of it, and whether that is meant', () => {
  expect(unplannedEvidenceInWords({ ...THING, doubt: 0.2, share: 0.021 })).toBe(
    'It stands out by 2.1 steps, give or take 0.2 of a step, from what lies round it, value and colour together. The plan has 4 % of that. It takes up 2 % of the picture. Paint of another value with a border of its own looks the same. Did you want it there? Then it is meant to be so, and nothing is compared there.',
  );
  expect(unplannedEvidenceInWords({ ...LINES, doubt: 0.2, share: 0.01 })).toMatch(
    /^They stand out by .* round them.*Did you want them there/,
  );
  expect(unplannedEvidenceInWords({ ...LINE, doubt: 0.2, share: 0.01 })).toContain('The plan has 0 % of that. Did');
  expect(unplannedBasisInWords({ of: 'line', doubt: 0.3 })).toContain('within 5 mm of its place');
  expect(unplannedBasisInWords({ of: 'element', doubt: 0.3 })).toMatch(
    /^Both sides of its outline.* A fifth of its place stands out by more than is told, the rest by less; give or take/,
  );
});

import { expect, test } from 'vitest';
import { missingBasisInWords, missingEvidenceInWords, missingInWords, missingRequestInWords } from './missingWords';

const LINE = { of: 'line', count: 1, lengthMm: 39.4, planned: 0.94 } as const;
const LINES = { of: 'line', count: 3, lengthMm: 120, planned: 2.4 } as const;
const POT = { of: 'element', count: 1, lengthMm: null, planned: 1.83 } as const;

test('what is missing is asked for by its place and its length', () => {
  expect(missingInWords(POT)).toBe('paint what is missing');
  expect(missingRequestInWords(POT, 'the table')).toBe(
    'paint what is missing at the table: the plan sets it off by 1.8 steps, the painting shows next to nothing of it',
  );
  expect(missingRequestInWords(LINE, 'the wall, left,')).toBe(
    'paint the line that is missing at the wall, left, 39 mm of it: the plan sets it off by 0.9 of a step, the painting shows next to nothing of it',
  );
  expect(missingRequestInWords(LINES, 'the shell')).toMatch(
    /^paint the 3 lines that are missing at the shell, 120 mm of them: the plan sets them off by 2.4 steps,/,
  );
  expect(missingRequestInWords(POT, 'the table', 0.5)).toContain('by 0.9 of a step');
});

test('it is decided by what is there of it, and whether that is meant', () => {
  expect(missingEvidenceInWords({ ...POT, doubt: 0.12, there: 0.04, share: 0.021 })).toBe(
    'The plan sets it off by 1.8 steps from what lies round it, value and colour together. 4 % of that is painted, give or take 12 %. It takes up 2 % of the picture. Did you leave it out on purpose? Then it is meant to be so, and the plan follows.',
  );
  expect(missingEvidenceInWords({ ...LINES, doubt: 0.16, there: -0.1, share: 0.01 })).toMatch(
    /round them.* 0.% of that is painted.*Did you leave them out/,
  );
  expect(missingBasisInWords({ of: 'line', doubt: 0.16 })).toContain('within 5 mm of its place');
  expect(missingBasisInWords({ of: 'element', doubt: 0.16 })).toContain('Both sides of its outline');
});

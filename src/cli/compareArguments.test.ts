import { describe, expect, test } from 'vitest';
import { InputError } from '../server/images/inputError';
import { readCompareArguments, type CompareRequest } from './compareArguments';
import { comparedText } from './comparedText';

const LEAST = ['--reference', 'r.jpg', '--size', '400x300', '--before', 'a.jpg', '--after', 'b.jpg'];
function ask(...more: string[]): CompareRequest {
  const request = readCompareArguments([...LEAST, ...more]);
  if (request === 'help') throw new Error('no help was asked for');
  return request;
}

describe('what two photographs are compared for', () => {
  test('each has its own corners and greys', () => {
    const corners = '10,20 3000,25 2990,2200 12,2190';
    const { before, after } = ask('--before-corners', corners, '--after-grey', '5,6,40,40=9.3');
    expect(before.corners?.[1]).toEqual([3000, 25]);
    expect(before.greys).toEqual([]);
    expect(after.corners).toBeUndefined();
    expect(after.greys).toEqual([{ box: [5, 6, 40, 40], value: 9.3 }]);
  });

  test('a region names what is asked of it', () => {
    expect(ask('--region', '10,20,30,40=value', '--region', '1,2,3,4=edge').regions).toEqual([
      { box: [10, 20, 30, 40], kind: 'value' },
      { box: [1, 2, 3, 4], kind: 'edge' },
    ]);
  });

  test.each([
    [['--region', '10,20,30,40'], '--region "10,20,30,40"'],
    [['--region', '10,20,30,40=mood'], 'one of value, temperature, chroma, edge, drawing'],
    [['--region', '10,20,0,40=value'], '--region "10,20,0,40=value"'],
    [['--after-grey', '1,2,3,4=12'], '--after-grey "1,2,3,4=12"'],
    [['--before-corners', '1,2 3,4'], '--before-corners "1,2 3,4"'],
    [['--size', '4x3'], '--size "4x3"'],
    [['--photo', 'c.jpg'], 'Usage: revlin compare'],
  ])('%j is refused in one sentence', (more, said) => {
    expect(() => ask(...more)).toThrow(InputError);
    expect(() => ask(...more)).toThrow(said);
  });

  test.each(['--before', '--after', '--reference', '--size'])('%s must be named', (option) => {
    const at = LEAST.indexOf(option);
    const args = LEAST.filter((_, k) => k !== at && k !== at + 1);
    expect(() => readCompareArguments(args)).toThrow(`${option} is missing`);
  });
});

describe('the same for people', () => {
  test('what became of a region, what was painted over, and how much is as it was', () => {
    const words = comparedText({
      regions: [
        {
          ...{ box: [10, 20, 30, 40], kind: 'value', verdict: 'closer' },
          before: { difference: 0.9, uncertainty: 0.12 },
          after: { difference: 0.4, uncertainty: 0.1 },
        },
      ],
      changed: [
        {
          ...{ box: [8, 18, 33.6, 44], share: 0.12, towardsPlan: true },
          before: { value: 6.2, warmth: 4, chroma: 10 },
          after: { value: 5.7, warmth: 2, chroma: 9 },
        },
      ],
      untouchedShare: 0.88,
    });
    expect(words).toContain(
      'off by +0.90 (give or take 0.12) before, +0.40 (give or take 0.10) after, in steps: closer.',
    );
    expect(words).toContain('Changed within 8,18,34,44 mm, 12.0 % of what can be read: value 6.2 before, 5.7 after');
    expect(words).toContain('nearer to the plan');
    expect(words).toContain('88 % of what can be read is as it was.');
  });

  test('of two photographs of the same paint nothing is said to have changed', () => {
    const words = comparedText({ regions: [], changed: [], untouchedShare: 1 });
    expect(words).toBe('Nothing that can be told from these photos was painted over.');
  });
});

import { expect, test } from 'vitest';
import { carriedInWords } from './carriedWords';

test('what was said before is told with its session and the painter’s reason', () => {
  expect(carriedInWords({ decision: 'dismissed', session: 2, why: 'It is meant to be warm.' })).toEqual({
    words: 'Dismissed in session 2: “It is meant to be warm.”; it has not changed since, so it stays silent.',
    brief: 'session 2: “It is meant to be warm.”',
  });
  expect(carriedInWords({ decision: 'later', session: 3, why: '' }).words).toBe('Put off in session 3.');
  expect(carriedInWords({ decision: 'taken', session: 1, why: '' })).toEqual({
    words: expect.stringMatching(/^Taken in session 1: .* once/),
    brief: 'on the list since session 1',
  });
});

import { describe, expect, test } from 'vitest';
import { deedInWords, doneInWords, lastInWords } from './deedWords';
import { meanwhileInWords } from './meanwhileWords';

describe('what was done', () => {
  test('names the thing and the session or place it belongs to', () => {
    expect(deedInWords({ what: 'corners', session: 4 })).toBe('corners shown, session 4');
    expect(deedInWords({ what: 'plan', version: 7 })).toBe('plan version 7 kept');
    expect(deedInWords({ what: 'decision', decision: 'later', name: 'bowl' })).toBe('bowl, not now');
    expect(deedInWords({ what: 'decision', decision: null, name: 'bowl' })).toBe('bowl, decision taken back');
  });
  test('says when and from where, but nothing of its own window and day', () => {
    expect(doneInWords('14:05', { day: null, whence: 'here' })).toBe('14:05');
    expect(doneInWords('14:05', { day: '3 March', whence: 'phone' })).toBe('3 March, 14:05 from the phone');
    expect(lastInWords('the ground', true)).toBe('Undone: the ground.');
  });
});

describe('what was done meanwhile', () => {
  test('to the plan: its version, when, and the parts it changed', () => {
    const kept = { of: 'plan', version: 6, time: '14:05' } as const;
    expect(meanwhileInWords({ ...kept, parts: ['key', 'edges', 'departures'] })).toBe(
      'Version 6 of the plan was kept meanwhile, at 14:05. It changed the key, the edge plan and the departures.',
    );
    expect(meanwhileInWords({ ...kept, parts: [] })).toBe('Version 6 of the plan was kept meanwhile, at 14:05.');
    expect(meanwhileInWords({ ...kept, version: null, parts: [] })).toBe('The plan was taken back meanwhile.');
  });
  test('to what is kept of a photograph, and to a finding', () => {
    expect(meanwhileInWords({ of: 'greys', time: null })).toBe('The greys were changed meanwhile.');
    expect(meanwhileInWords({ of: 'finding', decision: 'later' })).toBe('This finding was put off meanwhile.');
    expect(meanwhileInWords({ of: 'finding', decision: null })).toMatch(/taken back meanwhile/);
  });
});

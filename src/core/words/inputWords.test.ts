import { expect, test } from 'vitest';
import { inputInWords, type InputFault } from './inputWords';

const fault = (path: InputFault['path'], more: Partial<InputFault>): InputFault => ({
  code: 'invalid_type',
  path,
  missing: false,
  ...more,
});

test.each<[InputFault, string]>([
  [fault(['title'], { missing: true }), 'The title is missing.'],
  [fault(['widthMm'], { expected: 'number' }), 'The width must be a number.'],
  [
    fault(['marks', 1, 'name'], { code: 'too_big', origin: 'string', maximum: 60 }),
    'Number 2 of the masses: the name may have at most 60 letters.',
  ],
  [fault(['marks', 0, 'at', 0], { expected: 'number' }), 'Number 1 of the masses: the point must be a number.'],
  [
    fault(['cardValues', 2], { code: 'too_big', origin: 'number', maximum: 10 }),
    'Number 3 of the values of your card must be at most 10.',
  ],
  [fault(['corners'], { code: 'too_small', origin: 'array', minimum: 4 }), 'The corners must have at least 4 entries.'],
  [
    fault(['key', 'darkest'], { code: 'too_small', origin: 'number', minimum: 0, inclusive: false }),
    'The darkest mixture must be more than 0.',
  ],
  [fault(['words'], { code: 'too_small', origin: 'string', minimum: 1 }), 'The words must not be empty.'],
  [
    fault(['lamp'], { code: 'invalid_value', values: ['', 'daylight', 'lamp'] }),
    'The lamp must be one of: nothing, daylight, lamp.',
  ],
  [fault(['date'], { code: 'invalid_format', format: 'date' }), 'The date is no day, like 2026-03-14.'],
  [
    fault(['departures', 3, 'change'], { code: 'invalid_union' }),
    'Number 4 of the departures: the change is not in a form that is understood.',
  ],
  [fault([], { expected: 'object' }), 'What was sent is not in a form that is understood.'],
])('%j', (given, words) => expect(inputInWords(given)).toBe(words));

import { expect, test } from 'vitest';
import { calledInWords } from './calledWords';
import { listed } from './listed';

test.each([
  ['ledge', 'the ledge'],
  ['ledge, at the right', 'the ledge, at the right,'],
  ['Anna’s sleeve', 'Anna’s sleeve'],
  ['my own hand', 'my own hand'],
  ['most of the picture', 'most of the picture'],
  ['thermos', 'the thermos'],
  ['inside the pot', 'inside the pot'],
  ['step 1,5', 'the step 1,5'],
])('%s in a sentence is %s', (name, called) => expect(calledInWords(name)).toBe(called));

test('names with commas of their own do not run together in a list', () => {
  expect(listed(['wall', 'pot', 'ledge'])).toBe('wall, pot and ledge');
  expect(listed(['wall, left', 'pot', 'ledge'])).toBe('wall, left; pot; and ledge');
  expect(listed(['wall, left'])).toBe('wall, left');
});

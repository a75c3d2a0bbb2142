import { expect, test } from 'vitest';
import { Answers } from './answers';

test('kept until something changes, and made once for many who ask at once', async () => {
  let [changes, made] = [0, 0];
  const answers = new Answers(() => changes);
  const make = async () => ++made;
  expect(await Promise.all([answers.keep('a', make), answers.keep('a', make), answers.keep('b', make)])).toEqual([
    1, 1, 2,
  ]);
  expect(await answers.keep('a', make)).toBe(1);
  changes++;
  expect(await answers.keep('a', make)).toBe(3);
});

test('what fails is tried again', async () => {
  const answers = new Answers(() => 1);
  await expect(answers.keep('a', () => Promise.reject(new Error('no')))).rejects.toThrow('no');
  expect(await answers.keep('a', () => Promise.resolve('yes'))).toBe('yes');
});

test('what was begun before a change is not given out after it', async () => {
  let changes = 0;
  const answers = new Answers(() => changes);
  let finish: (value: string) => void = () => undefined;
  const slow = answers.keep('a', () => new Promise<string>((done) => (finish = done)));
  changes++;
  const after = answers.keep('a', () => Promise.resolve('new'));
  finish('old');
  expect(await Promise.all([slow, after])).toEqual(['old', 'new']);
  expect(await answers.keep('a', () => Promise.resolve('newer'))).toBe('new');
});

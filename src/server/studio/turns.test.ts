import { expect, test } from 'vitest';
import { Turns } from './turns';

const soon = (ms: number) => new Promise((later) => setTimeout(later, ms));

test('work on one thing never overlaps; other things do not wait', async () => {
  const turns = new Turns();
  const said: string[] = [];
  const work = (name: string, ms: number) => async () => {
    said.push(`${name} begins`);
    await soon(ms);
    said.push(`${name} ends`);
    return name;
  };
  const all = await Promise.all([
    turns.take('plan', work('first', 30)),
    turns.take('plan', work('second', 1)),
    turns.take('corners', work('other', 1)),
  ]);
  expect(all).toEqual(['first', 'second', 'other']);
  expect(said).toEqual(['first begins', 'other begins', 'other ends', 'first ends', 'second begins', 'second ends']);
});

test('what fails lets the next one in', async () => {
  const turns = new Turns();
  const failing = turns.take('plan', () => Promise.reject(new Error('no')));
  const after = turns.take('plan', () => Promise.resolve('yes'));
  await expect(failing).rejects.toThrow('no');
  expect(await after).toBe('yes');
});

import { expect, test } from 'vitest';
import { Budget, openRoom, ROOM_MB } from './budget';

const settled = async (promise: Promise<unknown>, ms = 60) =>
  Promise.race([promise.then(() => true), new Promise((later) => setTimeout(() => later(false), ms))]);

test('small pictures are decoded beside each other, a second large one waits for the first', async () => {
  const room = openRoom();
  const [one, two] = [new Budget(room), new Budget(room)];
  await one.take(100e6);
  await two.take(100e6);
  await one.giveBack();
  await two.giveBack();
  await one.take(500e6);
  const waiting = two.take(500e6);
  expect(await settled(waiting)).toBe(false);
  await one.giveBack();
  expect(await settled(waiting)).toBe(true);
});

test('one that is larger than the room is decoded alone', async () => {
  const room = openRoom();
  const [one, two] = [new Budget(room), new Budget(room)];
  await one.take(10e6);
  const large = two.take(2 * ROOM_MB * 1e6);
  expect(await settled(large)).toBe(false);
  await one.giveBack();
  expect(await settled(large)).toBe(true);
  const after = one.take(1e6);
  expect(await settled(after)).toBe(false);
  await two.giveBack();
  expect(await settled(after)).toBe(true);
});

test('a task of several pictures never waits for a room that it holds itself', async () => {
  const room = openRoom();
  const [one, two] = [new Budget(room), new Budget(room)];
  await one.take(400e6);
  await two.take(200e6);
  expect(await settled(Promise.all([one.take(400e6), two.take(400e6)]))).toBe(true);
  await one.giveBack();
  await two.giveBack();
  expect(new Int32Array(room)[0]).toBe(ROOM_MB);
});

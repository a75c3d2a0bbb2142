import { describe, expect, test } from 'vitest';
import type { Job } from '../../contract';
import { InputError } from '../images/inputError';
import { JobBoard, type Told } from './jobBoard';

/** Work that ends when it is told to. */
function handHeld() {
  let finish: () => void = () => undefined;
  let fail: (cause: Error) => void = () => undefined;
  let tell: (told: Told) => void = () => undefined;
  let signal: AbortSignal | undefined;
  const work = (given: AbortSignal, telling: (told: Told) => void) => {
    [signal, tell] = [given, telling];
    return new Promise<void>((done, failed) => {
      [finish, fail] = [done, failed];
    });
  };
  return {
    work,
    finish: () => finish(),
    fail: (cause: Error) => fail(cause),
    tell: (doing: string, share: number) => tell({ doing, share }),
    show: (told: Told) => tell(told),
    stopped: () => signal?.aborted ?? false,
  };
}
const settled = () => new Promise((later) => setImmediate(later));
const board = () => {
  let n = 0;
  return new JobBoard({ now: () => new Date(0), newId: () => `job-${n++}` });
};
const ABOUT = { kind: 'read', photoId: 'photo-1' } as const;

describe('long work on the board', () => {
  test('runs, tells how far it is, and is done', async () => {
    const [jobs, hand] = [board(), handHeld()];
    const { id } = jobs.post(ABOUT, hand.work);
    expect(jobs.get(id)).toMatchObject({ state: 'running', photoId: 'photo-1' });
    hand.tell('squaring it', 0.4);
    expect(jobs.get(id)).toMatchObject({ doing: 'squaring it', share: 0.4 });
    hand.finish();
    await settled();
    expect(jobs.get(id)).toMatchObject({ state: 'done', share: 1, problem: null });
  });

  test('what is there early is told with it, and its pictures are kept until it has ended and other work begins', async () => {
    const [jobs, hand] = [board(), handHeld()];
    const { id } = jobs.post(ABOUT, hand.work);
    expect(jobs.picture(id, 'flat')).toBeUndefined();
    hand.show({ doing: 'comparing', share: 0.6, early: { flat: true }, pictures: { flat: Uint8Array.of(1) } });
    hand.show({ doing: 'judging', share: 0.8, early: { map: true }, pictures: { map: Uint8Array.of(2) } });
    expect(jobs.get(id)?.early).toEqual({ flat: true, map: true, masses: [] });
    jobs.post(ABOUT, handHeld().work);
    expect(jobs.picture(id, 'flat')).toEqual(Uint8Array.of(1));
    hand.finish();
    await settled();
    expect(jobs.picture(id, 'map')).toEqual(Uint8Array.of(2));
    jobs.post(ABOUT, handHeld().work);
    expect(jobs.picture(id, 'map')).toBeUndefined();
    expect(jobs.picture('unknown', 'map')).toBeUndefined();
  });

  test('failing, it keeps the sentence', async () => {
    const [jobs, hand] = [board(), handHeld()];
    const { id } = jobs.post(ABOUT, hand.work);
    hand.fail(new InputError('canvas', 'The canvas could not be found.'));
    await settled();
    expect(jobs.get(id)).toMatchObject({ state: 'failed', problem: 'The canvas could not be found.' });
  });

  test('stopped, it is stopped at once and stays so, whatever the work does afterwards', async () => {
    const [jobs, hand] = [board(), handHeld()];
    const { id } = jobs.post(ABOUT, hand.work);
    expect(jobs.stop(id)).toMatchObject({ state: 'stopped' });
    expect(hand.stopped()).toBe(true);
    hand.tell('still going', 0.9);
    hand.finish();
    await settled();
    expect(jobs.get(id)).toMatchObject({ state: 'stopped', doing: 'stopped', problem: null });
  });

  test('a finished job cannot be stopped any more', async () => {
    const [jobs, hand] = [board(), handHeld()];
    const { id } = jobs.post(ABOUT, hand.work);
    hand.finish();
    await settled();
    expect(jobs.stop(id)).toMatchObject({ state: 'done' });
    expect(jobs.stop('unknown')).toBeUndefined();
  });

  test('watchers hear the present state at once, then every change, until they leave', async () => {
    const [jobs, hand] = [board(), handHeld()];
    const { id } = jobs.post(ABOUT, hand.work);
    const heard: Job[] = [];
    const leave = jobs.watch(id, (job) => heard.push(job));
    hand.tell('reading', 0.5);
    leave();
    hand.finish();
    await settled();
    expect(heard.map(({ state, share }) => [state, share])).toEqual([
      ['running', 0],
      ['running', 0.5],
    ]);
    jobs.watch('unknown', () => heard.push({} as Job))();
    expect(heard).toHaveLength(2);
  });

  test('the work under way for a photograph is known, and only while it is under way', async () => {
    const [jobs, hand] = [board(), handHeld()];
    const { id } = jobs.post(ABOUT, hand.work);
    expect(jobs.underWay('photo-1', 'read')?.id).toBe(id);
    expect(jobs.underWay('photo-1', 'corners')).toBeUndefined();
    expect(jobs.underWay('photo-2', 'read')).toBeUndefined();
    hand.finish();
    await settled();
    expect(jobs.underWay('photo-1', 'read')).toBeUndefined();
  });

  test('its end can be waited for, however it ends; what is unknown has ended', async () => {
    const [jobs, hand] = [board(), handHeld()];
    const { id } = jobs.post(ABOUT, hand.work);
    let over = false;
    const waiting = jobs.ended(id).then(() => (over = true));
    await settled();
    expect(over).toBe(false);
    hand.finish();
    await waiting;
    const failing = jobs.post(ABOUT, () => Promise.reject(new Error('no')));
    await jobs.ended(failing.id);
    expect(jobs.get(failing.id)?.state).toBe('failed');
    await jobs.ended('nowhere');
  });

  test.each([
    [Object.assign(new Error('ENOSPC: no space left on device, write /home/x'), { code: 'ENOSPC' }), /disk is full/],
    [Object.assign(new Error('INSERT INTO reading - database is locked'), { code: 'SQLITE_BUSY' }), /Another program/],
    [new TypeError('x is undefined'), /Something went wrong/],
  ])('failing for a reason of the machine’s, it says so in words: %s', async (cause, words) => {
    const [jobs, hand] = [board(), handHeld()];
    const { id } = jobs.post(ABOUT, hand.work);
    hand.fail(cause);
    await settled();
    expect(jobs.get(id)?.problem).toMatch(words);
    expect(jobs.get(id)?.problem).not.toMatch(/ENOSPC|INSERT|\/home|undefined/);
  });

  test('work under way is never forgotten, however much there is', async () => {
    const [jobs, hand] = [board(), handHeld()];
    const first = jobs.post(ABOUT, hand.work);
    for (let n = 0; n < 450; n++) jobs.post(ABOUT, n % 2 ? () => new Promise(() => undefined) : async () => undefined);
    await settled();
    expect(jobs.get(first.id)?.state).toBe('running');
    hand.finish();
    await settled();
    expect(jobs.get(first.id)?.state).toBe('done');
  });

  test('the board forgets the oldest, not the newest', async () => {
    const jobs = board();
    for (let n = 0; n < 230; n++) jobs.post(ABOUT, async () => undefined);
    await settled();
    expect(jobs.get('job-0')).toBeUndefined();
    expect(jobs.get('job-229')).toBeDefined();
  });
});

import { beforeAll, expect, test } from 'vitest';
import type { FindingOfReading } from '../../src/contract';
import { ask, ended, paintingWithReference, photographSession, readWithCard, type Server } from '../server';
import { sharedStudio } from './shared';

let server: Pick<Server, 'url' | 'data'>;
beforeAll(() => {
  server = sharedStudio();
});

const decide = (photoId: string, index: number, decision: 'taken' | 'later' | 'dismissed' | null) =>
  ask(server, 'decide', { params: { photoId, index }, body: { decision } });
const corrections = async (paintingId: string) =>
  (await ask(server, 'getPainting', { params: { paintingId } })).corrections;
const onThread = (findings: readonly FindingOfReading[], { thread }: FindingOfReading) =>
  findings.filter((finding) => finding.thread === thread);

test('a finding that was taken is taken once: read again, in the next session, and until it is taken off the list', async () => {
  const paintingId = await paintingWithReference(server);
  const { photo } = await photographSession(server, paintingId, 3);
  const before = await readWithCard(server, photo.id, 3);
  const [first, second] = before.findings;
  await decide(photo.id, first.index, 'taken');
  await decide(photo.id, second.index, 'later');

  // The same photograph read again, a place being left out.
  const areas = [
    {
      place: {
        outlines: [
          [
            [2, 2],
            [12, 2],
            [12, 12],
          ],
        ] as [number, number][][],
      },
      read: false,
    },
  ];
  await ask(server, 'setAreas', { params: { photoId: photo.id }, body: { areas } });
  expect((await ended(server, await ask(server, 'readPhoto', { params: { photoId: photo.id } }))).state).toBe('done');
  const again = await ask(server, 'getReading', { params: { photoId: photo.id } });
  expect(again.id).not.toBe(before.id);
  expect(onThread(again.findings, first)).toMatchObject([
    { decision: 'taken', carried: { session: 1, words: expect.stringMatching(/^Taken in session 1/) } },
  ]);
  expect(onThread(again.findings, second)).toMatchObject([{ decision: 'later' }]);

  // The next session, nothing having been done there: it stands on the list already, what was put off is asked about
  // again.
  const next = await photographSession(server, paintingId, 3, 1);
  const after = await readWithCard(server, next.photo.id, 3);
  const [taken] = onThread(after.findings, first);
  expect(taken).toMatchObject({ decision: 'taken', loud: true, carried: { session: 1 } });
  const [putOff] = onThread(after.findings, second);
  expect(putOff).toMatchObject({ decision: null, carried: { session: 1, words: 'Put off in session 1.' } });
  const { undecided } = await ask(server, 'getPainting', { params: { paintingId } });
  expect(undecided).toBe(after.findings.filter(({ loud, decision }) => loud && !decision).length);
  expect(undecided).toBeLessThan(after.findings.filter(({ loud }) => loud).length);
  const [listed] = await ask(server, 'listPaintings');
  expect(listed).toMatchObject({ id: paintingId, undecided, openCorrections: 1 });

  // Taken once more it is not taken twice.
  await decide(next.photo.id, taken.index, 'taken');
  expect(await corrections(paintingId)).toHaveLength(1);

  // Taken back here, it is off the list and waits here; there it says what it was.
  const back = await decide(next.photo.id, taken.index, null);
  expect(onThread(back.findings, first)).toMatchObject([{ decision: null, carried: null }]);
  expect(await corrections(paintingId)).toMatchObject([{ open: false }]);
  // Taken again it is the correction it was, with what was checked of it.
  await decide(next.photo.id, taken.index, 'taken');
  expect(await corrections(paintingId)).toMatchObject([{ open: true, sessionNumber: 1 }]);
  const there = await ask(server, 'getReading', { params: { photoId: photo.id } });
  // an older reading's finding is no longer shown
  expect(there.findings.find(({ id }) => id === first.id)).toBeUndefined();
  expect(onThread(there.findings, first)).toHaveLength(1);
});

test('what was corrected in part goes on as the same correction; settled it is found no more', async () => {
  const paintingId = await paintingWithReference(server);
  const { photo } = await photographSession(server, paintingId, 3);
  const before = await readWithCard(server, photo.id, 3);
  for (const { index } of before.findings) await decide(photo.id, index, 'taken');
  const next = await photographSession(server, paintingId, 4);
  const after = await readWithCard(server, next.photo.id, 4);
  const threads = new Set(before.findings.map(({ thread }) => thread));
  // Whatever is still about a place on the list is that correction, and is not asked about again.
  const goesOn = after.findings.filter(({ thread }) => threads.has(thread));
  expect(goesOn.map(({ decision }) => decision)).toEqual(goesOn.map(() => 'taken'));
  const list = await corrections(paintingId);
  expect(list).toHaveLength(before.findings.length);
  expect(list.every(({ checks }) => checks.length <= 1)).toBe(true);
});

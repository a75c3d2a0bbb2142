import type { BodyOf, PaintingDetail } from '../../contract';
import { journaled, type Hold } from '../journal/journal';
import { describePainting } from '../painting/describe';
import { takeSessionAway } from '../studio/sessionNumbers';
import { DELETED, rowOf, type CorrectionRow, type PaintingRow, type PhotoRow, type SessionRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

/** The row of the next session; without a date, today's. */
export async function beginSession(
  { trx, touch }: Hold,
  { world }: Studio,
  { paintingId, date, intention = '', minutes = null }: { paintingId: string } & BodyOf<'addSession'>,
): Promise<SessionRow> {
  const sessions = trx('session').where({ paintingId }).where('number', '>', 0);
  const last = (await sessions.max('number as number').first()) as { number: number | null };
  const row: SessionRow = {
    id: world.newId(),
    paintingId,
    number: (last.number ?? 0) + 1,
    date: date ?? world.now().toISOString().slice(0, 10),
    intention,
    minutes,
  };
  await touch('session', row.id);
  await trx('session').insert(row);
  return row;
}

/** Starts the next session; without a date, today's. */
export async function addSession(
  studio: Studio,
  paintingId: string,
  input: BodyOf<'addSession'>,
): Promise<PaintingDetail> {
  await rowOf<PaintingRow>(studio.db, 'painting', paintingId);
  const begun = ({ number }: SessionRow) => ({ what: 'session', session: number }) as const;
  await journaled(studio, { paintingId, said: begun }, (hold) => beginSession(hold, studio, { paintingId, ...input }));
  return describePainting(studio.db, paintingId);
}

/** What is said of a session: its day, what was meant, how long it took. Its number and its verdicts stay. */
export async function changeSession(
  studio: Studio,
  sessionId: string,
  change: BodyOf<'changeSession'>,
): Promise<PaintingDetail> {
  const { paintingId, number } = await rowOf<SessionRow>(studio.db, 'session', sessionId);
  const said = { what: 'session-changed', session: number } as const;
  if (Object.keys(change).length > 0)
    await journaled(studio, { paintingId, said }, async ({ trx, touch }) => {
      await touch('session', sessionId);
      await trx('session').where({ id: sessionId }).update(change);
    });
  return describePainting(studio.db, paintingId);
}

/**
 * Deletes a session with its photographs and the corrections that were taken in it; the other sessions keep their
 * numbers.
 */
export async function deleteSession(studio: Studio, sessionId: string): Promise<PaintingDetail> {
  const session = await rowOf<SessionRow>(studio.db, 'session', sessionId);
  const { paintingId, number } = session;
  await journaled(
    studio,
    { paintingId, said: { what: 'session-deleted', session: number } },
    async ({ trx, touch }) => {
      if (number <= 0) return; // deleted already
      await touch('session', sessionId);
      const photos = (await trx('photo').where({ sessionId }).where('aside', '<', DELETED)) as PhotoRow[];
      const corrections = (await trx('correction').where({ sessionId, open: 1 })) as CorrectionRow[];
      for (const { id } of photos) await touch('photo', id);
      for (const { id } of corrections) await touch('correction', id);
      await trx('photo').where({ sessionId }).where('aside', '<', DELETED).update({ aside: DELETED });
      await trx('correction').where({ sessionId }).update({ open: 0 });
      await takeSessionAway(trx, session);
    },
  );
  return describePainting(studio.db, paintingId);
}

/** Deletes a photograph; what was taken from its reading stays on the list, in the words it was taken in. */
export async function deletePhoto(studio: Studio, photoId: string): Promise<PaintingDetail> {
  const { sessionId } = await rowOf<PhotoRow>(studio.db, 'photo', photoId);
  const { paintingId, number } = await rowOf<SessionRow>(studio.db, 'session', sessionId);
  const said = { what: 'photo-deleted', session: number } as const;
  await journaled(studio, { paintingId, said }, async ({ trx, touch }) => {
    await touch('photo', photoId);
    await trx('photo').where({ id: photoId }).update({ aside: DELETED });
  });
  return describePainting(studio.db, paintingId);
}

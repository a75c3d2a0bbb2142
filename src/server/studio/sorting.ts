import type { Knex } from 'knex';
import type { ResponseOf } from '../../contract';
import { dayTaken } from '../images/takenAt';
import { photoOf } from './describe';
import { cleanName, keepPicture, type Arrived } from './keepPicture';
import { lookForCorners } from './looking';
import { keepPhoto } from './photos';
import { rowOf, type PaintingRow, type PhotoRow, type SessionRow } from './rows';
import type { Studio } from './studio';

/** The session of a day, begun at its place in time where there is none: sessions are numbered in the order they were painted. */
async function sessionOn({ db, world }: Studio, paintingId: string, day: string): Promise<SessionRow> {
  return db.transaction(async (trx) => {
    const known = (await trx('session').where({ paintingId, date: day }).orderBy('number').first()) as
      SessionRow | undefined;
    if (known) return known;
    const earlier = (await trx('session').where({ paintingId }).where('date', '<', day).max('number as number').first()) as { number: number | null }; // prettier-ignore
    const number = (earlier.number ?? 0) + 1;
    await makeRoom(trx, paintingId, number);
    const row: SessionRow = { id: world.newId(), paintingId, number, date: day, intention: '', minutes: null };
    await trx('session').insert(row);
    return row;
  });
}

const ASIDE = 100_000; // no painting has so many sessions: numbers are lifted there and set down one higher

async function makeRoom(trx: Knex.Transaction, paintingId: string, from: number): Promise<void> {
  await trx('session').where({ paintingId }).where('number', '>=', from).increment('number', ASIDE);
  await trx('session')
    .where({ paintingId })
    .where('number', '>=', ASIDE)
    .decrement('number', ASIDE - 1);
}

/**
 * Keeps one of a batch of photographs and puts it into the session of the day it was taken; a file that is here already is left where
 * it is, so that a batch that was stopped can be given again whole.
 * @param modified when the file was last changed: its day counts where the photograph does not tell its own
 */
export async function sortPhoto(
  studio: Studio,
  paintingId: string,
  { arrived, modified }: { arrived: Arrived; modified: string | undefined },
): Promise<ResponseOf<'sortPhoto'>> {
  const name = cleanName(arrived.name);
  const { sha256 } = await keepPicture(studio, { ...arrived, name });
  const day = (await dayTaken(arrived.bytes)) ?? (modified ?? studio.world.now().toISOString()).slice(0, 10);
  return sortKept(studio, paintingId, { sha256, name, day });
}

/** The same for a picture that is kept already. */
export async function sortKept(
  studio: Studio,
  paintingId: string,
  { sha256, name, day }: { sha256: string; name: string; day: string },
): Promise<ResponseOf<'sortPhoto'>> {
  const { db } = studio;
  const painting = await rowOf<PaintingRow>(db, 'painting', paintingId);
  const known = (await db('photo')
    .join('session', 'session.id', 'photo.sessionId')
    .where({ 'session.paintingId': paintingId, 'photo.sha256': sha256 })
    .select('photo.*')
    .first()) as PhotoRow | undefined;
  if (known) {
    const session = await rowOf<SessionRow>(db, 'session', known.sessionId);
    return { photo: await photoOf(db, known), job: null, twin: true, sessionNumber: session.number, day: session.date };
  }
  const session = await sessionOn(studio, paintingId, day);
  const row = await keepPhoto(studio, { sessionId: session.id, sha256, name });
  const job = lookForCorners(studio, row, painting);
  return { photo: await photoOf(db, row), job, twin: false, sessionNumber: session.number, day };
}

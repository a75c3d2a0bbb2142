import type { Knex } from 'knex';
import type { Job } from '../../contract';
import type { FoundShot } from '../../core/session';
import { coveredOf } from './photosOf';
import { planTask } from '../plan/planTask';
import { newest, rowOf, type CornersRow, type PaintingRow, type PhotoRow, type SessionRow } from '../studio/rows';
import { getSettings } from '../studio/settings';
import type { Studio } from '../studio/studio';

/** Where a photo belongs. */
export async function homeOf({ db }: Studio, photo: PhotoRow): Promise<{ session: SessionRow; painting: PaintingRow }> {
  const session = await rowOf<SessionRow>(db, 'session', photo.sessionId);
  return { session, painting: await rowOf<PaintingRow>(db, 'painting', session.paintingId) };
}

/** The painting a photograph belongs to, and the number of its session. @throws InputError 404 */
export async function seatOf(db: Knex, photoId: string): Promise<{ paintingId: string; session: number }> {
  const photo = await rowOf<PhotoRow>(db, 'photo', photoId);
  const { paintingId, number } = await rowOf<SessionRow>(db, 'session', photo.sessionId);
  return { paintingId, session: number };
}

/** Keeps what was found in a photograph, beside what the painter showed. */
async function keepFound(
  { db, world }: Studio,
  photoId: string,
  found: FoundShot['found'],
  card: FoundShot['card'],
): Promise<void> {
  const row = () => ({ id: world.newId(), photoId, setAt: world.now().toISOString() });
  await db.transaction(async (trx) => {
    await trx('photo').where({ id: photoId }).update({ lookedAt: 1 });
    const now = await newest<CornersRow>(trx, 'photo_corners', photoId);
    const { corners, confidence } = found ?? {};
    if (found?.sure && now?.cornersFrom !== 'given')
      await trx('photo_corners').insert({
        ...row(),
        ...{ corners: JSON.stringify(corners), cornersFrom: 'found', confidence },
      });
    const marked: unknown = await trx('photo_greys').where({ photoId }).first();
    if (card && !marked)
      await trx('photo_greys').insert({
        ...row(),
        ...{ greys: JSON.stringify(card.greys), card: JSON.stringify(card.rings) },
      });
  });
}

/** Looks for a photograph's corners and the printed card as a job; what the painter showed is never replaced. */
export function lookForCorners(studio: Studio, photo: PhotoRow, painting: PaintingRow): Job {
  const { files, crew, jobs } = studio;
  return (
    jobs.underWay(photo.id, 'corners') ??
    jobs.post({ kind: 'corners', photoId: photo.id }, async (signal, onProgress) => {
      const plan = await planTask(studio, painting);
      const { cardValues, cardPaints } = await getSettings(studio);
      const { found, card } = await crew.run(
        'corners',
        {
          photo: { path: files.originalPath(photo.sha256), name: photo.fileName },
          canvas: painting,
          covered: coveredOf(photo),
          plan: plan?.task ?? null,
          card: { values: cardValues, paints: cardPaints },
        },
        { signal, onProgress },
      );
      await keepFound(studio, photo.id, found, card);
    })
  );
}

/** Looks anew, for another rectangle; a look that is under way is for the old one and is waited for. */
export async function lookAgain(studio: Studio, photoId: string, painting: PaintingRow): Promise<void> {
  const { db, jobs } = studio;
  const begin = async () => {
    await db('photo').where({ id: photoId }).update({ lookedAt: 0 });
    lookForCorners(studio, await rowOf<PhotoRow>(db, 'photo', photoId), painting);
  };
  const before = jobs.underWay(photoId, 'corners');
  if (before) void jobs.ended(before.id).then(begin);
  else await begin();
}

/** Goes on looking for corners where the last run was cut off. */
export async function resumeLooking(studio: Studio): Promise<void> {
  const { db } = studio;
  const rows = (await db('photo').where({ lookedAt: 0, aside: 0 }).orderBy('rowid')) as PhotoRow[];
  for (const row of rows) lookForCorners(studio, row, (await homeOf(studio, row)).painting);
}

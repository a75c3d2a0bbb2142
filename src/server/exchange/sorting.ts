import type { ResponseOf } from '../../contract';
import { journaled, type Hold } from '../journal/journal';
import { photoOf } from '../photo/photosOf';
import { cleanName, keepPicture, type Arrived } from '../photo/keepPicture';
import { lookForCorners } from '../photo/looking';
import { hourOf, keepPhoto, takeBack } from '../photo/photos';
import { rowOf, type PaintingRow, type PhotoRow, type SessionRow } from '../studio/rows';
import { makeRoom } from '../studio/sessionNumbers';
import type { Studio } from '../studio/studio';

/**
 * The session of a day, begun at its place in time where there is none: sessions are numbered in the order they were
 * painted.
 */
async function sessionOn(
  { trx, touch }: Hold,
  { world }: Studio,
  { paintingId, day }: { paintingId: string; day: string },
): Promise<SessionRow> {
  const known = (await trx('session')
    .where({ paintingId, date: day })
    .where('number', '>', 0)
    .orderBy('number')
    .first()) as SessionRow | undefined;
  if (known) return known;
  const earlier = (await trx('session')
    .where({ paintingId })
    .where('number', '>', 0)
    .where('date', '<', day)
    .max('number as number')
    .first()) as { number: number | null };
  const number = (earlier.number ?? 0) + 1;
  await makeRoom(trx, paintingId, number);
  const row: SessionRow = { id: world.newId(), paintingId, number, date: day, intention: '', minutes: null };
  await touch('session', row.id);
  await trx('session').insert(row);
  return row;
}

/**
 * Keeps one of a batch of photographs and puts it into the session of the day it was taken; a file that is here already
 * is left where
 * it is, so that a batch that was stopped can be given again whole.
 * @param modified when the file was last changed: its day counts where the photograph does not tell its own
 */
export async function sortPhoto(
  studio: Studio,
  paintingId: string,
  { arrived, modified }: { arrived: Arrived; modified: string | undefined },
): Promise<ResponseOf<'sortPhoto'>> {
  const name = cleanName(arrived.name);
  const { crew, files, world } = studio;
  const { sha256 } = await keepPicture(studio, { ...arrived, name });
  const { day } = await crew.run('taken', { picture: { path: files.originalPath(sha256), name } });
  return sortKept(studio, paintingId, {
    sha256,
    name,
    day: day ?? (modified ?? world.now().toISOString()).slice(0, 10),
  });
}

/** The same for a picture that is kept already. @param arrivalId it waited to be sorted */
export async function sortKept(
  studio: Studio,
  paintingId: string,
  { sha256, name, day, arrivalId }: { sha256: string; name: string; day: string; arrivalId?: string },
): Promise<ResponseOf<'sortPhoto'>> {
  const { db } = studio;
  const painting = await rowOf<PaintingRow>(db, 'painting', paintingId);
  const hour = await hourOf(studio, { sha256, name });
  // Looked up and kept in one transaction: the same file sent twice at once is kept once.
  const said = (made: { session: SessionRow }) => ({ what: 'photo-added', session: made.session.number }) as const;
  const { row, session, twin } = await journaled(studio, { paintingId, said }, async ({ trx, touch }) => {
    if (arrivalId) {
      await touch('arrival', arrivalId);
      await trx('arrival').where({ id: arrivalId }).update({ state: 'sorted' });
    }
    const known = (await trx('photo')
      .join('session', 'session.id', 'photo.sessionId')
      .where({ 'session.paintingId': paintingId, 'photo.sha256': sha256 })
      .where('session.number', '>', 0)
      .select('photo.*')
      .first()) as PhotoRow | undefined;
    if (known?.aside) await takeBack({ trx, touch }, known);
    if (known) return { row: known, session: await rowOf<SessionRow>(trx, 'session', known.sessionId), twin: true };
    const home = await sessionOn({ trx, touch }, studio, { paintingId, day });
    return {
      row: await keepPhoto({ trx, touch }, studio, { sessionId: home.id, sha256, name, hour }),
      session: home,
      twin: false,
    };
  });
  if (twin) return { photo: await photoOf(db, row), job: null, twin, sessionNumber: session.number, day: session.date };
  const job = lookForCorners(studio, row, painting);
  return { photo: await photoOf(db, row), job, twin, sessionNumber: session.number, day };
}

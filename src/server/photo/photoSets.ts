import type { Photo } from '../../contract';
import type { PhotoHistory } from '../../core/words';
import { journaled } from '../journal/journal';
import { seatOf } from './looking';
import { photoOf } from './photosOf';
import type { Studio } from '../studio/studio';

/**
 * Keeps the next set of what is kept of a photograph as a history; the sets before are kept too.
 * @param columns what is kept, JSON where it is a list
 */
export async function keepSet(
  studio: Studio,
  set: PhotoHistory,
  { photoId, columns }: { photoId: string; columns: Readonly<Record<string, string | number | null>> },
): Promise<Photo> {
  const { db, world } = studio;
  const { paintingId, session } = await seatOf(db, photoId);
  await journaled(studio, { paintingId, said: { what: set, session } }, async ({ trx, touch }) => {
    await touch(set, photoId);
    await trx(`photo_${set}`).insert({ id: world.newId(), photoId, ...columns, setAt: world.now().toISOString() });
  });
  return photoOf(db, { id: photoId });
}

import type { BodyOf, Impression, Photo } from '../../contract';
import { InputError } from '../images/inputError';
import { photoOf } from './photosOf';
import { homeOf } from './looking';
import { keepSet } from './photoSets';
import { newest, rowOf, type ImpressionRow, type PhotoRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

/** Keeps the points the painter showed on both pictures; the sets before are kept too. */
export async function setLandmarks(
  studio: Studio,
  photoId: string,
  landmarks: BodyOf<'setLandmarks'>['landmarks'],
): Promise<Photo> {
  const photo = await rowOf<PhotoRow>(studio.db, 'photo', photoId);
  const { painting } = await homeOf(studio, photo);
  for (const { plan, painted } of landmarks)
    for (const [x, y] of [plan, painted])
      if (x < 0 || y < 0 || x > painting.widthMm || y > painting.heightMm)
        throw new InputError(
          'landmark',
          `The point ${Math.round(x)}, ${Math.round(y)} mm lies outside the canvas of ${painting.widthMm} x ${painting.heightMm} mm. Nothing was changed. Show it on the canvas.`,
        );
  return keepSet(studio, 'landmarks', { photoId, columns: { landmarks: JSON.stringify(landmarks) } });
}

/**
 * Keeps what the painter says before any number is shown. The first one stands: what is said afterwards is no guess.
 */
export async function setImpression(studio: Studio, photoId: string, said: Impression): Promise<Photo> {
  const { db, world } = studio;
  const photo = await rowOf<PhotoRow>(db, 'photo', photoId);
  const before = await newest<ImpressionRow>(db, 'impression', photoId);
  if (!before)
    await db('impression').insert({
      id: world.newId(),
      photoId,
      said: JSON.stringify(said),
      setAt: world.now().toISOString(),
    });
  return photoOf(db, photo);
}

/** Keeps the painter's answers to whether things sit; the answers before are kept too. */
export const setSeated = (studio: Studio, photoId: string, seated: BodyOf<'setSeated'>['seated']): Promise<Photo> =>
  keepSet(studio, 'seated', { photoId, columns: { seated: JSON.stringify(seated) } });

import type { BodyOf, GroundState, PaintingDetail } from '../../contract';
import { InputError } from '../images/inputError';
import { journaled } from '../journal/journal';
import { describePainting } from '../painting/describe';
import { asked } from '../reading/gathering';
import { groundOf } from './groundRows';
import { rowOf, type PaintingRow, type PhotoRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

async function keepGround(
  studio: Studio,
  paintingId: string,
  ground: Omit<GroundState, 'version'>,
): Promise<PaintingDetail> {
  const { db, world } = studio;
  await journaled(studio, { paintingId, said: { what: 'ground' } }, async ({ trx, touch }) => {
    await touch('ground', paintingId);
    await trx('painting_ground').insert({
      id: world.newId(),
      paintingId,
      colour: ground.colour && JSON.stringify(ground.colour),
      from: ground.from,
      keep: JSON.stringify(ground.keep),
      setAt: world.now().toISOString(),
    });
  });
  return describePainting(db, paintingId);
}

/** Says the ground's colour (null forgets it), or where it is meant to stay bare. */
export async function setGround(
  studio: Studio,
  paintingId: string,
  { colour, keep }: BodyOf<'setGround'>,
): Promise<PaintingDetail> {
  await rowOf<PaintingRow>(studio.db, 'painting', paintingId);
  const before = await groundOf(studio.db, paintingId);
  const typed = colour && { ...colour, spread: { value: 0.15, ab: 2.5 } };
  return keepGround(studio, paintingId, {
    colour: typed === undefined ? before.colour : typed,
    from: colour === undefined ? before.from : colour && 'typed',
    keep: keep ?? before.keep,
  });
}

/**
 * Learns the ground's colour from a photograph: of the whole bare surface, or of a place on which it shows.
 * @throws InputError when its corners are not known, or nothing of the place can be read
 */
export async function learnGround(
  studio: Studio,
  photoId: string,
  { place }: BodyOf<'learnGround'>,
): Promise<PaintingDetail> {
  const photo = await rowOf<PhotoRow>(studio.db, 'photo', photoId);
  const { task, painting } = await asked(studio, photoId);
  // On a bare surface nothing agrees with the plan or the last session: a card tells how light it is, and the surface
  // itself, being
  // even, how the lamp falls off.
  const [shot] = task.shots;
  const bare =
    photo.role === 'ground' && shot
      ? ({ lightFrom: 'last-session', before: null, board: { photo: shot.photo, corners: shot.corners } } as const)
      : {};
  const { ground } = await studio.crew.run('ground', { task: { ...task, ...bare }, place });
  if (!ground)
    throw new InputError(
      'place',
      'Too little of the ground can be read there: the place is smaller than a fingertip, or under glare. Nothing was changed. Outline a larger one.',
    );
  const before = await groundOf(studio.db, painting.id);
  return keepGround(studio, painting.id, { ...before, colour: ground, from: place ? 'place' : 'photo' });
}

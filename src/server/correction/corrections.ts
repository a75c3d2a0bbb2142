import type { BodyOf, Correction } from '../../contract';
import { sightingOf } from '../../core/correct';
import { kindOf } from '../../core/kinds';
import { journaled } from '../journal/journal';
import { correctionOf } from './correctionsOf';
import { homeOf } from '../photo/looking';
import { governingPlan, setUpOf } from '../plan/planRows';
import { seePlace } from '../reading/readings';
import { rowOf, type CorrectionRow, type PaintingRow, type PhotoRow } from '../studio/rows';
import type { Studio } from '../studio/studio';
import { InputError } from '../images/inputError';

/** A correction in the painter's own words for an outlined place, measured now so that it can be checked later. */
export async function addCorrection(
  studio: Studio,
  paintingId: string,
  { photoId, place, kind, name, words }: BodyOf<'addCorrection'>,
): Promise<Correction> {
  const { db, world } = studio;
  await rowOf<PaintingRow>(db, 'painting', paintingId);
  const { session, painting } = await homeOf(studio, await rowOf<PhotoRow>(db, 'photo', photoId));
  if (painting.id !== paintingId)
    throw new InputError('photo', 'That photograph belongs to another painting. Nothing was changed.', 409);
  // Without a plan a note of the painter's own is kept as it is; there is nothing to measure it against.
  const seen =
    setUpOf(painting).from === 'photograph' || (await governingPlan(db, paintingId))
      ? await seePlace(studio, photoId, { place, kind })
      : null;
  const row: CorrectionRow = {
    id: world.newId(),
    paintingId,
    sessionId: session.id,
    findingId: null,
    kind,
    name,
    words,
    place: JSON.stringify(place),
    ...((seen && sightingOf({ kind, towards: null }, seen)) ?? {
      // What cannot be told of its place yet is as unsure as the least that is raised.
      ...{ difference: 0, uncertainty: seen ? kindOf(kind).least : 0, towards: null },
    }),
    own: 1,
    open: 1,
    takenAt: world.now().toISOString(),
  };
  await journaled(studio, { paintingId, said: { what: 'correction-added', name } }, async ({ trx, touch }) => {
    await touch('correction', row.id);
    await trx('correction').insert(row);
  });
  return correctionOf(db, row);
}

/** Takes a correction off the list or puts it back; nothing is deleted. */
export async function setCorrectionOpen(studio: Studio, id: string, open: boolean): Promise<Correction> {
  const { db } = studio;
  const { paintingId, name } = await rowOf<CorrectionRow>(db, 'correction', id);
  const what = open ? 'correction-on' : 'correction-off';
  await journaled(studio, { paintingId, said: { what, name } }, async ({ trx, touch }) => {
    await touch('correction', id);
    await trx('correction')
      .where({ id })
      .update({ open: open ? 1 : 0 });
  });
  return correctionOf(db, await rowOf<CorrectionRow>(db, 'correction', id));
}

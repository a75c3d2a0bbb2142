import type { Knex } from 'knex';
import type { BodyOf, NewPainting, PaintingDetail, PaintingSummary } from '../../contract';
import { journaled } from '../journal/journal';
import { describePainting } from './describe';
import { ASIDE, DELETED, IN_USE, rowOf, type PaintingRow } from '../studio/rows';
import type { Studio } from '../studio/studio';
import { describeStudio } from '../studio/studioList';

const putThere = (trx: Knex, { world }: Studio, paintingId: string) =>
  trx('easel').insert({ id: world.newId(), paintingId, since: world.now().toISOString() });

/** Begins a painting and puts it on the easel. */
export async function addPainting(studio: Studio, input: NewPainting): Promise<PaintingDetail> {
  const { db, world } = studio;
  const id = world.newId();
  await db.transaction(async (trx) => {
    await trx('painting').insert({ id, ...input, createdAt: world.now().toISOString() });
    await putThere(trx, studio, id);
  });
  return describePainting(db, id);
}

/** Puts a painting on the easel: the one put there last stands there. */
export async function putOnEasel(studio: Studio, id: string): Promise<PaintingDetail> {
  await rowOf<PaintingRow>(studio.db, 'painting', id);
  await putThere(studio.db, studio, id);
  return describePainting(studio.db, id);
}

const SHELVES = { studio: IN_USE, archive: ASIDE, deleted: DELETED } as const;
const SHELVED = { studio: 'unarchived', archive: 'archived', deleted: 'painting-deleted' } as const;

/**
 * Puts a painting into the archive, takes it out again, or deletes it.
 * @throws InputError 404 for one that is deleted already
 */
export async function shelvePainting(
  studio: Studio,
  id: string,
  { shelf }: BodyOf<'shelvePainting'>,
): Promise<PaintingSummary[]> {
  const { title } = await rowOf<PaintingRow>(studio.db, 'painting', id);
  const deed = { paintingId: null, said: { what: SHELVED[shelf], name: title } } as const;
  await journaled(studio, deed, async ({ trx, touch }) => {
    await touch('painting', id);
    await trx('painting').where({ id }).update({ aside: SHELVES[shelf] });
  });
  return describeStudio(studio.db);
}

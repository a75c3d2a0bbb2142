import type { Knex } from 'knex';
import type { NewPainting, PaintingDetail } from '../../contract';
import { describePainting } from './describe';
import { rowOf, type PaintingRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

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

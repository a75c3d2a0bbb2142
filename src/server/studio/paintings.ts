import type { NewPainting, PaintingDetail } from '../../contract';
import { describePainting } from './describe';
import { rowOf, type PaintingRow } from './rows';
import type { Studio } from './studio';

export async function addPainting({ db, world }: Studio, input: NewPainting): Promise<PaintingDetail> {
  const id = world.newId();
  const now = world.now().toISOString();
  await db('painting').insert({ id, ...input, createdAt: now, onEaselSince: now });
  return describePainting(db, id);
}

export async function putOnEasel({ db, world }: Studio, id: string): Promise<PaintingDetail> {
  await rowOf<PaintingRow>(db, 'painting', id);
  await db('painting').where({ id }).update({ onEaselSince: world.now().toISOString() });
  return describePainting(db, id);
}

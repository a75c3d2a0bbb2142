import type { Job } from '../../contract';
import { governingPlan } from '../plan/planRows';
import { readPhoto } from './readings';
import { rowOf, type PaintingRow, type PhotoRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

/** Reads again every photograph whose newest reading names an older plan. */
export async function rereadPainting(studio: Studio, paintingId: string) {
  const { db } = studio;
  const plan = await governingPlan(db, paintingId);
  await rowOf<PaintingRow>(db, 'painting', paintingId);
  const photos = (await db('photo')
    .join('session', 'session.id', 'photo.sessionId')
    .where({ 'session.paintingId': paintingId, 'photo.role': 'canvas', 'photo.aside': 0 })
    .orderBy('session.number')
    .select('photo.*')) as PhotoRow[];
  const jobs: Job[] = [];
  for (const { id } of photos) {
    const reading = (await db('reading').where({ photoId: id }).orderBy('rowid', 'desc').first('planId')) as
      { planId: string } | undefined;
    if (reading && reading.planId !== plan?.id) jobs.push(await readPhoto(studio, id, jobs.at(-1)));
  }
  return jobs;
}

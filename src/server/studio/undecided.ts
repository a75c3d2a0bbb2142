import type { Knex } from 'knex';
import type { Stage } from '../../contract';
import { isLoud } from '../../core/correct';
import { findingsOf } from './findingsOf';
import { decisionsOf } from './decisions';
import type { ReadingRow } from './rows';
import { silencedOf } from './silence';

/** For each painting the count last made and what it was made on: one number instead of all its readings' findings. */
const remembered = new Map<string, { readonly on: string; readonly count: number }>();

/** The row of the newest decision on any reading of a painting; 0 = none. */
async function newestDecision(db: Knex, paintingId: string): Promise<number> {
  const row = (await db('decision')
    .join('reading', 'reading.id', 'decision.readingId')
    .join('photo', 'photo.id', 'reading.photoId')
    .join('session', 'session.id', 'photo.sessionId')
    .where('session.paintingId', paintingId)
    .max('decision.rowid as newest')
    .first()) as { newest: number | null };
  return row.newest ?? 0;
}

async function count(db: Knex, readingId: string, stage: Stage | null): Promise<number> {
  const reading = (await db('reading').where({ id: readingId }).first('id', 'photoId')) as Pick<
    ReadingRow,
    'id' | 'photoId'
  >;
  const decisions = await decisionsOf(db, readingId);
  const silenced = await silencedOf(db, reading);
  const waits = (index: number) => !silenced.has(index) && !decisions.get(index)?.decision;
  return (await findingsOf(db, readingId)).filter((finding, index) => isLoud(finding, stage) && waits(index)).length;
}

/** How many findings of a painting's newest reading wait for a decision, said aloud in the stage under way. */
export async function undecidedOf(
  db: Knex,
  paintingId: string,
  { readingId, stage }: { readingId: string | null; stage: Stage | null },
): Promise<number> {
  if (!readingId) return 0;
  // Readings never change, so the count changes with the decisions and the stage alone.
  const on = `${readingId} ${await newestDecision(db, paintingId)} ${JSON.stringify(stage)}`;
  const known = remembered.get(paintingId);
  if (known?.on === on) return known.count;
  const made = await count(db, readingId, stage);
  remembered.set(paintingId, { on, count: made });
  return made;
}

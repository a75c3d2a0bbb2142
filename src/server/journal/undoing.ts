import type { Knex } from 'knex';
import type { DeedDone, Journal } from '../../contract';
import { deedInWords, type Deed } from '../../core/words';
import { InputError } from '../images/inputError';
import { kept } from '../studio/kept';
import { lookAgain } from '../photo/looking';
import { rowOf, type PaintingRow, type PhotoRow, type SessionRow } from '../studio/rows';
import type { Studio } from '../studio/studio';
import { stateOf, type DeedRow, type Part } from './journal';
import { sameState, THINGS } from './things';

const findingOf = (parts: string): string | null =>
  kept('deed.parts', parts).find(({ thing }) => thing === 'decision')?.id ?? null;
const doneIn = ({ id, said, parts, by, on, doneAt, undoneAt }: DeedRow): DeedDone => ({
  id,
  words: deedInWords(kept('deed.said', said) as Deed),
  by,
  on,
  at: doneAt,
  finding: findingOf(parts),
  undoneAt,
});

interface Turns {
  /** the last deed in force: it is undone next */
  readonly undo: DeedRow | undefined;
  /** the first of those undone after which nothing else was done: it is done again next */
  readonly redo: DeedRow | undefined;
}

async function turnsOf(db: Knex, paintingId: string | null): Promise<Turns> {
  const rows = (await db.raw(
    `SELECT * FROM deed WHERE rowid IN (
       (SELECT max(rowid) FROM deed WHERE paintingId IS :of AND undoneAt IS NULL AND settled = 0),
       (SELECT min(rowid) FROM deed WHERE paintingId IS :of AND undoneAt IS NOT NULL AND settled = 0
         AND rowid > coalesce((SELECT max(rowid) FROM deed WHERE paintingId IS :of AND undoneAt IS NULL), 0)))`,
    { of: paintingId },
  )) as DeedRow[];
  return { undo: rows.find((row) => row.undoneAt === null), redo: rows.find((row) => row.undoneAt !== null) };
}

/** What can be undone and done again now. @param paintingId null = of what belongs to no painting */
export async function journalOf(db: Knex, paintingId: string | null): Promise<Journal> {
  const { undo, redo } = await turnsOf(db, paintingId);
  return { undo: undo ? doneIn(undo) : null, redo: redo ? doneIn(redo) : null };
}

const MOST = 200; // deeds a list tells

/** What was done to a painting, newest first. */
export async function listDeeds(db: Knex, paintingId: string): Promise<DeedDone[]> {
  await rowOf<PaintingRow>(db, 'painting', paintingId);
  const rows = await db<DeedRow>('deed').where({ paintingId }).orderBy('rowid', 'desc').limit(MOST);
  return rows.map(doneIn);
}

/** Puts everything a deed has changed back, the last first, or does it again. @returns its parts as they are now */
async function putBack(trx: Knex.Transaction, { world }: Studio, { parts, undo }: { parts: Part[]; undo: boolean }) {
  const order = undo ? [...parts].reverse() : parts;
  for (const { thing, id, before, after } of order)
    await THINGS[thing].put(trx, id, { state: undo ? before : after, world });
  return Promise.all(
    parts.map(async (part): Promise<Part> => {
      const now = await stateOf(trx, part.thing, part.id);
      return undo ? { ...part, before: now } : { ...part, after: now };
    }),
  );
}

/** Whether all that a deed has changed is still as the deed, or its undoing, has left it. */
async function stands(db: Knex, parts: readonly Part[], undo: boolean): Promise<boolean> {
  for (const { thing, id, before, after } of parts)
    if (!sameState(thing, await stateOf(db, thing, id), undo ? after : before)) return false;
  return true;
}

const tooLate = (next: DeedRow | undefined, undo: boolean): InputError =>
  new InputError(
    'changed-meanwhile',
    next
      ? `Something else was done meanwhile (${doneIn(next).words}). Nothing was ${undo ? 'undone' : 'done again'}. Look at it first.`
      : `There is nothing to ${undo ? 'undo' : 'do again'} any more. Nothing was changed.`,
    409,
  );

/** Another rectangle is seen where a frame hides something else than before: it is looked for anew. */
async function lookWhereCovered(studio: Studio, parts: readonly Part[]): Promise<void> {
  for (const { thing, id, before, after } of parts) {
    if (thing !== 'photo' || !before || !after || before.covered === after.covered) continue;
    const photo = await rowOf<PhotoRow>(studio.db, 'photo', id);
    const { paintingId } = await rowOf<SessionRow>(studio.db, 'session', photo.sessionId);
    await lookAgain(studio, id, await rowOf<PaintingRow>(studio.db, 'painting', paintingId));
  }
}

/**
 * Undoes a deed, or does it again. Only the last one can be undone, so that nothing is pulled away from under what was
 * done after it.
 * @throws InputError 404, or 409 where something else was done meanwhile
 */
export async function setUndone(studio: Studio, deedId: string, undo: boolean): Promise<Journal> {
  const { db, world, hand } = studio;
  const { paintingId } = await rowOf<DeedRow>(db, 'deed', deedId);
  const parts = await db.transaction(async (trx) => {
    const turns = await turnsOf(trx, paintingId);
    const next = undo ? turns.undo : turns.redo;
    if (next?.id !== deedId) throw tooLate(next, undo);
    const changed = kept('deed.parts', next.parts);
    if (!(await stands(trx, changed, undo))) return null;
    const now = await putBack(trx, studio, { parts: changed, undo });
    await trx('deed')
      .where({ id: deedId })
      .update({
        parts: JSON.stringify(now),
        undoneAt: undo ? world.now().toISOString() : null,
        undoneBy: undo ? hand.by : null,
      });
    return now;
  });
  if (!parts) {
    await db('deed').where({ id: deedId }).update({ settled: 1 });
    throw new InputError(
      'changed-meanwhile',
      'What this changed was changed again since, by other means than by hand. It stays as it is.',
      409,
    );
  }
  await lookWhereCovered(studio, parts);
  return journalOf(db, paintingId);
}

/** What was done until now stays: none of it can be undone any more. */
export const settleAll = async (db: Knex): Promise<void> => void (await db('deed').update({ settled: 1 }));

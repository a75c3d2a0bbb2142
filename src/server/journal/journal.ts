import type { Knex } from 'knex';
import type { Deed } from '../../core/words';
import type { Studio } from '../studio/studio';
import { sameState, THINGS, type State, type ThingName } from './things';

/** One thing a deed has changed. */
export interface Part {
  readonly thing: ThingName;
  readonly id: string;
  readonly before: State;
  readonly after: State;
}

export interface DeedRow {
  id: string;
  /** null = it belongs to no painting */
  paintingId: string | null;
  /** JSON of what was done, as facts */
  said: string;
  /** JSON of what it changed */
  parts: string;
  by: string;
  /** the version it was made on; null = whatever was there */
  on: string | null;
  doneAt: string;
  /** null = it is in force */
  undoneAt: string | null;
  undoneBy: string | null;
  /** 1 = it can no longer be undone: something else was done to it than the journal tells */
  settled: number;
}

/** Names a thing before it is changed; one that is about to be made too. */
type Touch = (thing: ThingName, id: string) => Promise<void>;

/** A transaction that tells the journal what it touches. */
export interface Hold {
  readonly trx: Knex.Transaction;
  readonly touch: Touch;
}

export const stateOf = (db: Knex, name: ThingName, id: string): Promise<State> => THINGS[name].state(db, id);

/**
 * Does something that decides, in one transaction with its line in the journal. Where nothing has changed in the end
 * there is no line.
 * @param work names every thing before changing it; the facts of the deed may be had from what it returns
 */
export async function journaled<T>(
  { db, world, hand }: Studio,
  { paintingId, said }: { readonly paintingId: string | null; readonly said: Deed | ((made: T) => Deed) },
  work: (hold: Hold) => Promise<T>,
): Promise<T> {
  return db.transaction(async (trx) => {
    const touched: Omit<Part, 'after'>[] = [];
    const touch: Touch = async (thing, id) => {
      if (touched.some((part) => part.thing === thing && part.id === id)) return;
      touched.push({ thing, id, before: await stateOf(trx, thing, id) });
    };
    const made = await work({ trx, touch });
    const parts: Part[] = [];
    for (const part of touched) {
      const after = await stateOf(trx, part.thing, part.id);
      if (!sameState(part.thing, part.before, after)) parts.push({ ...part, after });
    }
    if (parts.length === 0) return made;
    const row: DeedRow = {
      id: world.newId(),
      paintingId,
      said: JSON.stringify(typeof said === 'function' ? said(made) : said),
      parts: JSON.stringify(parts),
      by: hand.by,
      on: hand.on,
      doneAt: world.now().toISOString(),
      undoneAt: null,
      undoneBy: null,
      settled: 0,
    };
    await trx('deed').insert(row);
    return made;
  });
}

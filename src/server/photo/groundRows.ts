import type { Knex } from 'knex';
import { NO_VERSION, type GroundState } from '../../contract';
import { kept, keptOr } from '../studio/kept';
import type { GroundRow } from '../studio/rows';

/** What is known of a painting's ground: the newest row of its history. */
export async function groundOf(db: Knex, paintingId: string): Promise<GroundState> {
  const row = (await db('painting_ground').where({ paintingId }).orderBy('rowid', 'desc').first()) as
    GroundRow | undefined;
  if (!row) return { colour: null, from: null, keep: [], version: NO_VERSION };
  return {
    colour: keptOr('painting_ground.colour', row.colour, null),
    from: row.from,
    keep: kept('painting_ground.keep', row.keep),
    version: row.id,
  };
}

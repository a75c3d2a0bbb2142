import type { Knex } from 'knex';
import type { DecisionRow } from './rows';

/** The decisions on a reading's findings: the newest for each. */
export async function decisionsOf(db: Knex, readingId: string): Promise<Map<number, DecisionRow>> {
  const rows = (await db('decision').where({ readingId }).orderBy('rowid')) as DecisionRow[];
  return new Map(rows.map((row) => [row.findingIndex, row]));
}

import type { Knex } from 'knex';
import type { Finding } from '../../core/correct';

const KEPT = 200; // readings whose findings are remembered
const remembered = new Map<string, readonly Finding[]>();

/** The findings of a reading. Readings are never changed, so what was parsed once is remembered. */
export async function findingsOf(db: Knex, readingId: string): Promise<readonly Finding[]> {
  const known = remembered.get(readingId);
  if (known) return known;
  const { result } = (await db('reading').where({ id: readingId }).first('result')) as { result: string };
  const { findings } = JSON.parse(result) as { findings: Finding[] };
  if (remembered.size >= KEPT) remembered.delete(remembered.keys().next().value as string);
  remembered.set(readingId, findings);
  return findings;
}

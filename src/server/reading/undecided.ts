import type { Knex } from 'knex';
import { isLoud, type Calls } from '../../core/correct';
import { waitingIn } from './findingRows';
import { standingsIn, WAITS } from './standing';

/**
 * How many findings of some readings wait for a decision, said aloud in the stage under way, by reading; a reading that
 * is missing has none.
 * @param readings the stage under way in each one's painting, by the readings' ids; null = no approach is chosen
 */
export async function undecidedIn(db: Knex, readings: ReadonlyMap<string, Calls | null>): Promise<Map<string, number>> {
  const ids = [...readings.keys()];
  if (ids.length === 0) return new Map();
  const [findings, standings] = await Promise.all([waitingIn(db, ids), standingsIn(db, ids)]);
  const counts = new Map<string, number>();
  for (const finding of findings) {
    const { decided, silenced } = standings.get(finding.id) ?? WAITS;
    if (decided || silenced || !isLoud(finding, readings.get(finding.readingId) ?? null)) continue;
    counts.set(finding.readingId, (counts.get(finding.readingId) ?? 0) + 1);
  }
  return counts;
}

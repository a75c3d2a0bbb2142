import { unsettled, type Account, type MassReading, type Unsettled } from '../../core/read';
import { massesOf } from './findingRows';
import { sessionBefore } from './gathering';
import { rowOf, type PhotoRow, type SessionRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

/** Masses that stayed while a neighbour changed since the last session. */
export async function recheckOf(
  studio: Pick<Studio, 'db'>,
  { account, masses, photo }: { account: Account | null; masses: readonly MassReading[]; photo: PhotoRow },
): Promise<Unsettled[]> {
  if (!account) return [];
  const before = await sessionBefore(studio, await rowOf<SessionRow>(studio.db, 'session', photo.sessionId));
  if (!before) return [];
  return unsettled(masses, await massesOf(studio.db, before.reading.id), account.relations);
}

import { unsettled, type Unsettled } from '../../core/read';
import { sessionBefore, type Kept } from './gathering';
import { rowOf, type PhotoRow, type SessionRow } from './rows';
import type { Studio } from './studio';

/** Masses that stayed while a neighbour changed since the last session. */
export async function recheckOf(
  studio: Pick<Studio, 'db'>,
  { kept, photo }: { kept: Kept; photo: PhotoRow },
): Promise<Unsettled[]> {
  if (!kept.account) return [];
  const before = await sessionBefore(studio, await rowOf<SessionRow>(studio.db, 'session', photo.sessionId));
  if (!before) return [];
  return unsettled(kept.masses, (JSON.parse(before.reading.result) as Kept).masses, kept.account.relations);
}

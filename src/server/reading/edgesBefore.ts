import type { ReadingDetail } from '../../contract';
import { paintedShares } from '../../core/edges';
import { sessionBefore } from './gathering';
import { kept } from '../studio/kept';
import { rowOf, type PhotoRow, type SessionRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

/** How the session before shared its edges among the classes, as seen from so far; null where it was not read so. */
export async function edgesBefore(
  studio: Pick<Studio, 'db'>,
  photo: PhotoRow,
  viewingM: number,
): Promise<ReadingDetail['edgesBefore']> {
  const before = await sessionBefore(studio, await rowOf<SessionRow>(studio.db, 'session', photo.sessionId));
  const lines = before && kept('reading.result', before.reading.result).account?.edges;
  const painted = lines && paintedShares(lines, viewingM);
  return before && painted ? { session: before.session.number, painted } : null;
}

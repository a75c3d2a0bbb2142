import type { Knex } from 'knex';
import { saidAgain, type Finding } from '../../core/correct';
import { findingsOf } from './findingsOf';
import type { ReadingRow } from './rows';

type ReadingName = Pick<ReadingRow, 'id' | 'photoId'>;

/** An earlier word of the painter's that still holds: the session it was said in, and why. */
export interface Silenced {
  readonly session: number;
  readonly why: string;
}

interface Said {
  readonly readingId: string;
  readonly findingIndex: number;
  readonly decision: string | null;
  readonly why: string;
  readonly session: number;
}

/** What was decided in earlier readings of the same painting, last first: earlier sessions, and this photo read before. */
async function saidBefore(db: Knex, { id, photoId }: ReadingName): Promise<Said[]> {
  const home = () => db('photo').join('session', 'session.id', 'photo.sessionId');
  const here = (await home().where('photo.id', photoId).select('session.paintingId', 'session.number').first()) as { paintingId: string; number: number }; // prettier-ignore
  return home()
    .join('reading', 'reading.photoId', 'photo.id')
    .join('decision', 'decision.readingId', 'reading.id')
    .where('session.paintingId', here.paintingId)
    .whereNot('reading.id', id)
    .where((either) =>
      either
        .where('session.number', '<', here.number)
        .orWhere((own) => own.where('reading.photoId', photoId).where('reading.rowid', '<', db('reading').where({ id }).select('rowid'))),
    )
    .orderBy('decision.rowid', 'desc')
    .select('decision.readingId', 'decision.findingIndex', 'decision.decision', 'decision.why', 'session.number as session'); // prettier-ignore
}

/** Findings that say again what the painter dismissed in an earlier reading and has not touched since, by index. */
export async function silencedOf(db: Knex, reading: ReadingName): Promise<Map<number, Silenced>> {
  const seen = new Set<string>();
  // Only the last word on each counts.
  const last = (await saidBefore(db, reading)).filter(({ readingId, findingIndex }) => {
    const name = `${readingId} ${findingIndex}`;
    return !seen.has(name) && seen.add(name);
  });
  if (!last.some(({ decision }) => decision === 'dismissed')) return new Map();
  const said = last.filter(({ decision }) => decision !== null);
  const ids = [...new Set(said.map(({ readingId }) => readingId))];
  const earlier = new Map<string, readonly Finding[]>();
  for (const id of ids) earlier.set(id, await findingsOf(db, id));
  const findings = await findingsOf(db, reading.id);
  return new Map(
    findings.flatMap((now, index): [number, Silenced][] => {
      // What was dismissed once and taken later is no longer dismissed: the newest word on the place counts.
      const before = said.find(({ readingId, findingIndex }) => {
        const then = earlier.get(readingId)?.at(findingIndex);
        return then && saidAgain(now, then);
      });
      return before?.decision === 'dismissed' ? [[index, { session: before.session, why: before.why }]] : [];
    }),
  );
}

import type { Knex } from 'knex';
import { saidAgain, type Finding } from '../../core/correct';
import type { ReadingRow } from './rows';

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
  readonly result: string;
}

/** What was decided in earlier readings of the same painting, last first: earlier sessions, and this photo read before. */
async function saidBefore(db: Knex, { id, photoId, createdAt }: ReadingRow): Promise<Said[]> {
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
        .orWhere((own) => own.where('reading.photoId', photoId).where('reading.createdAt', '<=', createdAt)),
    )
    .orderBy('decision.rowid', 'desc')
    .select('decision.readingId', 'decision.findingIndex', 'decision.decision', 'decision.why', 'session.number as session', 'reading.result'); // prettier-ignore
}

/** Findings that say again what the painter dismissed in an earlier reading and has not touched since, by index. */
export async function silencedOf(db: Knex, reading: ReadingRow): Promise<Map<number, Silenced>> {
  const said = await saidBefore(db, reading);
  const findingsOf = new Map<string, Finding[]>();
  const seen = new Set<string>();
  const dismissed = said.flatMap(({ readingId, findingIndex, decision, why, session, result }) => {
    const name = `${readingId} ${findingIndex}`;
    // Only the last word on each counts.
    if (seen.has(name)) return [];
    seen.add(name);
    if (decision !== 'dismissed') return [];
    const findings = findingsOf.get(readingId) ?? (JSON.parse(result) as { findings: Finding[] }).findings;
    findingsOf.set(readingId, findings);
    const finding = findings.at(findingIndex);
    return finding ? [{ finding, session, why }] : [];
  });
  if (dismissed.length === 0) return new Map();
  const { findings } = JSON.parse(reading.result) as { findings: Finding[] };
  return new Map(
    findings.flatMap((now, index): [number, Silenced][] => {
      const before = dismissed.find(({ finding }) => saidAgain(now, finding));
      return before ? [[index, { session: before.session, why: before.why }]] : [];
    }),
  );
}

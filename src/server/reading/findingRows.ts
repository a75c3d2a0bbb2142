import type { Knex } from 'knex';
import { threadsOf, type Earlier } from '../../core/correct';
import { type FindingKind } from '../../core/kinds';
import type { MassReading } from '../../core/read';
import type { SaidFinding } from '../../core/session';
import { kept } from '../studio/kept';
import type { FindingRow, MassRow } from '../studio/rows';

/** A finding as it is kept: what it says, and the thread that goes on from reading to reading. */
export interface KeptFinding {
  readonly id: string;
  readonly thread: string;
  readonly finding: SaidFinding;
}

/** A reading that findings belong to, and where it stands among the painting's. */
export interface ReadingPlace {
  readonly readingId: string;
  readonly photoId: string;
  readonly paintingId: string;
  readonly session: number;
}

const findingIn = ({ content }: Pick<FindingRow, 'content'>): SaidFinding => kept('finding.content', content);

/** The findings of a reading, in their order. */
export async function findingsOf(db: Knex, readingId: string): Promise<KeptFinding[]> {
  const rows = (await db('finding').where({ readingId }).orderBy('position')) as FindingRow[];
  return rows.map((row) => ({ id: row.id, thread: row.thread, finding: findingIn(row) }));
}

/** Findings by their ids; nothing is asked where there are none. */
export async function findingsBy(db: Knex, ids: readonly string[]): Promise<Map<string, SaidFinding>> {
  if (ids.length === 0) return new Map();
  const rows = (await db('finding').whereIn('id', ids).select('id', 'content')) as Pick<FindingRow, 'id' | 'content'>[];
  return new Map(rows.map((row) => [row.id, findingIn(row)]));
}

/** The masses of a reading, in their order. */
export async function massesOf(db: Knex, readingId: string): Promise<MassReading[]> {
  const rows = (await db('mass_reading').where({ readingId }).orderBy('position').select('content')) as MassRow[];
  return rows.map(({ content }) => kept('mass_reading.content', content));
}

interface SaidRow {
  readonly thread: string;
  readonly content: string;
  readonly open: number | null;
}

/**
 * Findings of earlier readings by which threads are known again: of each thread the one that was spoken of last, else
 * the newest. Earlier are
 * the sessions before, and this photograph read before.
 */
async function earlierOf(db: Knex, { photoId, paintingId, session }: Omit<ReadingPlace, 'readingId'>) {
  const rows = (await db.raw(
    `SELECT f.thread, f.content, c.open FROM finding f
     JOIN reading r ON r.id = f.readingId JOIN photo p ON p.id = r.photoId JOIN session s ON s.id = p.sessionId
     LEFT JOIN decision d ON d.rowid = (SELECT max(rowid) FROM decision WHERE findingId = f.id) AND d.decision IS NOT NULL
     LEFT JOIN correction c ON c.id = d.correctionId
     WHERE s.paintingId = ? AND (s.number BETWEEN 1 AND ? - 1 OR p.id = ?)
     ORDER BY coalesce(d.rowid, 0) DESC, f.rowid DESC`,
    [paintingId, session, photoId],
  )) as SaidRow[];
  const seen = new Set<string>();
  return rows.flatMap((row): Earlier<string>[] => {
    if (seen.has(row.thread)) return [];
    seen.add(row.thread);
    return [{ thread: row.thread, finding: findingIn(row), open: row.open === 1 }];
  });
}

/** Keeps what a reading found, each finding on the thread it goes on with. */
export async function keepFindings(
  trx: Knex,
  { readingId, ...place }: ReadingPlace,
  {
    findings,
    masses,
    newId,
  }: { findings: readonly SaidFinding[]; masses: readonly MassReading[]; newId: () => string },
): Promise<void> {
  const threads = threadsOf(findings, await earlierOf(trx, place));
  for (const [position, finding] of findings.entries()) {
    const id = newId();
    const { kind, amount } = finding;
    const row = {
      id,
      readingId,
      position,
      thread: threads[position] ?? id,
      kind,
      amount,
      content: JSON.stringify(finding),
    };
    await trx('finding').insert(row satisfies FindingRow);
  }
  for (const [position, mass] of masses.entries()) {
    const { id: massId, share, target, painted } = mass;
    const row = {
      id: newId(),
      readingId,
      position,
      massId,
      share,
      planned: target.value,
      painted: painted.value,
      content: JSON.stringify(mass),
    };
    await trx('mass_reading').insert(row satisfies MassRow);
  }
}

/** What is needed of a finding to tell whether it waits for a decision. */
export interface Waiting {
  readonly id: string;
  readonly readingId: string;
  readonly kind: FindingKind;
  readonly amount: number;
  readonly share: number;
}

/** Findings of many readings, narrowly. */
export const waitingIn = async (db: Knex, readingIds: readonly string[]): Promise<Waiting[]> =>
  db('finding')
    .whereIn('readingId', readingIds)
    .select('id', 'readingId', 'kind', 'amount', db.raw("json_extract(content, '$.share') as share"));

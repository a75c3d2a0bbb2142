import type { Knex } from 'knex';
import type { Check, Correction } from '../../contract';
import { sentenceFor } from '../../core/kinds';
import { halfWidth } from '../../core/raster';
import type { SaidFinding } from '../../core/session';
import { findingsBy } from '../reading/findingRows';
import { kept } from '../studio/kept';
import { stepsPer } from '../studio/settings';
import { DELETED, type CheckRow, type CorrectionRow, type SessionRow } from '../studio/rows';

type CheckWithHome = CheckRow & { photoId: string; sessionNumber: number };

/** What a correction asks for, told from its finding under the name its place had when it was taken. */
const saidBy = ({ name }: CorrectionRow, finding: SaidFinding | undefined, per: number): string =>
  finding ? sentenceFor(finding, name, per) : '';

/** Corrections with their checks, oldest first. */
export async function correctionsOf(db: Knex, rows: readonly CorrectionRow[]): Promise<Correction[]> {
  const sessions = (await db('session').whereIn('id', [
    ...new Set(rows.map(({ sessionId }) => sessionId)),
  ])) as SessionRow[];
  const per = await stepsPer(db);
  const numbers = new Map(sessions.map(({ id, number }) => [id, number]));
  const told = rows.flatMap(({ words, findingId }) => (words === '' && findingId ? [findingId] : []));
  const findings = await findingsBy(db, told);
  const checks = (await db('correction_check')
    .join('reading', 'reading.id', 'correction_check.readingId')
    .join('photo', 'photo.id', 'reading.photoId')
    .join('session', 'session.id', 'photo.sessionId')
    .whereIn(
      'correctionId',
      rows.map(({ id }) => id),
    )
    .where('photo.aside', '<', DELETED)
    .orderBy([{ column: 'session.number' }, { column: 'correction_check.rowid' }])
    .select('correction_check.*', 'reading.photoId', 'session.number as sessionNumber')) as CheckWithHome[];
  // A photograph that was read again is checked again: its newest check counts.
  const byCorrection = new Map<string, Map<string, Check>>(rows.map(({ id }) => [id, new Map()]));
  for (const { correctionId, readingId: _reading, ...check } of checks)
    byCorrection.get(correctionId)?.set(check.photoId, { ...check, uncertainty: halfWidth(check.uncertainty) });
  return rows.map((row) => ({
    id: row.id,
    paintingId: row.paintingId,
    sessionNumber: numbers.get(row.sessionId) ?? 0,
    kind: row.kind,
    name: row.name,
    words: row.words || saidBy(row, findings.get(row.findingId ?? ''), per),
    place: kept('correction.place', row.place),
    difference: row.difference,
    uncertainty: halfWidth(row.uncertainty),
    own: row.own === 1,
    open: row.open === 1,
    takenAt: row.takenAt,
    checks: [...(byCorrection.get(row.id)?.values() ?? [])],
  }));
}

/** One correction with its checks. */
export async function correctionOf(db: Knex, row: CorrectionRow): Promise<Correction> {
  const [correction] = await correctionsOf(db, [row]);
  if (!correction) throw new Error('a row is one correction');
  return correction;
}

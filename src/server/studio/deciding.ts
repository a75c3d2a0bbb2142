import type { Knex } from 'knex';
import type { Decision, FindingOfReading, ReadingDetail } from '../../contract';
import { KINDS } from '../../core/kinds';
import { InputError } from '../images/inputError';
import { describeReading, newestReading } from './describeReading';
import { homeOf } from './looking';
import type { CorrectionRow, DecisionRow } from './rows';
import type { Studio } from './studio';

/** Puts a finding on the correction list: the correction it was once before, or a new one. @returns the correction's id */
async function putOnList(
  trx: Knex,
  finding: FindingOfReading,
  { id, paintingId, sessionId, takenAt }: Pick<CorrectionRow, 'id' | 'paintingId' | 'sessionId' | 'takenAt'>,
): Promise<string> {
  const once = (await trx('decision')
    .where({ thread: finding.thread })
    .whereNotNull('correctionId')
    .orderBy('rowid', 'desc')
    .first('correctionId')) as { correctionId: string } | undefined;
  if (once) {
    await trx('correction').where({ id: once.correctionId }).update({ open: 1 });
    return once.correctionId;
  }
  const { kind, name, words, place, amount } = finding;
  await trx('correction').insert({
    id,
    paintingId,
    sessionId,
    findingId: finding.id,
    kind,
    name,
    words,
    place: JSON.stringify(place),
    difference: amount,
    uncertainty: KINDS[kind].doubt(finding),
    towards: KINDS[kind].towards(finding),
    own: 0,
    open: 1,
    takenAt,
  } satisfies CorrectionRow);
  return id;
}

/** Takes, dismisses or puts off a finding; null takes the decision back, and a correction made by it off the list. */
export async function decide(
  studio: Studio,
  { photoId, index, decision, why = '' }: { photoId: string; index: number; decision: Decision | null; why?: string },
): Promise<ReadingDetail> {
  const { db, world } = studio;
  const { photo } = await newestReading(studio, photoId);
  const reading = await describeReading(studio, photoId);
  const finding = reading.findings[index];
  if (!finding)
    throw new InputError(
      'unknown',
      `This reading has ${reading.findings.length} findings; there is no number ${index + 1}.`,
      404,
    );
  if (finding.decision === decision && finding.why === why) return reading;
  const { session, painting } = await homeOf(studio, photo);
  const now = world.now().toISOString();
  await db.transaction(async (trx) => {
    // Also one that was taken in an earlier session: this is the newest word on it.
    if (finding.correctionId) await trx('correction').where({ id: finding.correctionId }).update({ open: 0 });
    const home = { paintingId: painting.id, sessionId: session.id, takenAt: now };
    const correctionId = decision === 'taken' ? await putOnList(trx, finding, { ...home, id: world.newId() }) : null;
    await trx('decision').insert({
      id: world.newId(),
      findingId: finding.id,
      thread: finding.thread,
      decision,
      why,
      correctionId,
      decidedAt: now,
    } satisfies DecisionRow);
  });
  return describeReading(studio, photoId);
}

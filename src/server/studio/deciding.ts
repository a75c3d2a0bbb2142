import type { Decision, ReadingDetail } from '../../contract';
import { InputError } from '../images/inputError';
import { describeReading, newestReading } from './describeReading';
import { homeOf } from './looking';
import type { CorrectionRow, DecisionRow } from './rows';
import type { Studio } from './studio';

/** Takes, dismisses or puts off a finding; null takes the decision back, and a correction made by it off the list. */
export async function decide(
  studio: Studio,
  { photoId, index, decision, why = '' }: { photoId: string; index: number; decision: Decision | null; why?: string }, // prettier-ignore
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
    let correctionId: string | null = null;
    if (decision === 'taken') {
      correctionId = world.newId();
      const uncertainty = finding.shift?.doubt ?? (finding.kind === 'value' ? finding.uncertainty.value : finding.uncertainty.warmth); // prettier-ignore
      await trx('correction').insert({
        id: correctionId,
        paintingId: painting.id,
        sessionId: session.id,
        findingId: finding.id,
        kind: finding.kind,
        name: finding.name,
        words: finding.words,
        place: JSON.stringify(finding.place),
        difference: finding.amount,
        uncertainty,
        towards: finding.kind === 'drawing' && !finding.whole && finding.shift ? (Math.atan2(finding.shift.by[1], finding.shift.by[0]) * 180) / Math.PI : null, // prettier-ignore
        own: 0,
        open: 1,
        takenAt: now,
      } satisfies CorrectionRow);
    }
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

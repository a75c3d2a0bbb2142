import type { Decision, FindingOfReading, PlanContent, ReadingDetail } from '../../contract';
import { kindOf } from '../../core/kinds';
import { InputError } from '../images/inputError';
import { journaled, type Hold } from '../journal/journal';
import { describeReading, newestReading } from '../reading/describeReading';
import { findingsBy } from '../reading/findingRows';
import { homeOf } from '../photo/looking';
import { placeInPlan } from '../plan/carryPlan';
import { contentOf, governingPlan } from '../plan/planRows';
import { addPlanVersion } from '../plan/plans';
import { rowOf, type CorrectionRow, type DecisionRow, type PaintingRow, type ReferenceRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

/**
 * Puts a finding on the correction list: the correction it was once before, or a new one.
 * @returns the correction's id
 */
async function putOnList(
  { trx, touch }: Hold,
  finding: FindingOfReading,
  { id, paintingId, sessionId, takenAt }: Pick<CorrectionRow, 'id' | 'paintingId' | 'sessionId' | 'takenAt'>,
): Promise<string> {
  const once = (await trx('decision')
    .where({ thread: finding.thread })
    .whereNotNull('correctionId')
    .orderBy('rowid', 'desc')
    .first('correctionId')) as { correctionId: string } | undefined;
  await touch('correction', once?.correctionId ?? id);
  if (once) {
    await trx('correction').where({ id: once.correctionId }).update({ open: 1 });
    return once.correctionId;
  }
  const { kind, name, place, amount } = finding;
  // As it was kept, in sigmas: what is told has half-widths.
  const found = (await findingsBy(trx, [finding.id])).get(finding.id);
  if (!found) throw new Error('a finding that is told is kept');
  await trx('correction').insert({
    id,
    paintingId,
    sessionId,
    findingId: finding.id,
    kind,
    name,
    words: '',
    place: JSON.stringify(place),
    difference: amount,
    uncertainty: kindOf(kind).doubt(found),
    towards: kindOf(kind).towards(found),
    own: 0,
    open: 1,
    takenAt,
  } satisfies CorrectionRow);
  return id;
}

/**
 * The plan that is there takes over what is painted.
 * @throws InputError where there is no plan, or no departure can say it
 */
async function depart(
  { trx, touch }: Hold,
  studio: Studio,
  { painting, finding }: { painting: PaintingRow; finding: FindingOfReading },
): Promise<void> {
  const change = kindOf(finding.kind).departure(finding);
  const last = await governingPlan(trx, painting.id);
  if (!change || !last)
    throw new InputError(
      'departure',
      last
        ? 'A departure cannot say this: it is about the whole picture. Nothing was changed. Change the plan itself, or dismiss the finding.'
        : 'There is no plan to depart from. Nothing was changed.',
      409,
    );
  const content = contentOf(last);
  const departure = {
    id: studio.world.newId(),
    where: { place: placeInPlan(finding.place, content, painting) },
    change,
    why: 'decided when it was read',
  };
  const departures = [...content.departures, departure] as PlanContent['departures'];
  const reference = await rowOf<ReferenceRow>(trx, 'reference', last.referenceId);
  await addPlanVersion({ trx, touch }, studio, { reference, change: { departures } });
}

/**
 * Takes, dismisses or puts off a finding, or lets the plan take it over; null takes the decision back, and a correction
 * made by it off the list.
 */
export async function decide(
  studio: Studio,
  { photoId, index, decision, why = '' }: { photoId: string; index: number; decision: Decision | null; why?: string },
): Promise<ReadingDetail> {
  const { world } = studio;
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
  const home = { paintingId: painting.id, sessionId: session.id, takenAt: world.now().toISOString() };
  const said = { what: 'decision', decision, name: finding.name } as const;
  await journaled(studio, { paintingId: painting.id, said }, async ({ trx, touch }) => {
    await touch('decision', finding.id);
    // Also one that was taken in an earlier session: this is the newest word on it.
    if (finding.correctionId) {
      await touch('correction', finding.correctionId);
      await trx('correction').where({ id: finding.correctionId }).update({ open: 0 });
    }
    const correctionId =
      decision === 'taken' ? await putOnList({ trx, touch }, finding, { ...home, id: world.newId() }) : null;
    if (decision === 'planned') await depart({ trx, touch }, studio, { painting, finding });
    await trx('decision').insert({
      id: world.newId(),
      findingId: finding.id,
      thread: finding.thread,
      decision,
      why,
      correctionId,
      decidedAt: home.takenAt,
    } satisfies DecisionRow);
  });
  return describeReading(studio, photoId);
}

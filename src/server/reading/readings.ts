import type { CrossedLine, EdgeCrossed, Job, Place, Quality } from '../../contract';
import { SHORTEST_LINE_MM } from '../../core/edges';
import type { FindingKind, SeenPlace } from '../../core/kinds';
import { halfWidth } from '../../core/raster';
import { halfWidthsOf, READING_VERSION, type Comparison } from '../../core/read';
import type { OpenCorrection } from '../../core/session';
import { InputError } from '../images/inputError';
import type { Told } from '../jobs/jobBoard';
import type { Part, Progress, ReadAnswer } from '../jobs/tasks';
import { namer } from './names';
import { kept } from '../studio/kept';
import { keepFindings, type ReadingPlace } from './findingRows';
import { asked, keepPictures } from './gathering';
import { readingPicture } from '../exchange/pictures';
import {
  newest,
  rowOf,
  type CheckRow,
  type CorrectionRow,
  type PaintingRow,
  type PlanRow,
  type ReadingRow,
  type SessionRow,
} from '../studio/rows';
import { getSettings } from '../studio/settings';
import type { Studio } from '../studio/studio';

/** Starts reading a photograph; a reading of the same corners, greys and plan is used again. */
export async function readPhoto(studio: Studio, photoId: string, after?: Job): Promise<Job> {
  await asked(studio, photoId); // what is missing is said at once
  const { db, crew, jobs } = studio;
  const looking = jobs.underWay(photoId, 'corners');
  return (
    jobs.underWay(photoId, 'read') ??
    jobs.post({ kind: 'read', photoId }, async (signal, tell) => {
      // Corners that are being looked for anew are waited for: they may be others.
      if (looking) await jobs.ended(looking.id);
      // A session that is read after another rests on what the other's reading said.
      if (after) await jobs.ended(after.id);
      const all = await asked(studio, photoId);
      const last = await newest<ReadingRow>(db, 'reading', photoId);
      if (last?.inputs === all.inputs) return void (await readingPicture(studio, last, 'flat'));
      const open = await openCorrections(studio, all.painting, all.session);
      const corrections = await lastSeen(studio, open, all);
      const plan = all.planId ? await rowOf<PlanRow>(db, 'plan', all.planId) : null;
      const onProgress = ({ part, ...how }: Progress) =>
        tell(part ? { ...how, ...earlyOf(part, plan, all.painting) } : how);
      const answer = await crew.run('read', { task: all.task, corrections }, { signal, onProgress });
      if (!signal.aborted)
        await keepReading(studio, {
          answer,
          open,
          photoId,
          home: { paintingId: all.painting.id, session: all.session.number },
          planId: all.planId,
          inputs: all.inputs,
        });
    })
  );
}

/** A part of a reading as it is shown while the rest is being made. */
function earlyOf(
  { flatJpeg, mapPng, masses }: Part,
  plan: PlanRow | null,
  painting: PaintingRow,
): Pick<Told, 'early' | 'pictures'> {
  const name = namer(plan, masses ?? [], painting).mass;
  const lines = masses?.map((mass) => ({
    id: mass.id,
    name: name(mass),
    planned: mass.target.value,
    painted: mass.painted.value,
    doubt: halfWidth(mass.uncertainty.value),
  }));
  return {
    early: { ...(flatJpeg && { flat: true }), ...(mapPng && { map: true }), ...(lines && { masses: lines }) },
    pictures: { ...(flatJpeg && { flat: flatJpeg }), ...(mapPng && { map: mapPng }) },
  };
}

/** Corrections on the list that were taken before this session. */
async function openCorrections({ db }: Studio, painting: PaintingRow, session: SessionRow): Promise<CorrectionRow[]> {
  return db('correction')
    .join('session', 'session.id', 'correction.sessionId')
    .where('correction.paintingId', painting.id)
    .where('correction.open', 1)
    .whereBetween('session.number', [1, session.number - 1])
    .select('correction.*');
}

/** Corrections as a reading judges them, with how the last session showed each against the same plan. */
async function lastSeen(
  { db }: Studio,
  open: readonly CorrectionRow[],
  { last, planId }: Pick<Awaited<ReturnType<typeof asked>>, 'last' | 'planId'>,
): Promise<OpenCorrection[]> {
  const known = last?.reading.planId === planId ? last : null;
  const checks = known
    ? await db<CheckRow>('correction_check')
        .where('readingId', known.reading.id)
        .whereIn(
          'correctionId',
          open.map(({ id }) => id),
        )
    : [];
  return open.map((row) => {
    const taken = known && row.sessionId === known.session.id ? row : null;
    const seen = checks.find(({ correctionId }) => correctionId === row.id) ?? taken;
    return correctionIn(row, seen && { difference: seen.difference, uncertainty: seen.uncertainty });
  });
}

/** A correction as a reading judges it. */
const correctionIn = (
  { kind, towards, own, place, difference, uncertainty }: CorrectionRow,
  last: OpenCorrection['last'],
): OpenCorrection => ({
  last,
  kind,
  towards,
  whole: own === 0 && towards === null,
  place: kept('correction.place', place),
  difference,
  uncertainty,
});

interface Reckoned {
  readonly answer: ReadAnswer;
  readonly open: CorrectionRow[];
  readonly photoId: string;
  readonly home: Pick<ReadingPlace, 'paintingId' | 'session'>;
  readonly planId: string | null;
  readonly inputs: string;
}

/** The flat first, then in one transaction the reading and a verdict on every open correction. */
async function keepReading(
  { db, files, world }: Studio,
  { answer, open, photoId, home, planId, inputs }: Reckoned,
): Promise<void> {
  const { flatJpeg, squaredJpeg, mapPng, checks, findings, masses, ...told } = answer;
  const id = world.newId();
  const now = world.now().toISOString();
  await keepPictures(files, id, { flatJpeg, squaredJpeg, mapPng });
  await db.transaction(async (trx) => {
    await trx('reading').insert({
      id,
      photoId,
      planId,
      algorithm: READING_VERSION,
      inputs,
      result: JSON.stringify(told),
      covered: told.coverage?.covered ?? null,
      createdAt: now,
    } satisfies ReadingRow);
    await keepFindings(trx, { ...home, readingId: id, photoId }, { findings, masses, newId: world.newId });
    for (const [i, correction] of open.entries()) {
      const check = checks[i];
      if (!check) continue; // under glare this time: no verdict is better than a guess
      await trx('correction_check').insert({
        id: world.newId(),
        correctionId: correction.id,
        readingId: id,
        before: correction.difference,
        ...check,
        checkedAt: now,
      });
    }
  });
}

/** How good a photograph is, before it is read. The last answers are kept: the desk asks again and again. */
export async function judgePhoto(studio: Studio, photoId: string): Promise<Quality> {
  const { task, inputs } = await asked(studio, photoId);
  const { scale, scaleSteps } = await getSettings(studio);
  const name = [inputs, scale, scaleSteps].join(' ');
  const known = judged.get(name);
  if (known) return known;
  const answer = await studio.crew.run('judge', { task, numbering: { scale, scaleSteps } });
  if (judged.size > 40) judged.clear();
  judged.set(name, answer);
  return answer;
}
const judged = new Map<string, Quality>();

/**
 * What an outlined place of a photo that can be read shows.
 * @param kind what is asked of it; null = its paint
 * @throws InputError when nothing of it can be read
 */
export async function seePlace(
  studio: Studio,
  photoId: string,
  { place, kind }: { place: Place; kind: FindingKind | null },
): Promise<SeenPlace> {
  const { task } = await asked(studio, photoId);
  if (!task.plan)
    throw new InputError(
      'no-plan',
      'This painting has no reference, so a place cannot be measured against a plan. Nothing was changed.',
      409,
    );
  const { places } = await studio.crew.run('see', { task, places: [place], kind });
  const [seen] = places;
  if (!seen)
    throw new InputError(
      'place',
      'Nothing of this outline can be read: it is too small, off the canvas, or under glare. Draw it larger.',
    );
  return seen;
}

/** The edge that a line across it (canvas mm) crosses. @throws InputError when nothing can be read there */
export async function measureEdge(studio: Studio, photoId: string, line: CrossedLine): Promise<EdgeCrossed> {
  const { task } = await asked(studio, photoId);
  if (!task.plan)
    throw new InputError(
      'no-plan',
      'This painting has no reference, so an edge cannot be measured against a plan.',
      409,
    );
  const [[ax, ay], [bx, by]] = line;
  if (Math.hypot(bx - ax, by - ay) < SHORTEST_LINE_MM)
    throw new InputError('edge', `The line is too short to cross an edge: draw at least ${SHORTEST_LINE_MM} mm of it.`);
  const { edge } = await studio.crew.run('cross', { task, line });
  if (!edge)
    throw new InputError(
      'edge',
      'Nothing can be read where this line crosses: the painting is bare there, left out, or under glare. Draw it across an edge that is painted.',
    );
  return edge;
}

/** The same as a comparison of its paint. */
export async function measurePlace(studio: Studio, photoId: string, place: Place): Promise<Comparison> {
  const { paint } = await seePlace(studio, photoId, { place, kind: null });
  return { ...paint, uncertainty: halfWidthsOf(paint.uncertainty) };
}

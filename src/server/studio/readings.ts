import {
  Account,
  type Decision,
  type Landmark,
  type Job,
  type Place,
  type Quality,
  type ReadingDetail,
} from '../../contract';
import {
  instruction,
  isLoud,
  placeInWords,
  sentenceFor,
  stepsInWords,
  type Finding,
  type SeenPlace,
} from '../../core/correct';
import { placeHolds } from '../../core/raster';
import { READING_VERSION, type Comparison } from '../../core/read';
import type { OpenCorrection } from '../../core/session';
import { InputError } from '../images/inputError';
import type { Told } from '../jobs/jobBoard';
import type { Part, Progress, ReadAnswer } from '../jobs/tasks';
import { decisionsOf } from './decisions';
import { stageOf } from './describe';
import { silencedOf } from './silence';
import { findingVersion } from './versionOf';
import { recheckOf } from './recheck';
import { contentOf, setUpOf } from './planRows';
import { asked, keepPictures, type Kept } from './gathering';
import { homeOf } from './looking';
import { readingPicture } from './pictures';
import {
  newest,
  rowOf,
  type CorrectionRow,
  type LandmarksRow,
  type PaintingRow,
  type PhotoRow,
  type PlanRow,
  type ReadingRow,
  type SessionRow,
} from './rows';
import type { Studio } from './studio';

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
      const corrections = open.map(correctionIn);
      const plan = all.planId ? await rowOf<PlanRow>(db, 'plan', all.planId) : null;
      const onProgress = ({ part, ...how }: Progress) => tell(part ? { ...how, ...earlyOf(part, plan, all.painting) } : how); // prettier-ignore
      const answer = await crew.run('read', { task: all.task, corrections }, { signal, onProgress });
      if (!signal.aborted) await keepReading(studio, { answer, open, photoId, planId: all.planId, inputs: all.inputs });
    })
  );
}

/** A part of a reading as it is shown while the rest is being made. */
function earlyOf(
  { flatJpeg, mapPng, masses }: Part,
  plan: PlanRow | null,
  painting: PaintingRow,
): Pick<Told, 'early' | 'pictures'> {
  const name = namer(plan, { masses: masses ?? [] }, painting).mass;
  const lines = masses?.map((mass) => ({ id: mass.id, name: name(mass), planned: mass.target.value, painted: mass.painted.value, doubt: mass.uncertainty.value })); // prettier-ignore
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
    .where('session.number', '<', session.number)
    .select('correction.*');
}

/** A correction as a reading judges it. */
const correctionIn = ({ kind, towards, own, place, difference, uncertainty }: CorrectionRow): OpenCorrection => ({
  kind,
  towards,
  whole: own === 0 && towards === null,
  place: JSON.parse(place) as Place,
  difference,
  uncertainty,
});

interface Reckoned {
  readonly answer: ReadAnswer;
  readonly open: CorrectionRow[];
  readonly photoId: string;
  readonly planId: string | null;
  readonly inputs: string;
}

/** The flat first, then in one transaction the reading and a verdict on every open correction. */
async function keepReading(
  { db, files, world }: Studio,
  { answer, open, photoId, planId, inputs }: Reckoned,
): Promise<void> {
  const { flatJpeg, squaredJpeg, mapPng, checks, ...kept } = answer;
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
      result: JSON.stringify(kept satisfies Kept),
      createdAt: now,
    });
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

async function newestReading(
  studio: Studio,
  photoId: string,
): Promise<{ row: ReadingRow; plan: PlanRow | null; painting: PaintingRow; photo: PhotoRow }> {
  const photo = await rowOf<PhotoRow>(studio.db, 'photo', photoId);
  const row = await newest<ReadingRow>(studio.db, 'reading', photoId);
  if (!row) throw new InputError('not-read', 'This photograph has not been read yet.', 404);
  const { painting } = await homeOf(studio, photo);
  return { row, painting, photo, plan: row.planId ? await rowOf<PlanRow>(studio.db, 'plan', row.planId) : null };
}

function namer(
  plan: PlanRow | null,
  kept: Pick<Kept, 'masses'>,
  painting: PaintingRow,
  landmarks: readonly Landmark[] = [],
) {
  const marks = plan ? contentOf(plan).marks : [];
  // Plans kept before names stood on points named their masses by number.
  const { names = {} } = JSON.parse(plan?.content ?? '{}') as { names?: Record<string, string> };
  const ofMass = ({ id, centre, place }: Pick<Kept['masses'][number], 'id' | 'centre' | 'place'>) =>
    marks.find(({ at, name }) => name && placeHolds(place, at))?.name || names[String(id)] || placeInWords(centre);
  return {
    mass: ofMass,
    finding: ({
      kind,
      place,
      massId,
      share,
      whole,
      region: {
        box: [x, y, w, h],
      },
    }: Finding) => {
      if (whole) return 'whole drawing';
      if (share > 0.95) return 'whole picture';
      // What the painter showed there has a name of its own: the spout, not the mass it is part of.
      const shown = kind === 'drawing' && landmarks.find(({ name, plan: at }) => name !== '' && placeHolds(place, at));
      if (shown) return shown.name;
      const mass = kept.masses.find(({ id }) => id === massId);
      const centre = [(x + w / 2) / painting.widthMm, (y + h / 2) / painting.heightMm] as const;
      return mass ? ofMass(mass) : placeInWords(centre);
    },
  };
}

const COVERED = 0.98; // share from which the whole ground counts as covered: the eye no longer sees it as ground

/** Whether the ground is covered for the first time with this session. */
async function firstCovered(
  { db }: Studio,
  { kept, photo, painting }: { kept: Kept; photo: PhotoRow; painting: PaintingRow },
): Promise<boolean> {
  if (!kept.coverage || kept.coverage.covered < COVERED) return false;
  const session = await rowOf<SessionRow>(db, 'session', photo.sessionId);
  const earlier = (await db('reading')
    .join('photo', 'photo.id', 'reading.photoId')
    .join('session', 'session.id', 'photo.sessionId')
    .where('session.paintingId', painting.id)
    .where('session.number', '<', session.number)
    .orderBy('reading.rowid')
    .select('reading.result', 'reading.photoId')) as Pick<ReadingRow, 'result' | 'photoId'>[];
  // A photograph that was read again counts by its newest reading.
  const newestOf = new Map(earlier.map(({ photoId, result }) => [photoId, result]));
  return ![...newestOf.values()].some((result) => ((JSON.parse(result) as Kept).coverage?.covered ?? 0) >= COVERED);
}

/** The newest reading of a photo, in the painter's names, with what was decided. */
export async function describeReading(studio: Studio, photoId: string): Promise<ReadingDetail> {
  const { row, plan, painting, photo } = await newestReading(studio, photoId);
  const kept = JSON.parse(row.result) as Kept;
  const decisions = await decisionsOf(studio.db, row.id);
  const shown = await newest<LandmarksRow>(studio.db, 'photo_landmarks', photoId);
  const names = namer(plan, kept, painting, shown ? (JSON.parse(shown.landmarks) as Landmark[]) : []);
  const silenced = await silencedOf(studio.db, row);
  const now = await asked(studio, photo.id, { remake: false }).catch(() => null);
  const stage = stageOf(setUpOf(painting));
  return {
    id: row.id,
    photoId,
    planVersion: plan?.version ?? null,
    algorithm: row.algorithm,
    createdAt: row.createdAt,
    stage: stage?.name ?? '',
    stale: now?.inputs !== row.inputs,
    // Readings made before several shots could be combined know neither the field nor the number of shots.
    light: { ...kept.light, gainStops: [...kept.light.gainStops], field: [...(kept.light.field ?? [])] },
    lens: kept.lens ?? { bend: 0, px: 0 },
    shots: kept.shots ?? 1,
    glareShare: kept.glareShare,
    glare: kept.glare as ReadingDetail['glare'],
    coverage: (kept.coverage ?? null) as ReadingDetail['coverage'],
    firstCovered: await firstCovered(studio, { kept, photo, painting }),
    lostLights: (kept.lostLights ?? []).map(({ at, steps }) => {
      const mass = kept.masses.find(({ place }) => placeHolds(place, at));
      const name = mass ? names.mass(mass) : placeInWords([at[0] / painting.widthMm, at[1] / painting.heightMm]);
      return `A light you meant to keep is ${stepsInWords(steps)} darker than planned: ${name}.`;
    }),
    change: kept.change ?? null,
    // An account kept by an earlier method may have another shape: it is then told by reading again.
    account: Account.safeParse(kept.account).data ?? null,
    recheck: await recheckOf(studio, { kept, photo }),
    blurMm: kept.blurMm,
    // Readings made before costs were told kept sentences only.
    quality: kept.quality.map((line) => (typeof line === 'string' ? { words: line, cost: '' } : line)),
    masses: kept.masses.map((mass) => ({
      ...mass,
      name: names.mass(mass),
    })),
    findings: kept.findings.map((finding, index) => ({
      ...finding,
      index,
      version: findingVersion(row.id, decisions.get(index)),
      name: names.finding(finding),
      words: sentenceFor(finding, names.finding(finding)),
      instruction: instruction[finding.kind](finding),
      loud: isLoud(finding, stage) && !silenced.has(index),
      silenced: silenced.get(index) ?? null,
      passage: finding.passage ?? null,
      decision: decisions.get(index)?.decision ?? null,
      why: decisions.get(index)?.why ?? '',
      correctionId: decisions.get(index)?.correctionId ?? null,
    })),
  };
}

/** Takes, dismisses or puts off a finding; null takes the decision back, and a correction made by it off the list. */
export async function decide(
  studio: Studio,
  { photoId, index, decision, why = '' }: { photoId: string; index: number; decision: Decision | null; why?: string }, // prettier-ignore
): Promise<ReadingDetail> {
  const { db, world } = studio;
  const { row, photo } = await newestReading(studio, photoId);
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
    if (finding.correctionId) await trx('correction').where({ id: finding.correctionId }).update({ open: 0 });
    let correctionId: string | null = null;
    if (decision === 'taken') {
      correctionId = world.newId();
      const uncertainty = finding.shift?.doubt ?? (finding.kind === 'value' ? finding.uncertainty.value : finding.uncertainty.warmth); // prettier-ignore
      await trx('correction').insert({
        id: correctionId,
        paintingId: painting.id,
        sessionId: session.id,
        readingId: row.id,
        findingIndex: index,
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
      });
    }
    await trx('decision').insert({
      id: world.newId(),
      readingId: row.id,
      findingIndex: index,
      decision,
      why,
      correctionId,
      decidedAt: now,
    });
  });
  return describeReading(studio, photoId);
}

/** How good a photograph is, before it is read. The last answers are kept: the desk asks again and again. */
export async function judgePhoto(studio: Studio, photoId: string): Promise<Quality> {
  const { task, inputs } = await asked(studio, photoId);
  const known = judged.get(inputs);
  if (known) return known;
  const answer = await studio.crew.run('judge', { task });
  if (judged.size > 40) judged.clear();
  judged.set(inputs, answer);
  return answer;
}
const judged = new Map<string, Quality>();

/** What an outlined place of a photo that can be read shows. @throws InputError when nothing of it can be read */
export async function seePlace(studio: Studio, photoId: string, place: Place): Promise<SeenPlace> {
  const { task } = await asked(studio, photoId);
  if (!task.plan)
    throw new InputError('no-plan', 'This painting has no reference, so a place cannot be measured against a plan. Nothing was changed.', 409); // prettier-ignore
  const { places } = await studio.crew.run('see', { task, places: [place] });
  const [seen] = places;
  if (!seen)
    throw new InputError(
      'place',
      'Nothing of this outline can be read: it is too small, off the canvas, or under glare. Draw it larger.',
    );
  return seen;
}

/** The same as a comparison of its paint. */
export const measurePlace = async (studio: Studio, photoId: string, place: Place): Promise<Comparison> =>
  (await seePlace(studio, photoId, place)).paint as Comparison;

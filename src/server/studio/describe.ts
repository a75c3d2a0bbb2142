import type { Knex } from 'knex';
import type {
  Check,
  Correction,
  Covered,
  Next,
  Painting,
  PaintingDetail,
  PaintingSummary,
  Photo,
  Reference,
  SetUp,
  Session,
  Stage,
} from '../../contract';
import { isLoud, type Finding } from '../../core/correct';
import { groundOf } from './groundRows';
import { governingPlan, imageOf, planOf, referencesOf, setUpOf } from './planRows';
import { silencedOf } from './silence';
import { paintingVersion } from './versionOf';
import { photoVersions } from './versions';
import {
  newest,
  rowOf,
  type AreasRow,
  type CheckRow,
  type CornersRow,
  type ImpressionRow,
  type SeatedRow,
  type LandmarksRow,
  type CorrectionRow,
  type DecisionRow,
  type GreysRow,
  type PaintingRow,
  type PhotoRow,
  type ReadingRow,
  type SessionRow,
} from './rows';

/** The stage under way; null = no approach is chosen. */
export const stageOf = ({ approach, stage }: SetUp): Stage | null =>
  approach?.stages.find(({ id }) => id === stage) ?? null;

/** The painting that was put on the easel last. */
async function easelId(db: Knex): Promise<string | null> {
  const row = (await db('easel').orderBy('rowid', 'desc').first('paintingId')) as { paintingId: string } | undefined;
  return row?.paintingId ?? null;
}

const paintingOf = (row: PaintingRow, onEasel: boolean): Painting => {
  return { ...row, version: paintingVersion(row), setUp: setUpOf(row), onEasel };
};

function stateOf(row: PhotoRow, corners: CornersRow | undefined, reading: ReadingRow | undefined): Photo['state'] {
  if (reading) return 'read';
  if (corners) return 'ready';
  return row.lookedAt ? 'asked' : 'arrived';
}

export const coveredOf = ({ covered }: PhotoRow): Covered =>
  covered ? (JSON.parse(covered) as Covered) : { by: 'nothing', top: 0, right: 0, bottom: 0, left: 0 };

/** A photograph with its governing corners and greys. */
export async function photoOf(db: Knex, row: PhotoRow): Promise<Photo> {
  const [versions, image, corners, greys, areas, reading, landmarks, impression, seated] = await Promise.all([
    photoVersions(db, row),
    imageOf(db, row.sha256),
    newest<CornersRow>(db, 'photo_corners', row.id),
    newest<GreysRow>(db, 'photo_greys', row.id),
    newest<AreasRow>(db, 'photo_areas', row.id),
    newest<ReadingRow>(db, 'reading', row.id),
    newest<LandmarksRow>(db, 'photo_landmarks', row.id),
    newest<ImpressionRow>(db, 'impression', row.id),
    newest<SeatedRow>(db, 'photo_seated', row.id),
  ]);
  return {
    id: row.id,
    versions,
    sessionId: row.sessionId,
    fileName: row.fileName,
    width: image.width,
    height: image.height,
    addedAt: row.addedAt,
    corners: corners ? JSON.parse(corners.corners) : null,
    cornersFrom: corners?.cornersFrom ?? null,
    confidence: corners?.confidence ?? null,
    greys: greys ? JSON.parse(greys.greys) : [],
    card: greys?.card ? JSON.parse(greys.card) : null,
    areas: areas ? JSON.parse(areas.areas) : [],
    landmarks: landmarks ? JSON.parse(landmarks.landmarks) : [],
    seated: seated ? JSON.parse(seated.seated) : [],
    impression: impression ? { ...JSON.parse(impression.said), at: impression.setAt } : null,
    role: row.role,
    lightFrom: row.lightFrom,
    lamp: row.lamp,
    surface: row.surface,
    room: row.room,
    hour: row.hour,
    covered: coveredOf(row),
    state: stateOf(row, corners, reading),
    looking: row.lookedAt === 0,
    readingId: reading?.id ?? null,
  };
}

/** The photographs of a session that are used, the one that is read last: the first of the canvas that was not put aside. */
export async function shotsOf(db: Knex, sessionId: string): Promise<PhotoRow[]> {
  const rows = (await db('photo').where({ sessionId, aside: 0 }).orderBy('rowid')) as PhotoRow[];
  const main = rows.find(({ role }) => role === 'canvas');
  return main ? [...rows.filter((row) => row !== main), main] : rows;
}

async function sessionsOf(db: Knex, paintingId: string): Promise<Session[]> {
  const rows = (await db('session').where({ paintingId }).orderBy('number')) as SessionRow[];
  return Promise.all(
    rows.map(async ({ id, number, date, intention, minutes }) => {
      const aside = (await db('photo').where({ sessionId: id, aside: 1 }).orderBy('rowid')) as PhotoRow[];
      const describe = (list: PhotoRow[]) => Promise.all(list.map((photo) => photoOf(db, photo)));
      return {
        id,
        number,
        date,
        intention,
        minutes,
        photos: await describe(await shotsOf(db, id)),
        aside: await describe(aside),
      };
    }),
  );
}

/** A correction with its checks, oldest first. */
export async function correctionOf(db: Knex, row: CorrectionRow): Promise<Correction> {
  const session = await rowOf<SessionRow>(db, 'session', row.sessionId);
  const checks = (await db('correction_check')
    .join('reading', 'reading.id', 'correction_check.readingId')
    .join('photo', 'photo.id', 'reading.photoId')
    .join('session', 'session.id', 'photo.sessionId')
    .where({ correctionId: row.id })
    .orderBy([{ column: 'session.number' }, { column: 'correction_check.rowid' }])
    .select('correction_check.*', 'reading.photoId', 'session.number as sessionNumber')) as (CheckRow & {
    photoId: string;
    sessionNumber: number;
  })[];
  // A photograph that was read again is checked again: its newest check counts.
  const byPhoto = new Map(
    checks.map(({ correctionId: _c, readingId: _r, ...check }) => [check.photoId, check as unknown as Check]),
  );
  return {
    id: row.id,
    paintingId: row.paintingId,
    sessionNumber: session.number,
    kind: row.kind,
    name: row.name,
    words: row.words,
    place: JSON.parse(row.place),
    difference: row.difference,
    uncertainty: row.uncertainty,
    own: row.own === 1,
    open: row.open === 1,
    takenAt: row.takenAt,
    checks: [...byPhoto.values()],
  };
}

async function correctionsOf(db: Knex, paintingId: string): Promise<Correction[]> {
  const rows = (await db('correction').where({ paintingId }).orderBy('rowid')) as CorrectionRow[];
  return Promise.all(rows.map((row) => correctionOf(db, row)));
}

/** The decisions on a reading's findings: the newest for each. */
export async function decisionsOf(db: Knex, readingId: string): Promise<Map<number, DecisionRow>> {
  const rows = (await db('decision').where({ readingId }).orderBy('rowid')) as DecisionRow[];
  return new Map(rows.map((row) => [row.findingIndex, row]));
}

async function undecidedOf(db: Knex, readingId: string | null, stage: Stage | null): Promise<number> {
  if (!readingId) return 0;
  const reading = (await db('reading').where({ id: readingId }).first()) as ReadingRow;
  const decisions = await decisionsOf(db, readingId);
  const findings = JSON.parse(reading.result).findings as Finding[];
  const silenced = await silencedOf(db, reading);
  return findings.filter((finding, index) => isLoud(finding, stage) && !silenced.has(index) && !decisions.get(index)?.decision).length; // prettier-ignore
}

function nextOf(
  { reference, from }: { reference: Reference | null; from: SetUp['from'] },
  sessions: Session[],
  undecided: number,
): Next {
  if (!reference && from === 'photograph') return 'add-reference';
  const session = sessions.at(-1);
  if (!session) return 'start-session';
  const photo = session.photos.at(-1);
  if (!photo || photo.role !== 'canvas') return 'add-photo';
  if (photo.state === 'arrived' || photo.state === 'asked') return 'show-corners';
  if (photo.state === 'ready') return 'read';
  return undecided > 0 ? 'decide' : 'next-session';
}

/** Everything the application shows of one painting. @throws InputError 404 */
export async function describePainting(db: Knex, id: string): Promise<PaintingDetail> {
  const row = await rowOf<PaintingRow>(db, 'painting', id);
  const [references, plan, sessions, corrections, easel] = await Promise.all([
    referencesOf(db, id),
    governingPlan(db, id),
    sessionsOf(db, id),
    correctionsOf(db, id),
    easelId(db),
  ]);
  const latest = sessions.at(-1)?.photos.at(-1);
  const reference = references.find(({ governs }) => governs) ?? null;
  const undecided = await undecidedOf(db, latest?.readingId ?? null, stageOf(setUpOf(row)));
  return {
    painting: paintingOf(row, easel === id),
    reference,
    references,
    plan: plan ? planOf(plan) : null,
    ground: await groundOf(db, id),
    sessions,
    corrections,
    undecided,
    next: nextOf({ reference, from: setUpOf(row).from }, sessions, undecided),
  };
}

/** All paintings, the one on the easel first, then the newest. */
export async function describeStudio(db: Knex): Promise<PaintingSummary[]> {
  const rows = (await db('painting').orderBy('rowid', 'desc')) as PaintingRow[];
  const details = await Promise.all(rows.map((row) => describePainting(db, row.id)));
  const summaries = details.map(({ painting, reference, sessions, corrections, undecided, next }): PaintingSummary => {
    const photographed = sessions.filter(({ photos }) => photos.length > 0).at(-1);
    return {
      ...painting,
      next,
      undecided,
      sessionCount: sessions.length,
      referenceId: reference?.id ?? null,
      latestPhotoId: sessions.flatMap(({ photos }) => photos.filter(({ readingId }) => readingId)).at(-1)?.id ?? null,
      latestDate: photographed?.date ?? null,
      openCorrections: corrections.filter(({ open }) => open).length,
    };
  });
  return summaries.sort((a, b) => Number(b.onEasel) - Number(a.onEasel));
}

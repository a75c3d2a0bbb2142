import type { Knex } from 'knex';
import type { Correction, Next, Painting, PaintingDetail, PaintingSummary, Reference, SetUp, Session, Stage } from '../../contract'; // prettier-ignore
import { correctionsOf } from './correctionsOf';
import { photosOf } from './photosOf';
import { groundOf } from './groundRows';
import { governingPlan, planOf, referencesOf, setUpOf } from './planRows';
import { undecidedIn } from './undecided';
import { paintingVersion } from './versionOf';
import { rowOf, type CorrectionRow, type PaintingRow, type PhotoRow, type SessionRow } from './rows'; // prettier-ignore

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

/** The photographs of a session that are used, the one that is read last: the first of the canvas that was not put aside. */
export async function shotsOf(db: Knex, sessionId: string): Promise<PhotoRow[]> {
  return inUse((await db('photo').where({ sessionId, aside: 0 }).orderBy('rowid')) as PhotoRow[]);
}

/** The same of photographs at hand, in the order they came. */
function inUse(rows: readonly PhotoRow[]): PhotoRow[] {
  const main = rows.find(({ role }) => role === 'canvas');
  return main ? [...rows.filter((row) => row !== main), main] : [...rows];
}

async function sessionsOf(db: Knex, paintingId: string): Promise<Session[]> {
  const rows = (await db('session').where({ paintingId }).orderBy('number')) as SessionRow[];
  const shots = (await db('photo').whereIn('sessionId', rows.map(({ id }) => id)).orderBy('rowid')) as PhotoRow[]; // prettier-ignore
  const photos = new Map((await photosOf(db, shots)).map((photo) => [photo.id, photo]));
  const described = (list: readonly PhotoRow[]) => list.flatMap(({ id }) => photos.get(id) ?? []);
  return rows.map(({ id, number, date, intention, minutes }) => {
    const own = shots.filter(({ sessionId }) => sessionId === id);
    return {
      id,
      number,
      date,
      intention,
      minutes,
      photos: described(inUse(own.filter(({ aside }) => !aside))),
      aside: described(own.filter(({ aside }) => aside)),
    };
  });
}

const correctionsIn = async (db: Knex, paintingId: string): Promise<Correction[]> =>
  correctionsOf(db, (await db('correction').where({ paintingId }).orderBy('rowid')) as CorrectionRow[]);

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
    correctionsIn(db, id),
    easelId(db),
  ]);
  const latest = sessions.at(-1)?.photos.at(-1);
  const reference = references.find(({ governs }) => governs) ?? null;
  const readingId = latest?.readingId ?? '';
  const waiting = await undecidedIn(db, new Map(readingId ? [[readingId, stageOf(setUpOf(row))]] : []));
  const undecided = waiting.get(readingId) ?? 0;
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

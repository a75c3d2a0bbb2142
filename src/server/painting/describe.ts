import type { Knex } from 'knex';
import type { Correction, Painting, PaintingDetail, Photo, SetUp, Session, Stage } from '../../contract';
import { journalOf } from '../journal/undoing';
import { correctionsOf } from '../correction/correctionsOf';
import { groupedBy } from '../studio/grouped';
import { photosOfPainting } from '../photo/photosOf';
import { groundOf } from '../photo/groundRows';
import { nextOf } from './next';
import { governingPlan, planFromRow, referencesOf, setUpOf } from '../plan/planRows';
import { undecidedIn } from '../reading/undecided';
import { ON_EASEL } from '../studio/studioList';
import { paintingVersion } from '../studio/versionOf';
import { rowOf, type CorrectionRow, type PaintingRow, type PhotoRow, type SessionRow } from '../studio/rows';

/** The stage under way; null = no approach is chosen. */
export const stageOf = ({ approach, stage }: SetUp): Stage | null =>
  approach?.stages.find(({ id }) => id === stage) ?? null;

/** The painting that was put on the easel last. */
async function easelId(db: Knex): Promise<string | null> {
  const [row] = (await db.raw(ON_EASEL)) as { paintingId: string }[];
  return row?.paintingId ?? null;
}

const paintingOf = (row: PaintingRow, onEasel: boolean): Painting => {
  return { ...row, version: paintingVersion(row), setUp: setUpOf(row), onEasel };
};

/**
 * The photographs of a session that are used, the one that is read last: the first of the canvas that was not put
 * aside.
 */
export async function shotsOf(db: Knex, sessionId: string): Promise<PhotoRow[]> {
  return inUse((await db('photo').where({ sessionId, aside: 0 }).orderBy('rowid')) as PhotoRow[]);
}

/** The same of photographs at hand, in the order they came. */
function inUse<P extends Pick<Photo, 'role'>>(rows: readonly P[]): P[] {
  const main = rows.find(({ role }) => role === 'canvas');
  return main ? [...rows.filter((row) => row !== main), main] : [...rows];
}

async function sessionsOf(db: Knex, paintingId: string): Promise<Session[]> {
  const [rows, photos] = await Promise.all([
    db('session').where({ paintingId }).where('number', '>', 0).orderBy('number') as Promise<SessionRow[]>,
    photosOfPainting(db, paintingId),
  ]);
  const bySession = groupedBy(photos, ({ sessionId }) => sessionId);
  return rows.map(({ id, number, date, intention, minutes }) => {
    const own = bySession.get(id) ?? [];
    const used = inUse(own.filter(({ aside }) => !aside));
    const aside = own.filter((photo) => photo.aside);
    return { id, number, date, intention, minutes, photos: used, aside };
  });
}

const correctionsIn = async (db: Knex, paintingId: string): Promise<Correction[]> =>
  correctionsOf(db, (await db('correction').where({ paintingId }).orderBy('rowid')) as CorrectionRow[]);

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
  const setUp = setUpOf(row);
  const waiting = await undecidedIn(db, new Map(readingId ? [[readingId, stageOf(setUp)]] : []));
  const undecided = waiting.get(readingId) ?? 0;
  return {
    journal: await journalOf(db, id),
    painting: paintingOf(row, easel === id),
    reference,
    references,
    plan: plan ? planFromRow(plan) : null,
    ground: await groundOf(db, id),
    sessions,
    corrections,
    undecided,
    next: nextOf({
      hasReference: reference !== null,
      from: setUp.from,
      sessions: sessions.length,
      main: latest ?? null,
      undecided,
    }),
  };
}

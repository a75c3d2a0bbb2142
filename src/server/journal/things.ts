import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { InputError } from '../images/inputError';
import { governingPlan } from '../plan/planRows';
import { putSessionBack, takeSessionAway } from '../studio/sessionNumbers';
import { DELETED, NO_CORNERS, rowOf, type DecisionRow, type PlanRow, type SessionRow } from '../studio/rows';
import type { World } from '../world';
import type { ThingName } from './thingNames';

/**
 * What a thing is at one moment, as it is kept in the journal; null = it is not there, or nothing was ever said of it.
 */
export type State = Readonly<Record<string, string | number | null>> | null;

/** Something a deed may change. Its states are told and put back the same way, whoever changed it. */
export interface Thing {
  readonly state: (db: Knex, id: string) => Promise<State>;
  /** Puts it back. @throws InputError where something else rests on it meanwhile */
  readonly put: (
    trx: Knex.Transaction,
    id: string,
    how: { readonly state: State; readonly world: World },
  ) => Promise<void>;
  /** columns that tell whether it is as a deed has left it; without them all of them */
  readonly same?: readonly string[];
}

type Row = Record<string, string | number | null>;
const picked = (row: Row | undefined, columns: readonly string[]): State =>
  row ? Object.fromEntries(columns.map((column) => [column, row[column] ?? null])) : null;

/** Kept as one row that is changed in place. @param away what it is where it was not there before */
const inPlace = (table: string, columns: readonly string[], away: Row): Thing => ({
  state: async (db, id) => picked(await db<Row>(table).where({ id }).first(), columns),
  put: async (trx, id, { state }) =>
    void (await trx(table)
      .where({ id })
      .update(state ?? away)),
});

/**
 * Kept as a history, whose newest row governs: what is put back follows as the next row.
 * @param none what says that there is nothing
 */
const asHistory = (table: string, owner: string, none: Row): Thing => ({
  state: async (db, id) => {
    const row = await db<Row>(table)
      .where({ [owner]: id })
      .orderBy('rowid', 'desc')
      .first();
    return picked(row, Object.keys(none));
  },
  put: async (trx, id, { state, world }) =>
    void (await trx(table).insert({
      id: world.newId(),
      [owner]: id,
      ...(state ?? none),
      setAt: world.now().toISOString(),
    })),
});

const contentIn = ({ referenceId, crop, content }: PlanRow): string =>
  createHash('sha256')
    .update(JSON.stringify([referenceId, crop, content]))
    .digest('hex');

/**
 * The plan is told by the version that says it: versions are never changed. The one that is put back follows as the
 * next.
 */
const PLAN: Thing = {
  state: async (db, paintingId) => {
    const row = await governingPlan(db, paintingId);
    return row ? { id: row.id, content: contentIn(row) } : null;
  },
  same: ['content'],
  put: async (trx, paintingId, { state, world }) => {
    const last = await governingPlan(trx, paintingId);
    if (state) {
      const row = await rowOf<PlanRow>(trx, 'plan', String(state.id));
      await trx('plan').insert({
        ...row,
        id: world.newId(),
        version: (last?.version ?? 0) + 1,
        createdAt: world.now().toISOString(),
      });
      return;
    }
    const read: unknown = await trx('reading')
      .join('plan', 'plan.id', 'reading.planId')
      .where({ paintingId })
      .first('reading.id');
    if (read)
      throw new InputError(
        'in-use',
        'A photograph was read with this plan meanwhile, so the plan stays. Nothing was changed.',
        409,
      );
    await trx('plan').where({ paintingId }).delete();
  },
};

/** What was said to one finding: its newest decision. */
const DECISION: Thing = {
  state: async (db, findingId) => {
    const row = await db<Row>('decision').where({ findingId }).orderBy('rowid', 'desc').first();
    return picked(row, ['decision', 'why', 'correctionId']);
  },
  put: async (trx, findingId, { state, world }) => {
    const last = (await trx('decision').where({ findingId }).orderBy('rowid', 'desc').first()) as DecisionRow;
    const back = { decision: null, why: '', correctionId: null, ...state };
    await trx('decision').insert({ ...last, ...back, id: world.newId(), decidedAt: world.now().toISOString() });
  },
};

/** A session that is taken back keeps its row, under a number no session has: what was put aside in it stays there. */
const SESSION: Thing = {
  state: async (db, id) => {
    const row = (await db('session').where({ id }).first()) as SessionRow | undefined;
    if (!row || row.number <= 0) return null;
    const { number, date, intention, minutes } = row;
    return { number, there: 1, date, intention, minutes };
  },
  same: ['there', 'date', 'intention', 'minutes'],
  put: async (trx, id, { state }) => {
    const session = await rowOf<SessionRow>(trx, 'session', id);
    if (!state) return takeSessionAway(trx, session);
    const { there: _there, number, ...columns } = state;
    if (session.number <= 0) await putSessionBack(trx, session, Number(number));
    if (Object.keys(columns).length > 0) await trx('session').where({ id }).update(columns);
  },
};

/** Everything a deed may change. */
export const THINGS = {
  plan: PLAN,
  painting: inPlace('painting', ['title', 'widthMm', 'heightMm', 'drewMe', 'setUp', 'aside'], { aside: DELETED }),
  reference: inPlace(
    'reference',
    ['purpose', 'note', 'source', 'permission', 'hour', 'place', 'crops', 'crop', 'governs', 'aside'],
    { governs: 0, aside: 1 },
  ),
  ground: asHistory('painting_ground', 'paintingId', { colour: null, from: null, keep: '[]' }),
  session: SESSION,
  photo: inPlace('photo', ['role', 'lightFrom', 'lamp', 'surface', 'room', 'hour', 'covered', 'aside', 'insisted'], {
    aside: 1,
  }),
  corners: asHistory('photo_corners', 'photoId', { corners: NO_CORNERS, cornersFrom: 'found', confidence: 0 }),
  greys: asHistory('photo_greys', 'photoId', { greys: '[]', card: null }),
  areas: asHistory('photo_areas', 'photoId', { areas: '[]' }),
  landmarks: asHistory('photo_landmarks', 'photoId', { landmarks: '[]' }),
  seated: asHistory('photo_seated', 'photoId', { seated: '[]' }),
  decision: DECISION,
  correction: inPlace('correction', ['open'], { open: 0 }),
  arrival: inPlace('arrival', ['state'], { state: 'unsorted' }),
} as const satisfies Record<ThingName, Thing>;
export type { ThingName };

/** Whether a thing is as a deed has left it. A deed of an earlier version told fewer columns: those it told count. */
export function sameState(name: ThingName, a: State, b: State): boolean {
  const { same }: Thing = THINGS[name];
  if (!a || !b) return a === b;
  const told = (same ?? Object.keys(a)).filter((column) => column in a && column in b);
  return told.every((column) => a[column] === b[column]);
}

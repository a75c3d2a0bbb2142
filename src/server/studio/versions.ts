import { format, parseISO } from 'date-fns';
import type { Knex } from 'knex';
import { NO_VERSION, type Guard } from '../../contract';
import { meanwhileInWords, PLAN_PARTS, type Meanwhile, type PhotoHistory, type PlanPart } from '../../core/words';
import { contentOf, governingPlan } from '../plan/planRows';
import {
  newest,
  rowOf,
  type DecisionRow,
  type PaintingRow,
  type PhotoRow,
  type PlanRow,
  type ReadingRow,
  type ReferenceRow,
} from './rows';
import { findingVersion, idOf, paintingVersion, photoVersion, referenceVersion, shownCorners } from './versionOf';

const groundVersion = async (db: Knex, paintingId: string): Promise<string> =>
  idOf(await db('painting_ground').where({ paintingId }).orderBy('rowid', 'desc').first('id'));

/**
 * A thing that may be changed: its name among all of its kind, its version now, and what was done to it since another
 * one.
 */
export interface Guarded {
  readonly name: string;
  readonly version: string;
  readonly since: (on: string) => Promise<string>;
}

/** By this machine's own clock: it is the painter's. */
const timeOf = (at: string) => format(parseISO(at), 'HH:mm');

/** Parts in which two versions of a plan differ. */
function partsChanged(before: PlanRow, now: PlanRow): PlanPart[] {
  const [a, b] = [
    { ...contentOf(before), crop: before.crop },
    { ...contentOf(now), crop: now.crop },
  ];
  return PLAN_PARTS.filter((part) => JSON.stringify(a[part]) !== JSON.stringify(b[part]));
}

async function planSince(db: Knex, now: PlanRow | undefined, on: string): Promise<Meanwhile> {
  if (!now) return { of: 'plan', version: null, time: '', parts: [] };
  const before = (await db('plan').where({ id: on, paintingId: now.paintingId }).first()) as PlanRow | undefined;
  const parts = before ? partsChanged(before, now) : [];
  return { of: 'plan', version: now.version, time: timeOf(now.createdAt), parts };
}

const said = (fact: Meanwhile) => async () => meanwhileInWords(fact);

/** What is kept as a history of a photograph: how often it was set since. */
function history(of: Exclude<PhotoHistory, 'corners'>) {
  return async (db: Knex, photoId: string): Promise<Guarded> => {
    await rowOf<PhotoRow>(db, 'photo', photoId);
    const table = `photo_${of}`;
    const now = await newest<{ id: string; setAt: string }>(db, table, photoId);
    return {
      name: `${table} ${photoId}`,
      version: idOf(now),
      since: said({ of, time: now ? timeOf(now.setAt) : null }),
    };
  };
}

async function plan(db: Knex, paintingId: string): Promise<Guarded> {
  const now = await governingPlan(db, paintingId);
  return {
    name: `plan ${paintingId}`,
    version: idOf(now),
    since: async (on) => meanwhileInWords(await planSince(db, now, on)),
  };
}

async function painting(db: Knex, paintingId: string): Promise<Guarded> {
  const row = await rowOf<PaintingRow>(db, 'painting', paintingId);
  return {
    name: `painting ${paintingId}`,
    version: paintingVersion(row),
    since: said({ of: 'painting' }),
  };
}

async function ground(db: Knex, paintingId: string): Promise<Guarded> {
  return {
    name: `ground ${paintingId}`,
    version: await groundVersion(db, paintingId),
    since: said({ of: 'ground' }),
  };
}

/** By a photograph of it, or by the painting itself. */
async function groundOfEither(db: Knex, params: Params): Promise<Guarded> {
  const { paintingId } = params;
  if (paintingId) return ground(db, paintingId);
  const photoId = named(params, 'photoId');
  await rowOf<PhotoRow>(db, 'photo', photoId);
  const home = (await db('photo')
    .join('session', 'session.id', 'photo.sessionId')
    .where('photo.id', photoId)
    .first('session.paintingId as id')) as { id: string };
  return ground(db, home.id);
}

async function reference(db: Knex, referenceId: string): Promise<Guarded> {
  const row = await rowOf<ReferenceRow>(db, 'reference', referenceId);
  return {
    name: `reference ${referenceId}`,
    version: referenceVersion(row),
    since: said({ of: 'reference', fileName: row.fileName }),
  };
}

async function photo(db: Knex, photoId: string): Promise<Guarded> {
  const row = await rowOf<PhotoRow>(db, 'photo', photoId);
  return {
    name: `photo ${photoId}`,
    version: photoVersion(row),
    since: said({ of: 'photo', fileName: row.fileName }),
  };
}

async function corners(db: Knex, photoId: string): Promise<Guarded> {
  await rowOf<PhotoRow>(db, 'photo', photoId);
  const now = await shownCorners(db, photoId);
  return {
    name: `corners ${photoId}`,
    version: idOf(now),
    since: said({ of: 'corners', time: now ? timeOf(now.setAt) : null }),
  };
}

async function finding(db: Knex, photoId: string, index: number): Promise<Guarded> {
  const reading = await newest<ReadingRow>(db, 'reading', photoId);
  const now = (await db('decision')
    .join('finding', 'finding.id', 'decision.findingId')
    .where({ readingId: reading?.id ?? '', position: index })
    .orderBy('decision.rowid', 'desc')
    .first('decision.*')) as DecisionRow | undefined;
  return {
    name: `finding ${photoId} ${index}`,
    version: findingVersion(reading?.id ?? NO_VERSION, now?.id ?? null),
    since: async (on) => {
      const sameReading = on.split('.')[0] === reading?.id;
      return meanwhileInWords(sameReading ? { of: 'finding', decision: now?.decision ?? null } : { of: 'reading' });
    },
  };
}

type Params = Record<string, string>;
/** @throws Error where a route's path does not name what its guard asks for */
function named(params: Params, name: string): string {
  const value = params[name];
  if (value === undefined) throw new Error(`a guarded route does not name its ${name}`);
  return value;
}
type Guarding = (db: Knex, params: Params) => Promise<Guarded>;
const by =
  (name: string, guard: (db: Knex, id: string) => Promise<Guarded>): Guarding =>
  (db, params) =>
    guard(db, named(params, name));

/** What each guard stands for, by the parameters of its route. */
export const GUARDED: Record<Guard, Guarding> = {
  plan: by('paintingId', plan),
  painting: by('paintingId', painting),
  reference: by('referenceId', reference),
  ground: groundOfEither,
  photo: by('photoId', photo),
  corners: by('photoId', corners),
  greys: by('photoId', history('greys')),
  areas: by('photoId', history('areas')),
  landmarks: by('photoId', history('landmarks')),
  seated: by('photoId', history('seated')),
  finding: (db, params) => finding(db, named(params, 'photoId'), Number(named(params, 'index'))),
};

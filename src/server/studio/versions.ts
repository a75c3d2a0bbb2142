import type { Knex } from 'knex';
import { NO_VERSION, type Guard } from '../../contract';
import { contentOf, governingPlan } from './planRows';
import {
  newest,
  rowOf,
  type CornersRow,
  type DecisionRow,
  type PaintingRow,
  type PhotoRow,
  type PlanRow,
  type ReadingRow,
  type ReferenceRow,
} from './rows';
import { findingVersion, idOf, paintingVersion, photoVersion, referenceVersion } from './versionOf';

const groundVersion = async (db: Knex, paintingId: string): Promise<string> =>
  idOf(await db('painting_ground').where({ paintingId }).orderBy('rowid', 'desc').first('id'));

/** Corners that were found are no word of the painter's: showing them better is late for nothing. */
const shownCorners = async (db: Knex, photoId: string): Promise<CornersRow | undefined> =>
  db('photo_corners').where({ photoId, cornersFrom: 'given' }).orderBy('rowid', 'desc').first();

/** A thing that may be changed: its name among all of its kind, its version now, and what was done to it since another one. */
export interface Guarded {
  readonly name: string;
  readonly version: string;
  readonly since: (on: string) => Promise<string>;
}

/** By this machine's own clock: it is the painter's. */
const timeOf = (at: string) => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

const PARTS: Record<string, string> = {
  key: 'the key',
  masses: 'how many masses there are',
  edits: 'the masses',
  marks: 'what is said of the masses',
  pattern: 'the value pattern',
  focal: 'the focal area',
  path: "the eye's path",
  edges: 'the edge plan',
  departures: 'the departures',
  passages: 'the passages',
  pins: 'the drawing',
  drawings: 'the kept drawings',
  governing: 'the drawing that governs',
  tolerance: 'the tolerance',
  palette: 'the palette notes',
};
const listed = (words: readonly string[]) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** "Version 6 of the plan was kept meanwhile. It changed the key and the departures." */
export async function plansSince(db: Knex, now: PlanRow | undefined, on: string): Promise<string> {
  if (!now) return 'The plan was taken back meanwhile.';
  const before = (await db('plan').where({ id: on, paintingId: now.paintingId }).first()) as PlanRow | undefined;
  const kept = `Version ${now.version} of the plan was kept meanwhile, at ${timeOf(now.createdAt)}`;
  if (!before) return `${kept}.`;
  const [a, b] = [contentOf(before), contentOf(now)];
  const parts = (Object.keys(PARTS) as (keyof typeof a)[]).filter(
    (part) => JSON.stringify(a[part]) !== JSON.stringify(b[part]),
  );
  const changed = parts.map((part) => PARTS[part]);
  if (before.crop !== now.crop) changed.unshift('the crop');
  return changed.length > 0 ? `${kept}. It changed ${listed(changed)}.` : `${kept}.`;
}

/** What is kept as a history of a photograph: how often it was set since. */
function history(table: string, what: string) {
  return async (db: Knex, photoId: string): Promise<Guarded> => {
    await rowOf<PhotoRow>(db, 'photo', photoId);
    const now = await newest<{ id: string; setAt: string }>(db, table, photoId);
    return {
      name: `${table} ${photoId}`,
      version: idOf(now),
      since: async () => `${what} were changed meanwhile${now ? `, at ${timeOf(now.setAt)}` : ''}.`,
    };
  };
}

const said = (words: string) => async () => words;

async function plan(db: Knex, paintingId: string): Promise<Guarded> {
  const now = await governingPlan(db, paintingId);
  return { name: `plan ${paintingId}`, version: idOf(now), since: (on) => plansSince(db, now, on) };
}

async function painting(db: Knex, paintingId: string): Promise<Guarded> {
  const row = await rowOf<PaintingRow>(db, 'painting', paintingId);
  return {
    name: `painting ${paintingId}`,
    version: paintingVersion(row),
    since: said('The set-up was changed meanwhile.'),
  };
}

async function ground(db: Knex, paintingId: string): Promise<Guarded> {
  return {
    name: `ground ${paintingId}`,
    version: await groundVersion(db, paintingId),
    since: said('The ground was changed meanwhile.'),
  };
}

/** By a photograph of it, or by the painting itself. */
async function groundOfEither(db: Knex, { paintingId, photoId }: Record<string, string>): Promise<Guarded> {
  if (paintingId) return ground(db, paintingId);
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
    since: said(`What is kept of the reference ${row.fileName} was changed meanwhile.`),
  };
}

async function photo(db: Knex, photoId: string): Promise<Guarded> {
  const row = await rowOf<PhotoRow>(db, 'photo', photoId);
  return {
    name: `photo ${photoId}`,
    version: photoVersion(row),
    since: said(`What is said of the photograph ${row.fileName} was changed meanwhile.`),
  };
}

async function corners(db: Knex, photoId: string): Promise<Guarded> {
  await rowOf<PhotoRow>(db, 'photo', photoId);
  const now = await shownCorners(db, photoId);
  return {
    name: `corners ${photoId}`,
    version: idOf(now),
    since: async () => `The corners were shown anew meanwhile${now ? `, at ${timeOf(now.setAt)}` : ''}.`,
  };
}

const DECIDED: Record<string, string> = {
  taken: 'taken as a correction',
  dismissed: 'dismissed',
  later: 'put off',
  planned: 'taken over into the plan',
};

async function finding(db: Knex, photoId: string, index: number): Promise<Guarded> {
  const reading = await newest<ReadingRow>(db, 'reading', photoId);
  const now = (await db('decision')
    .join('finding', 'finding.id', 'decision.findingId')
    .where({ readingId: reading?.id ?? '', position: index })
    .orderBy('decision.rowid', 'desc')
    .first('decision.*')) as DecisionRow | undefined;
  const words = now?.decision
    ? `This finding was ${DECIDED[now.decision]} meanwhile.`
    : 'The decision on this finding was taken back meanwhile.';
  return {
    name: `finding ${photoId} ${index}`,
    version: findingVersion(reading?.id ?? NO_VERSION, now?.id ?? null),
    since: async (on) =>
      on.split('.')[0] === reading?.id ? words : 'The photograph was read again meanwhile, so its findings are others.',
  };
}

/** What each guard stands for, by the parameters of its route. */
export const GUARDED: Record<Guard, (db: Knex, params: Record<string, string>) => Promise<Guarded>> = {
  plan: (db, { paintingId }) => plan(db, paintingId),
  painting: (db, { paintingId }) => painting(db, paintingId),
  reference: (db, { referenceId }) => reference(db, referenceId),
  ground: groundOfEither,
  photo: (db, { photoId }) => photo(db, photoId),
  corners: (db, { photoId }) => corners(db, photoId),
  greys: (db, { photoId }) => history('photo_greys', 'The greys')(db, photoId),
  areas: (db, { photoId }) => history('photo_areas', 'The outlined places')(db, photoId),
  landmarks: (db, { photoId }) => history('photo_landmarks', 'The landmarks')(db, photoId),
  seated: (db, { photoId }) => history('photo_seated', 'The answers')(db, photoId),
  finding: (db, { photoId, index }) => finding(db, photoId, Number(index)),
};

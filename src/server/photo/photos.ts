import type { Knex } from 'knex';
import type { BodyOf, Covered, Job, PaintingDetail, Photo, ResponseOf } from '../../contract';
import { isConvexClockwise, type Corners } from '../../core/raster';
import { InputError } from '../images/inputError';
import { journaled, type Hold } from '../journal/journal';
import { describePainting } from '../painting/describe';
import { photoOf } from './photosOf';
import { imageOf } from '../plan/planRows';
import { keepSet } from './photoSets';
import { cleanName, keepPicture, type Arrived } from './keepPicture';
import { homeOf, lookAgain, lookForCorners } from './looking';
import { beginSession } from './sessions';
import {
  ASIDE,
  DELETED,
  IN_USE,
  newest,
  rowOf,
  type GreysRow,
  type PaintingRow,
  type PhotoRow,
  type SessionRow,
} from '../studio/rows';
import type { Studio } from '../studio/studio';

/** A frame or tape stays on from photograph to photograph until something else is said. */
async function coveredLast(db: Studio['db'], sessionId: string): Promise<string> {
  const last = (await db('photo')
    .join('session', 'session.id', 'photo.sessionId')
    .where('session.paintingId', db('session').where({ id: sessionId }).select('paintingId'))
    .where({ role: 'canvas', aside: 0 })
    .orderBy([
      { column: 'session.number', order: 'desc' },
      { column: 'photo.rowid', order: 'desc' },
    ])
    .first('photo.covered as covered')) as { covered: string } | undefined;
  return last?.covered ?? '';
}

/** The hour a kept photograph was taken, by its own clock; null where it does not say. */
export const hourOf = async (
  { crew, files }: Studio,
  { sha256, name }: { sha256: string; name: string },
): Promise<number | null> => (await crew.run('taken', { picture: { path: files.originalPath(sha256), name } })).hour;

/** The row of a photograph that is new to its session. */
export async function keepPhoto(
  { trx, touch }: Hold,
  { world }: Studio,
  { sessionId, sha256, name, hour }: { sessionId: string; sha256: string; name: string; hour: number | null },
): Promise<PhotoRow> {
  const row: PhotoRow = {
    id: world.newId(),
    sessionId,
    sha256,
    fileName: name,
    addedAt: world.now().toISOString(),
    lookedAt: 0,
    insisted: 0,
    role: 'canvas',
    lightFrom: 'auto',
    lamp: '',
    surface: '',
    room: '',
    hour,
    covered: await coveredLast(trx, sessionId),
    aside: IN_USE,
  };
  await touch('photo', row.id);
  await trx('photo').insert(row);
  return row;
}

/** A photograph that was put aside and comes again is in use again. */
export async function takeBack({ trx, touch }: Hold, { id }: Pick<PhotoRow, 'id'>): Promise<void> {
  await touch('photo', id);
  await trx('photo').where({ id }).update({ aside: IN_USE });
}

/** One photograph shows one session: the same file for a second one is a slip of the hand. */
async function refuseElsewhere(
  trx: Knex.Transaction,
  session: SessionRow,
  { sha256, name }: { sha256: string; name: string },
): Promise<void> {
  const other = (await trx('photo')
    .join('session', 'session.id', 'photo.sessionId')
    .where({ 'session.paintingId': session.paintingId, 'photo.sha256': sha256 })
    .where('photo.aside', '<', DELETED)
    .where('session.number', '>', 0)
    .first('session.number as number')) as { number: number } | undefined;
  if (!other) return;
  throw new InputError(
    'known-photo',
    `${name} is the photograph of session ${other.number} already. Nothing was changed. Choose the one taken after session ${session.number}.`,
    409,
  );
}

/**
 * Keeps a photograph of the canvas and starts looking for its corners. The same file twice in a session is kept once.
 */
export async function addPhoto(
  studio: Studio,
  sessionId: string,
  arrived: Arrived,
): Promise<{ photo: Photo; job: Job; twin: boolean }> {
  const { db } = studio;
  const session = await rowOf<SessionRow>(db, 'session', sessionId);
  const name = cleanName(arrived.name);
  const { sha256 } = await keepPicture(studio, { ...arrived, name });
  const hour = await hourOf(studio, { sha256, name });
  // Looked up and kept in one transaction: the same file sent twice at once is kept once.
  const said = { what: 'photo-added', session: session.number } as const;
  const { row, twin } = await journaled(studio, { paintingId: session.paintingId, said }, async ({ trx, touch }) => {
    const known = (await trx('photo').where({ sessionId, sha256 }).first()) as PhotoRow | undefined;
    if (!known) await refuseElsewhere(trx, session, { sha256, name });
    if (known?.aside) await takeBack({ trx, touch }, known);
    return {
      row: known ?? (await keepPhoto({ trx, touch }, studio, { sessionId, sha256, name, hour })),
      twin: known !== undefined,
    };
  });
  const painting = await rowOf<PaintingRow>(db, 'painting', session.paintingId);
  return { photo: await photoOf(db, row), job: lookForCorners(studio, row, painting), twin };
}

/**
 * The same for the session after the newest, which is begun with it: a file that cannot be taken in begins none.
 */
export async function addFirstPhoto(
  studio: Studio,
  paintingId: string,
  arrived: Arrived,
): Promise<ResponseOf<'addFirstPhoto'>> {
  const { db } = studio;
  const painting = await rowOf<PaintingRow>(db, 'painting', paintingId);
  const name = cleanName(arrived.name);
  const { sha256 } = await keepPicture(studio, { ...arrived, name });
  const hour = await hourOf(studio, { sha256, name });
  const said = (made: { session: SessionRow }) => ({ what: 'photo-added', session: made.session.number }) as const;
  const { row, session } = await journaled(studio, { paintingId, said }, async (hold) => {
    const begun = await beginSession(hold, studio, { paintingId });
    await refuseElsewhere(hold.trx, begun, { sha256, name });
    return {
      row: await keepPhoto(hold, studio, { sessionId: begun.id, sha256, name, hour }),
      session: begun,
    };
  });
  const job = lookForCorners(studio, row, painting);
  return { photo: await photoOf(db, row), job, twin: false, sessionNumber: session.number };
}

/** Keeps the places that are not read, or read all the same. */
export const setAreas = (studio: Studio, photoId: string, areas: BodyOf<'setAreas'>['areas']): Promise<Photo> =>
  keepSet(studio, 'areas', { photoId, columns: { areas: JSON.stringify(areas) } });

/**
 * What a photograph shows, how its light is taken out, what burned and how the paint was; or it is put aside or taken
 * back.
 */
export async function changePhoto(
  studio: Studio,
  photoId: string,
  { aside, insisted, covered, ...change }: BodyOf<'changePhoto'>,
): Promise<PaintingDetail> {
  const { db } = studio;
  const photo = await rowOf<PhotoRow>(db, 'photo', photoId);
  const { painting, session } = await homeOf(studio, photo);
  if (covered) checkCovered(covered, painting);
  const update = {
    ...change,
    ...(aside === undefined ? {} : { aside: aside ? ASIDE : IN_USE }),
    ...(insisted === undefined ? {} : { insisted: insisted ? 1 : 0 }),
    ...(covered ? { covered: covered.by === 'nothing' ? '' : JSON.stringify(covered) } : {}),
  };
  const what = aside === undefined ? 'photo' : aside ? 'photo-aside' : 'photo-back';
  const deed = { paintingId: painting.id, said: { what, session: session.number } } as const;
  if (Object.keys(update).length > 0)
    await journaled(studio, deed, async ({ trx, touch }) => {
      await touch('photo', photoId);
      await trx('photo').where({ id: photoId }).update(update);
    });
  // A rectangle of other proportions is looked for anew; corners the painter showed stay.
  if (covered) await lookAgain(studio, photoId, painting);
  return describePainting(db, painting.id);
}

/** @throws InputError when a frame or tape would hide half of the canvas */
function checkCovered({ by, top, right, bottom, left }: Covered, { widthMm, heightMm }: PaintingRow): void {
  if (by === 'nothing' || (left + right <= widthMm / 2 && top + bottom <= heightMm / 2)) return;
  throw new InputError(
    'covered',
    `A ${by} that hides so much leaves less than half of the canvas of ${widthMm} x ${heightMm} mm to be seen. What was said before is kept. Give how many millimetres of the canvas lie under it on each side.`,
  );
}

/**
 * Keeps the corners the painter showed.
 * @throws InputError when they cross, lie far outside, or enclose next to nothing
 */
export async function setCorners(studio: Studio, photoId: string, corners: Corners): Promise<Photo> {
  const { db } = studio;
  const photo = await rowOf<PhotoRow>(db, 'photo', photoId);
  const { width, height } = await imageOf(db, photo.sha256);
  if (!isConvexClockwise(corners))
    throw new InputError(
      'corners',
      "These corners cross, or do not run clockwise from the painting's top left. The corners before them are kept. Drag each to its own corner.",
    );
  if (corners.some(([x, y]) => x < -0.2 * width || y < -0.2 * height || x > 1.2 * width || y > 1.2 * height)) {
    throw new InputError(
      'corners',
      `A corner lies far outside the photograph of ${width} x ${height} pixels. The corners before it are kept.`,
    );
  }
  const area = corners.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = corners[(i + 1) % 4] ?? [x, y];
    return sum + (x * nextY - nextX * y) / 2;
  }, 0);
  if (area < 0.01 * width * height)
    throw new InputError(
      'corners',
      'These corners enclose less than a hundredth of the photograph. The corners before them are kept. Drag them apart.',
    );
  const columns = { corners: JSON.stringify(corners), cornersFrom: 'given', confidence: 1 };
  return keepSet(studio, 'corners', { photoId, columns });
}

/** @throws InputError when a patch lies outside the photograph */
export async function setGreys(studio: Studio, photoId: string, greys: BodyOf<'setGreys'>['greys']): Promise<Photo> {
  const { db } = studio;
  const photo = await rowOf<PhotoRow>(db, 'photo', photoId);
  const { width, height } = await imageOf(db, photo.sha256);
  const before = await newest<GreysRow>(db, 'photo_greys', photoId);
  for (const {
    box: [x, y, w, h],
  } of greys) {
    if (x < 0 || y < 0 || x + w > width || y + h > height)
      throw new InputError(
        'grey',
        `A grey patch reaches outside the photograph of ${width} x ${height} pixels. The patches before are kept.`,
      );
  }
  // The card stays where it is as long as any of its greys is used.
  const card = greys.length > 0 ? (before?.card ?? null) : null;
  return keepSet(studio, 'greys', { photoId, columns: { greys: JSON.stringify(greys), card } });
}

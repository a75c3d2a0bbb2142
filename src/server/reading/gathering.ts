import { createHash } from 'node:crypto';
import { READING_VERSION } from '../../core/read';
import { doubtOfUnlike, UNLIKE, type Unlike } from '../../core/photo';
import { InputError } from '../images/inputError';
import type { FileStore } from '../store/files';
import type { ReadAnswer, ReadTask } from '../jobs/tasks';
import { shotsOf } from '../painting/describe';
import { photoOf } from '../photo/photosOf';
import { groundOf } from '../photo/groundRows';
import { kept } from '../studio/kept';
import { homeOf } from '../photo/looking';
import { setUpOf } from '../plan/planRows';
import { planTask } from '../plan/planTask';
import { rowOf, type PhotoRow, type ReadingRow, type SessionRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

/** Everything a reading depends on, as one hash: the same inputs give the same reading. */
const inputsOf = (inputs: Record<string, unknown>): string =>
  createHash('sha256')
    .update(JSON.stringify([READING_VERSION, inputs]))
    .digest('hex');

const storedOf = ({ files }: Studio, { sha256, fileName }: PhotoRow) => ({
  path: files.originalPath(sha256),
  name: fileName,
});

/**
 * The photographs a reading is made of: the one asked about, further shots whose corners are known, and a white board.
 */
async function gathered(studio: Studio, row: PhotoRow) {
  const { db } = studio;
  const rows = await shotsOf(db, row.sessionId);
  const main = await photoOf(db, row);
  const isMain = rows.at(-1)?.id === row.id;
  const all = isMain ? await Promise.all(rows.map(async (one) => ({ row: one, photo: await photoOf(db, one) }))) : [];
  const further = all.filter(({ row: one, photo }) => one.id !== row.id && one.role === 'canvas' && photo.corners);
  const board = all.filter(({ row: one }) => one.role === 'white-board').at(-1);
  return { main, further, board };
}

/** The newest reading of an earlier session, whose flat tells what the light was; null where there is none. */
export async function sessionBefore(
  { db }: Pick<Studio, 'db'>,
  session: SessionRow,
): Promise<{ reading: ReadingRow; photo: PhotoRow; session: SessionRow } | null> {
  const reading = (await db('reading')
    .join('photo', 'photo.id', 'reading.photoId')
    .join('session', 'session.id', 'photo.sessionId')
    .where('session.paintingId', session.paintingId)
    .whereBetween('session.number', [1, session.number - 1])
    .where('photo.aside', 0)
    .orderBy([
      { column: 'session.number', order: 'desc' },
      { column: 'reading.rowid', order: 'desc' },
    ])
    .select('reading.*')
    .first()) as ReadingRow | undefined;
  if (!reading) return null;
  const photo = await rowOf<PhotoRow>(db, 'photo', reading.photoId);
  return { reading, photo, session: await rowOf<SessionRow>(db, 'session', photo.sessionId) };
}

const GLOSSY = new Set(['wet', 'oiled out', 'freshly glazed']);
const said = (one: string, two: string | undefined) => one !== '' && two !== undefined && two !== '' && one !== two;
/** Whether the paint is in another state than last time, as far as was said. */
const unlikeSurface = (now: PhotoRow, before: PhotoRow | undefined): boolean =>
  said(now.surface, before?.surface) && GLOSSY.has(now.surface) !== GLOSSY.has(before?.surface ?? '');

const HOURS = 4;
const KNOWN_LIGHT = new Set(['card', 'grey', 'board']);

/** The last flat as a witness of what changed all over; null where its light was fitted to the painting itself. */
function witness(reading: ReadingRow, session: SessionRow, path: string): ReadTask['last'] {
  const { light, glare } = kept('reading.result', reading.result);
  if (!KNOWN_LIGHT.has(light.method)) return null;
  return {
    flat: { path, name: `session ${session.number}` },
    session: session.number,
    uncertainty: light.uncertainty,
    notRead: glare,
  };
}

/** The last flat as a witness of how strong colours are; null where only the plan told that. */
function colourWitness(reading: ReadingRow, path: string): ReadTask['colourWitness'] {
  const { vivid } = kept('reading.result', reading.result).light.camera;
  return vivid.from ? { flat: { path, name: 'the last session' }, doubt: vivid.doubt } : null;
}

/**
 * In what a photograph is unlike the one before it, as far as was said. A card in the frame takes lamp, room and hour
 * out.
 */
function unlikeBefore(now: PhotoRow, before: PhotoRow | undefined, card: boolean): Unlike[] {
  // Daylight of the morning and of the afternoon are two lights.
  const later =
    now.lamp === 'daylight' && now.hour !== null && before?.hour != null && Math.abs(now.hour - before.hour) >= HOURS;
  const light: Record<Exclude<Unlike, 'surface'>, boolean> = {
    lamp: now.lamp !== 'mixed' && said(now.lamp, before?.lamp),
    lamps: now.lamp === 'mixed',
    room: said(now.room, before?.room),
    hour: later,
  };
  return UNLIKE.filter((what) => (what === 'surface' ? unlikeSurface(now, before) : !card && light[what]));
}

/** Pictures of readings that are being made again, by reading: two askers at once do the work once. */
const underWay = new Map<string, Promise<string | null>>();

/**
 * Makes a reading's pictures again where the cache was cleared, as after a backup was brought back: the same inputs
 * give the same pictures.
 * @returns path of its flat; null where corners, greys, shots, light or plan have changed since
 */
export function remakePictures(studio: Studio, reading: ReadingRow): Promise<string | null> {
  const known = underWay.get(reading.id);
  if (known) return known;
  const making = (async () => {
    const { task, inputs } = await asked(studio, reading.photoId);
    if (inputs !== reading.inputs) return null;
    // What was read once is not asked about again.
    const answer = await studio.crew.run('read', { task: { ...task, insist: true }, corrections: [] });
    return keepPictures(studio.files, reading.id, answer);
  })().finally(() => underWay.delete(reading.id));
  underWay.set(reading.id, making);
  return making;
}

/** The pictures of a reading. @returns path of its flat */
export async function keepPictures(
  files: FileStore,
  readingId: string,
  { flatJpeg, squaredJpeg, mapPng }: Pick<ReadAnswer, 'flatJpeg' | 'squaredJpeg' | 'mapPng'>,
): Promise<string> {
  await files.keepDerived(`squared/${readingId}.jpg`, squaredJpeg);
  if (mapPng) await files.keepDerived(`map/${readingId}.png`, mapPng);
  return files.keepDerived(`flat/${readingId}.jpg`, flatJpeg);
}

/** The flat of an earlier reading; null where it is gone and cannot be made again. */
async function flatOf(studio: Studio, reading: ReadingRow, remake: boolean): Promise<string | null> {
  const path = studio.files.derivedPath(`flat/${reading.id}.jpg`);
  if (!remake || (await studio.files.exists(path))) return path;
  return remakePictures(studio, reading).catch(() => null);
}

/**
 * Everything a reading of a photo is made from, and one name for all of it.
 * @param remake whether the last session's flat is made again where it is gone; without, only the name is wanted
 * @throws InputError where something is missing
 */
export async function asked(studio: Studio, photoId: string, { remake = true }: { remake?: boolean } = {}) {
  const { db } = studio;
  const row = await rowOf<PhotoRow>(db, 'photo', photoId);
  const { session, painting } = await homeOf(studio, row);
  const plan = await planTask(studio, painting);
  if (!plan && setUpOf(painting).from === 'photograph')
    throw new InputError(
      'no-reference',
      'This painting has no reference yet, so there is nothing to compare with. The photograph is kept. Add the reference first, or say under Set-up that it is made without one.',
      409,
    );
  const { main, further, board } = await gathered(studio, row);
  if (!main.corners)
    throw new InputError(
      'no-corners',
      "The canvas's corners are not known yet. The photograph is kept. Show its four corners first.",
      409,
    );
  const last = await sessionBefore(studio, session);
  const flat = last && (await flatOf(studio, last.reading, remake));
  // With a card the last session has nothing to add; and paint in another state would pass for another light.
  const unlikePaint = unlikeSurface(row, last?.photo);
  const otherState = row.lightFrom === 'auto' && unlikePaint;
  const before = main.greys.length === 0 && !otherState ? flat : null;
  if (row.lightFrom === 'last-session' && !before)
    throw new InputError(
      'no-session-before',
      'No earlier session of this painting has been read, so its light cannot be taken from one. The photograph is kept. Choose another way for the light.',
      409,
    );
  const ground = await groundOf(db, painting.id);
  const unlike = unlikeBefore(row, last?.photo, main.greys.length >= 3);
  const shotOf = (one: PhotoRow, photo: typeof main) => ({
    photo: storedOf(studio, one),
    corners: photo.corners as NonNullable<typeof photo.corners>,
    greys: photo.greys,
    card: photo.card,
    areas: photo.areas,
    covered: photo.covered,
  });
  const task: ReadTask = {
    shots: [shotOf(row, main), ...further.map(({ row: one, photo }) => shotOf(one, photo))],
    board: board ? { photo: storedOf(studio, board.row), corners: board.photo.corners } : null,
    before: before ? { path: before, name: 'the last session' } : null,
    earlier: flat ? { path: flat, name: 'the last session' } : null,
    // Oiled or dried, the same paint is of another strength.
    colourWitness: last && flat && !unlikePaint ? colourWitness(last.reading, flat) : null,
    last: last && flat ? witness(last.reading, last.session, flat) : null,
    ground: ground.colour && { colour: ground.colour, keep: ground.keep },
    lightFrom: row.lightFrom,
    unlike,
    canvas: { widthMm: painting.widthMm, heightMm: painting.heightMm },
    plan: plan?.task ?? null,
    landmarks: main.landmarks.map(({ plan: from, painted }) => ({ plan: from, painted })),
    insist: main.insisted,
  };
  const inputs = inputsOf({
    shots: [row, ...further.map((one) => one.row)].map(({ sha256 }, i) => {
      const shot = task.shots[i];
      return [sha256, shot?.corners, shot?.greys, shot?.areas, shot?.covered];
    }),
    board: board ? [board.row.sha256, board.photo.corners] : null,
    before: before ? last?.reading.id : null,
    last: task.last ? last?.reading.id : null,
    // Left out where there are none, as before they were known of.
    ...(task.colourWitness ? { colourWitness: last?.reading.id } : {}),
    ground: task.ground,
    lightFrom: row.lightFrom,
    // What was read before the reasons were kept goes by its factors.
    doubt: doubtOfUnlike(unlike),
    landmarks: task.landmarks,
    plan: plan?.row.id ?? null,
    viewingM: plan?.task.judging.viewingM ?? null,
  });
  return { session, painting, planId: plan?.row.id ?? null, last, task, inputs };
}

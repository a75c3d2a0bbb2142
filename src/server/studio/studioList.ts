import type { Knex } from 'knex';
import type { PaintingSummary, Photo, SetUp } from '../../contract';
import type { Calls } from '../../core/correct';
import { groupedBy } from './grouped';
import { IN_USE } from './rows';
import { nextOf } from '../painting/next';
import { stateOf } from '../photo/photosOf';
import { undecidedIn } from '../reading/undecided';

interface PaintingLine extends Pick<PaintingSummary, 'id' | 'title' | 'widthMm' | 'heightMm'> {
  /** corrections on the list */
  readonly listed: number;
  readonly drewMe: string;
  readonly onEasel: number;
  /** JSON of what holds for the whole painting */
  readonly setUp: string;
  readonly referred: number;
}

/**
 * A photograph of a painting's newest session, of its newest one with photographs, or of its newest one with a reading.
 */
interface PhotoLine {
  readonly paintingId: string;
  readonly number: number;
  readonly date: string;
  /** sessions of the painting; numbers of those three */
  readonly count: number;
  readonly latest: number;
  readonly photographed: number | null;
  readonly read: number | null;
  /** null = the session has none */
  readonly id: string | null;
  readonly role: Photo['role'];
  readonly lookedAt: number;
  readonly cornered: number;
  readonly readingId: string | null;
}

/** The painting in use that was put on the easel last. */
export const ON_EASEL = `SELECT paintingId FROM easel JOIN painting ON painting.id = easel.paintingId
  WHERE painting.aside = 0 ORDER BY easel.rowid DESC LIMIT 1`;
const PAINTINGS = `
  SELECT id, title, widthMm, heightMm, drewMe, setUp,
    EXISTS (SELECT 1 FROM reference r WHERE r.paintingId = p.id AND r.governs = 1 AND r.aside = 0) AS referred,
    (SELECT count(*) FROM correction c WHERE c.paintingId = p.id AND c.open = 1) AS listed,
    p.id IS (${ON_EASEL}) AS onEasel
  FROM painting p WHERE p.aside = ? ORDER BY onEasel DESC, p.rowid DESC`;

const USED = 'FROM photo p WHERE p.sessionId = s.id AND p.aside = 0';
/** The number of a painting's newest session that something holds for. */
const newestWith = (what: string) =>
  `(SELECT s.number FROM session s WHERE s.paintingId = w.id AND EXISTS (${what}) ORDER BY s.number DESC LIMIT 1)`;
const PHOTOS = `
  WITH last AS MATERIALIZED (
    SELECT w.id AS paintingId,
      (SELECT count(*) FROM session s WHERE s.paintingId = w.id AND s.number > 0) AS count,
      (SELECT max(s.number) FROM session s WHERE s.paintingId = w.id AND s.number > 0) AS latest,
      ${newestWith(`SELECT 1 ${USED}`)} AS photographed,
      ${newestWith(`SELECT 1 ${USED} AND EXISTS (SELECT 1 FROM reading r WHERE r.photoId = p.id)`)} AS read
    FROM painting w)
  SELECT last.*, s.number, s.date, p.id, p.role, p.lookedAt,
    EXISTS (SELECT 1 FROM photo_corners k WHERE k.rowid = (SELECT max(rowid) FROM photo_corners WHERE photoId = p.id) AND k.corners <> 'null') AS cornered,
    (SELECT r.id FROM reading r WHERE r.photoId = p.id ORDER BY r.rowid DESC LIMIT 1) AS readingId
  FROM last JOIN session s ON s.paintingId = last.paintingId AND s.number IN (last.latest, last.photographed, last.read)
  LEFT JOIN photo p ON p.sessionId = s.id AND p.aside = 0
  ORDER BY s.number, p.rowid`;

/** The photograph of a session that is read, or else its last one. */
const mainOf = (photos: readonly PhotoLine[]): PhotoLine | undefined =>
  photos.find(({ role }) => role === 'canvas') ?? photos.at(-1);

/** What the lines of one painting tell. */
function standing(lines: readonly PhotoLine[]) {
  const [{ count, latest, photographed, read } = { count: 0, latest: null, photographed: null, read: null }] = lines;
  const of = (session: number | null) => lines.filter(({ number, id }) => number === session && id !== null);
  const main = mainOf(of(latest));
  const readHere = of(read).filter(({ readingId }) => readingId !== null);
  return {
    count,
    latest: latest ?? 0,
    main: main && { role: main.role, state: stateOf(main, main.cornered === 1, main.readingId) },
    readingId: main?.readingId ?? null,
    latestPhotoId: mainOf(readHere)?.id ?? null,
    latestReadingId: mainOf(readHere)?.readingId ?? null,
    latestDate: of(photographed)[0]?.date ?? null,
  };
}

/** What the set-up says that a list needs: it is read narrowly, for hundreds. */
function setUpOf({ setUp }: PaintingLine): { from: SetUp['from']; calls: Calls | null } {
  const { from = 'photograph', approach, stage } = JSON.parse(setUp || '{}') as Partial<SetUp>;
  return { from, calls: approach?.stages.find(({ id }) => id === stage) ?? null };
}

/** How many corrections on the list some readings settled, by painting. @param readings each painting's newest */
async function settledIn(db: Knex, readings: readonly string[]): Promise<Map<string, number>> {
  const rows = (await db('correction_check as k')
    .join('correction as c', 'c.id', 'k.correctionId')
    .whereIn('k.readingId', readings)
    .where({ 'k.verdict': 'settled', 'c.open': 1 })
    .groupBy('c.paintingId')
    .select('c.paintingId')
    .count('* as done')) as { paintingId: string; done: number }[];
  return new Map(rows.map(({ paintingId, done }) => [paintingId, done]));
}

/**
 * All paintings in short, the one on the easel first, then the newest: a few statements however many there are.
 * @param aside IN_USE, or ASIDE for those in the archive
 */
export async function describeStudio(db: Knex, aside: number = IN_USE): Promise<PaintingSummary[]> {
  const [paintings, photos] = (await Promise.all([db.raw(PAINTINGS, [aside]), db.raw(PHOTOS)])) as [
    PaintingLine[],
    PhotoLine[],
  ];
  const byPainting = groupedBy(photos, ({ paintingId }) => paintingId);
  const told = paintings.map((painting) => {
    return { painting, ...setUpOf(painting), ...standing(byPainting.get(painting.id) ?? []) };
  });
  const stages = told.flatMap(({ readingId, calls }) => (readingId ? [[readingId, calls] as const] : []));
  const waiting = await undecidedIn(db, new Map(stages));
  const settled = await settledIn(
    db,
    told.flatMap(({ latestReadingId }) => latestReadingId ?? []),
  );
  return told.map(
    ({ painting, from, count, latest, main = null, readingId, latestPhotoId, latestDate }): PaintingSummary => {
      const { id, title, widthMm, heightMm, listed } = painting;
      const done = settled.get(id) ?? 0;
      const undecided = (readingId && waiting.get(readingId)) || 0;
      const [onEasel, hasReference] = [painting.onEasel === 1, painting.referred === 1];
      return {
        id,
        title,
        widthMm,
        heightMm,
        onEasel,
        ...(onEasel && { drewMe: painting.drewMe }),
        next: nextOf({ hasReference, from, sessions: count, main, undecided }),
        undecided,
        sessionCount: count,
        latestSession: latest,
        hasReference,
        latestPhotoId,
        latestDate,
        openCorrections: listed - done,
        doneCorrections: done,
      };
    },
  );
}

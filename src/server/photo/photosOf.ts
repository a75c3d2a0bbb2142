import type { Knex } from 'knex';
import { NO_VERSION, type Covered, type Photo } from '../../contract';
import { kept, keptOr } from '../studio/kept';
import { ASIDE, DELETED, type PhotoRow } from '../studio/rows';
import { photoVersion } from '../studio/versionOf';

/**
 * A photograph with what governs each thing that is kept of it: the row written last. JSON where it is a list or a
 * shape.
 */
interface PhotoLine extends PhotoRow {
  readonly width: number | null;
  readonly height: number | null;
  readonly corners: string | null;
  readonly cornersFrom: Photo['cornersFrom'];
  readonly confidence: number | null;
  readonly shownId: string | null;
  readonly greysId: string | null;
  readonly greys: string | null;
  readonly card: string | null;
  readonly areasId: string | null;
  readonly areas: string | null;
  readonly landmarksId: string | null;
  readonly landmarks: string | null;
  readonly seatedId: string | null;
  readonly seated: string | null;
  readonly said: string | null;
  readonly saidAt: string | null;
  readonly readingId: string | null;
}

const newest = (table: string, as: string) =>
  `LEFT JOIN ${table} ${as} ON ${as}.rowid = (SELECT max(rowid) FROM ${table} WHERE photoId = p.id)`;
const PHOTOS = `
  SELECT p.*, i.width, i.height, k.corners, k.cornersFrom, k.confidence,
    CASE WHEN EXISTS (SELECT 1 FROM photo_corners WHERE photoId = p.id AND cornersFrom = 'given') THEN k.id END AS shownId, g.id AS greysId, g.greys, g.card,
    a.id AS areasId, a.areas, l.id AS landmarksId, l.landmarks, s.id AS seatedId, s.seated, m.said, m.setAt AS saidAt, r.id AS readingId
  FROM photo p LEFT JOIN image i ON i.sha256 = p.sha256
  ${newest('photo_corners', 'k')}
  ${newest('photo_greys', 'g')}
  ${newest('photo_areas', 'a')}
  ${newest('photo_landmarks', 'l')}
  ${newest('photo_seated', 's')}
  ${newest('impression', 'm')}
  ${newest('reading', 'r')}`;

/** How far a photograph is. @param cornered its corners are known */
export function stateOf(
  { lookedAt }: Pick<PhotoRow, 'lookedAt'>,
  cornered: boolean,
  readingId: string | null,
): Photo['state'] {
  if (readingId) return 'read';
  if (cornered) return 'ready';
  return lookedAt ? 'asked' : 'arrived';
}

export const coveredOf = ({ covered }: PhotoRow): Covered =>
  keptOr('photo.covered', covered, { by: 'nothing', top: 0, right: 0, bottom: 0, left: 0 });

function photoIn(line: PhotoLine): Photo {
  const id = (of: string | null) => of ?? NO_VERSION;
  const corners = keptOr('photo_corners.corners', line.corners, null);
  return {
    id: line.id,
    versions: {
      photo: photoVersion(line),
      corners: id(line.shownId),
      greys: id(line.greysId),
      areas: id(line.areasId),
      landmarks: id(line.landmarksId),
      seated: id(line.seatedId),
    },
    sessionId: line.sessionId,
    fileName: line.fileName,
    width: line.width ?? 0,
    height: line.height ?? 0,
    addedAt: line.addedAt,
    corners,
    cornersFrom: corners && line.cornersFrom,
    confidence: corners && line.confidence,
    greys: keptOr('photo_greys.greys', line.greys, []),
    card: keptOr('photo_greys.card', line.card, null),
    areas: keptOr('photo_areas.areas', line.areas, []),
    landmarks: keptOr('photo_landmarks.landmarks', line.landmarks, []),
    seated: keptOr('photo_seated.seated', line.seated, []),
    impression: line.said && line.saidAt ? { ...kept('impression.said', line.said), at: line.saidAt } : null,
    role: line.role,
    lightFrom: line.lightFrom,
    lamp: line.lamp,
    surface: line.surface,
    room: line.room,
    hour: line.hour,
    insisted: line.insisted === 1,
    covered: coveredOf(line),
    state: stateOf(line, corners !== null, line.readingId),
    looking: line.lookedAt === 0,
    readingId: line.readingId,
  };
}

/**
 * Every photograph of a painting, also those put aside but not those deleted, in the order they came: one statement
 * however many there are.
 */
export async function photosOfPainting(db: Knex, paintingId: string): Promise<(Photo & { readonly aside: boolean })[]> {
  const ids = 'SELECT photo.id FROM photo JOIN session ON session.id = photo.sessionId WHERE session.paintingId = ?';
  const lines = (await db.raw(`${PHOTOS} WHERE p.id IN (${ids}) AND p.aside < ? ORDER BY p.rowid`, [
    paintingId,
    DELETED,
  ])) as PhotoLine[];
  return lines.map((line) => ({ ...photoIn(line), aside: line.aside === ASIDE }));
}

/** One photograph with what governs it. */
export async function photoOf(db: Knex, { id }: Pick<PhotoRow, 'id'>): Promise<Photo> {
  const [line] = (await db.raw(`${PHOTOS} WHERE p.id = ?`, [id])) as PhotoLine[];
  if (!line) throw new Error(`photograph ${id} is not there`);
  return photoIn(line);
}

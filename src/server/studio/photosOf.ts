import type { Knex } from 'knex';
import type { Covered, Photo } from '../../contract';
import type {
  AreasRow,
  CornersRow,
  GreysRow,
  ImageRow,
  ImpressionRow,
  LandmarksRow,
  PhotoRow,
  ReadingRow,
  SeatedRow,
} from './rows';
import { idOf, photoVersion } from './versionOf';

type Row = { photoId: string };

/** The governing row of a history table for each of many photos: the one written last. */
async function newestOf<R extends Row>(
  db: Knex,
  table: string,
  { ids, only = {}, columns = ['*'] }: { ids: readonly string[]; only?: Record<string, string>; columns?: string[] },
): Promise<Map<string, R>> {
  const last = db(table).whereIn('photoId', ids).where(only).groupBy('photoId').max('rowid');
  const rows = (await db(table).whereIn('rowid', last).select(columns)) as R[];
  return new Map(rows.map((row) => [row.photoId, row]));
}

function stateOf(row: PhotoRow, corners: CornersRow | undefined, readingId: string | null): Photo['state'] {
  if (readingId) return 'read';
  if (corners) return 'ready';
  return row.lookedAt ? 'asked' : 'arrived';
}

export const coveredOf = ({ covered }: PhotoRow): Covered =>
  covered ? (JSON.parse(covered) as Covered) : { by: 'nothing', top: 0, right: 0, bottom: 0, left: 0 };

const MANY = 400; // SQLite takes no end of ids in one statement

/** Photographs with what governs each, in the order given: so many statements however many they are. */
export async function photosOf(db: Knex, rows: readonly PhotoRow[]): Promise<Photo[]> {
  if (rows.length > MANY)
    return [...(await photosOf(db, rows.slice(0, MANY))), ...(await photosOf(db, rows.slice(MANY)))];
  const ids = rows.map(({ id }) => id);
  const of = <R extends Row>(table: string) => newestOf<R>(db, table, { ids });
  const [images, corners, shown, greys, areas, readings, landmarks, impressions, seats] = await Promise.all([
    db('image').whereIn(
      'sha256',
      rows.map(({ sha256 }) => sha256),
    ) as Promise<ImageRow[]>,
    of<CornersRow>('photo_corners'),
    // Corners that were found are no word of the painter's: showing them better is late for nothing.
    newestOf<CornersRow>(db, 'photo_corners', { ids, only: { cornersFrom: 'given' } }),
    of<GreysRow>('photo_greys'),
    of<AreasRow>('photo_areas'),
    newestOf<Pick<ReadingRow, 'id' | 'photoId'>>(db, 'reading', { ids, columns: ['id', 'photoId'] }),
    of<LandmarksRow>('photo_landmarks'),
    of<ImpressionRow>('impression'),
    of<SeatedRow>('photo_seated'),
  ]);
  const sizes = new Map(images.map((image) => [image.sha256, image]));
  return rows.map((row): Photo => {
    const [corner, grey, area] = [corners.get(row.id), greys.get(row.id), areas.get(row.id)];
    const [mark, impression, seat] = [landmarks.get(row.id), impressions.get(row.id), seats.get(row.id)];
    const readingId = readings.get(row.id)?.id ?? null;
    return {
      id: row.id,
      versions: {
        photo: photoVersion(row),
        corners: idOf(shown.get(row.id)),
        greys: idOf(grey),
        areas: idOf(area),
        landmarks: idOf(mark),
        seated: idOf(seat),
      },
      sessionId: row.sessionId,
      fileName: row.fileName,
      width: sizes.get(row.sha256)?.width ?? 0,
      height: sizes.get(row.sha256)?.height ?? 0,
      addedAt: row.addedAt,
      corners: corner ? JSON.parse(corner.corners) : null,
      cornersFrom: corner?.cornersFrom ?? null,
      confidence: corner?.confidence ?? null,
      greys: grey ? JSON.parse(grey.greys) : [],
      card: grey?.card ? JSON.parse(grey.card) : null,
      areas: area ? JSON.parse(area.areas) : [],
      landmarks: mark ? JSON.parse(mark.landmarks) : [],
      seated: seat ? JSON.parse(seat.seated) : [],
      impression: impression ? { ...JSON.parse(impression.said), at: impression.setAt } : null,
      role: row.role,
      lightFrom: row.lightFrom,
      lamp: row.lamp,
      surface: row.surface,
      room: row.room,
      hour: row.hour,
      covered: coveredOf(row),
      state: stateOf(row, corner, readingId),
      looking: row.lookedAt === 0,
      readingId,
    };
  });
}

/** One photograph with its governing corners and greys. */
export const photoOf = async (db: Knex, row: PhotoRow): Promise<Photo> => (await photosOf(db, [row]))[0];

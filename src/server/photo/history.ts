import type { ResponseOf } from '../../contract';
import { kept } from '../studio/kept';
import { rowOf, type CornersRow, type GreysRow, type PhotoRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

/** Every set of corners and of greys a photograph has had, newest first; the first of each kind is the one in use. */
export async function historyOf({ db }: Studio, photoId: string): Promise<ResponseOf<'getHistory'>> {
  await rowOf<PhotoRow>(db, 'photo', photoId);
  const rows = async <R>(table: string) => (await db(table).where({ photoId }).orderBy('rowid', 'desc')) as R[];
  const [corners, greys] = await Promise.all([rows<CornersRow>('photo_corners'), rows<GreysRow>('photo_greys')]);
  return {
    corners: corners.flatMap((row) => {
      const corners = kept('photo_corners.corners', row.corners);
      return corners ? [{ at: row.setAt, from: row.cornersFrom, corners }] : []; // null: they were taken back
    }),
    greys: greys.map((row) => ({
      at: row.setAt,
      card: row.card !== null,
      greys: kept('photo_greys.greys', row.greys),
    })),
  };
}

import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { NO_VERSION } from '../../contract';
import { newest, type CornersRow, type PaintingRow, type PhotoRow, type ReferenceRow } from './rows';

// What is kept as a history is named by its newest row, what is kept as one row by a digest of what may change in it.

const digest = (value: unknown) => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 16);
export const idOf = (row: { id: string } | undefined): string => row?.id ?? NO_VERSION;

export const paintingVersion = ({ title, widthMm, heightMm, drewMe, setUp }: PaintingRow): string =>
  digest([title, widthMm, heightMm, drewMe, setUp]);
export const referenceVersion = ({ addedAt: _added, sha256: _file, fileName: _name, ...row }: ReferenceRow): string =>
  digest(row);
export const photoVersion = ({ role, lightFrom, lamp, surface, room, hour, covered, aside, insisted }: PhotoRow) =>
  digest([role, lightFrom, lamp, surface, room, hour, covered, aside, insisted]);
export const findingVersion = (readingId: string, decisionId: string | null): string =>
  `${readingId}.${decisionId ?? NO_VERSION}`;

/**
 * The corners a change may be late for. Corners that were found are no word of the painter's: showing them better is
 * late for nothing. Once
 * they were shown, whatever was put in their place counts.
 */
export const shownCorners = async (db: Knex, photoId: string): Promise<CornersRow | undefined> => {
  const given: unknown = await db('photo_corners').where({ photoId, cornersFrom: 'given' }).first('id');
  return given ? newest<CornersRow>(db, 'photo_corners', photoId) : undefined;
};

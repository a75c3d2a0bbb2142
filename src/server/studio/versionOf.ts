import { createHash } from 'node:crypto';
import { NO_VERSION } from '../../contract';
import type { PaintingRow, PhotoRow, ReferenceRow } from './rows';

// What is kept as a history is named by its newest row, what is kept as one row by a digest of what may change in it.

const digest = (value: unknown) => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 16);
export const idOf = (row: { id: string } | undefined): string => row?.id ?? NO_VERSION;

export const paintingVersion = ({ title, widthMm, heightMm, drewMe, setUp }: PaintingRow): string =>
  digest([title, widthMm, heightMm, drewMe, setUp]);
export const referenceVersion = ({ addedAt: _added, sha256: _file, fileName: _name, ...row }: ReferenceRow): string =>
  digest(row);
export const photoVersion = ({ role, lightFrom, lamp, surface, room, hour, covered, aside }: PhotoRow): string =>
  digest([role, lightFrom, lamp, surface, room, hour, covered, aside]);
export const findingVersion = (readingId: string, decisionId: string | null): string =>
  `${readingId}.${decisionId ?? NO_VERSION}`;

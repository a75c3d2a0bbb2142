import type { Knex } from 'knex';
import { EMPTY_PLAN, SetUp, type Crop, type Plan, type PlanContent, type Reference } from '../../contract';
import type { ImageRow, PaintingRow, PlanRow, ReferenceRow } from './rows';
import { referenceVersion } from './versionOf';

export const governingReference = async (db: Knex, paintingId: string) =>
  (await db('reference').where({ paintingId, governs: 1 }).orderBy('rowid', 'desc').first()) as
    ReferenceRow | undefined;
export const governingPlan = async (db: Knex, paintingId: string) =>
  (await db('plan').where({ paintingId }).orderBy('version', 'desc').first()) as PlanRow | undefined;

/** A crop as kept: a bare box before crops could be turned. */
export function cropOf(text: string): Crop {
  const kept = JSON.parse(text) as Crop | Crop['box'];
  return 'box' in kept ? kept : { box: kept, turn: 0, print: null };
}

export const contentOf = ({ content }: PlanRow): PlanContent => ({
  ...EMPTY_PLAN,
  ...(JSON.parse(content) as Partial<PlanContent>),
});

export const planOf = (row: PlanRow): Plan => ({
  ...contentOf(row),
  id: row.id,
  version: row.version,
  createdAt: row.createdAt,
  crop: cropOf(row.crop),
});

export const imageOf = async (db: Knex, sha256: string) => (await db('image').where({ sha256 }).first()) as ImageRow;

/** What holds for the whole painting, as kept. */
export const setUpOf = ({ setUp }: PaintingRow): SetUp => SetUp.parse(JSON.parse(setUp || '{}'));

type Sized = ReferenceRow & Pick<ImageRow, 'width' | 'height'>;
const sized = (db: Knex) =>
  db('reference')
    .join('image', 'image.sha256', 'reference.sha256')
    .select('reference.*', 'image.width', 'image.height');

function referenceIn({ width, height, ...row }: Sized): Reference {
  return {
    id: row.id,
    version: referenceVersion(row),
    fileName: row.fileName,
    width,
    height,
    crop: cropOf(row.crop),
    crops: JSON.parse(row.crops),
    governs: row.governs === 1,
    purpose: row.purpose,
    note: row.note,
    source: row.source,
    permission: row.permission,
    hour: row.hour,
    place: row.place ? JSON.parse(row.place) : null,
    addedAt: row.addedAt,
  };
}

/** All references in use, the main one first. */
export async function referencesOf(db: Knex, paintingId: string): Promise<Reference[]> {
  const rows = (await sized(db).where({ paintingId, aside: 0 }).orderBy('reference.rowid')) as Sized[];
  return rows.map(referenceIn).sort((a, b) => Number(b.governs) - Number(a.governs));
}

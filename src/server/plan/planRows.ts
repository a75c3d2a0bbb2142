import type { Knex } from 'knex';
import { type SetUp, type Crop, type Plan, type PlanContent, type Reference } from '../../contract';
import { kept, keptOr } from '../studio/kept';
import type { ImageRow, PaintingRow, PlanRow, ReferenceRow } from '../studio/rows';
import { referenceVersion } from '../studio/versionOf';

export const governingReference = async (db: Knex, paintingId: string) =>
  (await db('reference').where({ paintingId, governs: 1 }).orderBy('rowid', 'desc').first()) as
    ReferenceRow | undefined;
export const governingPlan = async (db: Knex, paintingId: string) =>
  (await db('plan').where({ paintingId }).orderBy('version', 'desc').first()) as PlanRow | undefined;

/** A crop as kept. */
export const cropOf = (text: string): Crop => kept('reference.crop', text);

/** What a plan says, with the names of masses by their numbers as plans of the first versions had them. */
export const contentOf = ({ content }: PlanRow): PlanContent & { readonly names?: Readonly<Record<string, string>> } =>
  kept('plan.content', content);

export const planFromRow = (row: PlanRow): Plan => ({
  ...contentOf(row),
  id: row.id,
  version: row.version,
  createdAt: row.createdAt,
  crop: cropOf(row.crop),
});

export const imageOf = async (db: Knex, sha256: string) => (await db('image').where({ sha256 }).first()) as ImageRow;

/** What holds for the whole painting, as kept. */
export const setUpOf = ({ setUp }: PaintingRow): SetUp => kept('painting.setUp', setUp || '{}');

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
    crops: kept('reference.crops', row.crops),
    governs: row.governs === 1,
    purpose: row.purpose,
    note: row.note,
    source: row.source,
    permission: row.permission,
    hour: row.hour,
    place: keptOr('reference.place', row.place, null),
    addedAt: row.addedAt,
  };
}

/** All references in use, the main one first. */
export async function referencesOf(db: Knex, paintingId: string): Promise<Reference[]> {
  const rows = (await sized(db).where({ paintingId, aside: 0 }).orderBy('reference.rowid')) as Sized[];
  return rows.map(referenceIn).sort((a, b) => Number(b.governs) - Number(a.governs));
}

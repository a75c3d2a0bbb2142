import type { Knex } from 'knex';
import { EMPTY_PLAN, type BodyOf, type PaintingDetail, type Plan, type PlanContent } from '../../contract';
import { placeInWords } from '../../core/words';
import type { Point } from '../../core/raster';
import { InputError } from '../images/inputError';
import { journaled, type Hold } from '../journal/journal';
import { mapPlan } from './carryPlan';
import { describePainting } from '../painting/describe';
import { contentOf, governingPlan, governingReference, planFromRow } from './planRows';
import { planTask } from './planTask';
import { rowOf, type PaintingRow, type PlanRow, type ReferenceRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

interface PlanChange {
  readonly reference: ReferenceRow;
  readonly change?: BodyOf<'changePlan'>;
  /** where a point of the last plan lies now; null = nothing of it is carried over */
  readonly carry?: ((at: Point) => Point) | null;
}

/** What a plan keeps when another picture governs: nothing that stands on a place or on the old picture's values. */
const ofAnotherPicture = ({ key, masses, palette }: PlanContent): PlanContent => ({
  ...EMPTY_PLAN,
  key: { ...key, kind: key.kind === 'curve' ? 'absolute' : key.kind, knots: [] },
  masses,
  palette,
});

/** Plans are never changed, only followed by the next version. @returns its number */
export async function addPlanVersion(
  { trx, touch }: Hold,
  { world }: Studio,
  { reference, change, carry }: PlanChange,
): Promise<number> {
  await touch('plan', reference.paintingId);
  const last = await governingPlan(trx, reference.paintingId);
  const before = last ? contentOf(last) : EMPTY_PLAN;
  const carried = carry === null ? ofAnotherPicture(before) : carry ? mapPlan(before, carry) : before;
  const content = { ...carried, ...change } as PlanContent;
  checked(content);
  const row: PlanRow = {
    id: world.newId(),
    paintingId: reference.paintingId,
    referenceId: reference.id,
    version: (last?.version ?? 0) + 1,
    crop: reference.crop,
    content: JSON.stringify(content),
    createdAt: world.now().toISOString(),
  };
  await trx('plan').insert(row);
  return row.version;
}

function checked({ key, governing, drawings }: PlanContent): void {
  if (key.kind === 'curve' && key.knots.length < 2)
    throw new InputError(
      'key',
      `A key of your own needs at least two knots; it has ${key.knots.length}. The plan before it is kept.`,
    );
  if (governing && !drawings.some(({ id }) => id === governing))
    throw new InputError(
      'drawing',
      'The drawing that should govern is not among the kept ones. The plan before it is kept.',
    );
}

const noReference = () =>
  new InputError('no-reference', 'This painting has no reference yet. Add the picture it is painted from first.', 409);

export async function referenceOrRefusal(db: Knex, paintingId: string): Promise<ReferenceRow> {
  await rowOf<PaintingRow>(db, 'painting', paintingId);
  const reference = await governingReference(db, paintingId);
  if (!reference) throw noReference();
  return reference;
}

export async function changePlan(
  studio: Studio,
  paintingId: string,
  change: BodyOf<'changePlan'>,
): Promise<PaintingDetail> {
  const reference = await referenceOrRefusal(studio.db, paintingId);
  const said = (version: number) => ({ what: 'plan', version }) as const;
  await journaled(studio, { paintingId, said }, (hold) => addPlanVersion(hold, studio, { reference, change }));
  return describePainting(studio.db, paintingId);
}

/** Every version, newest first, with how many readings name it. */
export async function listPlans({ db }: Studio, paintingId: string): Promise<(Plan & { readings: number })[]> {
  await rowOf<PaintingRow>(db, 'painting', paintingId);
  const rows = (await db('plan').where({ paintingId }).orderBy('version', 'desc')) as PlanRow[];
  return Promise.all(
    rows.map(async (row) => {
      const { n } = (await db('reading').where({ planId: row.id }).count({ n: '*' }).first()) as { n: number };
      return { ...planFromRow(row), readings: Number(n) };
    }),
  );
}

/** The governing plan, or a change to it, as a worker needs it. */
async function planOrRefusal(studio: Studio, paintingId: string, change?: Partial<PlanContent>) {
  const plan = await planTask(studio, await rowOf<PaintingRow>(studio.db, 'painting', paintingId), change);
  if (!plan) throw noReference();
  return plan;
}

/**
 * The edges of the governing plan, or of a change to it that is not kept.
 * @throws InputError without a reference, or where the change cannot be planned
 */
export async function edgePlanOf(studio: Studio, paintingId: string, change: Partial<PlanContent>) {
  const { content, task } = await planOrRefusal(studio, paintingId, change);
  checked(content);
  const { edges } = await studio.crew.run('edges', { plan: task });
  return edges;
}

/**
 * The masses of the governing plan, named by the painter or else by their place.
 * @throws InputError without a reference
 */
export async function massesOf(studio: Studio, paintingId: string) {
  const { content, task } = await planOrRefusal(studio, paintingId);
  const { marks } = content;
  const { masses } = await studio.crew.run('masses', { plan: task, points: marks.map(({ at }) => at) });
  return masses.map(({ points, ...mass }) => {
    const mark = marks[points[0] ?? -1];
    return { ...mass, name: mark?.name || placeInWords(mass.centre), family: mark?.family ?? mass.family };
  });
}

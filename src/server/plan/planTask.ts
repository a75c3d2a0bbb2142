import type { Knex } from 'knex';
import type { PlanContent } from '../../contract';
import { planRequest, planSaid } from '../../core/plan';
import type { PlanTask } from '../jobs/tasks';
import { groundOf } from '../photo/groundRows';
import { laidPlan } from './carryPlan';
import { contentOf, cropOf, governingPlan, governingReference, setUpOf } from './planRows';
import type { PaintingRow, ReferenceRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

const pixelsFor = (db: Knex, ids: readonly string[]) => db('reference').whereIn('id', ids) as Promise<ReferenceRow[]>;

/** What a worker needs to know of the governing plan, or of a change to it; null without a reference. */
export async function planTask({ db, files }: Studio, painting: PaintingRow, change: Partial<PlanContent> = {}) {
  const [row, reference] = await Promise.all([governingPlan(db, painting.id), governingReference(db, painting.id)]);
  if (!row || !reference) return null;
  const stored = ({ sha256, fileName }: ReferenceRow) => ({ path: files.originalPath(sha256), name: fileName });
  const canvas = { widthMm: painting.widthMm, heightMm: painting.heightMm };
  const kept = { ...contentOf(row), ...change };
  const content = laidPlan(kept, canvas);
  const wanted = content.departures.flatMap(({ change }) => (change.kind === 'added' ? [change.referenceId] : []));
  const task: PlanTask = {
    ...planRequest(kept, { crop: cropOf(row.crop), canvas }),
    ...planSaid(content),
    reference: stored(reference),
    judging: { viewingM: setUpOf(painting).viewingM, wishes: content.edges },
    added: (await pixelsFor(db, wanted)).map((one) => ({ id: one.id, picture: stored(one) })),
    ground: (await groundOf(db, painting.id)).colour,
  };
  return { row, content, task };
}

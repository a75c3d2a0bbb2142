import type { Knex } from 'knex';
import { keyChoiceOf } from '../../contract';
import { TOLERANCE_MM, type Departure } from '../../core/plan';
import type { PlanTask } from '../jobs/tasks';
import { groundOf } from './groundRows';
import { contentOf, cropOf, governingPlan, governingReference } from './planRows';
import type { PaintingRow, ReferenceRow } from './rows';
import type { Studio } from './studio';

const pixelsFor = (db: Knex, ids: readonly string[]) => db('reference').whereIn('id', ids) as Promise<ReferenceRow[]>;

/** What a worker needs to know of the governing plan; null without a reference. */
export async function planTask({ db, files }: Studio, painting: PaintingRow) {
  const [row, reference] = await Promise.all([governingPlan(db, painting.id), governingReference(db, painting.id)]);
  if (!row || !reference) return null;
  const content = contentOf(row);
  const { key, departures, pins, passages, focal, marks, tolerance } = content;
  const stored = ({ sha256, fileName }: ReferenceRow) => ({ path: files.originalPath(sha256), name: fileName });
  const wanted = departures.flatMap(({ change }) => (change.kind === 'added' ? [change.referenceId] : []));
  const drawing = content.drawings.find(({ id }) => id === content.governing) ?? content;
  const task: PlanTask = {
    reference: stored(reference),
    crop: cropOf(row.crop),
    canvas: { widthMm: painting.widthMm, heightMm: painting.heightMm },
    key: keyChoiceOf(key),
    paint: { darkest: key.darkest, white: key.white },
    count: drawing.masses,
    edits: drawing.edits,
    departures: departures.map(({ where, change }): Departure => ({ where, change })),
    pins,
    added: (await pixelsFor(db, wanted)).map((one) => ({ id: one.id, picture: stored(one) })),
    ground: (await groundOf(db, painting.id)).colour,
    passages: passages.map(({ where, label }) => ({ where, label })),
    focal,
    loose: marks.filter((mark) => mark.loose).map(({ at }) => at),
    toleranceMm: TOLERANCE_MM[tolerance],
    split: content.pattern.split,
    tones: content.pattern.tones,
    splits: content.pattern.splits,
    variation: marks.flatMap(({ at, variation }) => (variation ? [{ at, is: variation }] : [])),
    rests: marks.flatMap(({ at, on }) => (on ? [{ at, on }] : [])),
    groups: marks.filter(({ group }) => group !== '').map(({ at, group }) => ({ at, group })),
    families: marks.flatMap(({ at, family }) => (family ? [{ at, family }] : [])),
  };
  return { row, content, task };
}

import type { Knex } from 'knex';
import { subDays } from 'date-fns';
import { correctionsOf } from '../correction/correctionsOf';
import type { DeedRow } from '../journal/journal';
import { deletionsIn, isAway, KEPT_DAYS } from '../painting/putAway';
import { kept } from '../studio/kept';
import type { CorrectionRow } from '../studio/rows';

const SETS_OF_PHOTO = [
  ...['corners', 'greys', 'areas', 'landmarks', 'seated'].map((set) => `photo_${set}`),
  'impression',
];

const idsOf = async (trx: Knex, table: string, column: string, of: readonly string[]): Promise<string[]> => {
  const rows = (await trx(table)
    .whereIn(column, [...of])
    .select('id')) as { id: string }[];
  return rows.map(({ id }) => id);
};
const dropRows = (trx: Knex, table: string, column: string, of: readonly string[]) =>
  trx(table)
    .whereIn(column, [...of])
    .delete();

async function dropCorrections(trx: Knex, ids: readonly string[]): Promise<void> {
  await trx('decision')
    .whereIn('correctionId', [...ids])
    .update({ correctionId: null });
  await dropRows(trx, 'correction_check', 'correctionId', ids);
  await dropRows(trx, 'correction', 'id', ids);
}

/** What was taken from findings that go is on the list in the words it was taken in. */
async function keepWords(trx: Knex, findings: readonly string[]): Promise<void> {
  const rows = (await trx('correction').whereIn('findingId', [...findings])) as CorrectionRow[];
  for (const { id, words } of await correctionsOf(trx, rows))
    await trx('correction').where({ id }).update({ words, findingId: null });
}

async function dropPhotos(trx: Knex, ids: readonly string[]): Promise<void> {
  const readings = await idsOf(trx, 'reading', 'photoId', ids);
  const findings = await idsOf(trx, 'finding', 'readingId', readings);
  await keepWords(trx, findings);
  await dropRows(trx, 'decision', 'findingId', findings);
  await dropRows(trx, 'correction_check', 'readingId', readings);
  for (const table of ['finding', 'mass_reading']) await dropRows(trx, table, 'readingId', readings);
  for (const table of ['reading', ...SETS_OF_PHOTO]) await dropRows(trx, table, 'photoId', ids);
  const digests = (await trx('photo')
    .whereIn('id', [...ids])
    .pluck('sha256')) as string[];
  await dropRows(trx, 'photo', 'id', ids);
  // What came through the inbox is named there, too, for as long as it is in use anywhere.
  const used = trx('photo').whereIn('sha256', digests).select('sha256');
  await trx('arrival').whereIn('sha256', digests).where({ state: 'sorted' }).whereNotIn('sha256', used).delete();
}

async function dropSessions(trx: Knex, ids: readonly string[]): Promise<void> {
  await dropCorrections(trx, await idsOf(trx, 'correction', 'sessionId', ids));
  await dropPhotos(trx, await idsOf(trx, 'photo', 'sessionId', ids));
  await dropRows(trx, 'session', 'id', ids);
}

/** A reference that a plan was made from stays: the plan is what readings were read against. */
async function dropReference(trx: Knex, id: string): Promise<void> {
  const planned: unknown = await trx('plan').where({ referenceId: id }).first('id');
  if (!planned) await dropRows(trx, 'reference', 'id', [id]);
}

async function dropPainting(trx: Knex, id: string): Promise<void> {
  await dropSessions(trx, await idsOf(trx, 'session', 'paintingId', [id]));
  for (const table of ['plan', 'reference', 'painting_ground', 'easel', 'deed'])
    await dropRows(trx, table, 'paintingId', [id]);
  await dropRows(trx, 'painting', 'id', [id]);
}

const DROPS: Readonly<Record<string, (trx: Knex, id: string) => Promise<void>>> = {
  painting: dropPainting,
  session: (trx, id) => dropSessions(trx, [id]),
  photo: (trx, id) => dropPhotos(trx, [id]),
  reference: dropReference,
};

async function forget(trx: Knex, { id: deedId, parts, said }: DeedRow): Promise<void> {
  // A crop is a few numbers in its reference, and went when it was deleted.
  const [main] = kept('deed.said', said).what === 'crop-deleted' ? [] : kept('deed.parts', parts);
  if (main) {
    await DROPS[main.thing]?.(trx, main.id);
    // What was done to it can no longer be undone.
    await trx('deed').where('parts', 'like', `%${main.id}%`).update({ settled: 1 });
  }
  await trx('deed').where({ id: deedId }).update({ settled: 1 });
}

/**
 * Forgets what was deleted thirty days ago and not brought back: its rows go, and nothing names its originals any more,
 * so that they are set aside with the others of that kind.
 * @returns how many deletions became final
 */
export async function forgetDeleted(db: Knex, now: Date): Promise<number> {
  const before = subDays(now, KEPT_DAYS).toISOString();
  const over = (await deletionsIn(db)).filter(({ doneAt }) => doneAt < before);
  let many = 0;
  for (const row of over)
    await db.transaction(async (trx) => {
      if (!(await isAway(trx, row))) return;
      await forget(trx, row);
      many++;
    });
  return many;
}

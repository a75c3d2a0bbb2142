import type { Knex } from 'knex';
import { addDays, subDays } from 'date-fns';
import type { Deleted, PutAway } from '../../contract';
import { deletedInWords, DELETIONS, STUDIO_TEXT, type Deed } from '../../core/words';
import { InputError } from '../images/inputError';
import { journaled, stateOf, type DeedRow, type Hold, type Part } from '../journal/journal';
import { sameState, THINGS } from '../journal/things';
import { journalOf } from '../journal/undoing';
import { kept } from '../studio/kept';
import { ASIDE, DELETED, rowOf, type ReferenceRow } from '../studio/rows';
import type { Studio } from '../studio/studio';
import { describeStudio } from '../studio/studioList';

/** Days for which what was deleted can be brought back. */
export const KEPT_DAYS = 30;

/** A deletion, with the title of the painting it belongs to; null = it is of a painting itself. */
type Deletion = DeedRow & { readonly title: string | null };

/** What a deletion is about, by name: of what was deleted, brought back and deleted again, the last time counts. */
const aboutIn = (row: DeedRow): string => {
  const { thing, id, before, after } = mainOf(row);
  const crops = saidOf(row).what === 'crop-deleted' ? cropsLost({ before, after }).map(({ name }) => name) : [];
  return JSON.stringify([thing, id, ...crops]);
};

/**
 * The deletions that are in force, newest first, each with what it took away: one a thing; of a deleted painting only
 * its own.
 */
export async function deletionsIn(db: Knex): Promise<Deletion[]> {
  const rows = (await db('deed')
    .leftJoin('painting', 'painting.id', 'deed.paintingId')
    .whereNull('deed.undoneAt')
    .whereRaw(`json_extract(deed.said, '$.what') IN (${DELETIONS.map(() => '?').join()})`, DELETIONS)
    .where((of) => void of.whereNull('painting.id').orWhere('painting.aside', '<', DELETED))
    .orderBy('deed.rowid', 'desc')
    .select('deed.*', 'painting.title')) as Deletion[];
  const about = rows.map(aboutIn);
  return rows.filter((_, i) => about.indexOf(about[i] ?? '') === i);
}

/** Whether what a deletion took away is still away. */
export async function isAway(db: Knex, row: DeedRow): Promise<boolean> {
  const { thing, id, before, after } = mainOf(row);
  const now = await stateOf(db, thing, id);
  if (thing !== 'reference' || saidOf(row).what !== 'crop-deleted') return sameState(thing, now, after);
  // A crop is one of a list: it is away as long as none of its name is there.
  const here = now ? namesOf(String(now.crops)) : null;
  return here !== null && cropsLost({ before, after }).every(({ name }) => !here.includes(name));
}

/** What a deletion is about: the first thing it names. */
function mainOf({ parts }: DeedRow): Part {
  const [main] = kept('deed.parts', parts);
  if (!main) throw new Error('a deed without parts is not kept');
  return main;
}
const saidOf = ({ said }: DeedRow): Deed => kept('deed.said', said) as Deed;
const cropsIn = (crops: unknown) => kept('reference.crops', String(crops));
const namesOf = (crops: unknown) => cropsIn(crops).map(({ name }) => name);
const cropsLost = ({ before, after }: Pick<Part, 'before' | 'after'>) => {
  const left = namesOf(after?.crops ?? '[]');
  return cropsIn(before?.crops ?? '[]').filter(({ name }) => !left.includes(name));
};

function deletedIn({ id, said, parts, doneAt, title }: Deletion): Deleted {
  const photo = kept('deed.parts', parts).find(({ thing }) => thing === 'photo');
  return {
    id,
    words: deletedInWords(kept('deed.said', said) as Deed),
    painting: title,
    photoId: photo?.id ?? null,
    at: doneAt,
    until: addDays(doneAt, KEPT_DAYS).toISOString(),
  };
}

/** What is in the archive, and what was deleted and can be brought back. */
export async function listPutAway({ db, world }: Studio): Promise<PutAway> {
  const since = subDays(world.now(), KEPT_DAYS).toISOString();
  const deleted: Deleted[] = [];
  for (const row of await deletionsIn(db))
    if (row.doneAt >= since && (await isAway(db, row))) deleted.push(deletedIn(row));
  return { archived: await describeStudio(db, ASIDE), deleted, journal: await journalOf(db, null) };
}

async function cropBack({ trx, touch }: Hold, part: Part): Promise<void> {
  const { crops } = await rowOf<ReferenceRow>(trx, 'reference', part.id);
  await touch('reference', part.id);
  await trx('reference')
    .where({ id: part.id })
    .update({ crops: JSON.stringify([...cropsIn(crops), ...cropsLost(part)]) });
}

/**
 * Brings back what a deletion took away, whatever was done since.
 * @throws InputError where it is back already, or its days are over
 */
export async function bringBack(studio: Studio, deedId: string): Promise<PutAway> {
  const { db, world } = studio;
  const row = (await deletionsIn(db)).find(({ id }) => id === deedId);
  const since = subDays(world.now(), KEPT_DAYS).toISOString();
  if (!row || row.doneAt < since || !(await isAway(db, row)))
    throw new InputError('not-deleted', STUDIO_TEXT.notDeleted, 409);
  const parts = kept('deed.parts', row.parts);
  const name = deletedInWords(saidOf(row));
  await journaled(studio, { paintingId: row.paintingId, said: { what: 'brought-back', name } }, async (hold) => {
    const { trx, touch } = hold;
    if (saidOf(row).what === 'crop-deleted') return cropBack(hold, mainOf(row));
    for (const { thing, id, before, after } of parts) {
      if (!sameState(thing, await stateOf(trx, thing, id), after)) continue; // changed since by other means
      await touch(thing, id);
      await THINGS[thing].put(trx, id, { state: before, world });
    }
  });
  return listPutAway(studio);
}

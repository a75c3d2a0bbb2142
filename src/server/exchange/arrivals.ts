import type { ResponseOf } from '../../contract';
import { InputError } from '../images/inputError';
import { journaled } from '../journal/journal';
import { journalOf } from '../journal/undoing';
import { cleanName, keepPicture, type Arrived } from '../photo/keepPicture';
import type { ArrivalRow } from '../studio/rows';
import { rowOf } from '../studio/rows';
import { sortKept } from './sorting';
import type { Studio } from '../studio/studio';

type Arrival = ResponseOf<'listArrivals'>['waiting'][number];

/** Keeps a picture that came by itself as unsorted. One that is here already, sorted or not, is left as it is. */
export async function keepArrival(
  studio: Studio,
  { name, path, modified }: Arrived & { modified: Date },
): Promise<void> {
  const { db, world, files, crew } = studio;
  const fileName = cleanName(name);
  const { sha256 } = await keepPicture(studio, { name: fileName, path });
  const { day } = await crew.run('taken', { picture: { path: files.originalPath(sha256), name: fileName } });
  const row: ArrivalRow = {
    id: world.newId(),
    sha256,
    fileName,
    day: day ?? modified.toISOString().slice(0, 10),
    problem: null,
    state: 'unsorted',
    addedAt: world.now().toISOString(),
  };
  await db.transaction(async (trx) => {
    const known: unknown =
      (await trx('arrival').where({ sha256 }).first('id')) ?? (await trx('photo').where({ sha256 }).first('id'));
    if (!known) await trx('arrival').insert(row);
  });
}

/** Remembers that a file could not be taken in, and why; said once for each name and day. */
export async function keepRefused(
  { db, world }: Studio,
  { name, words, modified }: { name: string; words: string; modified: Date },
): Promise<void> {
  const fileName = cleanName(name);
  const day = modified.toISOString().slice(0, 10);
  if (await db('arrival').where({ fileName, day, sha256: null }).first()) return;
  await db('arrival').insert({
    id: world.newId(),
    sha256: null,
    fileName,
    day,
    problem: words,
    state: 'unsorted',
    addedAt: world.now().toISOString(),
  } satisfies ArrivalRow);
}

const FEW = 3; // files that could not be taken in are named one by one up to here

/** What could not be taken in: one by one while they are few, else one line for all. */
async function refusedOf(db: Studio['db']): Promise<Arrival[]> {
  const waiting = () => db('arrival').where({ state: 'unsorted', sha256: null });
  const { n } = (await waiting().count({ n: '*' }).first()) as { n: number };
  const first = (await waiting().orderBy('rowid').limit(FEW)) as ArrivalRow[];
  const lines = first.map(({ id, fileName, day, problem }): Arrival => ({
    id,
    fileName,
    day,
    problem,
    width: null,
    height: null,
    many: 1,
  }));
  const [one] = lines;
  if (n <= FEW || !one) return lines;
  const names = lines.map(({ fileName }) => fileName).join(', ');
  const problem = `${n} files could not be taken in, among them ${names}. They are left where they are. Of the first: ${one.problem}`;
  return [{ ...one, problem, many: n }];
}

/** What waits to be sorted, oldest day first, and the folder it came from. */
export async function listArrivals(studio: Studio): Promise<ResponseOf<'listArrivals'>> {
  const { db, inbox, camera } = studio;
  const rows = (await db('arrival')
    .join('image', 'image.sha256', 'arrival.sha256')
    .where({ state: 'unsorted' })
    .orderBy([{ column: 'day' }, { column: 'arrival.rowid' }])
    .select('arrival.*', 'image.width', 'image.height')) as (ArrivalRow & { width: number; height: number })[];
  const waiting = rows.map(({ id, fileName, day, width, height }): Arrival => ({
    id,
    fileName,
    day,
    problem: null,
    width,
    height,
    many: 1,
  }));
  return { folder: inbox, camera, waiting: [...waiting, ...(await refusedOf(db))], journal: await journalOf(db, null) };
}

/**
 * Puts a waiting photograph into the session of its day; null = it belongs to no painting and is asked about no more.
 */
export async function sortArrival(
  studio: Studio,
  id: string,
  paintingId: string | null,
): Promise<ResponseOf<'sortArrival'>> {
  const { db } = studio;
  const row = await rowOf<ArrivalRow>(db, 'arrival', id);
  if (row.state !== 'unsorted')
    throw new InputError(
      'sorted',
      `${row.fileName} was ${row.state === 'left' ? 'left out' : 'put to a painting'} meanwhile. Nothing was changed.`,
      409,
    );
  if (paintingId === null) await leaveOut(studio, row);
  else if (!row.sha256)
    throw new InputError('not-a-picture', `${row.fileName} could not be taken in: ${row.problem}`, 409);
  else await sortKept(studio, paintingId, { sha256: row.sha256, name: row.fileName, day: row.day, arrivalId: id });
  return listArrivals(studio);
}

/** It is asked about no more. Where one line stands for many, leaving it out leaves out all of them. */
async function leaveOut(studio: Studio, row: ArrivalRow): Promise<void> {
  const { db } = studio;
  const together = row.sha256 === null && (await refusedOf(db)).some(({ id, many }) => id === row.id && many > 1);
  await journaled(
    studio,
    { paintingId: null, said: { what: 'left-out', name: row.fileName } },
    async ({ trx, touch }) => {
      const waiting = () => trx<ArrivalRow>('arrival').where({ state: 'unsorted', sha256: null }).select('id');
      const all = together ? await waiting() : [row];
      for (const { id } of all) await touch('arrival', id);
      await trx('arrival')
        .whereIn(
          'id',
          all.map(({ id }) => id),
        )
        .update({ state: 'left' });
    },
  );
}

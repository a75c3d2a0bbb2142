import type { ResponseOf } from '../../contract';
import { dayTaken } from '../images/takenAt';
import { InputError } from '../images/inputError';
import { imageOf } from './planRows';
import { cleanName, keepPicture } from './keepPicture';
import type { ArrivalRow } from './rows';
import { rowOf } from './rows';
import { sortKept } from './sorting';
import type { Studio } from './studio';

type Arrival = ResponseOf<'listArrivals'>['waiting'][number];

/** Keeps a picture that came by itself as unsorted. One that is here already, sorted or not, is left as it is. */
export async function keepArrival(
  studio: Studio,
  { name, bytes, modified }: { name: string; bytes: Uint8Array; modified: Date },
): Promise<void> {
  const { db, world } = studio;
  const fileName = cleanName(name);
  const { sha256 } = await keepPicture(studio, { name: fileName, bytes });
  const known = (await db('arrival').where({ sha256 }).first()) ?? (await db('photo').where({ sha256 }).first());
  if (known) return;
  await db('arrival').insert({
    id: world.newId(),
    sha256,
    fileName,
    day: (await dayTaken(bytes)) ?? modified.toISOString().slice(0, 10),
    problem: null,
    state: 'unsorted',
    addedAt: world.now().toISOString(),
  } satisfies ArrivalRow);
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

/** What waits to be sorted, oldest day first, and the folder it came from. */
export async function listArrivals(studio: Studio): Promise<ResponseOf<'listArrivals'>> {
  const rows = (await studio.db('arrival').where({ state: 'unsorted' }).orderBy(['day', 'addedAt'])) as ArrivalRow[];
  const waiting = await Promise.all(
    rows.map(async ({ id, fileName, day, problem, sha256 }): Promise<Arrival> => {
      const image = sha256 ? await imageOf(studio.db, sha256) : null;
      return { id, fileName, day, problem, width: image?.width ?? null, height: image?.height ?? null };
    }),
  );
  return { folder: studio.inbox, camera: studio.camera, waiting };
}

/** Puts a waiting photograph into the session of its day; null = it belongs to no painting and is asked about no more. */
export async function sortArrival(
  studio: Studio,
  id: string,
  paintingId: string | null,
): Promise<ResponseOf<'sortArrival'>> {
  const { db } = studio;
  const row = await rowOf<ArrivalRow>(db, 'arrival', id);
  if (paintingId !== null) {
    if (!row.sha256)
      throw new InputError('not-a-picture', `${row.fileName} could not be taken in: ${row.problem}`, 409);
    await sortKept(studio, paintingId, { sha256: row.sha256, name: row.fileName, day: row.day });
  }
  await db('arrival')
    .where({ id })
    .update({ state: paintingId === null ? 'left' : 'sorted' });
  return listArrivals(studio);
}

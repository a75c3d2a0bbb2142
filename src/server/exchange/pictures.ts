import { createHash } from 'node:crypto';
import { InputError } from '../images/inputError';
import { remakePictures } from '../reading/gathering';
import { cropOf, imageOf } from '../plan/planRows';
import { planTask } from '../plan/planTask';
import type { Crop } from '../../contract';
import { cropFits } from '../../core/plan';
import {
  newest,
  rowOf,
  type ArrivalRow,
  type PaintingRow,
  type PhotoRow,
  type ReadingRow,
  type ReferenceRow,
} from '../studio/rows';
import type { Studio } from '../studio/studio';

/** Makes a derived picture unless it is there already; two askers at once do the work once. */
const underWay = new Map<string, Promise<string>>();
async function derived({ files }: Studio, name: string, make: () => Promise<{ jpeg: Uint8Array }>): Promise<string> {
  const path = files.derivedPath(name);
  if (await files.exists(path)) return path;
  const running =
    underWay.get(path) ??
    make()
      .then(({ jpeg }) => files.keepDerived(name, jpeg))
      .finally(() => underWay.delete(path));
  underWay.set(path, running);
  return running;
}

const PREVIEW_PX = 2000;

/** Upright, at most 2000 px, for showing corners on. Path of a JPEG. */
export async function photoPreview(studio: Studio, photoId: string): Promise<string> {
  const { sha256, fileName } = await rowOf<PhotoRow>(studio.db, 'photo', photoId);
  return derived(studio, `preview/${sha256}.jpg`, () =>
    studio.crew.run('preview', {
      picture: { path: studio.files.originalPath(sha256), name: fileName },
      longSide: PREVIEW_PX,
    }),
  );
}

/** The same of a photograph that waits to be sorted. */
export async function arrivalPreview(studio: Studio, arrivalId: string): Promise<string> {
  const { sha256, fileName } = await rowOf<ArrivalRow>(studio.db, 'arrival', arrivalId);
  if (!sha256)
    throw new InputError('not-a-picture', `${fileName} could not be taken in, so there is nothing to show.`, 404);
  return derived(studio, `preview/${sha256}.jpg`, () =>
    studio.crew.run('preview', {
      picture: { path: studio.files.originalPath(sha256), name: fileName },
      longSide: PREVIEW_PX,
    }),
  );
}

export async function referencePreview(studio: Studio, referenceId: string): Promise<string> {
  const { sha256, fileName } = await rowOf<ReferenceRow>(studio.db, 'reference', referenceId);
  return derived(studio, `preview/${sha256}.jpg`, () =>
    studio.crew.run('preview', {
      picture: { path: studio.files.originalPath(sha256), name: fileName },
      longSide: PREVIEW_PX,
    }),
  );
}

/** The reference under a crop (the kept one unless another is tried) at reading size, lossless. Path of a PNG. */
export async function basePicture(studio: Studio, referenceId: string, tried?: Crop): Promise<string> {
  const { db, files, crew } = studio;
  const row = await rowOf<ReferenceRow>(db, 'reference', referenceId);
  const painting = await rowOf<PaintingRow>(db, 'painting', row.paintingId);
  const crop = tried ?? cropOf(row.crop);
  if (!cropFits(crop, await imageOf(db, row.sha256)))
    throw new InputError('crop', 'This crop reaches outside the reference. Nothing was changed. Move it back inside.');
  const { widthMm, heightMm } = painting;
  const name = createHash('sha256')
    .update(JSON.stringify([row.sha256, crop, widthMm, heightMm]))
    .digest('hex');
  return derived(studio, `base/${name}.png`, async () => {
    const reference = { path: files.originalPath(row.sha256), name: row.fileName };
    return { jpeg: (await crew.run('base', { reference, crop, canvas: { widthMm, heightMm } })).png };
  });
}

/** The plan as a picture: reference under its crop and key. */
export async function plannedPicture(studio: Studio, paintingId: string): Promise<string> {
  const painting = await rowOf<PaintingRow>(studio.db, 'painting', paintingId);
  const plan = await planTask(studio, painting);
  if (!plan) throw new InputError('no-reference', 'This painting has no reference yet.', 404);
  const name = createHash('sha256').update(JSON.stringify(plan.task)).digest('hex');
  return derived(studio, `plan/${name}.jpg`, () => studio.crew.run('planned', { plan: plan.task }));
}

const READING_PICTURES = { flat: 'jpg', squared: 'jpg', map: 'png' } as const;
export type ReadingPicture = keyof typeof READING_PICTURES;

/**
 * A picture of a reading, made again where the cache was cleared. Path of a JPEG (flat: the light taken out; squared:
 * as it was) or PNG (map
 * of differences).
 * @throws InputError where it cannot be made any more
 */
export async function readingPicture(studio: Studio, reading: ReadingRow, which: ReadingPicture): Promise<string> {
  const path = studio.files.derivedPath(`${which}/${reading.id}.${READING_PICTURES[which]}`);
  if (await studio.files.exists(path)) return path;
  await remakePictures(studio, reading);
  if (await studio.files.exists(path)) return path;
  throw new InputError(
    'not-read',
    'The picture of this reading is gone, and something it was made from has changed since. Read the photograph again.',
    404,
  );
}

/** The same of a photograph's newest reading. */
export const newestPicture = (which: ReadingPicture) => async (studio: Studio, photoId: string) => {
  const reading = await newest<ReadingRow>(studio.db, 'reading', photoId);
  if (!reading) throw new InputError('not-read', 'This photograph has not been read yet. Read it first.', 404);
  return readingPicture(studio, reading, which);
};

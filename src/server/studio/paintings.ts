import type { Knex } from 'knex';
import type { BodyOf, NewPainting, PaintingDetail } from '../../contract';
import { placeInWords } from '../../core/correct';
import { CROP_TOLERANCE, middleCrop } from '../../core/plan';
import type { Box } from '../../core/raster';
import { InputError } from '../images/inputError';
import { describePainting, governingPlan, governingReference, imageOf } from './describe';
import { cleanName, keepPicture, type Arrived } from './keepPicture';
import { rowOf, type PaintingRow, type PlanRow, type ReferenceRow } from './rows';
import type { Studio } from './studio';

const FIRST_MASSES = 12;

export async function addPainting({ db, world }: Studio, input: NewPainting): Promise<PaintingDetail> {
  const id = world.newId();
  const now = world.now().toISOString();
  await db('painting').insert({ id, ...input, createdAt: now, onEaselSince: now });
  return describePainting(db, id);
}

export async function putOnEasel({ db, world }: Studio, id: string): Promise<PaintingDetail> {
  await rowOf<PaintingRow>(db, 'painting', id);
  await db('painting').where({ id }).update({ onEaselSince: world.now().toISOString() });
  return describePainting(db, id);
}

interface PlanChange {
  readonly reference: ReferenceRow;
  readonly crop?: Box;
  readonly plan?: BodyOf<'changePlan'>;
}

/** Plans are never changed, only followed by the next version. */
async function addPlanVersion(db: Knex, { world }: Studio, { reference, crop, plan }: PlanChange): Promise<void> {
  const last = await governingPlan(db, reference.paintingId);
  const keepsMasses = last !== undefined && last.referenceId === reference.id && crop === undefined;
  const row: PlanRow = {
    id: world.newId(),
    paintingId: reference.paintingId,
    referenceId: reference.id,
    version: (last?.version ?? 0) + 1,
    crop: crop ? JSON.stringify(crop) : reference.crop,
    key: plan?.key ?? last?.key ?? 'absolute',
    masses: plan?.masses ?? last?.masses ?? FIRST_MASSES,
    // Names belong to masses, and masses to one reference under one crop.
    names: JSON.stringify(plan?.names ?? (keepsMasses ? JSON.parse(last.names) : {})),
    createdAt: world.now().toISOString(),
  };
  await db('plan').insert(row);
}

/** Adds the main reference, cropped to the middle of the canvas's proportions until the painter says otherwise. */
export async function addReference(studio: Studio, paintingId: string, arrived: Arrived): Promise<PaintingDetail> {
  const { db, world } = studio;
  const painting = await rowOf<PaintingRow>(db, 'painting', paintingId);
  const name = cleanName(arrived.name);
  const { sha256, width, height } = await keepPicture(studio, { ...arrived, name });
  const reference: ReferenceRow = {
    id: world.newId(),
    paintingId,
    sha256,
    fileName: name,
    crop: JSON.stringify(middleCrop({ width, height }, painting)),
    governs: 1,
    addedAt: world.now().toISOString(),
  };
  await db.transaction(async (trx) => {
    await trx('reference').where({ paintingId }).update({ governs: 0 });
    await trx('reference').insert(reference);
    await addPlanVersion(trx, studio, { reference });
  });
  return describePainting(db, paintingId);
}

async function referenceOrRefusal(db: Knex, paintingId: string): Promise<ReferenceRow> {
  await rowOf<PaintingRow>(db, 'painting', paintingId);
  const reference = await governingReference(db, paintingId);
  if (!reference)
    throw new InputError(
      'no-reference',
      'This painting has no reference yet. Add the picture it is painted from first.',
      409,
    );
  return reference;
}

/** @throws InputError when the crop leaves the picture or has other proportions than the canvas */
export async function cropReference(studio: Studio, paintingId: string, crop: Box): Promise<PaintingDetail> {
  const { db } = studio;
  const painting = await rowOf<PaintingRow>(db, 'painting', paintingId);
  const reference = await referenceOrRefusal(db, paintingId);
  const image = await imageOf(db, reference.sha256);
  const [x, y, w, h] = crop;
  if (x < -0.5 || y < -0.5 || x + w > image.width + 0.5 || y + h > image.height + 0.5) {
    throw new InputError(
      'crop',
      `The crop reaches outside the reference, which is ${image.width} x ${image.height} pixels. The crop before it is kept.`,
    );
  }
  const wanted = painting.widthMm / painting.heightMm;
  if (Math.abs(w / h / wanted - 1) > CROP_TOLERANCE) {
    throw new InputError(
      'proportions',
      `The crop is ${(w / h).toFixed(3)} times as wide as high, the canvas ${wanted.toFixed(3)}. The crop before it is kept. Change one side.`,
    );
  }
  await db.transaction(async (trx) => {
    await trx('reference')
      .where({ id: reference.id })
      .update({ crop: JSON.stringify(crop) });
    await addPlanVersion(trx, studio, { reference, crop });
  });
  return describePainting(db, paintingId);
}

export async function changePlan(
  studio: Studio,
  paintingId: string,
  plan: BodyOf<'changePlan'>,
): Promise<PaintingDetail> {
  const reference = await referenceOrRefusal(studio.db, paintingId);
  await studio.db.transaction((trx) => addPlanVersion(trx, studio, { reference, plan }));
  return describePainting(studio.db, paintingId);
}

/** What a worker needs to know of the governing plan; null without a reference. */
export async function planTask({ db, files }: Studio, painting: PaintingRow) {
  const [plan, reference] = await Promise.all([governingPlan(db, painting.id), governingReference(db, painting.id)]);
  if (!plan || !reference) return null;
  return {
    row: plan,
    task: {
      reference: { path: files.originalPath(reference.sha256), name: reference.fileName },
      crop: JSON.parse(plan.crop) as Box,
      canvas: { widthMm: painting.widthMm, heightMm: painting.heightMm },
      key: plan.key,
      masses: plan.masses,
    },
  };
}

/** The masses of the governing plan, named by the painter or else by their place. @throws InputError without a reference */
export async function massesOf(studio: Studio, paintingId: string) {
  const painting = await rowOf<PaintingRow>(studio.db, 'painting', paintingId);
  const plan = await planTask(studio, painting);
  if (!plan)
    throw new InputError(
      'no-reference',
      'This painting has no reference yet. Add the picture it is painted from first.',
      409,
    );
  const { masses } = await studio.crew.run('masses', { plan: plan.task });
  const names = JSON.parse(plan.row.names) as Record<string, string>;
  return masses.map((mass) => ({ ...mass, name: names[String(mass.id)] || placeInWords(mass.centre) }));
}

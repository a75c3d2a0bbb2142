import type { Knex } from 'knex';
import type { AuditAnswer, BodyOf, Crop, PaintingDetail, Purpose } from '../../contract';
import { valueScale } from '../../core/colour';
import { auditWords, cropBase, cropFits, CROP_TOLERANCE, middleCrop, PAINT_RANGE, plainCrop } from '../../core/plan';
import type { Deed } from '../../core/words';
import { isConvexClockwise } from '../../core/raster';
import { InputError } from '../images/inputError';
import { journaled, type Hold } from '../journal/journal';
import { carryBetween } from './carryPlan';
import { describePainting } from '../painting/describe';
import { cleanName, keepPicture, type Arrived } from '../photo/keepPicture';
import { kept, keptOr } from '../studio/kept';
import { contentOf, cropOf, governingPlan, governingReference, imageOf, setUpOf } from './planRows';
import { addPlanVersion } from './plans';
import { ASIDE, DELETED, IN_USE, rowOf, type PaintingRow, type ReferenceRow } from '../studio/rows';
import { getSettings } from '../studio/settings';
import type { Studio } from '../studio/studio';

async function arrive(
  studio: Studio,
  paintingId: string,
  { arrived, purpose }: { arrived: Arrived; purpose: Purpose },
): Promise<ReferenceRow> {
  const painting = await rowOf<PaintingRow>(studio.db, 'painting', paintingId);
  const name = cleanName(arrived.name);
  const { sha256, width, height } = await keepPicture(studio, { ...arrived, name });
  return {
    id: studio.world.newId(),
    paintingId,
    sha256,
    fileName: name,
    crop: JSON.stringify(plainCrop(middleCrop({ width, height }, painting))),
    governs: 0,
    addedAt: studio.world.now().toISOString(),
    purpose,
    note: '',
    source: '',
    permission: '',
    hour: null,
    place: null,
    crops: '[]',
    aside: 0,
  };
}

/** The same picture in use for the same purpose: a form that was sent twice brings one reference. */
const sameReference = async (trx: Knex, { paintingId, sha256, purpose }: ReferenceRow) =>
  (await trx('reference').where({ paintingId, sha256, purpose, aside: 0 }).first()) as ReferenceRow | undefined;

/** Makes a reference the main one; what another one's plan said of places is not carried over. */
async function govern({ trx, touch }: Hold, studio: Studio, row: ReferenceRow): Promise<void> {
  const { paintingId } = row;
  const before = (await trx('reference').where({ paintingId, governs: 1 }).select('id')) as { id: string }[];
  for (const { id } of [...before, row]) await touch('reference', id);
  await trx('reference').where({ paintingId, governs: 1 }).update({ governs: 0, purpose: 'earlier version' });
  await trx('reference').where({ id: row.id }).update({ governs: 1, purpose: 'main', aside: 0 });
  await addPlanVersion({ trx, touch }, studio, { reference: row, carry: null });
}

/** Adds the main reference, cropped to the middle of the canvas's proportions until the painter says otherwise. */
export async function addReference(studio: Studio, paintingId: string, arrived: Arrived): Promise<PaintingDetail> {
  const row = await arrive(studio, paintingId, { arrived, purpose: 'main' });
  const said = { what: 'reference-added', name: row.fileName } as const;
  await journaled(studio, { paintingId, said }, async ({ trx, touch }) => {
    const known = await sameReference(trx, row);
    if (known?.governs) return;
    await touch('reference', (known ?? row).id);
    if (!known) await trx('reference').insert(row);
    await govern({ trx, touch }, studio, known ?? row);
  });
  return describePainting(studio.db, paintingId);
}

/** Adds another reference beside the main one; where there is none, it becomes it. */
export async function addFurtherReference(
  studio: Studio,
  paintingId: string,
  { arrived, purpose }: { arrived: Arrived; purpose: Purpose },
): Promise<PaintingDetail> {
  if (!(await governingReference(studio.db, paintingId))) return addReference(studio, paintingId, arrived);
  const row = await arrive(studio, paintingId, { arrived, purpose });
  const said = { what: 'reference-added', name: row.fileName } as const;
  await journaled(studio, { paintingId, said }, async ({ trx, touch }) => {
    if (await sameReference(trx, row)) return;
    await touch('reference', row.id);
    await trx('reference').insert(row);
  });
  return describePainting(studio.db, paintingId);
}

/** @throws InputError when a crop leaves its picture or has other proportions than the canvas */
function checkCrop(crop: Crop, picture: { width: number; height: number }, { widthMm, heightMm }: PaintingRow): void {
  if (crop.print && !isConvexClockwise(crop.print))
    throw new InputError(
      'print',
      'The corners of the print cross or run the wrong way round. The crop before it is kept. Drag them to its corners, clockwise from its top left.',
    );
  if (!cropFits(crop, picture)) {
    const { width, height } = cropBase(crop, picture);
    throw new InputError(
      'crop',
      `The crop reaches outside the reference, which is ${Math.round(width)} x ${Math.round(height)} pixels. The crop before it is kept.`,
    );
  }
  const [, , w, h] = crop.box;
  const wanted = widthMm / heightMm;
  if (Math.abs(w / h / wanted - 1) > CROP_TOLERANCE) {
    throw new InputError(
      'proportions',
      `The crop is ${(w / h).toFixed(3)} times as wide as high, the canvas ${wanted.toFixed(3)}. The crop before it is kept. Change one side.`,
    );
  }
}

async function recrop(
  { trx, touch }: Hold,
  studio: Studio,
  { row, crop, painting }: { row: ReferenceRow; crop: Crop; painting: PaintingRow },
) {
  const picture = await imageOf(trx, row.sha256);
  checkCrop(crop, picture, painting);
  const next = { ...row, crop: JSON.stringify(crop) };
  await trx('reference').where({ id: row.id }).update({ crop: next.crop });
  if (!row.governs) return;
  const carry = carryBetween(picture, { crop: cropOf(row.crop), canvas: painting }, { crop, canvas: painting });
  await addPlanVersion({ trx, touch }, studio, { reference: next, carry });
}

/** Deletes a reference that is not the main one. @throws InputError for the main one */
export async function deleteReference(studio: Studio, referenceId: string): Promise<PaintingDetail> {
  const { paintingId, governs, fileName } = await rowOf<ReferenceRow>(studio.db, 'reference', referenceId);
  if (governs) throw governing();
  const deed = { paintingId, said: { what: 'reference-deleted', name: fileName } } as const;
  await journaled(studio, deed, async ({ trx, touch }) => {
    await touch('reference', referenceId);
    await trx('reference').where({ id: referenceId }).update({ aside: DELETED });
  });
  return describePainting(studio.db, paintingId);
}

const governing = () =>
  new InputError(
    'governs',
    'This is the main reference; the plan is made from it. Make another one the main one first.',
    409,
  );

/** What a reference is for, its crop, its place, whether it governs, whether it is put aside. */
export async function changeReference(
  studio: Studio,
  referenceId: string,
  { crop, crops, place, governs, aside, ...words }: BodyOf<'changeReference'>,
): Promise<PaintingDetail> {
  const { db } = studio;
  const row = await rowOf<ReferenceRow>(db, 'reference', referenceId);
  const painting = await rowOf<PaintingRow>(db, 'painting', row.paintingId);
  if (aside && row.governs) throw governing();
  const columns = {
    ...words,
    ...(crops && { crops: JSON.stringify(crops) }),
    ...(place !== undefined && { place: place && JSON.stringify(place) }),
    ...(aside !== undefined && { aside: aside ? ASIDE : IN_USE }),
  };
  const what = aside === undefined ? 'reference' : aside ? 'reference-aside' : 'reference-back';
  const gone = crops && kept('reference.crops', row.crops).find(({ name }) => !crops.some((one) => one.name === name));
  const said: Deed = gone ? { what: 'crop-deleted', name: gone.name } : { what, name: row.fileName };
  const deed = { paintingId: painting.id, said };
  await journaled(studio, deed, async ({ trx, touch }) => {
    await touch('reference', row.id);
    if (Object.keys(columns).length > 0) await trx('reference').where({ id: row.id }).update(columns);
    if (governs && !row.governs) await govern({ trx, touch }, studio, row);
    if (crop) await recrop({ trx, touch }, studio, { row, crop: crop as Crop, painting });
  });
  return describePainting(db, row.paintingId);
}

const audits = new Map<string, AuditAnswer>();

/** What a reference hides under its crop. The last answers are kept: the original never changes. */
export async function auditOf(studio: Studio, referenceId: string): Promise<AuditAnswer> {
  const { db, files, crew } = studio;
  const row = await rowOf<ReferenceRow>(db, 'reference', referenceId);
  const painting = await rowOf<PaintingRow>(db, 'painting', row.paintingId);
  const plan = await governingPlan(db, row.paintingId);
  const paint = plan ? contentOf(plan).key : PAINT_RANGE;
  const { viewingM } = setUpOf(painting);
  const { widthMm, heightMm } = painting;
  const ask = {
    reference: { path: files.originalPath(row.sha256), name: row.fileName },
    crop: cropOf(row.crop),
    canvas: { widthMm, heightMm },
  };
  const scale = valueScale(await getSettings({ db }));
  const name = JSON.stringify([ask, paint.darkest, paint.white, viewingM, row.place, scale.per]);
  const known = audits.get(name);
  if (known) return known;
  const { audit: whole } = await crew.run('audit', ask);
  // A detail is as fine as the place it covers is small.
  const place = keptOr('reference.place', row.place, null);
  const audit = { ...whole, pixelsPerMm: whole.pixelsPerMm * (place ? widthMm / place[2] : 1) };
  const { crushed, blown, range, families, pixelsPerMm } = audit;
  const answer = {
    words: auditWords(audit, { paint, viewingM, scale }),
    crushed,
    blown,
    range,
    families,
    pixelsPerMm,
  } as AuditAnswer;
  if (audits.size > 60) audits.clear();
  audits.set(name, answer);
  return answer;
}

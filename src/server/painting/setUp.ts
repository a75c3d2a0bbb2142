import { SetUp, type BodyOf, type PaintingDetail } from '../../contract';
import { largestBox } from '../../core/plan';
import { InputError } from '../images/inputError';
import { journaled, type Hold } from '../journal/journal';
import { carryBetween } from '../plan/carryPlan';
import { describePainting } from './describe';
import { cropOf, governingReference, imageOf, setUpOf } from '../plan/planRows';
import { addPlanVersion } from '../plan/plans';
import { rowOf, type PaintingRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

function checkSetUp({ rebate, approach, stage }: SetUp, { widthMm, heightMm }: { widthMm: number; heightMm: number }) {
  const [across, down] = [widthMm - rebate.left - rebate.right, heightMm - rebate.top - rebate.bottom];
  if (across < 20 || down < 20)
    throw new InputError(
      'rebate',
      `A frame that hides so much leaves ${Math.round(across)} x ${Math.round(down)} mm to see; at least 20 mm each way are needed. The set-up before it is kept.`,
    );
  if (stage && !approach?.stages.some(({ id }) => id === stage))
    throw new InputError(
      'stage',
      'This stage does not belong to the approach that is chosen. The set-up before it is kept.',
    );
}

/** Another size: the reference is cropped anew where its proportions change, and everything planned goes with it. */
async function resize(
  { trx, touch }: Hold,
  studio: Studio,
  { before, after }: { before: PaintingRow; after: PaintingRow },
) {
  const photographed: unknown = await trx('session').where({ paintingId: before.id }).where('number', '>', 0).first();
  if (photographed)
    throw new InputError(
      'sessions',
      `Sessions of this painting are measured on a canvas of ${before.widthMm} x ${before.heightMm} mm, so its size cannot change any more. Nothing was changed. Begin another painting for another canvas.`,
      409,
    );
  const reference = await governingReference(trx, before.id);
  if (!reference) return;
  const image = await imageOf(trx, reference.sha256);
  const crop = cropOf(reference.crop);
  const [x, y, w, h] = crop.box;
  const proportion = after.widthMm / after.heightMm;
  const room = crop.print ? { width: x + w, height: y + h } : image;
  const largest = largestBox(room, { proportion, turn: crop.turn, middle: [x + w / 2, y + h / 2] });
  const width = Math.min(largest[2], Math.max(w, h * proportion));
  const box: typeof crop.box = [x + w / 2 - width / 2, y + h / 2 - width / proportion / 2, width, width / proportion];
  const next = { ...crop, box };
  await touch('reference', reference.id);
  await trx('reference')
    .where({ id: reference.id })
    .update({ crop: JSON.stringify(next) });
  const carry = carryBetween(image, { crop, canvas: before }, { crop: next, canvas: after });
  await addPlanVersion({ trx, touch }, studio, { reference: { ...reference, crop: JSON.stringify(next) }, carry });
}

/** Changes title, size, what drew the painter to it, set-up, approach and stage. */
export async function changePainting(
  studio: Studio,
  id: string,
  change: BodyOf<'changePainting'>,
): Promise<PaintingDetail> {
  const { db } = studio;
  const before = await rowOf<PaintingRow>(db, 'painting', id);
  const { setUp, ...columns } = change;
  const after = { ...before, ...columns };
  const { widthMm, heightMm } = after;
  if (Math.max(widthMm, heightMm) > 8 * Math.min(widthMm, heightMm))
    throw new InputError('size', 'A canvas is at most eight times as long as it is wide. The size before it is kept.');
  checkSetUp(setUp ? SetUp.parse(setUp) : setUpOf(before), after);
  const resized = widthMm !== before.widthMm || heightMm !== before.heightMm;
  const deed = { paintingId: id, said: { what: resized ? 'size' : 'set-up' } } as const;
  await journaled(studio, deed, async ({ trx, touch }) => {
    await touch('painting', id);
    if (resized) await resize({ trx, touch }, studio, { before, after });
    const row = { ...columns, ...(setUp && { setUp: JSON.stringify(setUp) }) };
    if (Object.keys(row).length > 0) await trx('painting').where({ id }).update(row);
  });
  return describePainting(db, id);
}

import { flatSize, valuePlane } from '../../core/photo';
import {
  asShown,
  auditReference,
  closePlan,
  croppedLight,
  massTree,
  partedBy,
  planFrom,
  readingSize,
  tonalShares,
  tonesPicture,
  valueRangeOf,
  warped,
  type MassTree,
  type PlannedPicture,
  type Supplies,
} from '../../core/plan';
import type { Picture, Raster } from '../../core/raster';
import { trace as traceIn } from '../../core/read';
import { edgesPlanned, planMasses, type SessionPlan } from '../../core/session';
import { jpegOf, openFlat, openStored, pngOf } from './pictures';
import type { Answer, Ask, PlanTask } from './tasks';

/** The reference under the plan's crop and warp, and its merge tree. */
interface Base {
  readonly name: string;
  readonly base: Raster;
  readonly tree: MassTree;
}
let lastBase: Base | null = null;

/** Base of the last plan: keys and departures change more often than crops. */
async function openBase({ reference, crop, canvas, pins }: PlanTask): Promise<Base> {
  const name = JSON.stringify([reference.path, crop, canvas, pins]);
  if (lastBase?.name === name) return lastBase;
  const shown = asShown(croppedLight(await openStored(reference), crop, readingSize(canvas)));
  const base = warped(shown, pins, { mmPerPixel: canvas.widthMm / shown.width });
  lastBase = { name, base, tree: massTree(base) };
  return lastBase;
}

async function suppliesOf({ ground, added }: PlanTask): Promise<Supplies> {
  const opened = await Promise.all(
    added.map(async ({ id, picture }): Promise<[string, Picture]> => [id, await openStored(picture)]),
  );
  return { ground, added: new Map(opened) };
}

/** The plan of the last tasks: the same reference is asked for again and again. */
let kept: { name: string; plan: PlannedPicture } | null = null;

export async function openPlan(task: PlanTask): Promise<PlannedPicture> {
  const name = JSON.stringify(task);
  if (kept?.name === name) return kept.plan;
  const { base, tree } = await openBase(task);
  const plan = planFrom(base, tree, task, await suppliesOf(task));
  kept = { name, plan };
  return plan;
}

/** A plan as readings use it. */
export async function openSessionPlan(task: PlanTask): Promise<SessionPlan> {
  const picture = await openPlan(task);
  const close = async () => closePlan(await openStored(task.reference), task, picture);
  return { picture, said: task, judging: task.judging, close };
}

export async function planned({ plan }: Ask<'planned'>): Answer<'planned'> {
  const { tree } = await openBase(plan);
  const size = flatSize(plan.canvas);
  const large = croppedLight(await openStored(plan.reference), plan.crop, size);
  const base = warped(large, plan.pins, { mmPerPixel: plan.canvas.widthMm / size.width });
  return { jpeg: await jpegOf(planFrom(base, tree, plan, await suppliesOf(plan)).picture) };
}

export async function masses({ plan, points }: Ask<'masses'>): Answer<'masses'> {
  return { masses: planMasses({ picture: await openPlan(plan), said: plan }, plan.canvas, points) };
}

export async function edges({ plan }: Ask<'edges'>): Answer<'edges'> {
  return { edges: await edgesPlanned(await openSessionPlan(plan), plan.canvas.widthMm) };
}

export async function base({ reference, crop, canvas }: Ask<'base'>): Answer<'base'> {
  return { png: await pngOf(croppedLight(await openStored(reference), crop, readingSize(canvas))) };
}

export async function trace({ plan: task, drawing, crop }: Ask<'trace'>): Answer<'trace'> {
  const { canvas } = task;
  const { picture, masses, departed } = await openPlan({ ...task, lie: [] });
  const drawn = crop
    ? croppedLight(await openStored(drawing), crop, readingSize(canvas))
    : await openFlat(drawing, canvas);
  return { traced: traceIn({ picture, masses, departed }, drawn, canvas.widthMm / picture.width) };
}

export async function audit({ reference, crop, canvas }: Ask<'audit'>): Answer<'audit'> {
  const picture = await openStored(reference);
  const light = croppedLight(picture, crop, readingSize(canvas));
  return { audit: auditReference(picture, light, { crop, widthMm: canvas.widthMm }) };
}

/** The pictures of the plan sheet. */
export async function sheet({ plan: task }: Ask<'sheet'>): Answer<'sheet'> {
  const plan = await openPlan(task);
  const values = valuePlane(plan.picture);
  const { split, splits: own } = partedBy(values.data, task);
  const large = croppedLight(await openStored(task.reference), task.crop, flatSize(task.canvas));
  const [reference, two, many, planned] = await Promise.all([
    jpegOf(large, 90),
    jpegOf(tonesPicture(values, [split], plan.masses)),
    jpegOf(tonesPicture(values, own, plan.masses)),
    jpegOf(plan.picture),
  ]);
  return {
    reference,
    two,
    tones: many,
    planned,
    split,
    range: valueRangeOf(plan.base),
    shares: tonalShares(values.data),
  };
}

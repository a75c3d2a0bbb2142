import { LUMINANCE, luminanceFromValue } from '../colour';
import { flatSize, READING_SHRINK, valuePlane, type CanvasSize } from '../photo';
import { makeRaster, quantile, type Box, type Picture, type Raster } from '../raster';
import { clippedIn } from './clipped';
import { croppedLight, plainCrop, type Crop } from './crop';
import { withDepartures, type Departure, type Draft, type Supplies } from './departures';
import { knotsInUse, makeKey, PAINT_RANGE, type KeyChoice, type Knot, type PaintRange, type ValueRange } from './key';
import { editedMasses, type MassEdit } from './massEdits';
import { massTree, resizeMasses, type MassMap, type MassTree } from './masses';
import { warped, warpedFrom, type Pin } from './warp';

/** A crop of other proportions than the canvas. */
export class CropRefused extends Error {
  override name = 'CropRefused';
}

/** The largest box of the canvas's proportions in the middle of a picture, px. */
export function middleCrop(
  { width, height }: { width: number; height: number },
  { widthMm, heightMm }: CanvasSize,
): Box {
  const scale = Math.min(width / widthMm, height / heightMm);
  const [w, h] = [widthMm * scale, heightMm * scale];
  return [(width - w) / 2, (height - h) / 2, w, h];
}

/** How far a crop may be from the canvas's proportions; needs.md 9. */
export const CROP_TOLERANCE = 0.005;

/** What a plan is rendered from, beside the reference under its crop and pins. Points and places are canvas mm. */
export interface RenderRequest {
  readonly canvas: CanvasSize;
  readonly key: KeyChoice;
  readonly paint: PaintRange;
  /** how many masses the tree is cut into, before the painter's changes */
  readonly count: number;
  readonly edits: readonly MassEdit[];
  readonly departures: readonly Departure[];
  /** where the drawing that governs puts the plan's places, canvas mm; none = where the plan has them */
  readonly lie?: readonly Pin[];
}

/** Everything a plan is rendered from, beside the reference itself. */
export interface PlanRequest extends RenderRequest {
  readonly crop: Crop;
  /** where the reference is drawn out of shape on purpose */
  readonly pins: readonly Pin[];
}

/** A plan as a picture: what the painting is compared with. */
export interface PlannedPicture {
  /** the reference cropped and drawn out of shape, in its own values: what masses are found in */
  readonly base: Raster;
  readonly picture: Raster;
  readonly masses: MassMap;
  /** 1 = compared with nothing */
  readonly ignored: Uint8Array;
  /** 1 = meant to stay bare ground */
  readonly bare: Uint8Array;
  /** 1 = departures give it another value or colour than the reference's */
  readonly repainted: Uint8Array;
  /** 1 = departures make it another colour than the reference in its key */
  readonly departed: Uint8Array;
  /** not 0 = the reference's colour is lost there; made when it is asked for: planning does not need it */
  readonly clipped: () => Uint8Array;
  /** what the paint reaches */
  readonly paint: PaintRange;
}

/** Size of the plan that readings use, px. */
export function readingSize(canvas: CanvasSize): { width: number; height: number } {
  const { width, height } = flatSize(canvas);
  return { width: width / READING_SHRINK, height: height / READING_SHRINK };
}

/** The reference under its crop and warp, in its own values. */
export function baseOf(
  reference: Picture,
  { crop, canvas, pins }: Pick<PlanRequest, 'crop' | 'canvas' | 'pins'>,
  size: { width: number; height: number },
): Raster {
  return warped(croppedLight(reference, crop, size), pins, { mmPerPixel: canvas.widthMm / size.width });
}

const CHANGED = 0.04; // of a pixel's light, and a little for black: about a twentieth of a step

function changedBetween(before: Raster, after: Raster): Uint8Array {
  if (before === after) return new Uint8Array(before.r.length);
  const far = (a: number, b: number) => Math.abs(a - b) > CHANGED * Math.max(a, b) + 0.001;
  return Uint8Array.from(
    before.r,
    (_, i) => +(far(before.r[i], after.r[i]) || far(before.g[i], after.g[i]) || far(before.b[i], after.b[i])),
  );
}

/** From the base to the plan: key, masses, departures. @param tree of the base, at any size */
export function planFrom(base: Raster, tree: MassTree, request: RenderRequest, supplies: Supplies): PlannedPicture {
  const { canvas, key, paint, count, edits, departures } = request;
  const masses = resizeMasses(editedMasses(tree, { count, edits, mmPerPixel: canvas.widthMm / tree.width }), base);
  const draft: Draft = {
    picture: key === 'absolute' ? base : throughKey(base, knotsFor(base, key, paint)),
    masses,
    ignored: new Uint8Array(base.r.length),
    bare: new Uint8Array(base.r.length),
    repainted: new Uint8Array(base.r.length),
    mmPerPixel: canvas.widthMm / base.width,
  };
  const { picture, masses: last, ignored, bare, repainted } = withDepartures(draft, departures, supplies);
  const departed = changedBetween(draft.picture, picture);
  const clipped = () => clippedIn(base).map((end, i) => (departed[i] ? 0 : end));
  const planned = { base, picture, masses: last, ignored, bare, repainted, departed, clipped, paint };
  return laid(planned, request.lie ?? [], draft.mmPerPixel);
}

/** A plan as the drawing that governs lies: everything in it moved with its place. */
function laid(plan: PlannedPicture, lie: readonly Pin[], mmPerPixel: number): PlannedPicture {
  if (lie.length === 0) return plan;
  const { base, picture, masses } = plan;
  // What a drawing says it says of the whole canvas: nothing else holds it.
  const how = { mmPerPixel, held: [] };
  const from = warpedFrom(masses, lie, how);
  const moved = (mask: Uint8Array) => Uint8Array.from(from, (i) => mask[i]);
  return {
    ...plan,
    base: warped(base, lie, how),
    picture: warped(picture, lie, how),
    masses: { ...masses, massOf: Int32Array.from(from, (i) => masses.massOf[i]) },
    ignored: moved(plan.ignored),
    bare: moved(plan.bare),
    repainted: moved(plan.repainted),
    departed: moved(plan.departed),
    clipped: () => moved(plan.clipped()),
  };
}

/** The plan at reading size. */
export function planOf(reference: Picture, request: PlanRequest, supplies: Supplies): PlannedPicture {
  const base = baseOf(reference, request, readingSize(request.canvas));
  return planFrom(base, massTree(base), request, supplies);
}

/**
 * Reference under a crop at reading size, with each pixel's light scaled so that its value follows the key; hue and
 * chroma ratio stay.
 */
export function plannedPicture(
  reference: Picture,
  { crop, canvas, key }: { crop: Box; canvas: CanvasSize; key: KeyChoice },
): Raster {
  const plan = croppedLight(reference, plainCrop(crop), readingSize(canvas));
  return key === 'absolute' ? plan : throughKey(plan, knotsFor(plan, key));
}

/** Where a picture's values lie: its 0.5, 50 and 99.5 % values. */
export function valueRangeOf(plan: Raster): ValueRange {
  const values = valuePlane(plan).data.filter((_, i) => i % 7 === 0);
  return { darkest: quantile(values, 0.005), middle: quantile(values, 0.5), lightest: quantile(values, 0.995) };
}

/** The knots of a chosen key for this reference. */
export function knotsFor(plan: Raster, key: KeyChoice, paint = PAINT_RANGE): readonly Knot[] {
  return key === 'range' ? knotsInUse(key, valueRangeOf(plan), paint) : knotsInUse(key, { darkest: 0, lightest: 10 });
}

const STEPS = 4096; // of the table a picture is keyed by: a four-hundredth of a step apart
const TOP = 10.5; // value the table reaches
const BLACK = luminanceFromValue(0.02) / 100; // has no hue left to keep

/** Applies a key to every pixel; values then lie within 0.05 step of the curve. */
export function throughKey(plan: Raster, knots: readonly Knot[]): Raster {
  const key = makeKey(knots);
  const { data } = valuePlane(plan);
  const wanted = Float32Array.from({ length: STEPS + 1 }, (_, i) => luminanceFromValue(key((TOP * i) / STEPS)) / 100);
  const out = makeRaster(plan.width, plan.height);
  for (let i = 0; i < data.length; i++) {
    const light = LUMINANCE[0] * plan.r[i] + LUMINANCE[1] * plan.g[i] + LUMINANCE[2] * plan.b[i];
    const target = wanted[Math.min(STEPS, Math.round((data[i] / TOP) * STEPS))];
    if (light <= BLACK) out.r[i] = out.g[i] = out.b[i] = target;
    else {
      const factor = target / light;
      out.r[i] = plan.r[i] * factor;
      out.g[i] = plan.g[i] * factor;
      out.b[i] = plan.b[i] * factor;
    }
  }
  return out;
}

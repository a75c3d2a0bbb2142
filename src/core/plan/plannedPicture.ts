import { luminanceFromValue } from '../colour';
import { lightOfPicture, quantile, type Box, type Picture, type Raster } from '../raster';
import { flatSize, READING_SHRINK, valuePlane, type CanvasSize } from '../photo';
import { ABSOLUTE, makeKey, rangeKey, type Knot } from './key';

/** Which key turns the reference into what paint is meant to do. */
export type KeyChoice = 'absolute' | 'range';

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

/** Reference under the crop at reading size, with each pixel's light scaled so that its value follows the key; hue and chroma ratio stay. */
export function plannedPicture(
  reference: Picture,
  { crop, canvas, key }: { crop: Box; canvas: CanvasSize; key: KeyChoice },
): Raster {
  const size = flatSize(canvas);
  const plan = lightOfPicture(reference, crop, {
    width: size.width / READING_SHRINK,
    height: size.height / READING_SHRINK,
  });
  return key === 'absolute' ? plan : throughKey(plan, knotsFor(plan, key));
}

/** The knots of a chosen key for this reference. */
export function knotsFor(plan: Raster, key: KeyChoice): readonly Knot[] {
  if (key === 'absolute') return ABSOLUTE;
  const values = valuePlane(plan).data.filter((_, i) => i % 7 === 0);
  return rangeKey(quantile(values, 0.005), quantile(values, 0.995));
}

/** Applies a key to every pixel. */
export function throughKey(plan: Raster, knots: readonly Knot[]): Raster {
  const key = makeKey(knots);
  const { data } = valuePlane(plan);
  const steps = 1024;
  const factor = Float32Array.from({ length: steps + 1 }, (_, i) => {
    const value = Math.max(0.05, (10.5 * i) / steps);
    return luminanceFromValue(key(value)) / luminanceFromValue(value);
  });
  const [r, g, b] = [plan.r, plan.g, plan.b].map((channel) =>
    channel.map((v, i) => v * factor[Math.min(steps, Math.round((data[i] / 10.5) * steps))]),
  );
  return { width: plan.width, height: plan.height, r, g, b };
}

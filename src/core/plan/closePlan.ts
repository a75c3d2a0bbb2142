import {
  closeLightOf,
  homographyBetween,
  project,
  rectangle,
  type CloseLight,
  type Picture,
  type Point,
} from '../raster';
import { cropCorners } from './crop';
import type { PlannedPicture, PlanRequest } from './plannedPicture';
import { warpOf } from './warp';

/**
 * A plan read as closely as its reference has pixels: in its key, drawn out of shape as it is. Where departures make it
 * another picture it is read as finely as readings are.
 */
export function closePlan(
  reference: Picture,
  { crop, canvas, pins, lie = [] }: Pick<PlanRequest, 'crop' | 'canvas' | 'pins' | 'lie'>,
  { base, picture, departed }: Pick<PlannedPicture, 'base' | 'picture' | 'departed'>,
): CloseLight {
  const { widthMm, heightMm } = canvas;
  const toCrop = homographyBetween(rectangle(widthMm, heightMm), cropCorners(crop, reference));
  // A crop was checked before it was kept.
  const cut = (at: Point): Point => (toCrop ? project(toCrop, at) : at);
  const laid = warpOf(lie, canvas, []) ?? same;
  const drawn = warpOf(pins, canvas) ?? same;
  return closeLightOf({
    picture: reference,
    place: (at) => cut(drawn(laid(at))),
    cut: base,
    shown: picture,
    other: departed,
    widthMm,
  });
}

const same = (at: Point): Point => at;

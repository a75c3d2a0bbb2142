import type { Painting } from '../../../contract';
import { readSpot, type Spot } from '../../../core/look';
import type { Point } from '../../../core/raster';
import type { LoadedPicture } from '../../stage/usePicture';

const SPOT_MM = 2.5; // radius: a fingertip

/** What a fingertip of a picture shows. @param at canvas mm @returns null outside of it */
export function spotAt({ pixels }: LoadedPicture, [x, y]: Point, { widthMm }: Pick<Painting, 'widthMm'>): Spot | null {
  const { width, height, data } = pixels;
  const perMm = width / widthMm;
  return readSpot(data, { width, height }, { x: x * perMm, y: y * perMm, radius: SPOT_MM * perMm });
}

import {
  bentBy,
  closeLightOf,
  homographyBetween,
  project,
  rectangle,
  unbentCorners,
  type CloseLight,
  type Corners,
  type Lens,
  type Picture,
  type Raster,
} from '../raster';
import type { CanvasSize } from './covered';
import { CornersRefused } from './straighten';

/** A squared photo and what it was cut from. */
interface Squared {
  readonly photo: Picture;
  /** of the whole canvas, photo px */
  readonly whole: Corners;
  readonly lens: Lens;
  readonly canvas: CanvasSize;
  /** as photographed, and with its light taken out; of one size */
  readonly squared: Raster;
  readonly lit: Raster;
}

/**
 * The photo read as closely as it has pixels, its light taken out.
 * @throws CornersRefused for corners no camera could see
 */
export function closeFlat({ photo, whole, lens, canvas, squared, lit }: Squared): CloseLight {
  const { widthMm, heightMm } = canvas;
  const out = homographyBetween(rectangle(widthMm, heightMm), unbentCorners(lens, whole));
  if (!out) throw new CornersRefused('Three of the four corners lie on one line.');
  return closeLightOf({
    picture: photo,
    place: (at) => (lens.bend === 0 ? project(out, at) : bentBy(lens, project(out, at))),
    cut: squared,
    shown: lit,
    other: null,
    widthMm,
  });
}

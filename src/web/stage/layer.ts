import type { ReactNode } from 'react';
import type { Point } from '../../core/raster';
import type { FrameSize } from './pictureFrame';

/** A place of the picture, shares of it, in px of its frame. */
export type ToPx = (at: Point) => Point;

/** What is drawn over a picture; the first of a list lies lowest. */
export type Layer = (toPx: ToPx, size: FrameSize) => ReactNode;

/** The layers of two pictures that hang. */
export interface Layers {
  /** on the plan alone */
  readonly plan?: readonly Layer[];
  /** on the flat, under the findings */
  readonly flat?: readonly Layer[];
  /** on the flat, over the findings; the spot's cover does not hide them */
  readonly top?: readonly Layer[];
  /** what goes with the hand, over everything: drawn for itself, so that it moves without the rest */
  readonly hand?: { readonly plan: readonly Layer[]; readonly flat: readonly Layer[] };
}

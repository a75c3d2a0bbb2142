import type { ReactNode } from 'react';
import type { FindingOfReading, Painting } from '../../contract';
import type { Box, Point } from '../../core/raster';
import type { AidState, Fitted } from './aidState';
import type { Layer, Layers } from './layer';
import type { Stroke } from './outlining';
import type { Spot } from './spot';
import type { LoadedPicture } from './usePicture';
import type { View } from './view';

/** How two pictures hang: side by side, one changing places with the other, or parted by a plumb line. */
export type Laid = 'side' | 'blink' | 'plumb';

export interface PicturesProps {
  readonly painting: Painting;
  readonly plan: LoadedPicture | null;
  readonly flat: LoadedPicture | null;
  readonly names: { plan: ReactNode; flat: ReactNode };
  readonly aids: AidState;
  readonly view: View;
  readonly onView: (view: View) => void;
  readonly laid: Laid;
  /** they may take the window's whole height */
  readonly tall?: boolean;
  /** the spot under the pointer, and where it was last put down; left out where none is shown */
  readonly spot?: Spot;
  readonly pinned?: Point | null;
  readonly onPick?: (at: Point, side: 'plan' | 'flat') => void;
  readonly findings: readonly FindingOfReading[];
  readonly chosen: number | null;
  readonly layers?: Layers;
  readonly onDraw?: (at: Point, stroke: Stroke) => void;
  readonly onDrawPlan?: (at: Point, stroke: Stroke) => void;
  /** where parts of them are to be had with every pixel there is; left out = nowhere */
  readonly closeUps?: Partial<Record<'plan' | 'flat', ((box: Box) => string) | null>>;
  /** what steps of value are fitted to */
  readonly fitted: Fitted;
  /** true while the flat is on top of a blink */
  readonly showFlat: boolean;
  /** leader lines to numerals in the margin; on unless said otherwise */
  readonly leaders?: boolean;
  /** nothing is compared with the painting, so it hangs by itself */
  readonly alone?: boolean;
  /** what is said where the painting's flat is not there yet; left out = it is being opened */
  readonly flatAwaited?: string;
  /** name of what hangs in the plan's place */
  readonly leftName?: string;
}

/** What both ways of hanging are given. */
export interface HungProps extends PicturesProps {
  readonly shown: { readonly plan: ImageBitmap | null; readonly flat: ImageBitmap | null };
  readonly over: { readonly plan: Layer; readonly flat: Layer };
  readonly atHand: { readonly plan: Layer; readonly flat: Layer };
  readonly ruler: ReactNode;
  readonly frame: {
    readonly proportion: number;
    readonly view: View;
    readonly onView: (view: View) => void;
    readonly onSpot: ((at: Point | null) => void) | undefined;
  };
  /** where the plumb line hangs, as a share of the width */
  readonly plumb: { readonly at: number; readonly move: (to: number) => void };
  readonly pick: (side: 'plan' | 'flat') => ((at: Point) => void) | undefined;
}

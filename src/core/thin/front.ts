import type { Point } from '../raster';

/** Something that stands in front, at a place. */
export interface Beside {
  readonly widthMm: number;
  /** values beside it, to its one side and its other */
  readonly beside: readonly [number, number];
}

/** A place on it: beside it as planned and painted; null = it cannot be told there. */
export interface FrontPlace {
  /** canvas mm, as planned */
  readonly at: Point;
  /** the way across, a unit vector */
  readonly way: Point;
  readonly planned: Beside | null;
  readonly painted: Beside | null;
}

/** Something long that stands before something else: a stem, a bar. */
export interface Front {
  readonly lengthMm: number;
  /** in no order */
  readonly places: readonly FrontPlace[];
}

import { colourPlanes } from '../colour';
import type { Raster } from '../raster';

/** Munsell value 0..10 and CIELAB a*, b* of every pixel, row-major. */
export interface Colours {
  readonly value: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
}

// A plan is compared with many photos: its colours are worked out once and go when it goes.
const known = new WeakMap<Raster, Colours>();

export function coloursOf(raster: Raster): Colours {
  const before = known.get(raster);
  if (before) return before;
  const colours = colourPlanes(raster.r, raster.g, raster.b);
  known.set(raster, colours);
  return colours;
}

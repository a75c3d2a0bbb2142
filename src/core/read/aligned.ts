import { chromaPlanes } from '../colour';
import type { Flat } from '../photo';
import { valuePlane } from '../photo';
import type { Raster } from '../raster';

/** Value and colour of plan and painting over each other, at reading size, row-major. */
export interface Aligned {
  readonly width: number;
  readonly height: number;
  readonly mmPerPixel: number;
  readonly planned: Colours;
  readonly painted: Colours;
  /** 1 = not read */
  readonly mask: Uint8Array;
}

/** Munsell value 0..10 and CIELAB a*, b* of every pixel. */
export interface Colours {
  readonly value: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
}

export function coloursOf(raster: Raster): Colours {
  return { value: valuePlane(raster).data, ...chromaPlanes(raster.r, raster.g, raster.b) };
}

/**
 * Lays the flat over the plan.
 * @throws RangeError when they differ in size (a programming error: both come from flatSize)
 */
export function align(flat: Flat, plan: Raster): Aligned {
  const { width, height } = flat.small;
  if (plan.width !== width || plan.height !== height)
    throw new RangeError(`plan ${plan.width} x ${plan.height}, flat ${width} x ${height}`);
  return {
    width,
    height,
    mmPerPixel: flat.canvas.widthMm / width,
    planned: coloursOf(plan),
    painted: { value: flat.value.data, ...chromaPlanes(flat.small.r, flat.small.g, flat.small.b) },
    mask: flat.mask,
  };
}

import { coloursOf, type Colours, type Flat } from '../photo';
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
    painted: coloursOf(flat.small),
    mask: flat.mask,
  };
}

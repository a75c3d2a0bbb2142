import { coloursOf, type Colours, type Flat } from '../photo';
import type { Raster } from '../raster';
import { driftOf, shiftPlanes, type Drift, type Field, type Landmark } from './drift';
import { throughLandmarks } from './drift/landmarks';

/** Value and colour of plan and painting over each other, at reading size, row-major; the painting as its drawing was found. */
export interface Aligned {
  readonly width: number;
  readonly height: number;
  readonly mmPerPixel: number;
  readonly planned: Colours;
  readonly painted: Colours;
  /** 1 = not read */
  readonly mask: Uint8Array;
  readonly drift: Drift;
}

/** The painting's planes drawn back to where the plan puts each place, so that drawing errors do not leak into values. */
function drawnBack(
  { value, a, b }: Colours,
  mask: Uint8Array,
  field: Field,
  { width, height, mmPerPixel }: { width: number; height: number; mmPerPixel: number },
): { painted: Colours; mask: Uint8Array } {
  const { dx, dy } = shiftPlanes(field, { width, height, mmPerPixel });
  const out = { value: new Float32Array(value.length), a: new Float32Array(value.length), b: new Float32Array(value.length) }; // prettier-ignore
  const gone = new Uint8Array(mask.length);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const [u, v] = [x + dx[i], y + dy[i]];
      // What lies beyond the canvas was not painted: there is nothing to read.
      if (u < -1 || v < -1 || u > width || v > height) gone[i] = 1;
      const x0 = Math.min(width - 2, Math.max(0, Math.floor(u)));
      const y0 = Math.min(height - 2, Math.max(0, Math.floor(v)));
      const fx = Math.min(1, Math.max(0, u - x0));
      const fy = Math.min(1, Math.max(0, v - y0));
      const k = y0 * width + x0;
      const [p, q, r, s] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
      out.value[i] = p * value[k] + q * value[k + 1] + r * value[k + width] + s * value[k + width + 1];
      out.a[i] = p * a[k] + q * a[k + 1] + r * a[k + width] + s * a[k + width + 1];
      out.b[i] = p * b[k] + q * b[k + 1] + r * b[k + width] + s * b[k + width + 1];
      // What is not read stays unread where it lies, too: a rim must not creep in by the shift of its neighbours.
      if (mask[i] || mask[k + (fx > 0.5 ? 1 : 0) + (fy > 0.5 ? width : 0)]) gone[i] = 1;
    }
  }
  return { painted: out, mask: gone };
}

/**
 * Lays the flat over the plan along the drift: places are the plan's, values what was painted of each.
 * @param landmarks points the painter showed on both; @param drift where it is known already
 * @throws RangeError when they differ in size (a programming error: both come from flatSize)
 */
export function align(
  flat: Flat,
  plan: Raster,
  { landmarks = [], drift: known }: { landmarks?: readonly Landmark[]; drift?: Drift } = {},
): Aligned {
  const { width, height } = flat.small;
  if (plan.width !== width || plan.height !== height)
    throw new RangeError(`plan ${plan.width} x ${plan.height}, flat ${width} x ${height}`);
  const size = { width, height, mmPerPixel: flat.canvas.widthMm / width };
  const planned = coloursOf(plan);
  const painted = coloursOf(flat.small);
  const drift = known ?? throughLandmarks(driftOf(planned, painted, { ...size, unread: flat.mask }), landmarks);
  return { ...size, planned, drift, ...drawnBack(painted, flat.mask, drift, size) };
}

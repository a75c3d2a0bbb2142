import { coloursOf, type Colours, type Flat } from '../photo';
import { PAINT_RANGE, reachOf, type PaintRange } from '../plan';
import { gaussianBlur, shrinkPlane, type Plane, type Raster } from '../raster';
import { driftOf, shiftRows, type Drift, type Field, type Landmark } from './drift';
import { endValues } from './endValues';
import { throughLandmarks } from './drift/landmarks';

/**
 * Value and colour of plan and painting over each other, at reading size, row-major; the painting as its drawing was
 * found.
 */
export interface Aligned {
  readonly width: number;
  readonly height: number;
  readonly mmPerPixel: number;
  readonly planned: Colours;
  readonly painted: Colours;
  /** 1 = not read */
  readonly mask: Uint8Array;
  readonly drift: Drift;
  /** planned value of what is around each place, {@link COARSER} times smaller */
  readonly around: Plane;
  /** what the paint reaches: no more is asked for */
  readonly paint: PaintRange;
  /** not 0 = the reference's colour is lost there, and no colour is asked for; null = nowhere */
  readonly clipped: Uint8Array | null;
}

export const COARSER = 4;
const REACH = 0.07; // of the longer side, one sigma: how far what a camera takes for a place's surroundings reaches

/** What is around every place of a plan. */
export function aroundOf({ value: data }: Colours, { width, height }: { width: number; height: number }): Plane {
  const coarse = shrinkPlane({ width, height, data }, COARSER);
  return gaussianBlur(coarse, REACH * Math.max(coarse.width, coarse.height));
}

/**
 * The painting's planes drawn back to where the plan puts each place, so that drawing errors do not leak into values.
 */
function drawnBack(
  painted: Colours,
  mask: Uint8Array,
  field: Field,
  size: { width: number; height: number; mmPerPixel: number },
): { painted: Colours; mask: Uint8Array } {
  const plane = () => new Float32Array(size.width * size.height);
  const out = { value: plane(), a: plane(), b: plane() };
  const gone = new Uint8Array(mask.length);
  const [dx, dy] = [new Float32Array(size.width), new Float32Array(size.width)];
  const shifts = shiftRows(field, size);
  for (let y = 0; y < size.height; y++) {
    shifts(y, dx, dy);
    drawRow(y, { dx, dy, from: painted, mask, out, gone, width: size.width, height: size.height });
  }
  return { painted: out, mask: gone };
}

interface Row {
  /** of each pixel of the row, px */
  readonly dx: Float32Array;
  readonly dy: Float32Array;
  readonly from: Colours;
  readonly mask: Uint8Array;
  readonly out: { readonly value: Float32Array; readonly a: Float32Array; readonly b: Float32Array };
  readonly gone: Uint8Array;
  readonly width: number;
  readonly height: number;
}

/**
 * One row of the painting, bilinear. A loop over pixels of its own: that is how it is compiled well
 * (docs/decisions/0004).
 */
function drawRow(y: number, { dx, dy, from: { value, a, b }, mask, out, gone, width, height }: Row): void {
  const { value: toValue, a: toA, b: toB } = out;
  for (let x = 0, i = y * width; x < width; x++, i++) {
    const u = x + dx[x];
    const v = y + dy[x];
    // What lies beyond the canvas was not painted: there is nothing to read.
    if (u < -1 || v < -1 || u > width || v > height) gone[i] = 1;
    const x0 = Math.min(width - 2, Math.max(0, Math.floor(u)));
    const y0 = Math.min(height - 2, Math.max(0, Math.floor(v)));
    const fx = Math.min(1, Math.max(0, u - x0));
    const fy = Math.min(1, Math.max(0, v - y0));
    const k = y0 * width + x0;
    const below = k + width;
    const s = fx * fy;
    const q = fx - s;
    const r = fy - s;
    const p = 1 - fx - r;
    toValue[i] = p * value[k] + q * value[k + 1] + r * value[below] + s * value[below + 1];
    toA[i] = p * a[k] + q * a[k + 1] + r * a[below] + s * a[below + 1];
    toB[i] = p * b[k] + q * b[k + 1] + r * b[below] + s * b[below + 1];
    // What is not read stays unread where it lies, too: a rim must not creep in by the shift of its neighbours.
    if (mask[i] || mask[(fy > 0.5 ? below : k) + (fx > 0.5 ? 1 : 0)]) gone[i] = 1;
  }
}

export interface AlignOptions extends Partial<Pick<Aligned, 'drift' | 'paint' | 'clipped'>> {
  readonly landmarks?: readonly Landmark[];
}

/**
 * Lays the flat over the plan along the drift: places are the plan's, values what was painted of each.
 * @param landmarks points the painter showed on both; @param drift where it is known already
 * @param paint what the paint is said to reach; @param clipped where the reference's colour is lost
 * @throws RangeError when they differ in size (a programming error: both come from flatSize)
 */
export function align(
  flat: Flat,
  plan: Raster,
  { landmarks = [], drift: known, paint = PAINT_RANGE, clipped = null }: AlignOptions = {},
): Aligned {
  const { width, height } = flat.small;
  if (plan.width !== width || plan.height !== height)
    throw new RangeError(`plan ${plan.width} x ${plan.height}, flat ${width} x ${height}`);
  const size = { width, height, mmPerPixel: flat.canvas.widthMm / width };
  const planned = coloursOf(plan);
  const painted = coloursOf(flat.small);
  const drift = known ?? throughLandmarks(driftOf(planned, painted, { ...size, unread: flat.mask }), landmarks);
  const around = aroundOf(planned, size);
  const back = drawnBack(painted, flat.mask, drift, size);
  return {
    ...size,
    planned,
    drift,
    around,
    paint: reachOf(paint, endValues(back.painted.value, back.mask)),
    clipped,
    ...back,
  };
}

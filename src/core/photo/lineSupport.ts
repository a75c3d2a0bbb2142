import type { Point } from '../raster';
import { exceededBy, type EdgeField } from './edgeField';
import type { Line } from './lines';

/**
 * A line with how much of it lies on edges of its own direction, summed up along it so that any stretch costs two
 * look-ups.
 */
export interface LineSupport {
  readonly line: Line;
  /** sums[k] = support of the first k px along the line's own direction, counted from start */
  readonly sums: Float64Array;
  readonly start: number;
}

/** Place along the line's direction (-ny, nx), px. */
export const placeAlong = ({ nx, ny }: Line, [x, y]: Point): number => x * -ny + y * nx;

/** Edge strength that counts as a full hit: well above the texture of the picture, well below its strongest edges. */
export function edgeFloor({ strength }: EdgeField): number {
  return Math.max(0.006, 0.25 * exceededBy(strength, 0.015));
}

/** Walks a line through the picture and sums its edge support, within two px either side. */
export function sumSupport(field: EdgeField, line: Line, floor: number): LineSupport {
  const reach = Math.ceil(Math.hypot(field.width, field.height));
  const sums = new Float64Array(2 * reach + 1);
  const { nx, ny, d } = line;
  for (let k = 0; k < 2 * reach; k++) {
    const s = k - reach + 0.5;
    const [x, y] = [d * nx - s * ny, d * ny + s * nx];
    let best = 0;
    for (let o = -2; o <= 2; o++) {
      const px = Math.round(x + o * nx);
      const py = Math.round(y + o * ny);
      if (px < 1 || py < 1 || px >= field.width - 1 || py >= field.height - 1) continue;
      const i = py * field.width + px;
      const across = Math.abs(field.gx[i] * nx + field.gy[i] * ny);
      const lengthwise = Math.abs(field.gx[i] * ny - field.gy[i] * nx);
      best = Math.max(best, across - 0.5 * lengthwise);
    }
    sums[k + 1] = sums[k] + Math.min(1, best / floor);
  }
  return { line, sums, start: -reach };
}

/** Mean support 0..1 of a stretch of the line. @param from,to places along the line's direction, px */
export function supportBetween({ sums, start }: LineSupport, from: number, to: number): number {
  const length = Math.abs(to - from);
  if (length < 1) return 0;
  const last = sums.length - 1;
  const a = Math.min(last, Math.max(0, Math.round(from - start)));
  const b = Math.min(last, Math.max(0, Math.round(to - start)));
  return Math.min(1, Math.abs(sums[b] - sums[a]) / length);
}

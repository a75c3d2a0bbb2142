import { warmthAlong } from '../colour';
import { boxBlur, type Plane } from '../raster';
import type { Aligned } from './aligned';

/** Painted minus plan over the canvas, at about 2 mm a cell, smoothed over strokes and untouched by edges and glare. */
export interface DifferenceMap {
  readonly width: number;
  readonly height: number;
  readonly mmPerPixel: number;
  readonly value: Float32Array;
  /** at matched value: the plan's colour first scaled to the painting's lightness */
  readonly warmth: Float32Array;
  readonly chroma: Float32Array;
  /** 0 = nothing could be read near here, up to 1 */
  readonly trust: Float32Array;
}

const CELL_MM = 2;
const SMOOTH_MM = 7; // a few strokes
const EDGE = 0.25; // steps per mm at which a pixel's own edge halves its say

/** Steepness of the plan's value, steps per mm. */
function steepness({ planned, width, height, mmPerPixel }: Aligned): Float32Array {
  const out = new Float32Array(width * height);
  const v = planned.value;
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2, i = y * width + 2; x < width - 2; x++, i++) {
      out[i] = Math.sqrt((v[i + 2] - v[i - 2]) ** 2 + (v[i + 2 * width] - v[i - 2 * width]) ** 2) / (4 * mmPerPixel);
    }
  }
  return out;
}

export function differenceMap(aligned: Aligned): DifferenceMap {
  const factor = Math.max(1, Math.round(CELL_MM / aligned.mmPerPixel));
  const width = Math.floor(aligned.width / factor);
  const height = Math.floor(aligned.height / factor);
  const sums = [0, 1, 2, 3].map(() => new Float32Array(width * height));
  const steep = steepness(aligned);
  const { planned, painted, mask } = aligned;
  for (let y = 0; y < height * factor; y++) {
    for (let x = 0; x < width * factor; x++) {
      const i = y * aligned.width + x;
      if (mask[i]) continue;
      const weight = 1 / (1 + (steep[i] / EDGE) ** 2);
      const matched = (painted.value[i] + 1.6) / (planned.value[i] + 1.6); // L* + 16 is near 10 V + 16
      const [ta, tb] = [planned.a[i] * matched, planned.b[i] * matched];
      const k = Math.floor(y / factor) * width + Math.floor(x / factor);
      sums[0][k] += weight * (painted.value[i] - planned.value[i]);
      const [pa, pb] = [painted.a[i], painted.b[i]];
      sums[1][k] += weight * warmthAlong(pa - ta, pb - tb);
      sums[2][k] += weight * (Math.sqrt(pa * pa + pb * pb) - Math.sqrt(ta * ta + tb * tb));
      sums[3][k] += weight;
    }
  }
  const radius = Math.max(1, Math.round(SMOOTH_MM / 2 / (factor * aligned.mmPerPixel)));
  const smooth = sums.map((data) => boxBlur(boxBlur({ width, height, data } as Plane, radius), radius).data);
  const per = factor * factor;
  const ratio = (k: number) => smooth[k].map((v, i) => (smooth[3][i] > 0.02 * per ? v / smooth[3][i] : 0));
  return {
    width,
    height,
    mmPerPixel: aligned.mmPerPixel * factor,
    value: ratio(0),
    warmth: ratio(1),
    chroma: ratio(2),
    trust: smooth[3].map((v) => Math.min(1, v / per)),
  };
}

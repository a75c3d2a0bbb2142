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

const NEAR_EDGE = 1; // steps per mm at which an edge halves the say of the cells around it
const NEAR_CELLS = 2; // about 4 mm: so far a line may be drawn out of place without its values leaking in

/** Say of every cell, 0..1: little where a strong edge of the plan is near, since the line may be drawn a few millimetres off. */
function sayByCell(steep: Float32Array, aligned: Aligned, { width, height, factor }: Cells): Float32Array {
  const strongest = new Float32Array(width * height);
  for (let y = 0; y < height * factor; y++) {
    const row = Math.floor(y / factor) * width;
    for (let x = 0; x < width * factor; x++) {
      const k = row + ((x / factor) | 0);
      const s = steep[y * aligned.width + x];
      if (s > strongest[k]) strongest[k] = s;
    }
  }
  return strongest.map((_, k) => {
    const [cx, cy] = [k % width, Math.floor(k / width)];
    let most = 0;
    for (let y = Math.max(0, cy - NEAR_CELLS); y <= Math.min(height - 1, cy + NEAR_CELLS); y++)
      for (let x = Math.max(0, cx - NEAR_CELLS); x <= Math.min(width - 1, cx + NEAR_CELLS); x++)
        most = Math.max(most, strongest[y * width + x]);
    return 1 / (1 + (most / NEAR_EDGE) ** 4);
  });
}

interface Cells {
  readonly width: number;
  readonly height: number;
  /** pixels a side of a cell */
  readonly factor: number;
}

export function differenceMap(aligned: Aligned): DifferenceMap {
  const factor = Math.max(1, Math.round(CELL_MM / aligned.mmPerPixel));
  const width = Math.floor(aligned.width / factor);
  const height = Math.floor(aligned.height / factor);
  const sums = [0, 1, 2, 3].map(() => new Float32Array(width * height));
  const steep = steepness(aligned);
  const say = sayByCell(steep, aligned, { width, height, factor });
  const { planned, painted, mask } = aligned;
  for (let y = 0; y < height * factor; y++) {
    for (let x = 0; x < width * factor; x++) {
      const i = y * aligned.width + x;
      if (mask[i]) continue;
      const k = Math.floor(y / factor) * width + Math.floor(x / factor);
      const weight = say[k] / (1 + (steep[i] / EDGE) ** 2);
      const matched = (painted.value[i] + 1.6) / (planned.value[i] + 1.6); // L* + 16 is near 10 V + 16
      const [ta, tb] = [planned.a[i] * matched, planned.b[i] * matched];
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

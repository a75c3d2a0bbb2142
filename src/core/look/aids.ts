import { byteFromLinear, linearFromCode, luminanceFromValue, LUMINANCE, valueFast } from '../colour';
import { gaussianBlur, quantile, type Plane } from '../raster';

/** Looking aids that change how a picture is shown, never its data. */
export interface Aids {
  readonly grey: boolean;
  /** standard deviation of the blur, px of the shown picture; 0 = off */
  readonly squintPx: number;
  /** values between the steps, rising, Munsell 0..10; empty = off */
  readonly thresholds: readonly number[];
}

export const NO_AIDS: Aids = { grey: false, squintPx: 0, thresholds: [] };

const linear = Float32Array.from({ length: 256 }, (_, i) => linearFromCode(i / 255));
const byteOfValue = (value: number) => byteFromLinear(luminanceFromValue(value) / 100);

/** Thresholds that part the range from darkest to lightest into equal steps. @param steps 2..9 */
export function evenThresholds(steps: number, { darkest, lightest }: { darkest: number; lightest: number }): number[] {
  return Array.from({ length: steps - 1 }, (_, i) => darkest + ((lightest - darkest) * (i + 1)) / steps);
}

const SAMPLED = 97; // every so many pixels are enough to tell a range, and fall in no column

/**
 * Darkest and lightest value of a picture, to which steps can be fitted: Munsell 0..10, 2nd and 98th hundredth.
 * @param rgba bytes of sRGB, four a pixel
 */
export function rangeOfPixels(rgba: Uint8ClampedArray): { darkest: number; lightest: number } {
  const values = Float32Array.from({ length: Math.ceil(rgba.length / 4 / SAMPLED) }, (_, i) => {
    const [r, g, b] = rgba.subarray(4 * SAMPLED * i, 4 * SAMPLED * i + 3);
    return valueFast(LUMINANCE[0] * linear[r] + LUMINANCE[1] * linear[g] + LUMINANCE[2] * linear[b]);
  });
  return { darkest: quantile(values, 0.02), lightest: quantile(values, 0.98) };
}

/** The value each step is shown with: the middle between its thresholds, the outer ones half a step beyond. */
export function stepValues(thresholds: readonly number[]): number[] {
  const first = thresholds[0];
  const last = thresholds[thresholds.length - 1];
  const half = thresholds.length > 1 ? (last - first) / (thresholds.length - 1) / 2 : 1.5;
  return [
    Math.max(0.5, first - half),
    ...thresholds.slice(1).map((t, i) => (t + thresholds[i]) / 2),
    Math.min(9.7, last + half),
  ];
}

function squinted(
  rgba: Uint8ClampedArray,
  { width, height }: { width: number; height: number },
  sigma: number,
): Plane[] {
  return [0, 1, 2].map((c) => {
    const data = new Float32Array(width * height);
    for (let i = 0, o = c; i < data.length; i++, o += 4) data[i] = linear[rgba[o]];
    return gaussianBlur({ width, height, data }, sigma);
  });
}

/**
 * Applies the aids to sRGB pixels.
 * @param rgba bytes, row-major, four a pixel; left as they are
 * @returns new bytes of the same size
 */
export function applyAids(
  rgba: Uint8ClampedArray,
  size: { width: number; height: number },
  { grey, squintPx, thresholds }: Aids,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(rgba.length);
  const soft = squintPx > 0 ? squinted(rgba, size, squintPx) : null;
  const shown = thresholds.length > 0 ? stepValues(thresholds).map(byteOfValue) : null;
  for (let i = 0, o = 0; o < rgba.length; i++, o += 4) {
    const r = soft ? soft[0].data[i] : linear[rgba[o]];
    const g = soft ? soft[1].data[i] : linear[rgba[o + 1]];
    const b = soft ? soft[2].data[i] : linear[rgba[o + 2]];
    out[o + 3] = 255;
    if (!grey && !shown) {
      out[o] = byteFromLinear(r);
      out[o + 1] = byteFromLinear(g);
      out[o + 2] = byteFromLinear(b);
      continue;
    }
    const light = LUMINANCE[0] * r + LUMINANCE[1] * g + LUMINANCE[2] * b;
    let byte = shown ? 0 : byteFromLinear(light);
    if (shown) {
      const value = valueFast(light);
      let k = 0;
      while (k < thresholds.length && value > thresholds[k]) k++;
      byte = shown[k];
    }
    out[o] = byte;
    out[o + 1] = byte;
    out[o + 2] = byte;
  }
  return out;
}

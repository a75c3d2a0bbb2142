import { chroma, labFromLinear, linearFromCode, LUMINANCE, valueFromLuminance, warmth } from '../colour';
import { median, placeHolds, quantile, type Point } from '../raster';

/** What an outlined area of one picture shows. */
export interface Area {
  /** middle value, 0..10 */
  readonly value: number;
  /** from its tenth to its ninetieth hundredth, steps */
  readonly spread: number;
  /** of its mean colour, units of a*b* */
  readonly warmth: number;
  readonly chroma: number;
}

const MOST_SAMPLES = 20_000; // more of an even area tell nothing new

/**
 * Value and colour of an outlined area. @param outline px of the picture @returns null where it holds no pixel
 */
export function readArea(
  rgba: Uint8ClampedArray,
  { width, height }: { width: number; height: number },
  outline: readonly Point[],
): Area | null {
  const place = { outlines: [outline] };
  const [xs, ys] = [outline.map(([x]) => x), outline.map(([, y]) => y)];
  const [left, right] = [Math.max(0, Math.ceil(Math.min(...xs))), Math.min(width - 1, Math.max(...xs))];
  const [top, bottom] = [Math.max(0, Math.ceil(Math.min(...ys))), Math.min(height - 1, Math.max(...ys))];
  const every = Math.max(1, Math.ceil(Math.sqrt(((right - left) * (bottom - top)) / MOST_SAMPLES)));
  const values: number[] = [];
  const sums = [0, 0, 0];
  for (let y = top; y <= bottom; y += every)
    for (let x = left; x <= right; x += every) {
      if (!placeHolds(place, [x, y])) continue;
      const o = 4 * (y * width + x);
      const light = [0, 1, 2].map((c) => linearFromCode(rgba[o + c] / 255));
      light.forEach((v, c) => (sums[c] += v));
      values.push(valueFromLuminance(100 * light.reduce((sum, v, c) => sum + LUMINANCE[c] * v, 0)));
    }
  if (values.length === 0) return null;
  const [red, green, blue] = sums.map((sum) => sum / values.length);
  const lab = labFromLinear(red, green, blue);
  const spread = quantile(values, 0.9) - quantile(values, 0.1);
  return { value: median(values), spread, warmth: warmth(lab), chroma: chroma(lab) };
}

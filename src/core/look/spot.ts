import { chroma, labFromLinear, linearFromCode, LUMINANCE, valueFromLuminance, warmth, type Lab } from '../colour';

/** What the eye would name in a small spot. */
export interface Spot {
  readonly value: number;
  readonly lab: Lab;
  readonly warmth: number;
  readonly chroma: number;
  /** mean colour as sRGB bytes, for a swatch */
  readonly mean: readonly [number, number, number];
}

/** Mean of a disc of sRGB pixels, in linear light. @param at centre and radius, px; null when it lies outside */
export function readSpot(
  rgba: Uint8ClampedArray,
  { width, height }: { width: number; height: number },
  at: { x: number; y: number; radius: number },
): Spot | null {
  const sums = [0, 0, 0];
  let n = 0;
  const r = Math.max(1, at.radius);
  for (let y = Math.max(0, Math.ceil(at.y - r)); y <= Math.min(height - 1, at.y + r); y++) {
    for (let x = Math.max(0, Math.ceil(at.x - r)); x <= Math.min(width - 1, at.x + r); x++) {
      if ((x - at.x) ** 2 + (y - at.y) ** 2 > r * r) continue;
      const o = 4 * (y * width + x);
      for (let c = 0; c < 3; c++) sums[c] += linearFromCode(rgba[o + c] / 255);
      n++;
    }
  }
  if (n === 0) return null;
  const [red, green, blue] = sums.map((s) => s / n);
  const lab = labFromLinear(red, green, blue);
  const code = (v: number) => Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055));
  return {
    value: valueFromLuminance(100 * (LUMINANCE[0] * red + LUMINANCE[1] * green + LUMINANCE[2] * blue)),
    lab,
    warmth: warmth(lab),
    chroma: chroma(lab),
    mean: [code(red), code(green), code(blue)],
  };
}

import {
  byteFromLinear,
  labFromLinear,
  lightnessFromLuminance,
  linearFromCode,
  linearFromLab,
  luminanceFromValue,
  LUMINANCE,
  valueFast,
  valueFromLuminance,
} from '../colour';
import { guidedBlur, pixelsIn, type Place } from '../raster';

/** A difference taken out of the flat: everything in the place moved by so much, its texture kept. */
export interface Taken {
  readonly place: Place;
  /** steps */
  readonly value: number;
  /** units of a* and b* */
  readonly a: number;
  readonly b: number;
}

const FEATHER_MM = 4; // within a passage the change ends as softly; at a contour it ends there
const EDGE = 0.3; // steps

const FAINT = 0.05; // of a change: less is not seen

/** Value 0..10 of every pixel. */
function valuesOf(rgba: Uint8ClampedArray, count: number): Float32Array {
  const linear = Float32Array.from({ length: 256 }, (_, code) => linearFromCode(code / 255));
  const [red, green, blue] = LUMINANCE;
  return Float32Array.from({ length: count }, (_, i) =>
    valueFast(red * linear[rgba[4 * i]] + green * linear[rgba[4 * i + 1]] + blue * linear[rgba[4 * i + 2]]),
  );
}

/**
 * The flat repainted as if the differences were out of it. Every pixel keeps its own distance from the passage's mean,
 * so strokes stay.
 * @param rgba sRGB bytes; they are not changed
 * @returns new bytes
 */
export function repainted(
  rgba: Uint8ClampedArray,
  { width, height, mmPerPixel }: { width: number; height: number; mmPerPixel: number },
  taken: readonly Taken[],
): Uint8ClampedArray<ArrayBuffer> {
  const sums = [0, 1, 2].map(() => new Float32Array(width * height));
  const guide = { width, height, data: valuesOf(rgba, width * height) };
  const radius = Math.max(1, Math.round(FEATHER_MM / mmPerPixel));
  for (const { place, value, a, b } of taken) {
    const inside = new Float32Array(width * height);
    for (const i of pixelsIn(place, { width, height, mmPerPixel })) inside[i] = 1;
    const soft = guidedBlur({ width, height, data: inside }, guide, { radius, edge: EDGE }).data;
    // A place smaller than its feather is moved in full in its middle all the same.
    const most = soft.reduce((high, v) => Math.max(high, v), 0.01);
    for (let i = 0; i < soft.length; i++) {
      if (soft[i] <= FAINT) continue;
      const share = Math.min(1, soft[i] / Math.min(1, most));
      sums[0][i] += share * value;
      sums[1][i] += share * a;
      sums[2][i] += share * b;
    }
  }
  const out = new Uint8ClampedArray(rgba);
  const [dv, da, db] = sums;
  for (let i = 0, o = 0; i < dv.length; i++, o += 4) {
    if (dv[i] === 0 && da[i] === 0 && db[i] === 0) continue;
    const [r, g, bl] = [0, 1, 2].map((c) => linearFromCode(rgba[o + c] / 255));
    const light = LUMINANCE[0] * r + LUMINANCE[1] * g + LUMINANCE[2] * bl;
    const value = Math.min(10, Math.max(0.05, valueFromLuminance(100 * light) + dv[i]));
    const lab = labFromLinear(r, g, bl);
    const L = lightnessFromLuminance(luminanceFromValue(value));
    // Colour follows lightness as paint does: a darker mixture of the same hue is less strong in a* and b*.
    const scale = (L + 16) / (lab.L + 16);
    const next = linearFromLab({ L, a: lab.a * scale + da[i], b: lab.b * scale + db[i] });
    for (let c = 0; c < 3; c++) out[o + c] = byteFromLinear(Math.min(1, Math.max(0, next[c])));
  }
  return out;
}

import { valueAtRoot, valueFromLuminance } from './value';

/** A colour in CIELAB (CIE 15, D65, 2 degree observer): L 0..100, a and b in units of a*b*. */
export interface Lab {
  readonly L: number;
  readonly a: number;
  readonly b: number;
}

/** XYZ of a white point from its chromaticity, scaled to Y = 1. */
const white = (x: number, y: number) => [x / y, 1, (1 - x - y) / y] as const;
const D65 = white(0.3127, 0.329); // CIE 15, 2 degree observer
const JOIN = (6 / 29) ** 3; // CIE 15: below this ratio to white, L* runs straight instead of by cube root
const SLOPE = (29 / 6) ** 2 / 3;

// Linear sRGB to XYZ, rows X Y Z (IEC 61966-2-1, rounded to the published seven digits).
const TO_XYZ = [
  [0.4123908, 0.3575843, 0.1804808],
  [0.212639, 0.7151687, 0.0721923],
  [0.0193308, 0.1191948, 0.9505322],
] as const;

const compress = (ratio: number) => (ratio > JOIN ? Math.cbrt(ratio) : SLOPE * ratio + 4 / 29);

/** Linear sRGB light (1.0 = white, may exceed 0..1) to CIELAB. */
export function labFromLinear(r: number, g: number, b: number): Lab {
  const [fx, fy, fz] = TO_XYZ.map((row, i) => compress((row[0] * r + row[1] * g + row[2] * b) / D65[i]));
  return { L: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) };
}

/** CIELAB to linear sRGB light; out-of-gamut colours give values outside 0..1. */
export function linearFromLab({ L, a, b }: Lab): [number, number, number] {
  const fy = (L + 16) / 116;
  const [X, Y, Z] = [fy + a / 500, fy, fy - b / 200].map(
    (f, i) => D65[i] * (f ** 3 > JOIN ? f ** 3 : (f - 4 / 29) / SLOPE),
  );
  return [
    3.2409699 * X - 1.5373832 * Y - 0.4986108 * Z,
    -0.9692436 * X + 1.8759675 * Y + 0.0415551 * Z,
    0.0556301 * X - 0.203977 * Y + 1.0569715 * Z,
  ];
}

const STEPS = 4096;
const TOP = 1.5;
const roots = Float32Array.from({ length: STEPS + 2 }, (_, i) => compress(TOP * (i / STEPS) ** 2));
const toIndex = STEPS / Math.sqrt(TOP);
function compressAtRoot(root: number): number {
  const at = Math.min(STEPS, root * toIndex);
  const low = at | 0;
  return roots[low] + (at - low) * (roots[low + 1] - roots[low]);
}

const [XR, XG, XB] = TO_XYZ[0].map((w) => w / D65[0]);
const [YR, YG, YB] = TO_XYZ[1];
const [ZR, ZG, ZB] = TO_XYZ[2].map((w) => w / D65[2]);

const RUN = 1024; // pixels a call: short enough to be compiled early, even for a first photograph

/**
 * Munsell value 0..10, a* and b* of every pixel, by table (within 0.005 step of {@link valueFromLuminance} and 0.1 unit
 * of
 * {@link labFromLinear}); light below 0 counts as 0.
 * @param r,g,b linear light planes of one length
 */
export function colourPlanes(
  r: Float32Array,
  g: Float32Array,
  b: Float32Array,
): { value: Float32Array; a: Float32Array; b: Float32Array } {
  const out = { value: new Float32Array(r.length), a: new Float32Array(r.length), b: new Float32Array(r.length) };
  for (let from = 0; from < r.length; from += RUN) colourRun([r, g, b], out, from, Math.min(r.length, from + RUN));
  return out;
}

function colourRun(
  [r, g, b]: readonly [Float32Array, Float32Array, Float32Array],
  out: { value: Float32Array; a: Float32Array; b: Float32Array },
  from: number,
  to: number,
): void {
  for (let i = from; i < to; i++) {
    const red = r[i];
    const green = g[i];
    const blue = b[i];
    const root = Math.sqrt(Math.max(0, YR * red + YG * green + YB * blue));
    const fy = compressAtRoot(root);
    out.value[i] = valueAtRoot(root);
    out.a[i] = 500 * (compressAtRoot(Math.sqrt(Math.max(0, XR * red + XG * green + XB * blue))) - fy);
    out.b[i] = 200 * (fy - compressAtRoot(Math.sqrt(Math.max(0, ZR * red + ZG * green + ZB * blue))));
  }
}

/** L* 0..100 from luminance Y 0..100 (CIE 15). */
export const lightnessFromLuminance = (luminance: number): number => 116 * compress(luminance / 100) - 16;

/** Munsell value 0..10 of a CIELAB lightness 0..100: the same luminance. */
export function valueOfLightness(L: number): number {
  const f = (L + 16) / 116;
  return valueFromLuminance(100 * (f ** 3 > JOIN ? f ** 3 : (f - 4 / 29) / SLOPE));
}

/** Units of a*b* that are seen as much as one step of value. */
export const UNITS_PER_STEP = 10;

/** Chroma C*ab: colour strength, 0 and up. */
export const chroma = ({ a, b }: Lab): number => Math.hypot(a, b);

/** Hue angle h_ab in degrees, 0..360. */
export const hue = ({ a, b }: Lab): number => ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;

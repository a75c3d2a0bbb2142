// The simulator's own colour arithmetic, deliberately apart from src/core: a mistake there must not be hidden by the
// same one here.

export type Rgb = [number, number, number];

/** sRGB code 0..1 to linear light. */
export const toLinear = (c: number): number => (c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4));
/** Linear light to sRGB code 0..1. */
export const toCode = (l: number): number =>
  l <= 0.0031308 ? 12.92 * Math.max(0, l) : 1.055 * Math.pow(Math.min(l, 1), 1 / 2.4) - 0.055;

const codeTable = Float32Array.from({ length: 8194 }, (_, i) => toCode((i / 8192) ** 2));
/** {@link toCode} by table, right to a thousandth of a byte: for whole pictures. */
export function quickCode(l: number): number {
  const at = Math.sqrt(Math.min(1, Math.max(0, l))) * 8192;
  const low = at | 0;
  return codeTable[low] + (at - low) * (codeTable[low + 1] - codeTable[low]);
}

export const luminance = ([r, g, b]: Rgb): number => 0.2126 * r + 0.7152 * g + 0.0722 * b;

/** ASTM D1535, written out (Horner: powers are slow): relative luminance 0..1 of Munsell value. */
export const lightOfValue = (v: number): number =>
  (v * (1.1914 + v * (-0.22533 + v * (0.23352 + v * (-0.020484 + v * 0.00081939))))) / 100;

/** Munsell value by bisection of {@link lightOfValue}. */
export function valueOfLight(y: number): number {
  let [low, high] = [0, 11];
  for (let i = 0; i < 40; i++) {
    const mid = (low + high) / 2;
    if (lightOfValue(mid) < y) low = mid;
    else high = mid;
  }
  return low;
}

const valueTable = Float32Array.from({ length: 4097 }, (_, i) => valueOfLight((i / 4096) ** 2));
/** Munsell value by table. */
export const quickValue = (y: number): number =>
  valueTable[Math.min(4096, Math.round(Math.sqrt(Math.max(0, y)) * 4096))];

/** Scales light so that its Munsell value moves by so many steps; hue and chroma ratio stay. */
export function shiftValue(rgb: Rgb, steps: number): Rgb {
  const y = Math.max(1e-4, luminance(rgb));
  const factor = lightOfValue(Math.min(9.8, Math.max(0.6, quickValue(y) + steps))) / y;
  return [rgb[0] * factor, rgb[1] * factor, rgb[2] * factor];
}

/** CIELAB lightness of a Munsell value. */
const lightnessOf = (value: number): number => 116 * f(lightOfValue(value)) - 16;

/** Moves a colour's Munsell value by so many steps as a mixture may: its a*, b* stay. */
export function mixValue(rgb: Rgb, steps: number): Rgb {
  const [, a, b] = labOf(rgb);
  return rgbOfLab([lightnessOf(Math.min(9.8, Math.max(0.6, quickValue(luminance(rgb)) + steps))), a, b]);
}

const f = (t: number) => (t > 216 / 24389 ? Math.cbrt(t) : (24389 / 27 / 116) * t + 16 / 116);
const fInverse = (t: number) => {
  const cube = t * t * t;
  return cube > 216 / 24389 ? cube : (116 * t - 16) / (24389 / 27);
};
const WHITE: Rgb = [0.95047, 1, 1.08883];

export function labOf([r, g, b]: Rgb): Rgb {
  const x = f((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / WHITE[0]);
  const y = f(0.2126729 * r + 0.7151522 * g + 0.072175 * b);
  const z = f((0.0193339 * r + 0.119192 * g + 0.9503041 * b) / WHITE[2]);
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

const shown = (light: number) => Math.min(1, Math.max(0.001, light));

export function rgbOfLab([L, a, b]: Rgb): Rgb {
  const fy = (L + 16) / 116;
  const [x, y, z] = [WHITE[0] * fInverse(fy + a / 500), fInverse(fy), WHITE[2] * fInverse(fy - b / 200)];
  return [
    shown(3.2404542 * x - 1.5371385 * y - 0.4985314 * z),
    shown(-0.969266 * x + 1.8760108 * y + 0.041556 * z),
    shown(0.0556434 * x - 0.2040259 * y + 1.0572252 * z),
  ];
}

/** Moves a colour along the warm-cool axis (60 degrees in a*b*) and scales its chroma, lightness kept. */
export function shiftColour(rgb: Rgb, { warmer = 0, chroma = 1 }: { warmer?: number; chroma?: number }): Rgb {
  const [L, a, b] = labOf(rgb);
  return rgbOfLab([L, a * chroma + warmer * 0.5, b * chroma + warmer * 0.8660254]);
}

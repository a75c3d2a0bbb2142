/** sRGB transfer function (IEC 61966-2-1): code 0..1 to linear light 0..1. */
export const linearFromCode = (code: number): number =>
  code <= 0.04045 ? code / 12.92 : ((code + 0.055) / 1.055) ** 2.4;

/** Inverse of {@link linearFromCode}; linear light below 0 gives 0, above 1 gives 1. */
export function codeFromLinear(linear: number): number {
  if (!(linear > 0)) return 0;
  if (linear >= 1) return 1;
  return linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055;
}

/** Relative luminance weights of linear sRGB primaries under D65 (IEC 61966-2-1). */
export const LUMINANCE = [0.2126, 0.7152, 0.0722] as const;

const STEPS = 4096;
const bytes = Uint8Array.from({ length: STEPS + 1 }, (_, i) => Math.round(255 * codeFromLinear((i / STEPS) ** 2)));

/** Byte 0..255 of linear light by table (indexed by square root, so darks keep their resolution). */
export function byteFromLinear(linear: number): number {
  if (!(linear > 0)) return 0;
  return bytes[linear >= 1 ? STEPS : (Math.sqrt(linear) * STEPS + 0.5) | 0];
}

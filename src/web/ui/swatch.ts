import { byteFromLinear, lightnessFromLuminance, linearFromLab, luminanceFromValue } from '../../core/colour';

/** A colour as the screen shows it. @param colour value 0..10; a* and b*, CIELAB D65; beyond sRGB it is cut off */
export function cssOf({ value, a, b }: { value: number; a: number; b: number }): string {
  const L = lightnessFromLuminance(luminanceFromValue(value));
  return `rgb(${linearFromLab({ L, a, b }).map(byteFromLinear).join(' ')})`;
}

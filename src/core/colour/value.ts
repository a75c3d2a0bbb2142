// ASTM D1535: luminance as a quintic of Munsell value, highest power last. Y 0..100, V 0..10.
const D1535 = [0, 1.1914, -0.22533, 0.23352, -0.020484, 0.00081939] as const;

/**
 * Luminance Y (0..100; 102.57 is the magnesium-oxide white of value 10 on some scales, here value 10 gives 99.96) of
 * Munsell value 0..10; ASTM D1535.
 */
export function luminanceFromValue(value: number): number {
  let y = 0;
  for (let power = D1535.length - 1; power >= 0; power--) y = y * value + D1535[power];
  return y;
}

function slopeAt(value: number): number {
  let slope = 0;
  for (let power = D1535.length - 1; power >= 1; power--) slope = slope * value + power * D1535[power];
  return slope;
}

/**
 * Munsell value from luminance Y (0..100), inverting ASTM D1535 by Newton steps; value -> Y -> value returns within
 * 0.005.
 * Y below 0 gives 0; Y above 100 continues the curve (a highlight may read 10.3).
 */
export function valueFromLuminance(luminance: number): number {
  if (!(luminance > 0)) return 0;
  let value = luminance < 1 ? luminance : 2.2 * Math.cbrt(luminance);
  for (let step = 0; step < 12; step++) value -= (luminanceFromValue(value) - luminance) / slopeAt(value);
  return value;
}

const TABLE_SIZE = 8192;
const TABLE_TOP = 1.5; // relative luminance the table reaches: half a stop above white
const table = Float32Array.from({ length: TABLE_SIZE + 2 }, (_, i) =>
  valueFromLuminance(100 * TABLE_TOP * (i / TABLE_SIZE) ** 2),
);
const toIndex = TABLE_SIZE / Math.sqrt(TABLE_TOP);

/** The table's reading at the square root of relative luminance, 0 and up. */
export function valueAtRoot(root: number): number {
  const at = Math.min(TABLE_SIZE, root * toIndex);
  const low = at | 0;
  return table[low] + (at - low) * (table[low + 1] - table[low]);
}

/**
 * Munsell value from relative luminance (1.0 = white, clamped to 0..1.5) by table; within 0.005 of {@link
 * valueFromLuminance}.
 */
export const valueFast = (relativeLuminance: number): number =>
  relativeLuminance > 0 ? valueAtRoot(Math.sqrt(relativeLuminance)) : 0;

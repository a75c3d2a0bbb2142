import { lightOfValue, type Rgb } from './colour';

// Measured off the printed sheet, mm: the simulator knows it as a camera does, not from the code that looks for it.
const LONG = 180;
const SHORT = { greys: 50, fields: 78 }; // without and with the fields for paints below the ruler
const STANDS = { x: 26, y: -90 }; // right of the canvas, and from its middle

/**
 * The printed card, standing on its short side right of the canvas.
 * @param greys its values as the printer really made them, lightest first
 * @param paints light of the paints on its fields, from the left; none = the fields are cut off
 * @param place mm from the middle of the canvas's right side
 * @returns light there; null beside the card
 */
export function printedCard(
  { greys, paints = [] }: { greys: readonly number[]; paints?: readonly Rgb[] },
  [x, y]: readonly [number, number],
): Rgb | null {
  const short = paints.length > 0 ? SHORT.fields : SHORT.greys;
  const along = y - STANDS.y;
  const across = short - (x - STANDS.x);
  if (along < 0 || across < 0 || along >= LONG || across >= short) return null;
  const [paper, ink] = [greys[0], greys[greys.length - 1]].map(lightOfValue);
  const grey = (light: number): Rgb => [light, light, light];
  for (const cx of [8, 172]) {
    for (const cy of [8, 42]) {
      const r = Math.hypot(along - cx, across - cy);
      if (r < 5) return grey(r < 2.2 ? paper : ink);
    }
  }
  const field = Math.floor((along - 18) / 36);
  if (along >= 18 && across >= 52 && across < 74 && field < paints.length) return paints[field];
  const patch = Math.floor((along - 18) / 24);
  if (along >= 18 && patch < 6 && across >= 5 && across < 31) return grey(lightOfValue(greys[patch]));
  const long = Math.round(along) % 10 === 0 ? 5.5 : 2.5;
  const onTick =
    along > 19.5 && along < 160.5 && across > 35 && across < 35 + long && Math.abs(along - Math.round(along)) < 0.2;
  return grey(onTick ? ink : paper);
}

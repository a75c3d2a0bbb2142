/** Painters' names for directions of hue in the a*b* plane, by angle in degrees. */
const HUES = [
  { name: 'red', at: 25 },
  { name: 'orange', at: 60 },
  { name: 'yellow', at: 95 },
  { name: 'green', at: 160 },
  { name: 'blue', at: 260 },
  { name: 'violet', at: 315 },
] as const;

/** The hue a colour difference points towards: the nearest of six names. @param degrees any angle in the a*b* plane */
export function hueTowards(degrees: number): string {
  const away = (at: number) => Math.abs(((degrees - at + 540) % 360) - 180);
  return HUES.reduce((best, hue) => (away(hue.at) < away(best.at) ? hue : best)).name;
}

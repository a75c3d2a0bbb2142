const QUARTERS = ['', 'a quarter of a step', 'half a step', 'three quarters of a step'];
const WHOLE = [
  '',
  'one step',
  'two steps',
  'three steps',
  'four steps',
  'five steps',
  'six steps',
  'seven steps',
  'eight steps',
  'nine steps',
  'ten steps',
];
const AND = ['', ' and a quarter', ' and a half', ' and three quarters'];

/** An amount of value in quarter steps: "three quarters of a step", "one step and a half"; below an eighth: "as planned". */
export function stepsInWords(steps: number): string {
  const quarters = Math.round(Math.abs(steps) * 4);
  const whole = Math.min(10, Math.floor(quarters / 4));
  if (quarters === 0) return 'as planned';
  return whole === 0 ? QUARTERS[quarters] : WHOLE[whole] + AND[quarters % 4];
}

/** How much of a colour difference, in units of a*b*: 1 a little, 2 clearly, 3 much. */
export function colourAmount(units: number): 1 | 2 | 3 {
  const size = Math.abs(units);
  if (size < 7) return 1;
  return size < 14 ? 2 : 3;
}

export const AMOUNT_WORDS = { 1: 'a little', 2: 'clearly', 3: 'much' } as const;

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

/** A place on the canvas in words, from shares of its width and height 0..1. */
export function placeInWords([x, y]: readonly [number, number]): string {
  const column = x < 0.36 ? 'left' : x > 0.64 ? 'right' : '';
  const row = y < 0.36 ? 'upper' : y > 0.64 ? 'lower' : '';
  if (!column && !row) return 'middle';
  if (!column) return `${row} middle`;
  return row ? `${row} ${column}` : `middle ${column}`;
}

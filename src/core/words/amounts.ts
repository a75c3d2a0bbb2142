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

/**
 * An amount of value in quarter steps: "three quarters of a step", "one step and a half"; below an eighth: "as
 * planned".
 * @param steps of a scale of ten; @param per how many of the painter's own make one of those: a half on a scale of five
 */
export function stepsInWords(steps: number, per = 1): string {
  const quarters = Math.round(Math.abs(steps * per) * 4);
  const whole = Math.min(10, Math.floor(quarters / 4));
  if (quarters === 0) return 'as planned';
  return (whole === 0 ? QUARTERS[quarters] : `${WHOLE[whole]}${AND[quarters % 4]}`) ?? 'as planned';
}

const FIGURES = ['', '¼', '½', '¾'];

/** The same amount in figures: "¾", "1½"; below an eighth: "0". */
export function stepsFigure(steps: number, per = 1): string {
  const quarters = Math.round(Math.abs(steps * per) * 4);
  return `${quarters >= 4 ? Math.floor(quarters / 4) : ''}${FIGURES[quarters % 4] ?? ''}` || '0';
}

const SPOKEN = 0.125; // steps from which an amount is spoken of

/**
 * "Measured 0.41 too light, spoken as half a step."; null = too little to be spoken of.
 * @param steps painted minus plan
 */
export const measuredInWords = (steps: number, per = 1): string | null =>
  Math.abs(steps) < SPOKEN
    ? null
    : `Measured ${Math.abs(steps * per).toFixed(2)} ${steps > 0 ? 'too light' : 'too dark'}, spoken as ${stepsInWords(steps, per)}.`;

/** How much of a colour difference, in units of a*b*: 1 a little, 2 clearly, 3 much. */
export function colourAmount(units: number): 1 | 2 | 3 {
  const size = Math.abs(units);
  if (size < 7) return 1;
  return size < 14 ? 2 : 3;
}

export const AMOUNT_WORDS = { 1: 'a little', 2: 'clearly', 3: 'much' } as const;

/** A place on the canvas in words, from shares of its width and height 0..1. */
export function placeInWords([x, y]: readonly [number, number]): string {
  const column = x < 0.36 ? 'left' : x > 0.64 ? 'right' : '';
  const row = y < 0.36 ? 'upper' : y > 0.64 ? 'lower' : '';
  if (!column && !row) return 'middle';
  if (!column) return `${row} middle`;
  return row ? `${row} ${column}` : `middle ${column}`;
}

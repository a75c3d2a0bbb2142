import type { Line, Piece } from './accountWords';
import { stepsInWords } from './amounts';
import type { Course, CoursedStrip, Step } from '../thin';
import { figure } from './figures';
import { percent } from './listed';

const mm = (width: number): string => figure(width, 1);

const NO_RANGE_MM = 0.4; // between its ends, that is one width

/** Widths from the narrowest to the widest: "2.4 mm", "1.2 to 3.6 mm". */
export const widthsInWords = ([least, most]: readonly [number, number]): string =>
  most - least < NO_RANGE_MM ? `${mm((least + most) / 2)} mm` : `${mm(least)} to ${mm(most)} mm`;

export const THIN_TEXT = {
  table: 'Thin shapes, planned and painted',
  at: 'Thin shape at',
  even: 'even and hard',
} as const;

const WORTH = 0.1; // of its length, that is told

/** How a thin shape runs: "1.2 to 3.6 mm wide, softer along 40 % of it, broken off along 20 %". */
export function courseInWords({ widthsMm, hard, broken }: Course): string {
  const softer = 1 - broken - hard;
  return [
    widthsMm && `${widthsInWords(widthsMm)} wide`,
    softer >= WORTH && `softer along ${percent(softer)} of it`,
    broken >= WORTH && `broken off along ${percent(broken)}`,
  ]
    .filter((part) => typeof part === 'string')
    .join(', ');
}

/** The mass a thin shape lies on. */
interface On {
  readonly mass: number;
  readonly words: string;
}

const atInWords = (on: On | null): Piece[] => (on === null ? ['between masses, '] : ['at ', on, ', ']);

/** A thin shape that runs on too evenly. @param on null = on no mass */
export function evenInWords({ lengthMm, planned, painted }: CoursedStrip, on: On | null): Line {
  const wide = painted.widthsMm ? `${widthsInWords(painted.widthsMm)} wide and ` : '';
  return [
    'Too even: the thin shape ',
    ...atInWords(on),
    `${Math.round(lengthMm)} mm long, is ${wide}hard on both sides along ${percent(painted.even)} of it. Planned ${courseInWords(planned)}.`,
  ];
}

const LEAST_TOLD = 0.125; // steps: the finest amount spoken of

/** What is behind a thin shape does not carry on. @param on null = on no mass */
export const stepInWords = ({ lengthMm, planned, painted }: Step, on: On | null, per = 1): Line => [
  'What lies behind does not carry on: along the thin shape ',
  ...atInWords(on),
  `${Math.round(lengthMm)} mm, its two sides are ${stepsInWords(painted, per)} apart; planned ${planned < LEAST_TOLD ? 'alike' : `${stepsInWords(planned, per)} apart`}.`,
];

import type { Line, Piece } from './accountWords';
import { stepsInWords } from './amounts';
import { calledInWords } from './calledWords';
import type { Course, CoursedStrip, Jump, Step } from '../thin';
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

/** What stands in front. */
export type FrontName = 'thin shape' | 'bar';

/** How what lies behind is told: the mass it lies on, see {@link atInWords}, and what stands in front. */
interface Told {
  readonly on?: On | null;
  readonly front?: FrontName;
}

/** Where a thin shape lies, as it follows its name. @param on null = on no mass; left out = that is told beside it */
function atInWords(on?: On | null): Piece[] {
  if (on === undefined) return [', '];
  if (on === null) return [' between masses, '];
  return [' at ', { ...on, words: calledInWords(on.words).replace(/,$/, '') }, ', '];
}

/** A thin shape that runs on too evenly. @param on null = on no mass */
export function evenInWords({ lengthMm, planned, painted }: CoursedStrip, on: On | null): Line {
  const wide = painted.widthsMm ? `${widthsInWords(painted.widthsMm)} wide and ` : '';
  return [
    'Too even: the thin shape',
    ...atInWords(on),
    `${Math.round(lengthMm)} mm long, is ${wide}hard on both sides along ${percent(painted.even)} of it. Planned ${courseInWords(planned)}.`,
  ];
}

interface Wide {
  readonly widthMm: number | null;
}

/** How wide a bar is: "painted 11.8 mm wide; planned 12.0 mm". */
export const barWidthsInWords = (planned: Wide, painted: Wide): string =>
  `${painted.widthMm === null ? 'nowhere painted' : `painted ${mm(painted.widthMm)} mm wide`}; planned ${planned.widthMm === null ? 'nowhere' : `${mm(planned.widthMm)} mm`}`;

const LEAST_TOLD = 0.125; // steps: the finest amount spoken of

/** What is behind a thin shape, or beside a bar, does not carry on. */
export const stepInWords = (
  { lengthMm, planned, painted }: Step,
  { on, front = 'thin shape', per = 1 }: Told & { per?: number },
): Line => [
  `What lies ${front === 'bar' ? 'beside' : 'behind'} does not carry on: along the ${front}`,
  ...atInWords(on),
  `${Math.round(lengthMm)} mm, its two sides are ${stepsInWords(painted, per)} apart; planned ${planned < LEAST_TOLD ? 'alike' : `${stepsInWords(planned, per)} apart`}.`,
];

const LEVEL_MM = 1.5; // up to which it is told as alike: places lie 2.5 mm apart

/** On which of its sides an edge lies further, and which way: [the side, the other side, further, less far]. */
function sidesOf({ across, along }: Jump): readonly [string, string, string, string] {
  const upright = Math.abs(across[0]) >= Math.abs(across[1]);
  const [sides, ways] = upright
    ? [['to its right', 'to its left'] as const, ['lower', 'higher'] as const]
    : [['below it', 'above it'] as const, ['further right', 'further left'] as const];
  const onward = (upright ? across[0] : across[1]) > 0 === (upright ? along[1] : along[0]) > 0;
  return [...sides, ...(onward ? ways : ([ways[1], ways[0]] as const))];
}

/** An edge that passes behind a thin shape or a bar does not carry on. */
export function jumpInWords(jump: Jump, { on, front = 'thin shape' }: Told = {}): Line {
  const [side, other, further, less] = sidesOf(jump);
  const by = (mm: number) => `${Math.round(Math.abs(mm))} mm ${mm > 0 ? further : less}`;
  const planned = Math.abs(jump.planned) <= LEVEL_MM ? 'alike' : by(jump.planned);
  return [
    `What lies behind does not carry on: an edge passes behind the ${front}`,
    ...atInWords(on),
    `and is ${by(jump.painted)} ${side} than ${other}; planned ${planned}.`,
  ];
}

import type { Point } from '../raster';
import type { Comparison, Seat } from '../read';
import { AMOUNT_WORDS, colourAmount, stepsInWords } from './amounts';
import { figure } from './figures';

type Show = (value: number) => string;

const SPOKEN = 0.125; // steps from which a difference is spoken of
const tooLight = (steps: number, per: number) => `${stepsInWords(steps, per)} too ${steps > 0 ? 'light' : 'dark'}`;

/** How sure a photograph makes its readings. @param uncertainty half-widths */
export const sureInWords = ({ value, warmth }: { value: number; warmth: number }, per = 1): string =>
  `Values are told give or take ${(value * per).toFixed(2)} of a step, warmth give or take ${warmth.toFixed(1)}.`;

/** What an outlined place shows. */
export function outlineInWords(
  { target, painted, difference, uncertainty, spread }: Comparison,
  show: Show,
  per = 1,
): string {
  const off = Math.abs(difference.value) < SPOKEN ? 'as planned' : tooLight(difference.value, per);
  return [
    `Planned ${show(target.value)}, painted ${show(painted.value)}: ${off}, give or take ${(uncertainty.value * per).toFixed(2)} of a step.`,
    `Warmth ${figure(target.warmth, 0)} planned, ${figure(painted.warmth, 0)} painted; chroma ${target.chroma.toFixed(0)} and ${painted.chroma.toFixed(0)}.`,
    `Its values spread by ${(spread * per).toFixed(2)}.`,
  ].join(' ');
}

/** What an outlined place of a picture shows that nothing is compared with. */
export const areaAloneInWords = (
  { value, spread, warmth, chroma }: Record<'value' | 'spread' | 'warmth' | 'chroma', number>,
  show: Show,
  per = 1,
): string =>
  `Painted ${show(value)}. Warmth ${figure(warmth, 0)}, chroma ${chroma.toFixed(0)}. Its values spread by ${(spread * per).toFixed(2)}.`;

/** What a mass shows, in short. */
export function massInWords(
  { target, painted, difference }: Pick<Comparison, 'target' | 'painted' | 'difference'>,
  show: Show,
): string {
  const figures = `Planned ${show(target.value)}, painted ${show(painted.value)}; warmth ${figure(target.warmth, 0)} and ${figure(painted.warmth, 0)}.`;
  if (Math.abs(difference.warmth) < 4) return figures;
  return `${figures} ${AMOUNT_WORDS[colourAmount(difference.warmth)]} too ${difference.warmth > 0 ? 'warm' : 'cool'}.`;
}

/** Two masses beside each other. */
export const relationInWords = (
  { planned, painted, reversed }: { planned: number; painted: number; reversed: boolean },
  [one, other]: readonly [string, string],
  per = 1,
): string =>
  `${one} beside ${other}: ${figure(planned * per, 1)} steps planned, ${figure(painted * per, 1)} painted${reversed ? ', order reversed' : ''}.`;

interface Profile {
  /** steps over 100 mm */
  readonly slope: { readonly planned: number; readonly painted: number };
  readonly breaks: readonly { readonly at: number; readonly steps: number }[];
  readonly reversals: readonly { readonly from: number; readonly to: number }[];
  readonly furthest: { readonly at: number; readonly steps: number };
}
const running = (steps: number, per: number) =>
  Math.abs(steps) < 0.1 ? 'level' : `${Math.abs(steps * per).toFixed(1)} steps ${steps > 0 ? 'lighter' : 'darker'}`;

/** How the values run along a line of a picture that nothing is compared with. */
export const gradientInWords = ({ slope }: Pick<Profile, 'slope'>, per = 1): string =>
  `Over 100 mm it runs ${running(slope.painted, per)}.`;

/** How the values run along a line. */
export const profileInWords = ({ slope, breaks, reversals, furthest }: Profile, per = 1): string =>
  [
    `Over 100 mm it runs ${running(slope.planned, per)} as planned, ${running(slope.painted, per)} as painted.`,
    ...breaks
      .slice(0, 3)
      .map(
        ({ at, steps }) =>
          `A break at ${Math.round(at)} mm: ${stepsInWords(steps, per)} ${steps > 0 ? 'lighter' : 'darker'} at once.`,
      ),
    ...reversals
      .slice(0, 2)
      .map(({ from, to }) => `It runs the other way from ${Math.round(from)} to ${Math.round(to)} mm.`),
    ...(Math.abs(furthest.steps) >= 0.15
      ? [`Furthest off at ${Math.round(furthest.at)} mm: ${tooLight(furthest.steps, per)}.`]
      : []),
  ].join(' ');

/** Spots in the order of their values. @param planned, painted their numbers, the lightest first; null = no plan */
export const orderInWords = (planned: readonly number[] | null, painted: readonly number[]): string =>
  planned
    ? `Light to dark, planned: ${planned.join(', ')}; painted: ${painted.join(', ')}.`
    : `Light to dark: ${painted.join(', ')}.`;

const area = (mm2: number) => `${(mm2 / 100).toFixed(mm2 < 1000 ? 1 : 0)} cm²`;
/** What of a seat was measured. */
export const seatFiguresInWords = (
  { accent, shadow, gap }: Pick<Seat, 'accent' | 'shadow' | 'gap'>,
  show: Show,
  per = 1,
): string =>
  `Planned and painted: darkest at the foot ${show(accent.planned.value)} and ${show(accent.painted.value)}; shadow ${area(shadow.planned.areaMm2)} and ${area(shadow.painted.areaMm2)}; step to the surface ${(gap.planned * per).toFixed(1)} and ${(gap.painted * per).toFixed(1)}.`;

/** Where a landmark is painted, beside where it is planned. @param off mm, painting minus plan */
export const landmarkInWords = ([x, y]: Point): string =>
  `Painted ${Math.abs(x).toFixed(1)} mm ${x < 0 ? 'left' : 'right'}, ${Math.abs(y).toFixed(1)} mm ${y < 0 ? 'high' : 'low'}.`;

/** Where a landmark is, for those who move it by keys. @param at canvas mm */
export const landmarkAtInWords = (which: string, [x, y]: Point): string =>
  `${which}: ${x.toFixed(1)} mm across, ${y.toFixed(1)} down. Arrow keys move it.`;

const SIDES = ['left', 'right', 'top', 'bottom'] as const;
/** Margins of a mass in the window a frame leaves: left, right, top, bottom, mm. */
export function marginsInWords(planned: readonly number[], painted: readonly number[]): string {
  const [plan, paint] = [planned, painted].map((margins) => margins.map((mm) => String(Math.round(mm))));
  const sides = SIDES.map((side, i) => `${side} ${plan?.[i]} and ${paint?.[i]} mm`);
  return `To what the frame shows, planned and painted: ${sides.join('; ')}.`;
}

/** How a colour difference was measured. @param scale the painter's scale of values, by name */
export const methodInWords = ({
  deltaE,
  scale,
  light,
  plan,
  method,
}: {
  deltaE: number;
  scale: string;
  light: string;
  plan: number | null;
  method: number;
}): string =>
  `Middle value of all that could be read inside the outline, values ${scale}; colour compared at matched value. Colour difference ${deltaE.toFixed(1)} (CIEDE2000). ${light} Plan ${plan}, method ${method}.`;

/** By which plan and method a photograph was read; '' = by none. */
export const readAgainstInWords = (plan: number | null, method: number): string =>
  plan === null ? '' : `Read against plan ${plan}, method ${method}.`;

import { stepsInWords } from './amounts';
import { percent, plural } from './listed';

/** What of a reading is told and what is not. */
export interface Told {
  /** places that differ and are called for */
  readonly open: number;
  /** places that were dismissed, are meant so, or wait for a later stage */
  readonly quiet: number;
}
export const NOTHING_TO_CORRECT = 'No place differs from the plan by enough, and surely enough, to be corrected.';

/** How many places differ. */
export function differsInWords({ open, quiet }: Told): string {
  if (open > 1) return `${open} places differ from the plan, in the order they are corrected.`;
  if (open === 1) return '1 place differs from the plan.';
  return quiet > 0
    ? 'What differs here was dismissed, is meant so, or is not called for at this stage.'
    : NOTHING_TO_CORRECT;
}

/** What the stage does not call for yet, and what stays silent. */
export const waitingInWords = ({
  waiting,
  silent,
  stage,
}: {
  waiting: number;
  silent: number;
  stage: string;
}): string =>
  [
    waiting > 0 &&
      `${plural(waiting, 'more place')} ${waiting === 1 ? 'waits' : 'wait'}: the stage “${stage}” does not call for ${waiting === 1 ? 'it' : 'them'} yet.`,
    silent > 0 && `${plural(silent, 'place')} you dismissed before ${silent === 1 ? 'is' : 'are'} unchanged.`,
  ]
    .filter(Boolean)
    .join(' ');

export const smallerInWords = (count: number): string => `${plural(count, 'smaller one')} under Decide.`;
export const coveredInWords = (covered: number): string => `${percent(covered)} of the ground is covered.`;
/** Where plan and ground cannot be told apart; '' = hardly anywhere. */
export const alikeInWords = (alike: number): string =>
  alike > 0.02
    ? `On ${percent(alike)} plan and ground look the same and cannot be told apart; they count as covered.`
    : '';
export const glareInWords = (share: number): string => `${(100 * share).toFixed(1)} % not read: glare.`;

const MANY = 7; // corrections a session has room for

/** How far the deciding has come; a choice is advised where there is one. */
export const toDecideInWords = (taken: number, open: number): string =>
  `${taken + open > MANY ? 'Take three to seven. ' : ''}${taken} taken, ${open} to decide.`;

/**
 * How many corrections the next session has, and what becomes of them.
 * @param compared whether the next photograph is compared with a plan
 */
export function takenInWords(taken: number, compared = true): string {
  if (taken === 0)
    return `No correction is on the list yet. ${compared ? 'Take a finding, add' : 'Add'} your own, or paint on.`;
  const count = `${plural(taken, 'correction')} for the next session.`;
  return compared ? `${count} Its photograph will tell of each whether it worked.` : count;
}

/** How the list of corrections stands, wherever they are counted. */
export const correctionsInWords = (open: number, done: number): string => `Corrections: ${open} open, ${done} done.`;
export const offListInWords = (name: string): string => `“${name}” is off the list.`;

const WHENCE = {
  photo: 'from the photograph of the bare surface',
  place: 'from the place you outlined',
  typed: 'as you said',
};
/** The ground's value and whence it is known; null = not said. */
export const groundInWords = (value: string, from: keyof typeof WHENCE | null): string =>
  `The ground has value ${value}${from ? `, ${WHENCE[from]}` : ''}.`;

/** A light that was to be kept untouched and is not. @param steps painted minus plan */
export const lostLightInWords = (
  name: string,
  { steps, from }: { steps: number; from: 'plan' | 'before' },
  per = 1,
): string =>
  `A light you meant to keep is ${stepsInWords(steps, per)} darker than ${from === 'plan' ? 'planned' : 'in the session before'}: ${name}.`;
export const EARLIER_METHOD =
  'Its drawing, patterns and relations were read by an earlier method and are not shown: read the photograph again.';

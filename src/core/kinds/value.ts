import { areaInWords, stepsInWords } from '../words';
import { still } from './kind';
import { middleIn, paintKind } from './paint';

const MOVED = 0.3; // steps from which a place has been worked on
const MOST_STEPS = 9; // a departure's, either way

const SEEN = 0.05; // steps between what is planned and what is asked for

/** Where the plan goes beyond the paint, what is asked for instead. */
const paintEnds = (asked: number, planned: number, show: (value: number) => string): string =>
  Math.abs(asked - planned) < SEEN ? '' : ` (your paint ends at ${show(asked)})`;

export const VALUE = paintKind({
  name: 'value',
  unit: 'steps',
  digits: 2,
  shows: 'value',
  restsOn: 'value',
  claim: () => null,
  waitsForLight: ({ amount }) => amount < 0,
  least: 0.36,
  unitOfWeight: 0.5,
  settledWithin: 0.2,
  hued: false,
  map: (map) => map.value,
  uncertaintyIn: ({ value }) => value,
  amount: ({ difference }) => difference.value,
  instruction: ({ amount }, per = 1) =>
    Math.abs(amount) < 0.125 ? 'as planned' : `${stepsInWords(amount, per)} ${amount > 0 ? 'darker' : 'lighter'}`,
  evidence: ({ target, painted, difference, uncertainty, share }, show, per = 1) =>
    `Plan ${show(target.value)}${paintEnds(painted.value - difference.value, target.value, show)}, painted ${show(painted.value)}, give or take ${(uncertainty.value * per).toFixed(2)} of a step. ${areaInWords(share)}`,
  basis: ({ uncertainty }, per = 1) => middleIn(`${(uncertainty.value * per).toFixed(2)} step`),
  departure: ({ amount }) => ({ kind: 'value', steps: Math.max(-MOST_STEPS, Math.min(MOST_STEPS, amount)) }),
  untouched: (now, then) =>
    still(now.painted.value - then.painted.value, MOVED, now.uncertainty.value, then.uncertainty.value),
});

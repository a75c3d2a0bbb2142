import { shareWithin, type Place } from '../raster';
import { areaInWords, stepsInWords } from '../words';
import { still, type Explainable } from './kind';
import { middleIn, paintKind } from './paint';

const MOVED = 0.3; // steps from which a place has been worked on
const MOST_STEPS = 9; // a departure's, either way

const SEEN = 0.05; // steps between what is planned and what is asked for

/** Where the plan goes beyond the paint, what is asked for instead. */
const paintEnds = (asked: number, planned: number, show: (value: number) => string): string =>
  Math.abs(asked - planned) < SEEN ? '' : ` (your paint ends at ${show(asked)})`;

const BESIDE_MM = 8; // of a place, where its own border runs
const NEARLY_ALL = 0.8; // of an edge that runs there
const HALF = 0.5; // of what an edge parts

/** Whether an edge is there, or is not, because a place beside it is off by so many steps. */
const makesEdge = ({ place, amount }: { place: Place; amount: number }, other: Explainable): boolean => {
  if (other.kind !== 'edge' || other.edge.wished || !['find', 'lose'].includes(other.edge.change)) return false;
  const [planned, painted] = [Math.abs(other.edge.planned.contrast), Math.abs(other.edge.painted.contrast)];
  const parted = Math.abs(painted - planned);
  // What parts its sides as planned and is only spread is no matter of value.
  if (parted < HALF * Math.max(planned, painted)) return false;
  return Math.abs(amount) >= HALF * parted && shareWithin(other.place, place, BESIDE_MM) >= NEARLY_ALL;
};

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
  explains: makesEdge,
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

import { stepsInWords } from '../words';
import { still } from './kind';
import { paintKind } from './paint';

const MOVED = 0.3; // steps from which a place has been worked on
const MOST_STEPS = 9; // a departure's, either way

export const VALUE = paintKind({
  name: 'value',
  least: 0.36,
  unit: 0.5,
  settledWithin: 0.2,
  hued: false,
  map: (map) => map.value,
  sigma: ({ value }) => value,
  amount: ({ difference }) => difference.value,
  instruction: ({ amount }) =>
    Math.abs(amount) < 0.125 ? 'as planned' : `${stepsInWords(amount)} ${amount > 0 ? 'darker' : 'lighter'}`,
  departure: ({ amount }) => ({ kind: 'value', steps: Math.max(-MOST_STEPS, Math.min(MOST_STEPS, amount)) }),
  untouched: (now, then) =>
    still(now.painted.value - then.painted.value, MOVED, now.uncertainty.value, then.uncertainty.value),
});

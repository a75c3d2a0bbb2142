import { hueTowards } from '../colour';
import { AMOUNT_WORDS, colourAmount } from '../words';
import { matchedDifference, paintKind, sameColour } from './paint';

const MOVED = 4; // units of a*b* from which a place has been worked on
const MOST_UNITS = 80; // a departure's, either way

export const TEMPERATURE = paintKind({
  name: 'temperature',
  least: 3.9,
  unit: 6,
  settledWithin: 2.5,
  hued: true,
  map: (map) => map.warmth,
  sigma: ({ warmth }) => warmth,
  amount: (comparison) => matchedDifference(comparison).warmth,
  instruction: ({ amount, towards }) =>
    `${AMOUNT_WORDS[colourAmount(amount)]} ${amount > 0 ? 'cooler' : 'warmer'}${towards === null ? '' : `, towards ${hueTowards(towards)}`}`,
  departure: ({ amount }) => ({ kind: 'warmth', units: Math.max(-MOST_UNITS, Math.min(MOST_UNITS, amount)) }),
  untouched: sameColour(MOVED),
});

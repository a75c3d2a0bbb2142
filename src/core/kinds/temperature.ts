import { hueTowards } from '../colour';
import { AMOUNT_WORDS, colourAmount } from '../words';
import { matchedDifference } from './matched';
import { claimOfHue, colourBasis, colourEvidence, paintKind, sameColour } from './paint';

const MOVED = 4; // units of a*b* from which a place has been worked on
const MOST_UNITS = 80; // a departure's, either way

export const TEMPERATURE = paintKind({
  name: 'temperature',
  unit: 'warmth',
  digits: 0,
  shows: 'warmth',
  restsOn: 'colour',
  claim: claimOfHue,
  waitsForLight: () => false,
  least: 3.9,
  unitOfWeight: 6,
  settledWithin: 2.5,
  hued: true,
  map: (map) => map.warmth,
  uncertaintyIn: ({ warmth }) => warmth,
  amount: (comparison) => matchedDifference(comparison).warmth,
  instruction: ({ amount, towards }) =>
    `${AMOUNT_WORDS[colourAmount(amount)]} ${amount > 0 ? 'cooler' : 'warmer'}${towards === null ? '' : `, towards ${hueTowards(towards)}`}`,
  evidence: colourEvidence('warmth'),
  basis: colourBasis,
  departure: ({ amount }) => ({ kind: 'warmth', units: Math.max(-MOST_UNITS, Math.min(MOST_UNITS, amount)) }),
  untouched: sameColour(MOVED),
});

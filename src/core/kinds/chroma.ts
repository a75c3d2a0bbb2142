import { AMOUNT_WORDS, colourAmount } from '../words';
import { matchedDifference, paintKind, sameColour } from './paint';

const MOVED = 4; // units of a*b* from which a place has been worked on

export const CHROMA = paintKind({
  name: 'chroma',
  least: 4.2,
  unit: 7,
  settledWithin: 3,
  hued: false,
  map: (map) => map.chroma,
  sigma: ({ warmth }) => warmth,
  amount: (comparison) => matchedDifference(comparison).chroma,
  instruction: ({ amount }) => `${AMOUNT_WORDS[colourAmount(amount)]} ${amount > 0 ? 'greyer' : 'stronger'}`,
  untouched: sameColour(MOVED),
});

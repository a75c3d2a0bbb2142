import { AMOUNT_WORDS, colourAmount } from '../words';
import { matchedDifference } from './matched';
import { colourBasis, colourEvidence, paintKind, sameColour } from './paint';

const MOVED = 4; // units of a*b* from which a place has been worked on
const MOST_TIMES = 4; // a departure's
const GREY = 0.5; // units of a*b* below which there is no chroma to multiply

export const CHROMA = paintKind({
  name: 'chroma',
  unit: 'chroma',
  digits: 0,
  shows: 'chroma',
  restsOn: 'colour',
  claim: ({ amount }) => Math.abs(amount),
  waitsForLight: () => false,
  least: 4.2,
  unitOfWeight: 7,
  settledWithin: 3,
  hued: false,
  map: (map) => map.chroma,
  uncertaintyIn: ({ warmth }) => warmth,
  amount: (comparison) => matchedDifference(comparison).chroma,
  instruction: ({ amount }) => `${AMOUNT_WORDS[colourAmount(amount)]} ${amount > 0 ? 'greyer' : 'stronger'}`,
  evidence: colourEvidence('chroma'),
  basis: colourBasis,
  departure: ({ painted, target }) => ({
    kind: 'chroma',
    factor: Math.min(MOST_TIMES, painted.chroma / Math.max(GREY, target.chroma)),
  }),
  untouched: sameColour(MOVED),
});

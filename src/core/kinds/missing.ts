import { missingBasisInWords, missingEvidenceInWords, missingInWords, missingRequestInWords } from '../words';
import { shareWithin } from '../raster';
import type { MissingFinding } from './finding';
import { still, type Kind } from './kind';
import { missingFound, LEAST_GONE } from './missingFound';

const APPEARED = 0.2; // of what it should stand out by, from which a place has been worked on
const BESIDE_MM = { element: 6, line: 0 }; // what is told about it; beside a line other things lie
const NEARLY_ALL = 0.8; // of another finding that lies there
const DUE_FROM = 0.01; // of the canvas: what is larger is due sooner

export const MISSING: Kind<MissingFinding> = {
  name: 'missing',
  unit: 'of its contrast',
  digits: 2,
  shows: 'value',
  restsOn: 'standing',
  least: LEAST_GONE,
  settledWithin: 0.4,
  always: false,
  calledWith: 'value',
  byLandmark: true,
  find: missingFound,
  times: ({ share }) => Math.max(1, Math.sqrt(share / DUE_FROM)),
  claim: () => null,
  // What is not there has no paint, no place and no edges that could be wrong.
  explains: ({ place, missing }, other) =>
    other.kind !== 'missing' && shareWithin(other.place, place, BESIDE_MM[missing.of]) >= NEARLY_ALL,
  waitsForLight: ({ difference }) => difference.value < 0,
  named: () => null,
  doubt: ({ missing }) => missing.doubt,
  towards: () => null,
  instruction: ({ missing }) => missingInWords(missing),
  request: ({ missing }, place, per) => missingRequestInWords(missing, place, per),
  evidence: ({ missing, amount, share }, _, per) =>
    missingEvidenceInWords({ ...missing, there: 1 + amount, share }, per),
  basis: ({ missing }) => missingBasisInWords(missing),
  departure: () => ({ kind: 'left-out' }),
  sameWay: () => true,
  untouched: (now, then) => still(now.amount - then.amount, APPEARED, now.missing.doubt, then.missing.doubt),
  sighting: (_, { standing }) =>
    standing && { difference: standing.there - 1, uncertainty: standing.doubt, towards: null },
};

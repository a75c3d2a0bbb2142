import { missingBasisInWords, missingEvidenceInWords, missingInWords, missingRequestInWords } from '../words';
import { boxOf, type Box, type Place } from '../raster';
import type { MissingFinding } from './finding';
import { still, type Kind } from './kind';
import { missingFound, LEAST_GONE } from './missingFound';

const APPEARED = 0.2; // of what it should stand out by, from which a place has been worked on
const UNTOLD = { difference: 0, uncertainty: 1 }; // where nothing can be told of a place
const [BESIDE_MM, NEARLY_ALL] = [6, 0.8]; // about it, and of another finding that lies there
const DUE_FROM = 0.01; // of the canvas: what is larger is due sooner

/** Whether nearly all of a box lies within a place. */
function liesIn([x, y, w, h]: Box, place: Place): boolean {
  const own = boxOf(place);
  if (!own) return false;
  const wide = Math.min(x + w, own[0] + own[2] + BESIDE_MM) - Math.max(x, own[0] - BESIDE_MM);
  const high = Math.min(y + h, own[1] + own[3] + BESIDE_MM) - Math.max(y, own[1] - BESIDE_MM);
  return wide > 0 && high > 0 && wide * high >= NEARLY_ALL * w * h;
}

export const MISSING: Kind<MissingFinding> = {
  name: 'missing',
  unit: 'of its contrast',
  digits: 2,
  shows: 'value',
  restsOn: 'standing',
  least: LEAST_GONE,
  settledWithin: 0.4,
  always: false,
  byLandmark: true,
  find: missingFound,
  times: ({ share }) => Math.max(1, Math.sqrt(share / DUE_FROM)),
  claim: () => null,
  // What is not there has no paint, no place and no edges that could be wrong.
  explains: ({ place }, { kind, region }) => kind !== 'missing' && liesIn(region.box, place),
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
    standing
      ? { difference: standing.there - 1, uncertainty: standing.doubt, towards: null }
      : { ...UNTOLD, towards: null },
};

import { unplannedBasisInWords, unplannedEvidenceInWords, unplannedInWords, unplannedRequestInWords } from '../words';
import { shareWithin } from '../raster';
import type { UnplannedFinding } from './finding';
import { still, type Kind } from './kind';
import { VALUE } from './value';
import { LEAST_STANDING_OUT, unplannedFound } from './unplannedFound';

const CHANGED = 0.3; // steps from which a place has been worked on
const BESIDE_MM = { element: 6, line: 0 }; // what is told about it; beside a line other things lie
const LARGE = 0.008; // of the canvas: less is no element, see 0038
const NEARLY_ALL = 0.8; // of another finding that lies there

export const UNPLANNED: Kind<UnplannedFinding> = {
  name: 'unplanned',
  unit: 'steps',
  digits: 1,
  shows: 'value',
  restsOn: 'standsOut',
  least: LEAST_STANDING_OUT,
  settledWithin: 0.4,
  always: false,
  calledWith: 'value',
  byLandmark: true,
  find: unplannedFound,
  // As paint would be that is so far off; a coarse stage has small lines of its own.
  times: ({ amount, share }) => (share < LARGE ? 1 : amount / VALUE.least),
  claim: () => null,
  // What no plan has cannot have another value, place or edge than planned.
  explains: ({ place, unplanned }, other) =>
    other.kind !== 'missing' &&
    other.kind !== 'unplanned' &&
    shareWithin(other.place, place, BESIDE_MM[unplanned.of]) >= NEARLY_ALL,
  waitsForLight: () => false,
  named: () => null,
  doubt: ({ unplanned }) => unplanned.doubt,
  towards: () => null,
  instruction: ({ unplanned }) => unplannedInWords(unplanned),
  request: ({ unplanned, amount }, place, per) => unplannedRequestInWords({ ...unplanned, steps: amount }, place, per),
  evidence: ({ unplanned, amount, share }, _, per) =>
    unplannedEvidenceInWords({ ...unplanned, steps: amount, share }, per),
  basis: ({ unplanned }, per) => unplannedBasisInWords(unplanned, per),
  departure: () => ({ kind: 'ignored' }),
  sameWay: () => true,
  untouched: (now, then) => still(now.amount - then.amount, CHANGED, now.unplanned.doubt, then.unplanned.doubt),
  sighting: (_, { standsOut }) => standsOut && { ...standsOut, towards: null },
};

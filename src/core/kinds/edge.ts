import { edgeAskedInWords, edgeBasisInWords, edgeEvidenceInWords, edgeRequestInWords } from '../words';
import { edgesFound, LEAST_SOFTER } from './edgesFound';
import type { EdgeFinding } from './finding';
import { still, type Kind } from './kind';

const MOVED = 0.5; // classes from which an edge has been worked on
const LOST_MM = 20; // a departure's, where an edge is to be lost

export const EDGE: Kind<EdgeFinding> = {
  name: 'edge',
  unit: 'classes',
  digits: 1,
  shows: null,
  restsOn: 'edges',
  least: LEAST_SOFTER,
  settledWithin: 0.5,
  always: false,
  calledWith: null,
  byLandmark: false,
  find: edgesFound,
  claim: () => null,
  explains: () => false,
  times: ({ amount }) => Math.abs(amount) / LEAST_SOFTER,
  waitsForLight: () => false,
  named: () => null,
  doubt: ({ edge }) => edge.doubt,
  towards: () => null,
  instruction: ({ edge }) => edgeAskedInWords(edge),
  request: ({ edge }, place, per) => edgeRequestInWords(edge, place, per),
  evidence: ({ edge }, _, per) => edgeEvidenceInWords(edge, per),
  basis: ({ edge }) => edgeBasisInWords({ doubt: edge.doubt, by: edge.planned.by }),
  departure: ({ edge: { planned, painted }, amount }) => ({
    kind: 'edges',
    mm: amount > 0 ? (painted.widthMm ?? LOST_MM) : -(planned.widthMm ?? LOST_MM),
  }),
  sameWay: (now, then) => Math.sign(now.amount) === Math.sign(then.amount),
  untouched: (now, then) => still(now.amount - then.amount, MOVED, now.edge.doubt, then.edge.doubt),
  sighting: (_, { edges }) => edges && { ...edges, towards: null },
};

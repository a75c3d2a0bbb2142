import { softerBy, type EdgeRun, type EdgesTold } from '../edges';
import { boxOf, pixelsIn, placeAlong } from '../raster';
import { compare } from '../read';
import { softerOver } from './edgesIn';
import type { EdgeFinding } from './finding';
import type { Evidence } from './kind';

/** Classes by which an edge may be softer or harder than planned: an honest hand. */
export const LEAST_SOFTER = 1.2;

const LEAST_MM = 25; // of edge, that a hand can mend
const LEAST_SEEN = 40; // mm of edge times classes it is off by, from which a stretch is told
const UNIT = 1.5; // classes that weigh 1
const PLAIN = 1.5; // steps from which an edge is seen as much as any
const STRIP_MM = 5; // either side of an edge, that is its place

/** The mass that is called first: the smaller of the two has the edge, the other is what it stands against. */
function homeOf({ between: [one, two] }: EdgeRun, { reading }: Evidence): number {
  const share = (id: number) => reading.masses.find((mass) => mass.id === id)?.share ?? 1;
  return share(one) <= share(two) ? one : two;
}

/** Stretches that run into one another as a finding; null where they are too little to be told. */
function findingFrom(group: readonly EdgeRun[], { viewingM }: EdgesTold, evidence: Evidence): EdgeFinding | null {
  const { reading, uncertainty } = evidence;
  const { aligned } = reading;
  const { difference: amount, uncertainty: doubt } = softerOver(
    group.flatMap(({ places, wished, wanted }) => places.map((one) => softerBy(one, viewingM, wished ? wanted : null))),
  );
  const lengthMm = group.reduce((sum, run) => sum + run.lengthMm, 0);
  // The heaviest of them has the name and the figures.
  const [most] = group;
  const times = Math.abs(amount) / most.room;
  if (lengthMm < LEAST_MM || times < LEAST_SOFTER || times * lengthMm < LEAST_SEEN) return null;
  const place = placeAlong(
    group.flatMap(({ places }) => places.map(({ at }) => at)),
    STRIP_MM,
    aligned,
  );
  const box = boxOf(place);
  const pixels = pixelsIn(place, aligned);
  const seen = compare(aligned, pixels, uncertainty);
  if (!box || !seen) return null;
  const share = pixels.length / (aligned.width * aligned.height);
  const { change, between, wanted, shown, wished, ofMm, planned, painted } = most;
  const plain = Math.min(1, Math.max(Math.abs(planned.contrast), Math.abs(painted.contrast)) / PLAIN);
  const massId = homeOf(most, evidence);
  return {
    ...{ kind: 'edge', massId, place, region: { box }, share, amount },
    ...{ target: seen.target, painted: seen.painted, difference: seen.difference, uncertainty: seen.uncertainty },
    weight: (Math.abs(amount) / UNIT) * plain * Math.sqrt(share),
    edge: {
      ...{ change, wanted, shown, wished, lengthMm, ofMm, planned, painted, doubt },
      into: group.length - 1,
      between: massId === between[0] ? between : [between[1], between[0]],
    },
  };
}

/** Stretches of edge that are plainly softer or harder than planned. */
export const edgesFound = (evidence: Evidence): EdgeFinding[] => {
  const { edges } = evidence;
  return edges ? edges.groups.flatMap((group) => findingFrom(group, edges, evidence) ?? []) : [];
};

import { median, quantile } from '../raster';
import type { SeenEdge } from './across';
import { edgeClass, softnessOf, type EdgeClass } from './edgeClass';
import { lookOf } from './edgeLook';
import type { EdgeLine, EdgePlace } from './edgeReading';
import type { Wished } from './edgeWish';
import { EVERY_MM } from './soughtEdges';

/** An edge that comes and goes along its length in the painting where the plan lets it run evenly, or the reverse. */
export interface Lapsing {
  readonly between: readonly [number, number];
  /** which of the two comes and goes; the other runs evenly */
  readonly side: 'planned' | 'painted';
  /** how often it softens or is lost, and comes back */
  readonly times: number;
  /** of all those stretches */
  readonly lengthMm: number;
  readonly ofMm: number;
  /** what the other is all along */
  readonly even: EdgeClass;
  /** of its line; null = not read */
  readonly places: readonly (EdgePlace | null)[];
}

const LEAST_PLACES = 12; // 60 mm: of a shorter edge nothing can come and go
const LEAST_READ = 0.8; // of its places
const LAPSE = 1; // classes by which a stretch is softer than the edge is where it is hardest
const LEAST_STRETCH = 2; // places, of what goes and of what comes back
const LEAST_TIMES = 2;
const LEAST_SHARE = 0.15; // of its length: less is any hand's
const EVEN = 0.75; // classes between the softest and the hardest tenth of an edge that runs evenly
const PLAIN = 0.6; // steps an edge parts where it is there
const LEFT = 0.5; // of them, that is left at most where no edge is found: else something stands in its way

/** How soft places look: as read, and at either end of what they may be. */
function softnessAlong(places: readonly SeenEdge[], viewingM: number) {
  const by = (sign: number) =>
    places.map(({ widthMm, contrast, doubtMm }) =>
      softnessOf({ widthMm: widthMm === null ? null : Math.max(0, widthMm + sign * doubtMm), contrast }, viewingM),
    );
  return { least: by(-1), is: by(0), most: by(1) };
}

/** Stretches along which an edge softens or is lost and after which it comes back: how many places each. */
function lapsesIn(places: readonly SeenEdge[], viewingM: number): number[] {
  const { least, is, most } = softnessAlong(places, viewingM);
  const base = quantile(is, 0.25);
  const there = median(places.filter((_, k) => is[k] <= base).map(({ contrast }) => Math.abs(contrast)));
  if (there < PLAIN) return [];
  const runs: { readonly gone: boolean; count: number }[] = [];
  places.forEach(({ widthMm, contrast }, k) => {
    const gone = least[k] >= base + LAPSE && (widthMm !== null || Math.abs(contrast) <= LEFT * there);
    // What is neither says nothing.
    if (!gone && most[k] > base + LAPSE) return;
    const last = runs.at(-1);
    if (last?.gone === gone) last.count++;
    else runs.push({ gone, count: 1 });
  });
  const long = (k: number) => k >= 0 && k < runs.length && runs[k].count >= LEAST_STRETCH;
  return runs.flatMap(({ gone, count }, k) => (gone && long(k - 1) && long(k) && long(k + 1) ? [count] : []));
}

const runsEvenly = (places: readonly SeenEdge[], viewingM: number): boolean => {
  const { is } = softnessAlong(places, viewingM);
  return quantile(is, 0.9) - quantile(is, 0.1) <= EVEN;
};

/** Whether an edge comes and goes on one side and runs evenly on the other; null = neither, or it cannot be told. */
export function lapsingOf({ between, places, wanted }: Wished<EdgeLine>, viewingM: number): Lapsing | null {
  const read = places.filter((place) => place !== null);
  if (read.length < LEAST_PLACES || read.length < LEAST_READ * places.length) return null;
  // What the painter wants of an edge stands before what the plan has of it.
  if (wanted.is !== null || wanted.mayCross) return null;
  for (const side of ['painted', 'planned'] as const) {
    const [own, other] = [side, side === 'painted' ? ('planned' as const) : ('painted' as const)].map((one) =>
      read.map((place) => place[one]),
    );
    const lapses = lapsesIn(own, viewingM);
    const even = edgeClass(lookOf(other), viewingM);
    const lapsed = lapses.reduce((sum, n) => sum + n, 0);
    if (lapses.length < LEAST_TIMES || lapsed < LEAST_SHARE * places.length) continue;
    if (even === 'lost' || !runsEvenly(other, viewingM)) continue;
    const [lengthMm, ofMm] = [lapsed * EVERY_MM, places.length * EVERY_MM];
    return { between, side, times: lapses.length, lengthMm, ofMm, even, places };
  }
  return null;
}

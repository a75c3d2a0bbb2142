import type { Point } from '../raster';
import type { SeenEdge } from './across';
import { edgeClass, type EdgeClass } from './edgeClass';
import { EVERY_MM } from './soughtEdges';

const LEAST_PIECE = 2; // places
const MOST_GAP = 1; // place between two of a stretch that says nothing else

/** Places in a row that say the same: the first and the last, both of it. */
export interface SameRun<T> {
  readonly is: T;
  readonly from: number;
  readonly to: number;
}

/** Stretches of places that say the same, from the first to the last, a place between that says nothing else or not. */
export function sameAlong<T>(says: readonly (T | null)[]): SameRun<T>[] {
  const out: SameRun<T>[] = [];
  for (let from = 0; from < says.length; from++) {
    const is = says[from];
    if (is === null) continue;
    let to = from;
    for (let k = from + 1; k < says.length && k - to <= MOST_GAP + 1; k++) if (says[k] === is) to = k;
    if (says.slice(from, to + 1).filter((one) => one === is).length >= LEAST_PIECE) out.push({ is, from, to });
    from = to;
  }
  return out;
}

/** A stretch of an edge that is of one class. */
export interface ClassStretch {
  readonly class: EdgeClass;
  /** canvas mm; where another begins, half-way to it */
  readonly from: Point;
  readonly to: Point;
  readonly lengthMm: number;
}

/**
 * The classes of an edge in turn, as it is seen from so many metres. What is of another class at a single place is of
 * its neighbours'; of an edge that comes back to where it begins the first and the last stretch may be one.
 * @param places every 5 mm; null = cannot be read
 */
export function classesAlong(places: readonly (SeenEdge | null)[], viewingM: number): ClassStretch[] {
  const runs = joined(sameAlong(places.map((place) => place && edgeClass(place, viewingM))));
  const endOf = (run: SameRun<EdgeClass>, next: SameRun<EdgeClass> | undefined): Point => {
    const [a, b] = [places[run.to], next && places[next.from]];
    const [x, y] = a?.at ?? [0, 0];
    return b ? [(x + b.at[0]) / 2, (y + b.at[1]) / 2] : [x, y];
  };
  return runs.map((run, k) => {
    const before = runs[k - 1];
    return {
      class: run.is,
      from: before ? endOf(before, run) : (places[run.from]?.at ?? [0, 0]),
      to: endOf(run, runs[k + 1]),
      lengthMm: (run.to - run.from + 1) * EVERY_MM,
    };
  });
}

/** Stretches that a place or two of another class part are one. */
function joined(runs: readonly SameRun<EdgeClass>[]): SameRun<EdgeClass>[] {
  const out: SameRun<EdgeClass>[] = [];
  for (const run of runs) {
    const last = out.at(-1);
    if (last?.is === run.is && run.from - last.to <= MOST_GAP + 2) out[out.length - 1] = { ...last, to: run.to };
    else out.push(run);
  }
  return out;
}

import { gathered, median } from '../raster';
import { EDGE_NAMES, edgeClass, type EdgeClass } from './edgeClass';
import { changeAt, type EdgeChange } from './edgeChange';
import { lookOf, sharesIn, type EdgeLook, type Shares } from './edgeLook';
import { AS_PLANNED, roomOf, wishedOn, type EdgeWish, type Wished } from './edgeWish';
import { isReversed, type EdgeLine, type EdgePlace } from './edgeReading';
import { lapsingOf, type Lapsing } from './lapses';
import { sameAlong } from './sameAlong';
import { EVERY_MM } from './soughtEdges';

/** How edges are judged. */
export interface Judging {
  readonly viewingM: number;
  readonly wishes: readonly EdgeWish[];
}

/** A stretch of an edge along which the same should change. */
export interface EdgeRun {
  readonly between: readonly [number, number];
  readonly change: EdgeChange;
  /** what it should be, and what it is over most of its length */
  readonly wanted: EdgeClass;
  readonly shown: EdgeClass;
  /** it is the painter who wants it so */
  readonly wished: boolean;
  /** times the usual difference that is told of it */
  readonly room: number;
  /** places of its line, from the first to the last */
  readonly places: readonly EdgePlace[];
  readonly lengthMm: number;
  /** the length of its line; as long as the run = it is so all along */
  readonly ofMm: number;
  /** in the middle of all its places */
  readonly planned: EdgeLook;
  readonly painted: EdgeLook;
}

/** A line with how it should be. */
export type WishedLine = Wished<EdgeLine>;

/** What edges come to: as they are drawn, what should change, and how they are shared among the classes. */
export interface EdgesTold {
  readonly viewingM: number;
  readonly lines: readonly WishedLine[];
  /** every stretch that should change, what is seen most first */
  readonly runs: readonly EdgeRun[];
  /** the same with shorter ones, those that run into one another and should change the same way together */
  readonly groups: readonly (readonly EdgeRun[])[];
  /** the longest first */
  readonly reversed: readonly ReversedRun[];
  /** edges that come and go where the plan lets them run evenly, or the reverse; the longest first */
  readonly lapsing: readonly Lapsing[];
  /** null = no edge can be read */
  readonly shares: { readonly planned: Shares; readonly painted: Shares } | null;
}

const LEAST_RUN = 4; // places: 20 mm
const RUNS_INTO_MM = 8;

/** The class that most of some places have. */
function mostly(classes: readonly EdgeClass[]): EdgeClass {
  const count = (is: EdgeClass) => classes.filter((one) => one === is).length;
  return [...EDGE_NAMES].sort((a, b) => count(b) - count(a))[0];
}

function runOf(line: WishedLine, from: number, to: number, how: { change: EdgeChange; viewingM: number }): EdgeRun {
  const places = line.places.slice(from, to + 1).filter((place) => place !== null);
  const { is: wish } = line.wanted;
  const { viewingM } = how;
  const shown = mostly(places.map(({ painted }) => edgeClass(painted, viewingM)));
  const wanted = wish ?? mostly(places.map(({ planned }) => edgeClass(planned, viewingM)));
  return {
    ...{
      between: line.between,
      change: how.change,
      wanted,
      shown,
      places,
      wished: wish !== null,
      room: roomOf(line.wanted),
    },
    lengthMm: (to - from + 1) * EVERY_MM,
    ofMm: line.places.length * EVERY_MM,
    planned: lookOf(places.map(({ planned }) => planned)),
    painted: lookOf(places.map(({ painted }) => painted)),
  };
}

/** Stretches of one line along which the same should change. */
const runsOn = (line: WishedLine, viewingM: number): EdgeRun[] =>
  sameAlong(line.places.map((place) => place && changeAt(place, viewingM, line.wanted))).map(({ is, from, to }) =>
    runOf(line, from, to, { change: is, viewingM }),
  );

/** A stretch that is lighter on the side that is planned darker. */
export interface ReversedRun {
  readonly between: readonly [number, number];
  readonly lengthMm: number;
  /** steps, in the middle of its places, without a sign */
  readonly planned: number;
  readonly painted: number;
  readonly places: readonly EdgePlace[];
}

const reversedOn = ({ between, places }: WishedLine): ReversedRun[] =>
  sameAlong(places.map((place) => (place && isReversed(place) ? true : null)))
    .filter(({ from, to }) => to - from + 1 >= LEAST_RUN)
    .map(({ from, to }) => {
      const own = places.slice(from, to + 1).flatMap((place) => (place && isReversed(place) ? [place] : []));
      const middle = (side: 'planned' | 'painted') => median(own.map((one) => Math.abs(one[side].contrast)));
      const lengthMm = (to - from + 1) * EVERY_MM;
      return { between, lengthMm, planned: middle('planned'), painted: middle('painted'), places: own };
    });

/** What a run weighs: how long it is, how far its class is off, how much it is seen. */
const weightOf = ({ lengthMm, wanted, shown, planned, painted }: EdgeRun): number =>
  Math.sqrt(lengthMm) *
  Math.abs(EDGE_NAMES.indexOf(wanted) - EDGE_NAMES.indexOf(shown)) *
  Math.max(Math.abs(planned.contrast), Math.abs(painted.contrast));

const softened = ({ change }: EdgeRun) => change === 'softer' || change === 'lose';

/** Whether two stretches run into one another, over a junction or a place between that says nothing. */
const runsInto = (one: EdgeRun, two: EdgeRun): boolean =>
  one.places.some(({ at: [x, y] }) => two.places.some(({ at: [u, v] }) => Math.hypot(x - u, y - v) <= RUNS_INTO_MM));

/** Stretches that run into one another and should change the same way. @param runs heaviest first */
const groupsOf = (runs: readonly EdgeRun[]): EdgeRun[][] =>
  gathered(runs, (one, two) => softened(one) === softened(two) && runsInto(one, two));

/** How edges are shared among the classes, by length; null = none can be read. */
function sharesOf(lines: readonly WishedLine[], viewingM: number): EdgesTold['shares'] {
  const read = lines.flatMap(({ places, wanted }) => places.flatMap((place) => (place ? [{ wanted, ...place }] : [])));
  const planned = sharesIn(read.map((one) => one.wanted.is ?? edgeClass(one.planned, viewingM)));
  const painted = sharesIn(read.map((one) => edgeClass(one.painted, viewingM)));
  return planned && painted && { planned, painted };
}

/** How edges as they were painted are shared, as seen from so far; null = none can be read. */
export const paintedShares = (lines: readonly EdgeLine[], viewingM: number): Shares | null =>
  sharesOf(
    lines.map((line) => ({ ...line, wanted: AS_PLANNED })),
    viewingM,
  )?.painted ?? null;

/** What edges come to, as they are judged: from kept lines, at any viewing distance, with any wish. */
export function tellEdges(lines: readonly EdgeLine[], { viewingM, wishes }: Judging): EdgesTold {
  const own = wishedOn(lines, wishes);
  const pieces = own.flatMap((line) => runsOn(line, viewingM)).sort((a, b) => weightOf(b) - weightOf(a));
  const runs = pieces.filter(({ lengthMm }) => lengthMm >= LEAST_RUN * EVERY_MM);
  const reversed = own.flatMap(reversedOn).sort((a, b) => b.lengthMm - a.lengthMm);
  const lapsing = own.flatMap((line) => lapsingOf(line, viewingM) ?? []).sort((a, b) => b.ofMm - a.ofMm);
  const shares = sharesOf(own, viewingM);
  return { viewingM, lines: own, runs, groups: groupsOf(pieces), reversed, lapsing, shares };
}

import type { MassMap } from '../plan';
import type { Point } from '../raster';
import { withoutBlur, type EdgeSight, type SeenEdge } from './across';
import { chainsOf, STEP_MM, type Chain } from './chains';
import { EDGE_CLASSES, edgeClass, LOST_UNDER, type EdgeClass } from './edgeClass';
import { meanOf, steepestIn, stretchOf, valuesAcross, type Crossing } from './stretch';

/** A place on an edge: how it is planned and how it is painted. */
export interface EdgePlace {
  /** canvas mm, as planned */
  readonly at: Point;
  /** the way across, a unit vector */
  readonly way: Point;
  readonly planned: SeenEdge;
  readonly painted: SeenEdge;
}

/** An edge from junction to junction, its places {@link EVERY_MM} apart; null = the painting cannot be read there. */
export interface EdgeLine {
  /** ids of the masses on either side */
  readonly between: readonly [number, number];
  readonly places: readonly (EdgePlace | null)[];
}

const BESIDE = 4; // crossings either way that are read with a place: 10 mm of the edge
const EVERY = 4; // crossings from place to place
export const EVERY_MM = EVERY * STEP_MM;

const PLAN_REACH_MM = 2.5; // a mass's border lies beside its edge by no more
const PAINT_REACH_MM = 6;

interface How {
  readonly sign: number;
  readonly reachMm: number;
  readonly widthMm: number;
}

/** An edge at a place of a line, where it is found within reach. @param runs of the crossings beside it */
function seenAt(runs: readonly Float32Array[], { at, way }: Crossing, { blurMm }: EdgeSight, how: How): SeenEdge {
  const { sign, reachMm, widthMm } = how;
  const { at: aside, change } = steepestIn(meanOf(runs), sign, { reachMm, widthMm });
  const read = stretchOf(runs, sign, aside);
  const mm = read?.at ?? aside;
  const place: Point = [at[0] + mm * way[0], at[1] + mm * way[1]];
  // Where no rise holds, what changes over a few millimetres still says whether something is there.
  if (!read) return { at: place, widthMm: null, atMost: false, contrast: change, doubtMm: 0 };
  return { at: place, contrast: read.contrast, ...withoutBlur(read, blurMm) };
}

/** What edges are read from. */
export interface EdgesAsk {
  readonly plan: EdgeSight;
  readonly photo: EdgeSight;
  readonly masses: MassMap;
  readonly mmPerPixel: number;
  /** mm by which the painting lies beside the plan at a place */
  readonly shift: (at: Point) => Point;
  /** whether a place of the painting (canvas mm) can be read */
  readonly readable: (at: Point) => boolean;
}

const CLEAR_MM = 3; // either side of an edge that must be readable, too

/** A line with what lies across it in the plan, and in the painting along the drift. */
interface Sampled {
  readonly crossings: readonly Crossing[];
  readonly there: readonly Crossing[];
  readonly plan: readonly Float32Array[];
  readonly photo: readonly Float32Array[];
}

function sampled({ crossings }: Chain, { plan, photo, shift }: EdgesAsk): Sampled {
  const there = crossings.map(({ at, way }): Crossing => {
    const [dx, dy] = shift(at);
    return { at: [at[0] + dx, at[1] + dy], way };
  });
  return {
    ...{ crossings, there },
    plan: valuesAcross(plan.light, crossings),
    photo: valuesAcross(photo.light, there),
  };
}

function placeOn({ crossings, there, ...runs }: Sampled, middle: number, ask: EdgesAsk): EdgePlace | null {
  const { plan, photo, readable } = ask;
  const [here, painted] = [crossings[middle], there[middle]];
  const [x, y] = painted.at;
  const { way } = here;
  if (![-1, 0, 1].every((k) => readable([x + k * CLEAR_MM * way[0], y + k * CLEAR_MM * way[1]]))) return null;
  const [from, to] = [Math.max(0, middle - BESIDE), middle + BESIDE + 1];
  const meant = seenAt(runs.plan.slice(from, to), here, plan, {
    sign: 0,
    reachMm: PLAN_REACH_MM,
    widthMm: 0,
  });
  const sign = Math.abs(meant.contrast) >= LOST_UNDER ? Math.sign(meant.contrast) : 0;
  const how = { sign, reachMm: PAINT_REACH_MM, widthMm: meant.widthMm ?? 0 };
  return { ...here, planned: meant, painted: seenAt(runs.photo.slice(from, to), painted, photo, how) };
}

/** Reads every edge between masses, as it is planned and as it is painted. */
export function readEdges(ask: EdgesAsk): EdgeLine[] {
  const { ids } = ask.masses;
  return chainsOf(ask.masses, ask.mmPerPixel).map((chain) => {
    const count = Math.max(1, Math.floor(chain.crossings.length / EVERY));
    const first = (chain.crossings.length - 1 - (count - 1) * EVERY) / 2;
    const runs = sampled(chain, ask);
    const places = Array.from({ length: count }, (_, k) => placeOn(runs, Math.round(first + k * EVERY), ask));
    const [one, two] = chain.between;
    return { between: [ids[one], ids[two]], places };
  });
}

/** Half-width of the natural logarithm of how much wider an edge is painted than planned. */
const doubtOfRatio = ({ planned, painted }: EdgePlace): number =>
  Math.hypot(planned.doubtMm / (planned.widthMm ?? 1), painted.doubtMm / (painted.widthMm ?? 1));

/** What a hand is asked to do to an edge. */
export type EdgeChange = 'harder' | 'softer' | 'lose' | 'find';

const CLEAR = 1.2; // beyond a class's border, that an edge is surely of another
const WIDER = Math.log(1.4); // an honest hand: below it widths are alike
const FOUND_FROM = 0.6; // steps an edge is planned with from which it is missed where it is lost, and the reverse

/** A class's bounds, mm as seen. */
const boundsOf = (is: EdgeClass, viewingM: number): readonly [number, number] => {
  const k = EDGE_CLASSES.findIndex(({ name }) => name === is);
  return [(EDGE_CLASSES[k - 1]?.upToMm ?? 0) * viewingM, (EDGE_CLASSES[k]?.upToMm ?? Infinity) * viewingM];
};

/** What should change so that an edge becomes of the class the painter wishes. */
function changeTo(wish: EdgeClass, { painted }: EdgePlace, viewingM: number): EdgeChange | null {
  const shown = edgeClass(painted, viewingM);
  if (shown === wish) return null;
  const is = Math.abs(painted.contrast);
  if (wish === 'lost') return is >= FOUND_FROM ? 'lose' : null;
  if (painted.widthMm === null || is < LOST_UNDER) return 'find';
  const [least, most] = boundsOf(wish, viewingM);
  if (painted.widthMm - painted.doubtMm > most) return 'harder';
  return painted.widthMm + painted.doubtMm < least ? 'softer' : null;
}

/**
 * What should change at a place; null = as planned, or it cannot be told.
 * @param wish the class the painter wishes there; null = as the plan has it
 */
export function changeAt(place: EdgePlace, viewingM: number, wish: EdgeClass | null = null): EdgeChange | null {
  if (wish) return changeTo(wish, place, viewingM);
  const { planned, painted } = place;
  const [wanted, shown] = [edgeClass(planned, viewingM), edgeClass(painted, viewingM)];
  if (wanted === shown) return null;
  const [meant, is] = [Math.abs(planned.contrast), Math.abs(painted.contrast)];
  if (meant >= FOUND_FROM && is < LOST_UNDER) return 'find';
  if (meant < LOST_UNDER && is >= FOUND_FROM) return shown === 'lost' ? null : 'lose';
  if (planned.widthMm === null || painted.widthMm === null || meant < LOST_UNDER || is < LOST_UNDER) return null;
  const ratio = Math.log(painted.widthMm / planned.widthMm);
  if (Math.abs(ratio) < Math.max(WIDER, doubtOfRatio(place))) return null;
  const [least, most] = boundsOf(wanted, viewingM);
  if (ratio > 0) return painted.widthMm > CLEAR * most ? 'harder' : null;
  return painted.widthMm < least / CLEAR ? 'softer' : null;
}

import type { MassMap } from '../plan';
import type { Point } from '../raster';
import { doubtIn, inColour, isOfColour, seenIn, wayOfColour, type ColourWay } from './byColour';
import { withoutBlur, type EdgeSight, type SeenEdge } from './across';
import { chainsOf, STEP_MM, type Chain } from './chains';
import { edgeClass, LOST_UNDER } from './edgeClass';
import { meanOf, reachBeside, reachOf, steepestIn, stretchOf, runsAcross, type Crossing, type Reach } from './stretch';

/** A place on an edge: how it is planned and how it is painted. */
export interface EdgePlace {
  /** canvas mm, as planned */
  readonly at: Point;
  /** the way across, a unit vector */
  readonly way: Point;
  readonly planned: SeenEdge;
  readonly painted: SeenEdge;
}

/** Whether a place is lighter on the side that is planned darker. */
export const isReversed = ({ planned, painted }: EdgePlace): boolean =>
  planned.by === 'value' &&
  Math.min(Math.abs(planned.contrast), Math.abs(painted.contrast)) >= LOST_UNDER &&
  planned.contrast * painted.contrast < 0;

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
const BEYOND_MM = 1; // of its reach, that an edge may be found to lie

interface How {
  readonly sign: number;
  readonly reach: Reach;
  readonly widthMm: number;
  /** it is looked for along this direction of a*b*; null = by value */
  readonly colour: ColourWay | null;
}

/** An edge with where it lies, mm beside the place it was looked for at. */
interface Placed {
  readonly aside: number;
  readonly edge: SeenEdge;
}

/** An edge at a place of a line, where it is found within reach. @param runs of the crossings beside it */
function seenAt(
  runs: readonly Float32Array[],
  { at, way }: Crossing,
  sight: EdgeSight,
  { sign, reach, widthMm }: Pick<How, 'sign' | 'reach' | 'widthMm'>,
): Placed {
  const { at: aside, change } = steepestIn(meanOf(runs), sign, { reach, widthMm });
  const found = stretchOf(runs, sign, aside);
  // What was found beyond is another edge.
  const read = found && found.at >= reach.from - BEYOND_MM && found.at <= reach.to + BEYOND_MM ? found : null;
  const mm = read?.at ?? aside;
  const place: Point = [at[0] + mm * way[0], at[1] + mm * way[1]];
  // Where no rise holds, what changes over a few millimetres still says whether something is there.
  const by = sight.colour ? 'colour' : 'value';
  if (!read) return { aside: mm, edge: { at: place, by, widthMm: null, atMost: false, contrast: change, doubtMm: 0 } };
  const own = withoutBlur(read, sight.blurMm);
  return { aside: mm, edge: { at: place, by, contrast: read.contrast, ...own, doubtMm: doubtIn(sight, own) } };
}

/** Plan and painting as they are looked at closely: as each has pixels. */
export interface Closely {
  /** opened where what is asked of it is not known yet */
  readonly plan: () => EdgeSight | Promise<EdgeSight>;
  readonly photo: EdgeSight;
  /** mm by which the painting lies beside the plan at a place */
  readonly shift: (at: Point) => Point;
  /** whether a place of the painting (canvas mm) can be read */
  readonly readable: (at: Point) => boolean;
}

/** What edges are read from. */
export interface EdgesAsk extends Closely {
  readonly masses: MassMap;
  readonly mmPerPixel: number;
}

/** A place on an edge as it is planned, and how it is looked for in the painting. */
interface PlannedPlace extends Crossing {
  /** the crossing of its line that is its middle */
  readonly middle: number;
  readonly edge: SeenEdge;
  readonly how: How;
}

/** An edge of the plan from junction to junction. */
interface PlannedEdge extends Pick<Chain, 'between' | 'crossings'> {
  readonly places: readonly PlannedPlace[];
}

const besideOf = <T>(list: readonly T[], middle: number): readonly T[] =>
  list.slice(Math.max(0, middle - BESIDE), middle + BESIDE + 1);

/** An edge of the plan at a crossing, and how it is looked for in the painting. @param beside runs of the crossings */
function plannedAt(beside: readonly Float32Array[], here: Crossing, plan: EdgeSight): { edge: SeenEdge; how: How } {
  const { aside, edge } = seenAt(beside, here, plan, { sign: 0, reach: reachOf(PLAN_REACH_MM), widthMm: 0 });
  const sign = Math.abs(edge.contrast) >= LOST_UNDER ? Math.sign(edge.contrast) : 0;
  const widthMm = edge.widthMm ?? 0;
  const reach = reachBeside(meanOf(beside), { at: aside, widthMm }, { most: PAINT_REACH_MM, least: LOST_UNDER });
  return { edge, how: { sign, widthMm, reach, colour: plan.colour ?? null } };
}

/** The edge of colour at a crossing; null = there is none. @param beside the crossings about it */
function plannedColour(beside: readonly Crossing[], here: Crossing, plan: EdgeSight) {
  const way = wayOfColour(plan.light, beside);
  const sight = way && inColour(plan, way);
  const seen = sight && plannedAt(runsAcross(plan.light, beside, { seen: seenIn(sight) }), here, sight);
  return seen && isOfColour(seen.edge) ? seen : null;
}

function plannedPlace(
  runs: readonly Float32Array[],
  crossings: readonly Crossing[],
  middle: number,
  plan: EdgeSight,
): PlannedPlace {
  const here = crossings[middle];
  const byValue = plannedAt(besideOf(runs, middle), here, plan);
  // From however near: what spreads further is shading, and colour may part there.
  const isLost = edgeClass(byValue.edge, 1) === 'lost';
  const seen = (isLost && plannedColour(besideOf(crossings, middle), here, plan)) || byValue;
  return { ...here, middle, ...seen };
}

// A plan is read against many photographs: its own edges are read once and go when it goes.
const known = new WeakMap<MassMap, { readonly mmPerPixel: number; readonly edges: readonly PlannedEdge[] }>();

async function plannedEdges(ask: Pick<EdgesAsk, 'plan' | 'masses' | 'mmPerPixel'>): Promise<readonly PlannedEdge[]> {
  const { masses, mmPerPixel } = ask;
  const before = known.get(masses);
  if (before?.mmPerPixel === mmPerPixel) return before.edges;
  const plan = await ask.plan();
  const edges = chainsOf(masses, mmPerPixel).map(({ between, crossings }): PlannedEdge => {
    const count = Math.max(1, Math.floor(crossings.length / EVERY));
    const first = (crossings.length - 1 - (count - 1) * EVERY) / 2;
    const runs = runsAcross(plan.light, crossings);
    const places = Array.from({ length: count }, (_, k) =>
      plannedPlace(runs, crossings, Math.round(first + k * EVERY), plan),
    );
    return { between, crossings, places };
  });
  known.set(masses, { mmPerPixel, edges });
  return edges;
}

const CLEAR_MM = 3; // either side of an edge that must be readable, too
const LEAST_REVERSED = 0.4; // of its planned contrast, that an edge must rise by the other way to be it

const isFaint = ({ widthMm, contrast }: SeenEdge): boolean => widthMm === null || Math.abs(contrast) < LOST_UNDER;
const isPlain = (edge: SeenEdge, meant: SeenEdge): boolean =>
  !isFaint(edge) && Math.abs(edge.contrast) >= LEAST_REVERSED * Math.abs(meant.contrast);

/** A line of the plan where it lies in the painting. */
interface Painted {
  readonly there: readonly Crossing[];
  readonly runs: readonly Float32Array[];
}

function paintedAt(planned: PlannedPlace, { there, runs }: Painted, { photo, readable }: EdgesAsk): EdgePlace | null {
  const { at, way, middle, edge: meant, how } = planned;
  const painted = there[middle];
  const [x, y] = painted.at;
  if (![-1, 0, 1].every((k) => readable([x + k * CLEAR_MM * way[0], y + k * CLEAR_MM * way[1]]))) return null;
  if (how.colour) {
    const sight = inColour(photo, how.colour);
    const seen = runsAcross(photo.light, besideOf(there, middle), { seen: seenIn(sight) });
    return { at, way, planned: meant, painted: seenAt(seen, painted, sight, how).edge };
  }
  const across = besideOf(runs, middle);
  const same = seenAt(across, painted, photo, how).edge;
  // Where it is not there as planned it may rise the other way.
  const other =
    how.sign !== 0 && isFaint(same) ? seenAt(across, painted, photo, { ...how, sign: -how.sign }).edge : same;
  return { at, way, planned: meant, painted: isPlain(other, meant) ? other : same };
}

/** Reads every edge between masses, as it is planned and as it is painted. */
export async function readEdges(ask: EdgesAsk): Promise<EdgeLine[]> {
  const { ids } = ask.masses;
  return (await plannedEdges(ask)).map(({ between: [one, two], crossings, places }) => {
    const there = crossings.map(({ at, way }): Crossing => {
      const [dx, dy] = ask.shift(at);
      return { at: [at[0] + dx, at[1] + dy], way };
    });
    const painted = { there, runs: runsAcross(ask.photo.light, there) };
    return { between: [ids[one], ids[two]], places: places.map((place) => paintedAt(place, painted, ask)) };
  });
}

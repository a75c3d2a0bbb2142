import type { Point } from '../raster';
import { inColour, seenIn } from './byColour';
import type { EdgeSight, SeenEdge } from './across';
import { LOST_UNDER } from './edgeClass';
import { soughtEdges, type PlanLook, type SoughtPlace } from './soughtEdges';
import { besideOf, seenAt } from './seenAt';
import { runsAcross, type Crossing } from './stretch';

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

/** Plan and painting as they are looked at closely: as each has pixels. */
export interface Closely extends Pick<PlanLook, 'plan'> {
  readonly photo: EdgeSight;
  /** mm by which the painting lies beside the plan at a place */
  readonly shift: (at: Point) => Point;
  /** whether a place of the painting (canvas mm) can be read */
  readonly readable: (at: Point) => boolean;
}

/** What edges are read from. */
export interface EdgesAsk extends Closely, PlanLook {}

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

function paintedAt(planned: SoughtPlace, { there, runs }: Painted, { photo, readable }: EdgesAsk): EdgePlace | null {
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

/** Reads every edge of the plan, as it is planned and as it is painted. */
export async function readEdges(ask: EdgesAsk): Promise<EdgeLine[]> {
  const { ids } = ask.masses;
  return (await soughtEdges(ask)).map(({ between: [one, two], crossings, places }) => {
    const there = crossings.map(({ at, way }): Crossing => {
      const [dx, dy] = ask.shift(at);
      return { at: [at[0] + dx, at[1] + dy], way };
    });
    const painted = { there, runs: runsAcross(ask.photo.light, there) };
    return { between: [ids[one], ids[two]], places: places.map((place) => paintedAt(place, painted, ask)) };
  });
}

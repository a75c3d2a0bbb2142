import type { MassMap } from '../plan';
import type { Point } from '../raster';
import type { EdgeSight, SeenEdge } from './across';
import { inColour, isOfColour, seenIn, wayOfColour } from './byColour';
import { chainsOf, STEP_MM, type Chain } from './chains';
import { edgeClass, LOST_UNDER } from './edgeClass';
import { besideOf, seenAt, type How } from './seenAt';
import { meanOf, reachBeside, reachOf, runsAcross, type Crossing } from './stretch';

const EVERY = 4; // crossings from place to place
export const EVERY_MM = EVERY * STEP_MM;

const PLAN_REACH_MM = 2.5; // a mass's border lies beside its edge by no more
const PAINT_REACH_MM = 6;

/** A place on an edge as it is planned, and how it is looked for in the painting. */
export interface SoughtPlace extends Crossing {
  /** the crossing of its line that is its middle */
  readonly middle: number;
  readonly edge: SeenEdge;
  readonly how: How;
}

/** An edge of the plan from junction to junction. */
export interface SoughtEdge extends Pick<Chain, 'between' | 'crossings'> {
  readonly places: readonly SoughtPlace[];
}

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
): SoughtPlace {
  const here = crossings[middle];
  const byValue = plannedAt(besideOf(runs, middle), here, plan);
  // From however near: what spreads further is shading, and colour may part there.
  const isLost = edgeClass(byValue.edge, 1) === 'lost';
  const seen = (isLost && plannedColour(besideOf(crossings, middle), here, plan)) || byValue;
  return { ...here, middle, ...seen };
}

/** A plan as its edges are read. */
export interface PlanLook {
  /** opened where what is asked of it is not known yet */
  readonly plan: () => EdgeSight | Promise<EdgeSight>;
  readonly masses: MassMap;
  /** Munsell values of the plan, row-major, as large as its masses */
  readonly value: () => Float32Array;
  readonly mmPerPixel: number;
}

// A plan is read against many photographs: its own edges are read once and go when it goes.
const known = new WeakMap<MassMap, { readonly mmPerPixel: number; readonly edges: readonly SoughtEdge[] }>();

/** Every edge of a plan, and how each is looked for in a painting. */
export async function soughtEdges(ask: PlanLook): Promise<readonly SoughtEdge[]> {
  const { masses, mmPerPixel } = ask;
  const before = known.get(masses);
  if (before?.mmPerPixel === mmPerPixel) return before.edges;
  const plan = await ask.plan();
  const edges = chainsOf(masses, mmPerPixel, ask.value()).map(({ between, crossings }): SoughtEdge => {
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

/** A place on an edge of the plan. */
export interface PlanPlace {
  /** canvas mm: on the border of two masses */
  readonly at: Point;
  readonly planned: SeenEdge;
}

/** An edge as the plan alone has it, its places {@link EVERY_MM} apart. */
export interface PlanLine {
  /** ids of the masses on either side */
  readonly between: readonly [number, number];
  readonly places: readonly PlanPlace[];
}

/** Reads every edge of a plan: the same that a painting is compared with. */
export async function readPlan(look: PlanLook): Promise<PlanLine[]> {
  const { ids } = look.masses;
  return (await soughtEdges(look)).map(({ between: [one, two], places }) => ({
    between: [ids[one], ids[two]],
    places: places.map(({ at, edge }) => ({ at, planned: edge })),
  }));
}

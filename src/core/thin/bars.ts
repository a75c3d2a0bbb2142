import { valuesOf, type EdgeSight } from '../edges';
import type { Colours } from '../photo';
import { gathered, makeLightRun, shrinkPlane, type Grid, type Point } from '../raster';
import type { Beside, Front } from './front';
import type { Spot } from './joined';
import { THIN_MM } from './profile';
import { connected, ridgesOf } from './ridges';
import { lengthOf, spaced, type StripsAsk } from './strips';

/** A bar at a place: how wide it is, and the values beside it. */
export type BarLook = Beside;

/** A place on a bar: as it is planned and painted; null = it has no two sides there. */
export interface BarPlace {
  /** canvas mm, the middle of the bar as planned */
  readonly at: Point;
  /** the way across, a unit vector */
  readonly way: Point;
  readonly planned: BarLook;
  readonly painted: BarLook | null;
}

/** A bar of the plan, 6 to 26 mm wide and some four times as long: a mullion, a mast, a trunk. */
export interface Bar extends Front {
  /** in no order */
  readonly places: readonly BarPlace[];
}

const SIGMAS_MM = [2.8, 5.6, 10]; // a bar bends most under half its width
const PIXEL_MM = 1.2; // they are looked for on
const REACH = 2; // pixels over which one goes on
const ONWARD = 0.85; // cosine of the angle between neighbours of one bar: what crosses it is another

const FAR_MM = 26;
const EVERY_MM = 0.5;
const OVER: Float32Array = Float32Array.from(
  { length: 2 * (FAR_MM / EVERY_MM) + 1 },
  (_, k) => (k - FAR_MM / EVERY_MM) * EVERY_MM,
);
const ALONG_MM = [-1.25, 0, 1.25]; // that are read with a place

/** Values across a bar, mean of a few millimetres of it, summed up from its one end to each place. */
function sumsAcross({ light }: EdgeSight, [x, y]: Point, way: Point): Float64Array {
  const run = makeLightRun(OVER.length);
  const sums = new Float64Array(OVER.length + 1);
  for (const mm of ALONG_MM) {
    light.along([x - mm * way[1], y + mm * way[0]], way, OVER, run);
    const values = valuesOf(run);
    let sum = 0;
    for (let k = 0; k < values.length; k++) {
      sum += values[k] / ALONG_MM.length;
      sums[k + 1] += sum;
    }
  }
  return sums;
}

/** Mean value between two places across, mm from the middle, whichever comes first. */
function meanBetween(sums: Float64Array, one: number, two: number): number {
  const index = (mm: number) => Math.min(OVER.length, Math.max(0, Math.round((mm + FAR_MM) / EVERY_MM)));
  const [from, to] = [index(Math.min(one, two)), index(Math.max(one, two))];
  return (sums[Math.max(to, from + 1)] - sums[from]) / Math.max(1, to - from);
}

const BOX_MM = 2;

/** What a bar stands out by at a place to one side of its middle, mm, from what is beyond. */
const dropAt = (sums: Float64Array, sign: number, mm: number): number => {
  const side = Math.sign(mm);
  return sign * (meanBetween(sums, mm - side * BOX_MM, mm) - meanBetween(sums, mm, mm + side * BOX_MM));
};

const WIDEST_MM = 26;
const FIRST_MM = 2; // from its middle, that a side may lie
const LEAST_DROP = { planned: 0.6, painted: 0.35 }; // steps

/** Where the first side of a bar lies that is met on the way out; null = there is none. */
function firstSide(sums: Float64Array, sign: number, side: 1 | -1): number | null {
  const drop = (mm: number) => dropAt(sums, sign, side * mm);
  for (let mm = FIRST_MM; mm <= WIDEST_MM - FIRST_MM - BOX_MM; mm += EVERY_MM) {
    const own = drop(mm);
    if (own >= LEAST_DROP.planned && own >= drop(mm - EVERY_MM) && own > drop(mm + EVERY_MM)) return side * mm;
  }
  return null;
}

const SEARCHED = { mm: 5, near: 4 }; // aside of where a side is planned; nearer is likelier

/** Where a side of a bar lies in the painting. @param planned where it is planned */
function sideNear(sums: Float64Array, sign: number, planned: number): number | null {
  let [best, most] = [0, -Infinity];
  for (let by = -SEARCHED.mm; by <= SEARCHED.mm; by += EVERY_MM) {
    const mm = planned + by;
    if (Math.sign(mm) !== Math.sign(planned) || Math.abs(mm) + BOX_MM > FAR_MM) continue;
    const score = dropAt(sums, sign, mm) * Math.exp(-0.5 * (by / SEARCHED.near) ** 2);
    if (score > most) [best, most] = [mm, score];
  }
  return dropAt(sums, sign, best) >= LEAST_DROP.painted ? best : null;
}

const BESIDE_MM = { from: 1.5, to: 4.5 }; // beyond its side, that counts as beside it

function lookBetween(sums: Float64Array, one: number, two: number): BarLook {
  const beside = (side: number) =>
    meanBetween(sums, side + Math.sign(side) * BESIDE_MM.from, side + Math.sign(side) * BESIDE_MM.to);
  return { widthMm: two - one, beside: [beside(one), beside(two)] };
}

/** A place of a plan's bar as it is looked for in a painting. */
interface PlannedPlace {
  readonly at: Point;
  readonly way: Point;
  readonly sign: number;
  readonly look: BarLook;
}

function plannedPlace(plan: EdgeSight, { at: [x, y], way, sign }: Spot): PlannedPlace[] {
  const sums = sumsAcross(plan, [x, y], way);
  const [one, two] = [firstSide(sums, sign, -1), firstSide(sums, sign, 1)];
  if (one === null || two === null) return [];
  const middle = (one + two) / 2;
  return [{ at: [x + middle * way[0], y + middle * way[1]], way, sign, look: lookBetween(sums, one, two) }];
}

const ALIKE = 0.96; // cosine of the angle between neighbours: at its ends it bends all ways
const PARALLEL = 0.15; // of its width, by which it may differ
const ONWARD_MM = 6; // from place to place of one bar
const TIMES_LONG = 4;

/** Whether two places are of one bar: near one another, as wide, and going the same way. */
function goesOn(one: PlannedPlace, two: PlannedPlace): boolean {
  const [x, y] = [one.at[0] - two.at[0], one.at[1] - two.at[1]];
  const [wide, other] = [one.look.widthMm, two.look.widthMm];
  return (
    Math.hypot(x, y) <= ONWARD_MM &&
    one.sign === two.sign &&
    Math.abs(wide - other) <= PARALLEL * Math.min(wide, other) &&
    Math.abs(one.way[0] * two.way[0] + one.way[1] * two.way[1]) >= ALIKE
  );
}

const isBroad = ({ look: { widthMm } }: PlannedPlace): boolean => widthMm > THIN_MM && widthMm <= WIDEST_MM;

interface PlannedBar {
  readonly lengthMm: number;
  readonly places: readonly PlannedPlace[];
}

const MOST_SPOTS = 1500; // as of thin shapes

/** Places of long shapes of a plan that may be bars, by where its value bends across them. */
function spotsOf({ value }: Colours, { width, height, mmPerPixel }: Grid): Spot[] {
  const coarser = Math.max(1, Math.round(PIXEL_MM / mmPerPixel));
  const mm = coarser * mmPerPixel;
  const plane = shrinkPlane({ width, height, data: value }, coarser);
  return SIGMAS_MM.flatMap((sigma) =>
    connected(ridgesOf(plane, mm, [sigma]), plane.width, { reach: REACH, onward: ONWARD })
      .filter((group) => group.length <= MOST_SPOTS)
      .flatMap((group) =>
        spaced(
          group.map(({ x, y, way, sign }): Spot => ({ at: [(x + 0.5) * mm, (y + 0.5) * mm], way, sign, gap: false })),
        ),
      ),
  );
}

// A plan is read against many photographs: its bars are read once and go when it goes.
const known = new WeakMap<Colours, readonly PlannedBar[]>();

async function plannedBars(ask: StripsAsk): Promise<readonly PlannedBar[]> {
  const before = known.get(ask.planned);
  if (before) return before;
  const spots = spotsOf(ask.planned, ask.grid);
  const plan = spots.length > 0 ? await ask.plan() : null;
  const places = plan ? spots.flatMap((spot) => plannedPlace(plan, spot)).filter(isBroad) : [];
  // What is found under two widths is one.
  const bars = gathered(places, goesOn)
    .map(spaced)
    .map((own): PlannedBar => ({ lengthMm: lengthOf(own), places: own }))
    .filter((bar) => bar.lengthMm >= TIMES_LONG * bar.places[0].look.widthMm);
  known.set(ask.planned, bars);
  return bars;
}

/** Reads the bars of a plan, with what lies beside them, as they are planned and as they are painted. */
export async function readBars(ask: StripsAsk): Promise<Bar[]> {
  const bars = await plannedBars(ask);
  return bars.map(({ lengthMm, places }) => ({
    lengthMm,
    places: places.flatMap(({ at, way, sign, look }): BarPlace[] => {
      const [dx, dy] = ask.shift(at);
      const there: Point = [at[0] + dx, at[1] + dy];
      const half = look.widthMm / 2;
      const clear = [-half - BESIDE_MM.to, 0, half + BESIDE_MM.to].every((mm) =>
        ask.readable([there[0] + mm * way[0], there[1] + mm * way[1]]),
      );
      if (!clear) return [];
      const sums = sumsAcross(ask.photo, there, way);
      const [one, two] = [sideNear(sums, sign, -half), sideNear(sums, sign, half)];
      const painted = one === null || two === null ? null : lookBetween(sums, one, two);
      return [{ at, way, planned: look, painted }];
    }),
  }));
}

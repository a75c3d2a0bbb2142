import { valuesOf, withoutBlur, type Closely, type EdgeSight } from '../edges';
import type { Colours } from '../photo';
import { makeLightRun, type Grid, type Point } from '../raster';
import { OVER, placeOn, profileOf, type Profile } from './profile';
import { joined, type Spot } from './joined';
import { thinLines } from './thinLines';

/** A thin shape at a place, its picture's own blur taken out. */
export interface StripLook extends Omit<Profile, 'at'> {
  /** its middle, canvas mm */
  readonly at: Point;
}

/** A place on a thin shape: as it is planned and painted; null = nothing stands out there. */
export interface StripPlace {
  /** canvas mm, as planned */
  readonly at: Point;
  /** the way across, a unit vector */
  readonly way: Point;
  readonly planned: StripLook | null;
  readonly painted: StripLook | null;
}

/** A thin shape of the plan from end to end, gaps in it counted in. */
export interface Strip {
  readonly lengthMm: number;
  /** those of its places that can be read, {@link APART_MM} apart, in no order */
  readonly places: readonly StripPlace[];
}

export const APART_MM = 2.5;
const BESIDE_MM = [-1.25, 0, 1.25]; // along it, that are read with a place
const REACH_MM = 3; // aside, that it is looked for in the painting
const MOST_MM = 4; // wide, that it is looked for
const USUAL_MM = 2; // wide, where the plan breaks off

/** Values across a thin shape, mean of a few millimetres of it. */
function across({ light }: EdgeSight, [x, y]: Point, way: Point): Float32Array {
  const run = makeLightRun(OVER.length);
  const out = new Float32Array(OVER.length);
  for (const mm of BESIDE_MM) {
    light.along([x - mm * way[1], y + mm * way[0]], way, OVER, run);
    const values = valuesOf(run);
    for (let k = 0; k < out.length; k++) out[k] += values[k] / BESIDE_MM.length;
  }
  return out;
}

const own = (seen: number, blurMm: number): number => withoutBlur({ widthMm: seen, doubt: 0 }, blurMm).widthMm;

const lookOf = (
  { at: aside, widthMm, sides: [one, two], stands, beside }: Profile,
  { at: [x, y], way }: Pick<Spot, 'at' | 'way'>,
  { blurMm }: EdgeSight,
): StripLook => ({
  ...{ at: [x + aside * way[0], y + aside * way[1]], widthMm, stands, beside },
  sides: [own(one, blurMm), own(two, blurMm)],
});

export const apart = ([x, y]: Point, [u, v]: Point): number => Math.hypot(x - u, y - v);

/** Places of a thin shape, the nearer to one of its ends the earlier. */
export function fromOneEnd<T extends { readonly at: Point }>(places: readonly T[]): T[] {
  const [first] = places;
  const end = places.reduce((far, one) => (apart(one.at, first.at) > apart(far.at, first.at) ? one : far), first);
  return [...places].sort((a, b) => apart(a.at, end.at) - apart(b.at, end.at));
}

/** Places no closer to one another than {@link APART_MM}, from one end on. */
export function spaced<T extends Pick<Spot, 'at'>>(places: readonly T[]): T[] {
  const out: T[] = [];
  for (const place of fromOneEnd(places)) if (!out.some(({ at }) => apart(at, place.at) < APART_MM)) out.push(place);
  return out;
}

/** How long a shape is, mm: every place stands for half the way to the two beside it. */
export function lengthOf(places: readonly Pick<Spot, 'at'>[]): number {
  const beside = places.map(({ at }) =>
    places
      .map((other) => Math.min(2 * APART_MM, apart(at, other.at)))
      .sort((a, b) => a - b)
      .slice(1, 3),
  );
  return beside.flat().reduce((sum, mm) => sum + mm / 2, 0);
}

/** A place of the plan's thin shape as it is looked for in a painting. */
interface PlannedPlace extends Spot {
  readonly look: StripLook | null;
}

interface PlannedStrip {
  readonly lengthMm: number;
  readonly places: readonly PlannedPlace[];
}

function plannedPlace(plan: EdgeSight, { at, way, sign, gap }: Spot): PlannedPlace {
  const profile = profileOf(across(plan, at, way), sign);
  const look = profile && lookOf(profile, { at, way }, plan);
  // From here on its own middle is its place: ridges lie on pixels.
  return { at: look?.at ?? at, way, sign, gap, look };
}

// A plan is read against many photographs: its strips are read once and go when it goes.
const known = new WeakMap<Colours, readonly PlannedStrip[]>();

/** What thin shapes are read from. */
export interface StripsAsk extends Closely {
  /** the plan at reading size */
  readonly planned: Colours;
  readonly grid: Grid;
}

const LEAST_SHARE = 0.05; // of the longest side
const MOST_SPOTS = 1500; // a millimetre apart, all branches counted: more is grass, cloth, strokes, and no shape

/** Whether it is known how a place is planned: one that is there but has no clear sides is not broken off. */
const isTold = ({ look, gap }: PlannedPlace): boolean => look !== null || gap;

async function plannedStrips(ask: StripsAsk): Promise<readonly PlannedStrip[]> {
  const before = known.get(ask.planned);
  if (before) return before;
  const { width, height, mmPerPixel } = ask.grid;
  const leastMm = LEAST_SHARE * Math.max(width, height) * mmPerPixel;
  const pieces = thinLines(ask.planned, ask.grid).filter(({ by }) => by === 'value');
  const shapes = joined(pieces)
    .filter((spots) => spots.length <= MOST_SPOTS)
    .map(spaced)
    .map((spots) => ({ spots, lengthMm: lengthOf(spots) }))
    .filter(({ lengthMm }) => lengthMm >= leastMm);
  const plan = shapes.length > 0 ? await ask.plan() : null;
  const strips = shapes
    .map(({ lengthMm, spots }): PlannedStrip => {
      const places = plan ? spots.map((spot) => plannedPlace(plan, spot)).filter(isTold) : [];
      return { lengthMm: (lengthMm * places.length) / spots.length, places };
    })
    .filter(({ lengthMm }) => lengthMm >= leastMm);
  known.set(ask.planned, strips);
  return strips;
}

const CLEAR_MM = 4; // to either side, that must be readable, too

/** Reads the thin shapes of a plan, some 1 to 4 mm wide, as they are planned and as they are painted. */
export async function readStrips(ask: StripsAsk): Promise<Strip[]> {
  const strips = await plannedStrips(ask);
  return strips.map(({ lengthMm, places }) => ({
    lengthMm,
    places: places.flatMap(({ at, way, sign, look }): StripPlace[] => {
      const [dx, dy] = ask.shift(at);
      const there: Point = [at[0] + dx, at[1] + dy];
      const clear = [-CLEAR_MM, 0, CLEAR_MM].every((mm) =>
        ask.readable([there[0] + mm * way[0], there[1] + mm * way[1]]),
      );
      if (!clear) return [];
      const run = across(ask.photo, there, way);
      const painted = profileOf(run, sign, placeOn(run, sign, Math.min(MOST_MM, look?.widthMm ?? USUAL_MM), REACH_MM));
      return [{ at, way, planned: look, painted: painted && lookOf(painted, { at: there, way }, ask.photo) }];
    }),
  }));
}

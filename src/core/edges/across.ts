import { halfWidth, makeLightRun, type CloseLight, type Point } from '../raster';
import { edgeClass, LOST_UNDER, type EdgeBy } from './edgeClass';
import { ACROSS, RISE } from './rise';
import { doubtIn, inColour, isOfColour, seenIn, wayOfColour, type ColourWay } from './byColour';
import { courseOn, meanOf, reachOf, steepestIn, stretchOf, runsAcross, type Crossing, type Stretch } from './stretch';

/** A picture whose edges are read. */
export interface EdgeSight {
  readonly light: CloseLight;
  /** 10-90 % rise of its own blur, mm: a hard edge in it looks so wide */
  readonly blurMm: number;
  /** looked at along a direction of a*b*; absent = by value */
  readonly colour?: ColourWay;
}

/** One edge as it was seen, its picture's own blur taken out. */
export interface SeenEdge {
  /** canvas mm */
  readonly at: Point;
  /** 10-90 % rise, mm; null = nothing rises there */
  readonly widthMm: number | null;
  /** it is no wider than so: the picture is no sharper */
  readonly atMost: boolean;
  /** steps, of colour their worth; the far end of the line minus the near one */
  readonly contrast: number;
  readonly by: EdgeBy;
  /** half-width about its width that holds the truth nine times in ten, mm */
  readonly doubtMm: number;
}

/** The blur of a reference by its own pixels alone: bilinear reading of area averages, as a 10-90 % rise. */
export const pixelBlur = (pixelMm: number): number => RISE * pixelMm * Math.sqrt(1 / 6);

const NARROWEST = 0.6; // of a picture's blur: what is narrower cannot be told from none
const SHAPE_DOUBT = 0.05; // one sigma of a width, as a share of it: no edge rises quite as a lens blurs
const BLUR_DOUBT = 0.15; // one sigma of a blur, as a share of it: a lens is not as sharp everywhere

/** A course without the blur of the picture it was seen in: widths add as squares. */
export function withoutBlur(
  { widthMm: seen, doubt }: Pick<Stretch, 'widthMm' | 'doubt'>,
  blurMm: number,
): { widthMm: number; atMost: boolean; doubtMm: number } {
  const own = Math.sqrt(Math.max(0, seen ** 2 - blurMm ** 2));
  const least = NARROWEST * blurMm;
  const atMost = own < least;
  const widthMm = atMost ? least : own;
  const ofSeen = (seen * seen * Math.hypot(doubt, SHAPE_DOUBT)) / Math.max(widthMm, least, 1e-3);
  const ofBlur = (BLUR_DOUBT * blurMm * blurMm) / Math.max(widthMm, least, 1e-3);
  return { widthMm, atMost, doubtMm: Math.min(halfWidth(Math.hypot(ofSeen, ofBlur)), widthMm) };
}

const BESIDE: readonly number[] = [-2, -1, 0, 1, 2]; // mm: lines beside the drawn one, read with it
const FOUND_OVER = 2.5; // mm

/** The strongest edge on a line: mm from its middle. @param sights what it is looked for by, all together */
function onLine(sights: readonly EdgeSight[], middle: Point, way: Point, lengthMm: number): number {
  const reach = lengthMm / 2;
  const at = Float32Array.from(
    { length: 2 * Math.ceil((reach + 6) * 4) + 1 },
    (_, k, n = Math.ceil((reach + 6) * 4)) => (k - n) / 4,
  );
  const lines = BESIDE.map((mm) => ({ at: [middle[0] - mm * way[1], middle[1] + mm * way[0]] as const, way }));
  const sums = sights.map((sight) => {
    const run = meanOf(runsAcross(sight.light, lines, { seen: seenIn(sight), at }));
    const sum = new Float64Array(at.length + 1);
    for (let k = 0; k < at.length; k++) sum[k + 1] = sum[k] + run[k];
    return sum;
  });
  const box = Math.round(FOUND_OVER * 4);
  let [best, most] = [0, -1];
  for (let k = box; k < at.length - box; k++) {
    if (Math.abs(at[k]) > reach) continue;
    const change = Math.hypot(...sums.map((sum) => sum[k + box + 1] - sum[k + 1] - (sum[k] - sum[k - box])));
    const score = change * Math.exp(-0.5 * (at[k] / (0.4 * lengthMm)) ** 2);
    if (score > most) [best, most] = [at[k], score];
  }
  return best;
}

const DISC_MM = 4;
const DISC: readonly number[] = Array.from({ length: 17 }, (_, k) => (k - 8) / 2);

/** Which way it rises at a place: a plane laid through a disc. */
function uphill(sight: EdgeSight, [x, y]: Point, fallback: Point): Point {
  const seen = seenIn(sight);
  const row = Float32Array.from(DISC);
  const run = makeLightRun(row.length);
  let [gx, gy] = [0, 0];
  for (const v of DISC) {
    sight.light.along([x, y + v], [1, 0], row, run);
    const values = seen(run);
    for (let k = 0; k < row.length; k++) {
      const weight = Math.max(0, 1 - (row[k] ** 2 + v * v) / DISC_MM ** 2);
      gx += weight * row[k] * values[k];
      gy += weight * v * values[k];
    }
  }
  const length = Math.hypot(gx, gy);
  return length > 1e-6 ? [gx / length, gy / length] : fallback;
}

const SIDE_MM = 5; // either way along an edge that is read with its place
const SIDES: readonly number[] = Array.from({ length: 11 }, (_, k) => ((k - 5) / 5) * SIDE_MM);

/** Crossings side by side along an edge: a place on it and the way across. @param bow mm aside, by mm along */
function crossingsAt(at: Point, way: Point, [flat, tilt, bow]: readonly number[] = [0, 0, 0]): Crossing[] {
  return SIDES.map((s) => {
    const aside = flat + s * (tilt + s * bow);
    const turn = Math.atan(tilt + 2 * s * bow);
    const [c, d] = [Math.cos(turn), Math.sin(turn)];
    return {
      at: [at[0] - s * way[1] + aside * way[0], at[1] + s * way[0] + aside * way[1]],
      // Turned with the edge, so that it is crossed square everywhere.
      way: [c * way[0] + d * way[1], c * way[1] - d * way[0]],
    };
  });
}

/** A parabola through how far aside each crossing lies: least squares over evenly spaced places. */
function bowOf(aside: readonly number[]): [number, number, number] {
  const n = SIDES.length;
  const s2 = SIDES.reduce((sum, s) => sum + s * s, 0);
  const s4 = SIDES.reduce((sum, s) => sum + s ** 4, 0);
  const [a0, a1, a2] = [0, 1, 2].map((power) => aside.reduce((sum, v, k) => sum + v * SIDES[k] ** power, 0));
  const bow = (n * a2 - s2 * a0) / (n * s4 - s2 * s2);
  return [(a0 - bow * s2) / n, a1 / s2, bow];
}

interface Read extends Stretch {
  readonly place: Point;
  /** the course of all its crossings laid on one another */
  readonly run: Float32Array;
}

/** Reads an edge at a place, the crossings laid along it as it bends. */
function readAt(
  sight: EdgeSight,
  at: Point,
  way: Point,
  { sign, reachMm, widthMm }: { sign: number; reachMm: number; widthMm: number },
): Read | null {
  const across = (crossings: readonly Crossing[]) => runsAcross(sight.light, crossings, { seen: seenIn(sight) });
  const first = across(crossingsAt(at, way));
  const from = reachMm > 0 ? steepestIn(meanOf(first), sign, { reach: reachOf(reachMm), widthMm }).at : 0;
  const middle: Point = [at[0] + from * way[0], at[1] + from * way[1]];
  const straight = from === 0 ? first : across(crossingsAt(middle, way));
  const near = stretchOf(straight, sign);
  if (!near) return null;
  const [flat, tilt, bow] = bowOf(near.aside);
  const along = [near.at + flat, tilt, bow] as const;
  const bent = across(crossingsAt(middle, way, along));
  const found = stretchOf(bent, sign);
  const [runs, read] = found ? [bent, found] : [straight, near];
  const aside = near.at + (found?.at ?? 0);
  return { ...read, run: courseOn(runs, read), place: [middle[0] + aside * way[0], middle[1] + aside * way[1]] };
}

/** What differs by the two ends of a run, where nothing rises between: steps over its reach. */
const difference = (run: Float32Array) =>
  run[run.length - 1 - Math.floor(run.length / 6)] - run[Math.floor(run.length / 6)];

const COURSE_MM = 15; // either side of an edge that is told of

const courseOf = (run: Float32Array, middle: number): EdgeCourse => {
  const places = [...run.keys()].filter((k) => Math.abs(ACROSS[k] - middle) <= COURSE_MM);
  return { at: places.map((k) => ACROSS[k] - middle), values: places.map((k) => run[k]) };
};

/** @param read the edge at a place; null = nothing rises there: what lies across it says so */
function crossedAt(sight: EdgeSight, read: Read | null, { at, way }: Crossing): CrossedEdge {
  const by = sight.colour ? 'colour' : 'value';
  if (!read) {
    const run = meanOf(runsAcross(sight.light, crossingsAt(at, way), { seen: seenIn(sight) }));
    const none = { widthMm: null, atMost: false, contrast: difference(run), doubtMm: 0 };
    return { ...none, at, by, course: courseOf(run, 0) };
  }
  const own = withoutBlur(read, sight.blurMm);
  return {
    ...{ at: read.place, by, contrast: read.contrast, course: courseOf(read.run, read.at) },
    ...own,
    doubtMm: doubtIn(sight, own),
  };
}

const REACH_MM = 6; // along the drift, that an edge is looked for in the painting

/** The course of values across an edge: mm from its middle, and the value there. */
export interface EdgeCourse {
  readonly at: readonly number[];
  readonly values: readonly number[];
}

/** An edge that was crossed, with its course. */
export interface CrossedEdge extends SeenEdge {
  readonly course: EdgeCourse;
}

/** A shorter line has no way across. */
export const SHORTEST_LINE_MM = 2;

/** An edge that a line crosses, as it is planned and as it is painted. */
export interface EdgeAcross {
  readonly planned: CrossedEdge;
  readonly painted: CrossedEdge;
  /** it rises the other way than planned */
  readonly reversed: boolean;
}

interface Drawn {
  readonly middle: Point;
  /** from its one end to its other */
  readonly way: Point;
  readonly lengthMm: number;
}

const strongestOn = (sights: readonly EdgeSight[], { middle, way, lengthMm }: Drawn): Point => {
  const t = onLine(sights, middle, way, lengthMm);
  return [middle[0] + t * way[0], middle[1] + t * way[1]];
};

type Shifted = (at: Point) => Point;

/** An edge at a place of the plan, crossed the way a line was drawn, and the same in the painting along the drift. */
function crossedBoth(plan: EdgeSight, photo: EdgeSight, from: Crossing, shift: Shifted): EdgeAcross {
  const { at, way: drawn } = from;
  const up = uphill(plan, at, drawn);
  const way: Point = up[0] * drawn[0] + up[1] * drawn[1] < 0 ? [-up[0], -up[1]] : up;
  const planned = readAt(plan, at, way, { sign: 0, reachMm: 0, widthMm: 0 });
  const start = planned?.place ?? at;
  const [dx, dy] = shift(start);
  const there: Point = [start[0] + dx, start[1] + dy];
  const sign = planned && Math.abs(planned.contrast) >= LOST_UNDER ? Math.sign(planned.contrast) : 0;
  const look = (wanted: number) =>
    readAt(photo, there, way, { sign: wanted, reachMm: REACH_MM, widthMm: planned?.widthMm ?? 0 });
  const same = look(sign);
  const weak = sign !== 0 && Math.abs(same?.contrast ?? 0) < LOST_UNDER;
  // Of colour nobody says which side is the other's.
  const other = weak && !plan.colour ? look(-sign) : null;
  const reversed = Math.abs(other?.contrast ?? 0) >= LOST_UNDER;
  return {
    planned: crossedAt(plan, planned, { at, way }),
    painted: crossedAt(photo, reversed ? other : same, { at: there, way }),
    reversed,
  };
}

/** The edge of colour a line crosses; null = colour hardly changes on it. */
function acrossColour(plan: EdgeSight, photo: EdgeSight, drawn: Drawn, shift: Shifted): EdgeAcross | null {
  const at = strongestOn([inColour(plan, [1, 0]), inColour(plan, [0, 1])], drawn);
  const colour = wayOfColour(plan.light, crossingsAt(at, drawn.way));
  if (!colour) return null;
  const crossed = crossedBoth(inColour(plan, colour), inColour(photo, colour), { at, way: drawn.way }, shift);
  return isOfColour(crossed.planned) ? crossed : null;
}

/**
 * The edge a line crosses: the strongest on it in the plan, and the same in the painting along the drift; one of colour
 * where value has none.
 * @param line canvas mm, its ends apart
 * @param shift mm by which the painting lies beside the plan at a place
 */
export function edgeAcross(
  plan: EdgeSight,
  photo: EdgeSight,
  { line: [from, to], shift }: { line: readonly [Point, Point]; shift: Shifted },
): EdgeAcross {
  const lengthMm = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const way: Point = [(to[0] - from[0]) / lengthMm, (to[1] - from[1]) / lengthMm];
  const drawn: Drawn = { middle: [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2], way, lengthMm };
  const byValue = crossedBoth(plan, photo, { at: strongestOn([plan], drawn), way }, shift);
  if (edgeClass(byValue.planned, 1) !== 'lost') return byValue;
  return acrossColour(plan, photo, drawn, shift) ?? byValue;
}

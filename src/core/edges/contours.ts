import type { MassMap } from '../plan';
import { boxBlur, gaussianBlur, median, sampleAt, type Plane, type Point } from '../raster';

/** A border that a plan has inside one of its masses: a rim, a fold. */
export interface InnerContour {
  /** index of the mass it lies in */
  readonly mass: number;
  /** canvas mm */
  readonly points: readonly Point[];
}

const SOFTENED_MM = 1.2; // one sigma: what is finer is texture
const LEAST_SLOPE = 0.12; // steps a mm: one step over a soft rise of 8 mm
const SIDES_MM: readonly number[] = [2.5, 4, 5.5]; // from its middle, where its two sides are told from
const LEAST_PARTED = 0.8; // steps between its sides at a place that can be of one
const PLAIN_PARTED = 1; // the same in the middle of all its places
const EVEN = 0.5; // of what its sides part, by which a side may change: a step has two sides, texture has none
const CLEAR_MM = 5; // from borders of masses: what lies nearer is their own edge
const LEAST_MM = 30;

/** A plan's values as contours are looked for in them. */
interface Slopes {
  readonly soft: Plane;
  readonly mmPerPixel: number;
  /** 1 = too near to a border of masses, or to the picture's own */
  readonly near: Uint8Array;
}

/** A place where values change fastest across. */
interface Steep {
  readonly x: number;
  readonly y: number;
  /** uphill, a unit vector */
  readonly way: Point;
  /** steps a pixel */
  readonly slope: number;
}

/** What lies within so many pixels of a border between masses, or of the picture's own. */
function nearBorders({ massOf, width, height }: MassMap, reach: number): Uint8Array {
  const data = new Float32Array(massOf.length);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const inside = x > 0 && y > 0 && x < width - 1 && y < height - 1;
      if (!inside || massOf[i] !== massOf[i - 1] || massOf[i] !== massOf[i - width]) data[i] = 1;
    }
  const share = boxBlur({ width, height, data }, reach).data;
  const near = new Uint8Array(share.length);
  for (let i = 0; i < near.length; i++) near[i] = share[i] > 1e-7 ? 1 : 0;
  return near;
}

/** How steep a plane is along x and y and by itself, a pixel. */
function slopesOf({ data, width }: Plane) {
  const plane = () => new Float32Array(data.length);
  const [dx, dy, by] = [plane(), plane(), plane()];
  for (let i = width + 1; i < data.length - width - 1; i++) {
    const x = (data[i + 1] - data[i - 1]) / 2;
    const y = (data[i + width] - data[i - width]) / 2;
    dx[i] = x;
    dy[i] = y;
    by[i] = Math.sqrt(x * x + y * y);
  }
  return { dx, dy, by };
}

/** Values beside a place, uphill or downhill. */
const sideOf = ({ soft, mmPerPixel }: Slopes, { x, y, way }: Steep, side: 1 | -1): number[] =>
  SIDES_MM.map((mm) => sampleAt(soft, x + (side * mm * way[0]) / mmPerPixel, y + (side * mm * way[1]) / mmPerPixel));

const meanOf = (list: readonly number[]) => list.reduce((sum, v) => sum + v, 0) / list.length;
const spanOf = (list: readonly number[]) => Math.max(...list) - Math.min(...list);

/** By how many steps a place parts two even sides; 0 = it does not. */
function partedAt(slopes: Slopes, place: Steep): number {
  const [up, down] = [sideOf(slopes, place, 1), sideOf(slopes, place, -1)];
  const parted = meanOf(up) - meanOf(down);
  return Math.max(spanOf(up), spanOf(down)) <= EVEN * parted ? parted : 0;
}

/** Every place where values are steepest across, by its pixel. */
function steepest(slopes: Slopes): Map<number, Steep> {
  const { soft, mmPerPixel, near } = slopes;
  const { width } = soft;
  const { dx, dy, by } = slopesOf(soft);
  const least = LEAST_SLOPE * mmPerPixel;
  const out = new Map<number, Steep>();
  for (let i = 0; i < by.length; i++) {
    const slope = by[i];
    if (near[i] || slope < least) continue;
    const way: Point = [dx[i] / slope, dy[i] / slope];
    const next = Math.round(way[1]) * width + Math.round(way[0]);
    if (by[i + next] > slope || by[i - next] > slope) continue;
    const place = { x: i % width, y: Math.floor(i / width), way, slope };
    if (partedAt(slopes, place) >= LEAST_PARTED) out.set(i, place);
  }
  return out;
}

const REACH = 3; // pixels a contour goes on over
const BESIDE = 0.8; // pixels along it, within which two places are one
const TURN = 0.7; // least cosine between the ways across two places that follow one another

/** The places that are left to be followed, by pixel. */
interface Left {
  readonly places: Map<number, Steep>;
  readonly width: number;
}

/** Takes the place that follows one, and those beside it that are the same; null = none follows. */
function nextAfter({ x, y, way }: Steep, side: 1 | -1, { places, width }: Left): Steep | null {
  const [tx, ty] = [-side * way[1], side * way[0]];
  let [next, least]: [Steep | null, number] = [null, Infinity];
  for (let v = -REACH; v <= REACH; v++)
    for (let u = -REACH; u <= REACH; u++) {
      const i = (y + v) * width + x + u;
      const one = places.get(i);
      if (!one || one.way[0] * way[0] + one.way[1] * way[1] < TURN) continue;
      const ahead = u * tx + v * ty;
      const cost = ahead + 2 * Math.abs(u * ty - v * tx);
      if (Math.abs(ahead) < BESIDE) places.delete(i);
      else if (ahead > 0 && cost < least) [next, least] = [one, cost];
    }
  if (next) places.delete(next.y * width + next.x);
  return next;
}

/** What follows a place on one side of it. */
function followed(from: Steep, side: 1 | -1, left: Left): Steep[] {
  const out: Steep[] = [];
  for (let at = nextAfter(from, side, left); at; at = nextAfter(at, side, left)) out.push(at);
  return out;
}

/** Places that follow one another, those that the steepest begins first. */
function chained(all: ReadonlyMap<number, Steep>, width: number): Steep[][] {
  const left: Left = { places: new Map(all), width };
  return [...all.entries()]
    .sort(([, a], [, b]) => b.slope - a.slope)
    .flatMap(([i, first]): Steep[][] => {
      if (!left.places.delete(i)) return [];
      const ahead = followed(first, 1, left);
      return [[...followed(first, -1, left).reverse(), first, ...ahead]];
    });
}

const lengthOf = (points: readonly Point[]): number =>
  points.reduce((sum, [x, y], k) => (k === 0 ? 0 : sum + Math.hypot(x - points[k - 1][0], y - points[k - 1][1])), 0);

/**
 * Every strong contour inside a mass: where values step, by 1.2 or more in its middle, between two even sides, along
 * 30 mm or more. Lines that are light or dark on both sides alike are thin shapes, not contours.
 * @param value Munsell values of the plan, row-major, as large as its masses
 */
export function innerContours(value: Float32Array, masses: MassMap, mmPerPixel: number): InnerContour[] {
  const { width, height, massOf } = masses;
  const slopes: Slopes = {
    soft: gaussianBlur({ width, height, data: value }, SOFTENED_MM / mmPerPixel),
    mmPerPixel,
    near: nearBorders(masses, Math.max(1, Math.round(CLEAR_MM / mmPerPixel))),
  };
  return chained(steepest(slopes), width).flatMap((chain): InnerContour[] => {
    const points = chain.map(({ x, y }): Point => [(x + 0.5) * mmPerPixel, (y + 0.5) * mmPerPixel]);
    if (lengthOf(points) < LEAST_MM) return [];
    if (median(chain.map((place) => partedAt(slopes, place))) < PLAIN_PARTED) return [];
    return [{ mass: massOf[chain[0].y * width + chain[0].x], points }];
  });
}

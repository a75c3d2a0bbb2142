import { LUMINANCE, valueFast } from '../colour';
import { makeLightRun, median, type CloseLight, type LightRun, type Point } from '../raster';
import { ACROSS, firstFrom, riseAgain, riseIn, risen, RISE, SPANS, type Rise } from './rise';

/** A short line across an edge: a place on it and the way it is crossed, a unit vector. Canvas mm. */
export interface Crossing {
  readonly at: Point;
  readonly way: Point;
}

/** Munsell value along a run of light. */
export function valuesOf({ r, g, b }: LightRun): Float32Array {
  const out = new Float32Array(r.length);
  for (let k = 0; k < out.length; k++)
    out[k] = valueFast(LUMINANCE[0] * r[k] + LUMINANCE[1] * g[k] + LUMINANCE[2] * b[k]);
  return out;
}

/** What of a run of light is looked at: one number a place. */
export type Seen = (run: LightRun) => Float32Array;

/** What lies across an edge at every crossing. @param at places on it, mm from its middle */
export function runsAcross(
  light: CloseLight,
  crossings: readonly Crossing[],
  { seen = valuesOf, at: places = ACROSS }: { seen?: Seen; at?: Float32Array } = {},
): Float32Array[] {
  const run = makeLightRun(places.length);
  return crossings.map(({ at, way }) => {
    light.along(at, way, places, run);
    return seen(run);
  });
}

export function meanOf(runs: readonly Float32Array[]): Float32Array {
  const out = new Float32Array(runs[0].length);
  for (const run of runs) for (let k = 0; k < out.length; k++) out[k] += run[k];
  for (let k = 0; k < out.length; k++) out[k] /= runs.length;
  return out;
}

const NEAR = { mm: 5, box: { least: 1.5, most: 6 } }; // nearer is likelier; what a change is told over

/** Sums of a run up to each place, and of what each stands for: {@link meanBetween} asks them often. */
function sumsOf(run: Float32Array): Float64Array {
  const out = new Float64Array(2 * run.length + 2);
  for (let k = 0; k < run.length; k++) {
    out[2 * k + 2] = out[2 * k] + SPANS[k] * run[k];
    out[2 * k + 3] = out[2 * k + 1] + SPANS[k];
  }
  return out;
}

/** Mean of a run between two places, mm. */
function meanBetween(sums: Float64Array, from: number, to: number): number {
  const [a, b] = [2 * firstFrom(from - 1e-6), 2 * firstFrom(to + 1e-6)];
  return (sums[b] - sums[a]) / (sums[b + 1] - sums[a + 1]);
}

/** How far aside of a place something is looked for, mm: to either side of it. */
export interface Reach {
  /** not above 0 */
  readonly from: number;
  /** not below 0 */
  readonly to: number;
}

export const reachOf = (mm: number): Reach => ({ from: -mm, to: mm });

const SEARCHED = 0.25; // mm from place to place

/**
 * Where an edge lies that is looked for: mm from the middle, by the steepest change of the wanted sign, the nearer the
 * likelier.
 */
export function steepestIn(
  run: Float32Array,
  sign: number,
  { reach: { from, to }, widthMm }: { reach: Reach; widthMm: number },
) {
  const box = Math.min(NEAR.box.most, Math.max(NEAR.box.least, widthMm));
  const sums = sumsOf(run);
  let best = { at: 0, change: 0 };
  let most = -Infinity;
  for (let t = from; t <= to + 1e-6; t += SEARCHED) {
    const change = meanBetween(sums, t, t + box) - meanBetween(sums, t - box, t);
    const score = (sign === 0 ? Math.abs(change) : sign * change) * Math.exp(-0.5 * (t / NEAR.mm) ** 2);
    if (score > most) [most, best] = [score, { at: t, change }];
  }
  return best;
}

/**
 * How far aside a planned edge may be looked for in the painting: half the way to the next edge of the plan on either
 * side, so that its neighbour is not taken for it.
 * @param run values of the plan; @param own where on it the edge lies, mm; @param most mm
 * @param least steps from which a neighbour is an edge
 */
export function reachBeside(
  run: Float32Array,
  { at: own, widthMm }: { at: number; widthMm: number },
  { most, least }: { most: number; least: number },
): Reach {
  const box = NEAR.box.least;
  const clear = Math.max(box, widthMm / 2); // its own rise is no neighbour
  const sums = sumsOf(run);
  const changeAt = (t: number) => Math.abs(meanBetween(sums, t, t + box) - meanBetween(sums, t - box, t));
  const nextOn = (side: 1 | -1): number => {
    for (let away = clear + box; away <= 2 * most; away += SEARCHED) {
      const change = changeAt(own + side * away);
      const [before, after] = [away - SEARCHED, away + SEARCHED].map((mm) => changeAt(own + side * mm));
      if (change >= least && change >= before && change > after) return away / 2;
    }
    return most;
  };
  return { from: own - nextOn(-1), to: own + nextOn(1) };
}

/** Some of the places of {@link ACROSS}: its first and how many. */
interface Part {
  readonly first: number;
  readonly count: number;
}

const WHOLE: Part = { first: 0, count: ACROSS.length };

function partAbout(at: number, half: number): Part {
  const first = firstFrom(at - half);
  return { first, count: firstFrom(at + half) - first };
}

/** Adds part of a run moved by so many mm, between its places; what it does not reach is as at its end. */
function addMoved(run: Float32Array, by: number, { first, count }: Part, sum: Float32Array | Float64Array): void {
  let low = Math.max(0, firstFrom(ACROSS[first] + by) - 1);
  for (let k = 0; k < count; k++) {
    const t = ACROSS[first + k] + by;
    while (low < run.length - 2 && ACROSS[low + 1] <= t) low++;
    const share = Math.min(1, Math.max(0, (t - ACROSS[low]) / (ACROSS[low + 1] - ACROSS[low])));
    sum[k] += run[low] + share * (run[low + 1] - run[low]);
  }
}

/** The course of crossings laid on one another, in a part; 0 elsewhere. @param aside mm each lies beside the rest */
function laidOn(runs: readonly Float32Array[], aside: readonly number[], part: Part = WHOLE): Float32Array {
  const out = new Float32Array(ACROSS.length);
  const seen = out.subarray(part.first, part.first + part.count);
  runs.forEach((run, k) => addMoved(run, aside[k], part, seen));
  for (let k = 0; k < seen.length; k++) seen[k] /= runs.length;
  return out;
}

const FURTHEST = 2.5; // mm a crossing of one edge may lie beside its neighbours'

/** What a course looks like about its middle: its shape and how it changes by a small move, both about their means. */
interface Template extends Part {
  readonly w: Float64Array;
  readonly shape: Float64Array;
  readonly steep: Float64Array;
  readonly total: number;
}

/** Takes the weighted mean out of a list, in place. */
function centre(list: Float64Array, w: Float64Array, total: number): void {
  let sum = 0;
  for (let i = 0; i < list.length; i++) sum += w[i] * list[i];
  for (let i = 0; i < list.length; i++) list[i] -= sum / total;
}

function dot(a: Float64Array, b: Float64Array, w: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += w[i] * a[i] * b[i];
  return sum;
}

function templateOf({ at, widthMm, contrast }: Rise): Template {
  const sigma = Math.max(0.35, widthMm / RISE);
  const part = partAbout(at, 2.2 * sigma + 0.6);
  const [w, shape, steep] = [0, 1, 2].map(() => new Float64Array(part.count));
  const steepest = -contrast / sigma / Math.sqrt(2 * Math.PI);
  let total = 0;
  for (let i = 0; i < part.count; i++) {
    const z = (ACROSS[part.first + i] - at) / sigma;
    w[i] = SPANS[part.first + i];
    shape[i] = risen(z);
    steep[i] = steepest * Math.exp(-0.5 * z * z);
    total += w[i];
  }
  centre(shape, w, total);
  centre(steep, w, total);
  return { ...part, w, shape, steep, total };
}

/**
 * How far each crossing lies beside the course of all, mm: least squares of a small move, in a window about the course,
 * level and contrast of its own. What noise alone would move is not moved.
 * @param aside mm by which each is laid already
 */
function asideOf(runs: readonly Float32Array[], aside: readonly number[], rise: Rise): number[] {
  const { w, shape, steep, total, ...part } = templateOf(rise);
  const [pp, pd, dd] = [dot(shape, shape, w), dot(shape, steep, w), dot(steep, steep, w)];
  const det = pp * dd - pd * pd;
  if (!(det > 1e-9)) return runs.map(() => 0);
  const v = new Float64Array(w.length);
  let [spread, noise] = [0, 0];
  const moves = runs.map((run, k) => {
    v.fill(0);
    addMoved(run, aside[k], part, v);
    centre(v, w, total);
    const [pv, dv] = [dot(shape, v, w), dot(steep, v, w)];
    const move = (pp * dv - pd * pv) / det;
    const gain = (dd * pv - pd * dv) / det;
    const left = Math.max(0, dot(v, v, w) - gain * pv - move * dv) / total;
    noise += (left * 0.5 * pp) / det;
    const held = Math.max(-FURTHEST, Math.min(FURTHEST, move));
    spread += held * held;
    return held;
  });
  const kept = spread > 0 ? Math.max(0, 1 - noise / spread) : 0;
  return moves.map((move) => kept * move);
}

const ROUNDS = 2;
const BESIDE_MM = 1; // of a window, that its outermost bins may hold
const LAID_MM = 0.08; // aside, that no more is gained by

/** An edge as read at several crossings of it. */
export interface Stretch extends Rise {
  /** mm each crossing lies beside the middle of all */
  readonly aside: readonly number[];
}

/** The course of an edge's crossings laid on one another: values at {@link ACROSS}. */
export const courseOn = (runs: readonly Float32Array[], { aside }: Stretch): Float32Array => laidOn(runs, aside);

/**
 * Reads an edge from its crossings, each laid on its own middle first: a wobbly edge is not a soft one.
 * @param runs values at {@link ACROSS}; @param sign of its contrast; 0 = either
 * @param middle where it is looked for, mm
 * @returns null where nothing rises
 */
export function stretchOf(runs: readonly Float32Array[], sign: number, middle = 0): Stretch | null {
  let rise = riseIn(meanOf(runs), sign, middle);
  if (!rise) return null;
  let aside = runs.map(() => 0);
  for (let round = 0; round < ROUNDS && runs.length > 1; round++) {
    const more = asideOf(runs, aside, rise);
    if (more.every((mm) => Math.abs(mm) < LAID_MM)) break;
    const moved = aside.map((mm, k) => Math.max(-FURTHEST, Math.min(FURTHEST, mm + more[k])));
    const level = median(moved);
    const next = moved.map((mm) => mm - level);
    const again = riseAgain(laidOn(runs, next, partAbout(rise.at, rise.half + BESIDE_MM)), rise);
    if (!again) break;
    [aside, rise] = [next, again];
  }
  return { ...rise, aside };
}

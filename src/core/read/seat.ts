import { massAt, type MassMap } from '../plan';
import { quantile, robust, type Point } from '../raster';
import type { Aligned } from './aligned';
import { shiftOf, type Shift } from './drawing';

/** A thing that rests on a surface: ids of the masses of each, and the point the painter named it at (canvas mm). */
export interface SeatAsked {
  readonly at: Point;
  readonly thing: readonly number[];
  readonly on: readonly number[];
}

interface Both<T> {
  readonly planned: T;
  readonly painted: T;
}
/** The darkest spot at a thing's foot: its value, and how many mm from the contact line. */
export interface FootAccent {
  readonly value: number;
  readonly at: Point;
  readonly away: number;
}
/** What is darker than the open surface from the foot on. */
export interface CastShadow {
  readonly areaMm2: number;
  /** mean value; null where there is none */
  readonly value: number | null;
}

/** What makes a thing look as if it rests where it does, planned and painted; places are the plan's, mm. */
export interface Seat extends SeatAsked {
  /** where it meets the surface, left to right */
  readonly contact: readonly Point[];
  /** how far the painted contact lies off beyond the whole drawing; null = cannot be told */
  readonly foot: Shift | null;
  readonly accent: Both<FootAccent>;
  readonly shadow: Both<CastShadow>;
  /** value of the thing at its foot minus value of the surface under it, steps */
  readonly gap: Both<number>;
  /** value of the open surface */
  readonly open: Both<number>;
  /** what does not hold it to the surface, the weightiest first; none = it sits as planned */
  readonly missing: readonly SeatSign[];
}
export type SeatSign = 'foot' | 'accent' | 'shadow' | 'gap';

const FOOT = 0.12; // of the thing's height: what of its lower border is its foot
const SPOT_MM = 1.5; // radius over which a dark counts as an accent
const REACH = 0.03; // of the canvas's long side: how near the contact an accent lies
const BAND: readonly [number, number] = [1, 6]; // mm either side of the contact where the step is read
const DARKER = 0.5; // steps below the open surface from which it is shadow
const FAR = 1.2; // widths of the foot: as far as its shadow is followed
const UNDER = 0.1; // of the foot that a mass must lie under for the shadow to be followed onto it
const LEAST_FOOT_MM = 4;
const COVERED = 0.5; // of the surface that must be readable: on bare ground nothing sits yet

/** Steps, mm and shares from which a sign is missing; never inside its own uncertainty. */
const OFF = { foot: 2, accent: 0.6, shadowValue: 0.6, shadowShare: 0.6, gap: 0.5 };
const DARK_ENOUGH = 1; // steps below the surface that make a planned dark an accent
const SHADOW_ENOUGH = 0.002; // of the canvas that makes a planned shadow one to look for

interface Ground {
  readonly aligned: Aligned;
  readonly masses: MassMap;
  /** 1 = the thing, 2 = the surface, by index of the mass */
  readonly part: Uint8Array;
}

/**
 * Pixels at which the thing ends downwards, near its lowest part, left to right; none where its foot is not in the
 * picture.
 */
function footOf({ aligned: { width, height, mmPerPixel }, masses: { massOf }, part }: Ground): number[] {
  const lowest = new Int32Array(width).fill(-1);
  const rows: number[] = [];
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++)
      if (part[massOf[i]] === 1) {
        lowest[x] = i;
        rows.push(y);
      }
  if (rows.length === 0) return [];
  const [top, bottom] = [quantile(rows, 0.01), quantile(rows, 0.995)];
  const from = bottom - Math.max(FOOT * (bottom - top), 2 / mmPerPixel);
  return [...lowest].filter((i) => i >= 0 && i + width < width * height && i / width >= from);
}

/**
 * The same number of pixels below (or above) each place of the foot, those that lie on the wanted side and can be read.
 */
function beside(foot: readonly number[], { aligned, masses, part }: Ground, side: 'thing' | 'below'): Int32Array {
  const { width, height, mmPerPixel, mask } = aligned;
  const [near, far] = BAND.map((mm) => Math.max(1, Math.round(mm / mmPerPixel)));
  const out: number[] = [];
  for (const i of foot)
    for (let d = near; d <= far; d++) {
      const k = side === 'thing' ? i - d * width : i + d * width;
      if (k < 0 || k >= width * height || mask[k]) continue;
      if ((part[masses.massOf[k]] === 1) === (side === 'thing')) out.push(k);
    }
  return Int32Array.from(out);
}

const valuesAt = (value: Float32Array, pixels: ArrayLike<number>) => Float32Array.from(pixels, (i) => value[i]);

/** The darkest small spot near the contact; null where nothing there can be read. */
function darkest(
  value: Float32Array,
  foot: readonly number[],
  { width, height, mmPerPixel, mask }: Aligned,
): FootAccent | null {
  const reach = (REACH * Math.max(width, height)) | 0;
  const radius = Math.max(1, Math.round(SPOT_MM / mmPerPixel));
  let [least, best, away] = [Infinity, foot[0], 0];
  // Every other place: a spot is wider.
  for (let n = 0; n < foot.length; n += 2) {
    const [fx, fy] = [foot[n] % width, Math.floor(foot[n] / width)];
    for (let d = -reach; d <= reach; d += 2) {
      const y = fy + d;
      let [sum, count] = [0, 0];
      for (let v = Math.max(0, y - radius); v <= Math.min(height - 1, y + radius); v++)
        for (let u = Math.max(0, fx - radius); u <= Math.min(width - 1, fx + radius); u++) {
          const i = v * width + u;
          if (!mask[i]) [sum, count] = [sum + value[i], count + 1];
        }
      // Of equally dark spots the one that is nearer.
      const dark = count > radius * radius ? sum / count + (0.02 * Math.abs(d)) / reach : Infinity;
      if (dark < least) [least, best, away] = [dark, y * width + fx, Math.abs(d) * mmPerPixel];
    }
  }
  const at: Point = [((best % width) + 0.5) * mmPerPixel, (Math.floor(best / width) + 0.5) * mmPerPixel];
  return Number.isFinite(least) ? { value: least, at, away } : null;
}

/** Masses the shadow may fall on: the surface, and what lies right under the foot. */
function fallsOn(
  foot: readonly number[],
  { aligned: { width, height, mmPerPixel }, masses, part }: Ground,
): Uint8Array {
  const under = new Int32Array(masses.ids.length);
  for (const i of foot) {
    const k = i + Math.round(3 / mmPerPixel) * width;
    if (k < width * height) under[masses.massOf[k]]++;
  }
  return part.map((one, k) => +(one === 2 || (one === 0 && under[k] >= UNDER * foot.length)));
}

/** What is darker than the open surface, followed from the foot on. */
function shadowFrom(
  value: Float32Array,
  foot: readonly number[],
  { ground: { aligned, masses }, open, on }: { ground: Ground; open: number; on: Uint8Array },
): CastShadow {
  const { width, height, mmPerPixel, mask } = aligned;
  const dark = (i: number) => on[masses.massOf[i]] === 1 && !mask[i] && value[i] < open - DARKER;
  const xs = foot.map((i) => i % width);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const far = FAR * Math.max(right - left, 20 / mmPerPixel);
  const seen = new Uint8Array(width * height);
  const stack: number[] = [];
  const enter = (i: number) => {
    const x = i % width;
    if (!seen[i] && x > left - far && x < right + far && dark(i)) {
      seen[i] = 1;
      stack.push(i);
    }
  };
  const start = Math.round(4 / mmPerPixel);
  for (const i of foot) for (let d = 1; d <= start; d++) if (i + d * width < width * height) enter(i + d * width);
  let [count, sum] = [0, 0];
  for (let i = stack.pop(); i !== undefined; i = stack.pop()) {
    count++;
    sum += value[i];
    const x = i % width;
    if (x > 0) enter(i - 1);
    if (x < width - 1) enter(i + 1);
    if (i >= width) enter(i - width);
    if (i < width * (height - 1)) enter(i + width);
  }
  return { areaMm2: count * mmPerPixel ** 2, value: count > 0 ? sum / count : null };
}

/** The contact line with no more points than it needs, mm. */
function lineOf(foot: readonly number[], { width, mmPerPixel }: Aligned): Point[] {
  const step = Math.max(1, Math.round(2 / mmPerPixel));
  const last = foot.length - 1;
  return foot
    .filter((_, n) => n % step === 0 || n === last)
    .map((i): Point => [((i % width) + 0.5) * mmPerPixel, (Math.floor(i / width) + 1) * mmPerPixel]);
}

/**
 * Steps by which the dark at the foot is too weak, by itself and against the surface it lies on: a surface that is off
 * is another matter.
 */
export const weakDark = ({ accent: { planned, painted }, open }: Pick<Seat, 'accent' | 'open'>): number =>
  Math.min(painted.value - planned.value, painted.value - open.painted - (planned.value - open.planned));

/** What is missing of a seat. @param unsure one sigma of a value, steps */
function missingOf(
  { foot, accent, shadow, gap, open }: Omit<Seat, 'missing'>,
  canvasMm2: number,
  unsure: number,
): SeatSign[] {
  const beyond = (by: number, limit: number) => by > Math.max(limit, 2 * unsure);
  const out: SeatSign[] = [];
  if (foot && Math.abs(foot.by[1]) > Math.max(OFF.foot, 2 * foot.doubt)) out.push('foot');
  if (open.planned - accent.planned.value >= DARK_ENOUGH && beyond(weakDark({ accent, open }), OFF.accent))
    out.push('accent');
  if (shadow.planned.areaMm2 > SHADOW_ENOUGH * canvasMm2) {
    const depth = (of: keyof Both<number>) => open[of] - (shadow[of].value ?? open[of]);
    const share = shadow.painted.areaMm2 / shadow.planned.areaMm2;
    if (
      share < OFF.shadowShare ||
      share > 1 / OFF.shadowShare ||
      beyond(Math.abs(depth('painted') - depth('planned')), OFF.shadowValue)
    )
      out.push('shadow');
  }
  if (beyond(Math.abs(gap.painted - gap.planned), OFF.gap)) out.push('gap');
  return out;
}

/**
 * How each thing sits on its surface: where it meets it, the dark there, the shadow it casts, and the step across the
 * contact.
 * @param masses the plan's masses at the aligned planes' size
 * @param unsure one sigma of value that the light leaves, steps
 * @returns things whose foot is in the picture and on the surface, in the order asked
 * @throws RangeError when masses and planes differ in size (a programming error)
 */
export function seatsOf(
  aligned: Aligned,
  masses: MassMap,
  { asked, unsure }: { asked: readonly SeatAsked[]; unsure: number },
): Seat[] {
  const { width, height, mmPerPixel, drift, planned, painted, mask } = aligned;
  if (masses.width !== width || masses.height !== height)
    throw new RangeError(`masses ${masses.width} x ${masses.height}, planes ${width} x ${height}`);
  return asked.flatMap((one): Seat[] => {
    const part = Uint8Array.from(masses.ids, (id) => (one.thing.includes(id) ? 1 : one.on.includes(id) ? 2 : 0));
    const ground: Ground = { aligned, masses, part };
    const foot = footOf(ground);
    if (foot.length * mmPerPixel < LEAST_FOOT_MM) return [];
    const surface: number[] = [];
    let all = 0;
    masses.massOf.forEach((k, i) => {
      if (part[k] !== 2) return;
      all++;
      if (!mask[i]) surface.push(i);
    });
    const [own, below] = [beside(foot, ground, 'thing'), beside(foot, ground, 'below')];
    if (surface.length < Math.max(100, COVERED * all) || own.length < 20 || below.length < 20) return [];
    const on = fallsOn(foot, ground);
    const both = <T>(of: (value: Float32Array) => T): Both<T> => ({
      planned: of(planned.value),
      painted: of(painted.value),
    });
    const open = both((value) => quantile(valuesAt(value, surface), 0.7));
    const accent = both((value) => darkest(value, foot, aligned));
    if (accent.planned === null || accent.painted === null) return [];
    const contact = lineOf(foot, aligned);
    const near = 2 * drift.cellMm + 2;
    const seat = {
      ...one,
      contact,
      foot: shiftOf(drift, (at) => contact.some(([x, y]) => Math.abs(x - at[0]) < near && Math.abs(y - at[1]) < near)),
      accent: { planned: accent.planned, painted: accent.painted },
      shadow: {
        planned: shadowFrom(planned.value, foot, { ground, open: open.planned, on }),
        painted: shadowFrom(painted.value, foot, { ground, open: open.painted, on }),
      },
      gap: both((value) => robust(valuesAt(value, own)).centre - robust(valuesAt(value, below)).centre),
      open,
    };
    return [{ ...seat, missing: missingOf(seat, width * height * mmPerPixel ** 2, unsure) }];
  });
}

/** Ids of the masses of each group that has several, by the points that carry its name. */
export function groupedMasses(masses: MassMap, groups: Resting['groups'], mmPerPixel: number): number[][] {
  const byName = new Map<string, Set<number>>();
  for (const { at, group } of groups) {
    const ids = byName.get(group) ?? new Set<number>();
    byName.set(group, ids.add(masses.ids[massAt(masses, at, mmPerPixel)]));
  }
  return [...byName.values()].filter(({ size }) => size > 1).map((ids) => [...ids].sort((a, b) => a - b));
}

interface Resting {
  readonly rests: readonly { readonly at: Point; readonly on: Point }[];
  readonly groups: readonly { readonly at: Point; readonly group: string }[];
}

/**
 * What rests on what, from points to masses; a mass that belongs to a group stands for all of it. Each thing is asked
 * about once.
 */
export function seatsAsked(masses: MassMap, { rests, groups }: Resting, mmPerPixel: number): SeatAsked[] {
  const idAt = (at: Point) => masses.ids[massAt(masses, at, mmPerPixel)];
  const grouped = groupedMasses(masses, groups, mmPerPixel);
  const togetherWith = (id: number) => grouped.find((ids) => ids.includes(id)) ?? [id];
  const asked = rests.map(({ at, on }): SeatAsked => ({
    at,
    thing: togetherWith(idAt(at)),
    on: togetherWith(idAt(on)),
  }));
  // A thing cannot rest on itself: the two may have been merged since.
  const apart = asked.filter(({ thing, on }) => !on.some((id) => thing.includes(id)));
  return apart.filter(({ thing }, k) => apart.findIndex((other) => other.thing.join() === thing.join()) === k);
}

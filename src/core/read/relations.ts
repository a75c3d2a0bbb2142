import { ciede2000 } from '../colour';
import type { MassMap } from '../plan';
import type { MassReading } from './massReading';
import type { LightDoubt, Measured } from './measured';

/** Two masses that lie side by side, and the step between them: the first is the lighter as planned. */
export interface Relation {
  readonly ids: readonly [number, number];
  /** value of the first minus value of the second, steps */
  readonly planned: number;
  readonly painted: number;
  readonly difference: number;
  /** one sigma: what the light leaves unsure falls out of a difference between neighbours, mostly */
  readonly uncertainty: number;
  /** warmth of the first minus warmth of the second, units */
  readonly warmth: { readonly planned: number; readonly painted: number };
  /** the lighter as planned is the darker as painted */
  readonly reversed: boolean;
  /** mm of border they share */
  readonly contactMm: number;
}

const LEAST_CONTACT = 0.04; // of the canvas's long side
const LEAST_STEP = 0.25; // planned steps below which there is no order to reverse
const LIGHT_LEFT = 0.3; // of the light's doubt that stays between two places

// A plan is read against many photos: its neighbours are counted once and go when it goes.
const known = new WeakMap<MassMap, Map<number, number>>();

/** Pixels of border between masses, by index pair (first x count + second, first < second). */
function contacts(masses: MassMap): Map<number, number> {
  const before = known.get(masses);
  if (before) return before;
  const { width, height, massOf, ids } = masses;
  const out = new Map<number, number>();
  const count = (a: number, b: number) => {
    const key = a < b ? a * ids.length + b : b * ids.length + a;
    out.set(key, (out.get(key) ?? 0) + 1);
  };
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (x + 1 < width && massOf[i] !== massOf[i + 1]) count(massOf[i], massOf[i + 1]);
      if (y + 1 < height && massOf[i] !== massOf[i + width]) count(massOf[i], massOf[i + width]);
    }
  known.set(masses, out);
  return out;
}

/** Masses that share a good stretch of border. @returns pairs of ids with the border's length in mm */
export function neighbours(masses: MassMap, mmPerPixel: number): { ids: [number, number]; contactMm: number }[] {
  const least = LEAST_CONTACT * Math.max(masses.width, masses.height) * mmPerPixel;
  return [...contacts(masses)].flatMap(([key, pixels]) => {
    const contactMm = pixels * mmPerPixel;
    const pair: [number, number] = [
      masses.ids[Math.floor(key / masses.ids.length)],
      masses.ids[key % masses.ids.length],
    ];
    return contactMm >= least ? [{ ids: pair, contactMm }] : [];
  });
}

/** Every pair of neighbours, reversed orders first, then the ones furthest from the plan. */
export function relationsOf(
  masses: MassMap,
  read: readonly MassReading[],
  { mmPerPixel, light }: { mmPerPixel: number; light: LightDoubt },
): Relation[] {
  const byId = new Map(read.map((mass) => [mass.id, mass]));
  const texture = ({ uncertainty }: MassReading) => Math.sqrt(Math.max(0, uncertainty.value ** 2 - light.value ** 2));
  return neighbours(masses, mmPerPixel)
    .flatMap(({ ids, contactMm }): Relation[] => {
      const pair = ids.map((id) => byId.get(id));
      const [first, second] = pair.sort((p, q) => (q?.target.value ?? 0) - (p?.target.value ?? 0));
      if (!first || !second) return [];
      const planned = first.target.value - second.target.value;
      const painted = first.painted.value - second.painted.value;
      const uncertainty = Math.hypot(texture(first), texture(second), LIGHT_LEFT * light.value);
      return [
        {
          ids: [first.id, second.id],
          planned,
          painted,
          difference: painted - planned,
          uncertainty,
          warmth: {
            planned: first.target.warmth - second.target.warmth,
            painted: first.painted.warmth - second.painted.warmth,
          },
          reversed: planned >= LEAST_STEP && painted < -uncertainty,
          contactMm,
        },
      ];
    })
    .sort((p, q) => Number(q.reversed) - Number(p.reversed) || Math.abs(q.difference) - Math.abs(p.difference));
}

/** Two masses that the plan keeps apart and the painting hardly does. */
export interface Alike {
  readonly ids: readonly [number, number];
  /** CIEDE2000 between them */
  readonly planned: number;
  readonly painted: number;
}
const APART = 9; // CIEDE2000 at which two masses are told apart at a glance
const MERGED = 4; // and at which they no longer are
const KEPT = 0.5; // of the planned difference that must be left

const colourDifference = ({ lab: [L, a, b] }: Measured, { lab: [M, c, d] }: Measured) =>
  ciede2000({ L, a, b }, { L: M, a: c, b: d });

/** Pairs of neighbours that became too alike, the most merged first. */
export const tooAlike = (relations: readonly Relation[], read: readonly MassReading[]): Alike[] =>
  relations
    .flatMap(({ ids }): Alike[] => {
      const [p, q] = ids.map((id) => read.find((mass) => mass.id === id));
      if (!p || !q) return [];
      const [planned, painted] = [colourDifference(p.target, q.target), colourDifference(p.painted, q.painted)];
      return planned >= APART && painted <= Math.max(MERGED, 0.25 * planned) && painted < KEPT * planned
        ? [{ ids, planned, painted }]
        : [];
    })
    .sort((p, q) => p.painted / p.planned - q.painted / q.planned);

/** A small mass whose colour should stand out from the neighbour it lies in most: distance in the a*b* plane. */
export interface Accent {
  readonly id: number;
  readonly against: number;
  readonly planned: number;
  readonly painted: number;
}
const SMALL = 0.05; // share of the canvas an accent covers at most
const STANDS_OUT = 14; // units of a*b* from its neighbour, as planned

const colourApart = ({ lab: [, a, b] }: Measured, { lab: [, c, d] }: Measured) => Math.hypot(a - c, b - d);

/** The accents of the plan, the strongest as planned first: each against the neighbour it shares most border with. */
export function accentsOf(relations: readonly Relation[], read: readonly MassReading[]): Accent[] {
  return read
    .flatMap((mass): Accent[] => {
      if (mass.share > SMALL) return [];
      const [border] = relations.filter(({ ids }) => ids.includes(mass.id)).sort((p, q) => q.contactMm - p.contactMm);
      const against = read.find(({ id }) => border && border.ids.includes(id) && id !== mass.id);
      if (!against) return [];
      const planned = colourApart(mass.target, against.target);
      // The stronger of two is the accent; the other is what it is set off by.
      if (planned < STANDS_OUT || mass.target.chroma < against.target.chroma) return [];
      return [{ id: mass.id, against: against.id, planned, painted: colourApart(mass.painted, against.painted) }];
    })
    .sort((p, q) => q.planned - p.planned)
    .slice(0, 4);
}

/** A gap between things that shows what lies behind them: its value against the open area's. */
export interface Gap {
  readonly id: number;
  readonly open: number;
  readonly planned: number;
  readonly painted: number;
  /** it was painted like what surrounds it rather than like the open area */
  readonly filled: boolean;
}
const SAME_STUFF = 7; // CIEDE2000 between a gap and the open area, as planned

const ALONG = 0.04; // of the picture's outline a mass must reach along to be what lies behind things

/** Masses that reach the picture's outline: what lies behind things goes on beyond it, a thing among them does not. */
function onBorder({ width, height, massOf, ids }: MassMap): Set<number> {
  const counts = new Int32Array(ids.length);
  const count = (i: number) => counts[massOf[i] ?? 0]++;
  for (let x = 0; x < width; x++) [x, (height - 1) * width + x].forEach(count);
  for (let y = 0; y < height; y++) [y * width, y * width + width - 1].forEach(count);
  return new Set(ids.filter((_, k) => (counts[k] ?? 0) > ALONG * 2 * (width + height)));
}

/**
 * Gaps: small masses of the colour of what lies behind things, which they do not touch, and that are no part of a
 * thing.
 * @param things ids of masses that belong together
 */
export function gapsOf(
  masses: MassMap,
  read: readonly MassReading[],
  { mmPerPixel, things }: { mmPerPixel: number; things: readonly (readonly number[])[] },
): Gap[] {
  const touching = neighbours(masses, mmPerPixel);
  const outer = onBorder(masses);
  const touch = (a: number, b: number) => a !== b && touching.some(({ ids }) => ids.includes(a) && ids.includes(b));
  return read.flatMap((mass): Gap[] => {
    if (mass.share > SMALL || things.some((ids) => ids.includes(mass.id))) return [];
    const [open] = read
      .filter(
        (other) =>
          other.share > 2 * mass.share &&
          outer.has(other.id) &&
          !touch(mass.id, other.id) &&
          colourDifference(mass.target, other.target) < SAME_STUFF,
      )
      .sort((p, q) => q.share - p.share);
    const around = read.filter((other) => touch(mass.id, other.id));
    if (!open || around.length === 0) return [];
    // What surrounds it must be something else, or it is only a far end of the same thing.
    if (around.some((other) => colourDifference(mass.target, other.target) < SAME_STUFF)) return [];
    const nearest = Math.min(...around.map((other) => colourDifference(mass.painted, other.painted)));
    const planned = mass.target.value - open.target.value;
    return [
      {
        id: mass.id,
        open: open.id,
        planned,
        painted: mass.painted.value - open.painted.value,
        filled: nearest < colourDifference(mass.painted, open.painted),
      },
    ];
  });
}

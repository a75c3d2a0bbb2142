import { PAINT_RANGE, partedBy, resizeMasses, type MassMap, type PaintRange, type Parting } from '../plan';
import {
  agreementOf,
  rangeUsed,
  thingPatterns,
  type PatternAgreement,
  type RangeUsed,
  type ThingPattern,
} from './agreement';
import { cellsOf, massOfCells } from './cells';
import { driftPoints, type DriftPoint, type MassDrawing } from './drawing';
import type { GlobalDrift } from './drift';
import type { Aligned } from './aligned';
import { familiesOf, formsOf, strengthOf, type Families, type MassForm, type Variation } from './form';
import type { LightDoubt } from './measured';
import type { Reading } from './reading';
import { seatsOf, type Seat, type SeatAsked } from './seat';
import { turningsOf, type Turning } from './turning';
import {
  accentsOf,
  gapsOf,
  relationsOf,
  tooAlike,
  type Accent,
  type Alike,
  type Gap,
  type Relation,
} from './relations';

/** Everything a reading tells beside its findings: the drawing, the values and the colour of the whole, in numbers. */
export interface Account {
  readonly drawing: {
    readonly global: GlobalDrift;
    readonly points: readonly DriftPoint[];
    readonly masses: readonly MassDrawing[];
  };
  readonly relations: readonly Relation[];
  readonly patterns: { readonly two: PatternAgreement; readonly tones: PatternAgreement };
  /** of each group of masses */
  readonly things: readonly ThingPattern[];
  /** with what the paint is said to reach: the plan may go beyond, but no more is asked for */
  readonly range: { readonly planned: RangeUsed; readonly painted: RangeUsed; readonly paint: PaintRange };
  /**
   * shares of the canvas where the reference's colour is lost, so that no colour is asked for, and the masses over most
   * of which it is, by id
   */
  readonly clipped: { readonly crushed: number; readonly blown: number; readonly masses: readonly number[] };
  readonly families: Families | null;
  /** painted strength over planned; null where the plan is grey */
  readonly strength: number | null;
  readonly alike: readonly Alike[];
  readonly accents: readonly Accent[];
  readonly gaps: readonly Gap[];
  readonly forms: readonly ({ readonly id: number } & MassForm)[];
  readonly turnings: readonly Turning[];
  readonly seats: readonly Seat[];
}

export interface AccountOptions extends Parting {
  readonly light: LightDoubt;
  /** ids of masses whose family the painter named */
  readonly families: ReadonlyMap<number, 'light' | 'shadow'>;
  /** ids of masses that belong together */
  readonly groups: readonly (readonly number[])[];
  /** masses that are meant to be even, or to vary, by id */
  readonly variation: ReadonlyMap<number, Variation>;
  /** things that rest on something */
  readonly seats: readonly SeatAsked[];
  /** what the paint is said to reach */
  readonly paint: PaintRange;
}

/** What an account is made with where the painter said nothing about the plan. */
export const NOTHING_SAID: Omit<AccountOptions, 'light'> = {
  split: null,
  tones: 5,
  splits: null,
  families: new Map(),
  groups: [],
  variation: new Map(),
  seats: [],
  paint: PAINT_RANGE,
};

const MOSTLY = 0.5; // share of a mass from which its planned colour rests on what is lost

// Loops over pixels stand in functions of their own (docs/decisions/0004).
/** Pixels that can be read: crushed ones, blown ones; mass by mass, all of them and those of either kind. */
function countLost(clipped: Uint8Array, mask: Uint8Array, { massOf, ids }: MassMap) {
  const [all, lost] = [new Uint32Array(ids.length), new Uint32Array(ids.length)];
  let [crushed, blown] = [0, 0];
  for (let i = 0; i < mask.length; i++) {
    if (mask[i] !== 0) continue;
    const [at, mass] = [clipped[i], massOf[i]];
    all[mass]++;
    if (at === 0) continue;
    lost[mass]++;
    if (at === 1) crushed++;
    else blown++;
  }
  return { crushed, blown, all, lost };
}

/** How much of what can be read has lost its colour in the reference, at either end and mass by mass. */
function clippedShares({ clipped, mask }: Aligned, masses: MassMap): Account['clipped'] {
  if (!clipped) return { crushed: 0, blown: 0, masses: [] };
  const { crushed, blown, all, lost } = countLost(clipped, mask, masses);
  return {
    crushed: crushed / mask.length,
    blown: blown / mask.length,
    masses: masses.ids.filter((_, k) => lost[k] > MOSTLY * all[k]),
  };
}

const POINTS_APART = 0.03; // of the long side: arrows that can be told apart

export function accountOf(
  { aligned, masses: read, drawings }: Reading,
  masses: MassMap,
  { light, split, tones, splits, families, groups, variation, seats, paint }: AccountOptions,
): Account {
  const sized = resizeMasses(masses, aligned);
  const { planned, mmPerPixel, drift, width, height } = aligned;
  const { split: parting, splits: own } = partedBy(planned.value, { split, tones, splits });
  const cells = cellsOf(aligned);
  const relations = relationsOf(sized, read, { mmPerPixel, light });
  const clipped = clippedShares(aligned, sized);
  const coloured = read.filter(({ id }) => !clipped.masses.includes(id));
  return {
    drawing: {
      global: drift.global,
      points: driftPoints(drift, POINTS_APART * Math.max(width, height) * mmPerPixel),
      masses: drawings,
    },
    relations,
    patterns: { two: agreementOf(cells, [parting]), tones: agreementOf(cells, own) },
    things: thingPatterns(cells, massOfCells(cells, sized), { things: groups, ids: sized.ids, split: parting }),
    range: { ...rangeUsed(aligned, cells), paint },
    clipped,
    families: familiesOf(read, ({ id, target }) => families.get(id) ?? (target.value < parting ? 'shadow' : 'light'), {
      split: parting,
      colourless: clipped.masses,
    }),
    strength: strengthOf(coloured),
    alike: tooAlike(relations, read),
    accents: accentsOf(relations, coloured),
    gaps: gapsOf(sized, read, { mmPerPixel, things: groups }),
    turnings: turningsOf(cells, sized, {
      read,
      things: groups,
      value: planned.value,
      mmPerPixel,
      unsure: light.usual.value,
    }),
    seats: seatsOf(aligned, sized, { asked: seats, unsure: light.usual.value }),
    forms: [...formsOf(cells, sized, { unsure: light.usual.value, meant: variation })].map(([id, form]) => ({
      id,
      ...form,
    })),
  };
}

import type { Change } from '../plan';
import type { Comparison, DifferenceMap, Shift, Uncertainty } from '../read';
import type { Finding, FindingKind, PaintKind } from './finding';
import type { Sighting } from './verdict';

/** What an instruction is made of. */
export type Said = Pick<Finding, 'amount' | 'towards' | 'shift' | 'pose' | 'whole'>;

/** What a place shows: its paint, its drawing beyond the whole drawing's, and how far the whole drawing is off (mm). */
export interface SeenPlace {
  readonly paint: Comparison;
  /** null = cannot be told */
  readonly shift: Shift | null;
  readonly wholeMm: number;
}

/** What a correction is about. */
export interface Subject {
  readonly kind: FindingKind;
  /** drawing only: degrees (clockwise from the right) the place was off towards when it was taken; null = not told yet, or the whole */
  readonly towards: number | null;
  /** it is about the whole drawing */
  readonly whole?: boolean;
}

/** Painted minus plan along a correction's own kind, with its one-sigma doubt; drawing along the direction it was first off in. */
export interface Sighted extends Sighting {
  readonly towards: number | null;
}

/** Everything that is particular to one kind of finding. Amounts are in the kind's own unit: steps, units of a*b*, mm. */
export interface Kind {
  readonly name: FindingKind;
  /** the usual difference from which something is raised */
  readonly least: number;
  /** differences this small are as planned, whatever the photograph: an eighth of a step is the finest amount spoken of */
  readonly settledWithin: number;
  /** asked about whatever the stage under way is about: where things sit comes first */
  readonly always: boolean;
  /** one-sigma doubt of a finding's amount */
  readonly doubt: (finding: Pick<Finding, 'uncertainty' | 'shift'>) => number;
  /** the way a correction of it is measured along from now on, see {@link Subject} */
  readonly towards: (finding: Pick<Finding, 'shift' | 'whole'>) => number | null;
  /** what the hand should do, without the place: "three quarters of a step darker" */
  readonly instruction: (said: Said) => string;
  /** what makes the plan what is painted there; null = no departure can */
  readonly departure: (finding: Pick<Finding, 'amount' | 'target' | 'painted' | 'shift'>) => Change | null;
  /** whether two findings ask the hand for the same thing, at one place */
  readonly sameWay: (now: Finding, then: Finding) => boolean;
  /** whether nothing was done to a place between two findings, within twice the two doubts */
  readonly untouched: (now: Finding, then: Finding) => boolean;
  /** what is seen of a correction's place now */
  readonly sighting: (subject: Pick<Subject, 'towards' | 'whole'>, seen: SeenPlace) => Sighted;
}

/** A kind of finding about paint: found on the map of differences. */
export interface PaintKindRecord extends Kind {
  readonly name: PaintKind;
  /** a difference this large weighs 1 */
  readonly unit: number;
  readonly map: (map: DifferenceMap) => Float32Array;
  readonly sigma: (uncertainty: Uncertainty) => number;
  /** painted minus plan along it: steps, or units of a*b* at matched value */
  readonly amount: (comparison: Pick<Comparison, 'target' | 'painted' | 'difference'>) => number;
  /** whether the hand is told a hue to go towards */
  readonly hued: boolean;
}

const MOST_SIGMAS = 2;
/** Whether a change is no more than an honest hand and twice its doubts explain. */
export const still = (by: number, least: number, ...sigmas: number[]): boolean =>
  Math.abs(by) <= Math.max(least, MOST_SIGMAS * Math.hypot(...sigmas));

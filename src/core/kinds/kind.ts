import type { EdgesTold } from '../edges';
import type { Standing } from '../missing';
import type { Change } from '../plan';
import type { Comparison, LightDoubt, Reading, Shift } from '../read';
import type { Finding, FindingKind, PartOf } from './finding';
import type { Sighting } from './verdict';

/** What findings are made from. */
export interface Evidence {
  readonly reading: Reading;
  /** index of the mass each pixel of the reading lies in */
  readonly massOf: Int32Array;
  /** node numbers of the masses, by index */
  readonly ids: readonly number[];
  readonly uncertainty: LightDoubt;
  /** what edges come to; absent = they were not read */
  readonly edges?: EdgesTold;
  /** 1 = departures give it another value or colour than the reference's; absent = nowhere */
  readonly repainted?: Uint8Array;
  /** how far a contour may wander, mm; absent = medium */
  readonly tolerance?: number;
}

/** What an instruction is made of. */
export type Instruction = PartOf<Finding, 'kind' | Asked>;

/** What of a finding another may say the reason of. */
export type Explainable = PartOf<Finding, 'kind' | 'place' | 'edge'>;

/** What of a finding tells how sure it is. */
export type Doubted = 'uncertainty' | 'shift' | 'edge' | 'missing' | 'unplanned';

/** What of a finding tells what the hand should do. */
export type Asked = 'amount' | 'towards' | 'shift' | 'pose' | 'whole' | 'edge' | 'missing' | 'unplanned';

/**
 * What a place shows: its paint, its drawing beyond the whole drawing's, and how far the whole drawing is off (mm);
 * edges, standing and what stands out only for a kind that rests on them.
 */
export interface SeenPlace {
  readonly paint: Comparison;
  /** null = cannot be told */
  readonly shift: Shift | null;
  readonly wholeMm: number;
  /** its edges in the middle, in classes softer than planned; null = the plan has none there that can be read */
  readonly edges: Sighting | null;
  /** how much of what it stands out by is there; null = the plan does not set it off, or it cannot be read */
  readonly standing: Standing | null;
  /** by how many steps it stands out beyond the plan; null = too little of it can be read */
  readonly standsOut: Sighting | null;
}

/** What a correction is about. */
export interface Subject {
  readonly kind: FindingKind;
  /**
   * drawing only: degrees (clockwise from the right) the place was off towards when it was taken; null = not told yet,
   * or the whole
   */
  readonly towards: number | null;
  /** it is about the whole drawing */
  readonly whole?: boolean;
}

/**
 * Painted minus plan along a correction's own kind, with its one-sigma doubt; drawing along the direction it was first
 * off in.
 */
export interface Sighted extends Sighting {
  readonly towards: number | null;
}

/**
 * Everything that is particular to one kind of finding. Amounts are in the kind's own unit: steps, units of a*b*, mm.
 * A new kind is a record of this shape and its row in KINDS; nothing else asks for a kind by its name.
 */
export interface Kind<F extends Finding = Finding> {
  readonly name: FindingKind;
  /** what an amount is counted in, as it is told */
  readonly unit: string;
  /** figures after the point of an amount */
  readonly digits: number;
  /** what of a place is told beside its plan, to see it by; null = it is seen, nothing of its paint is told */
  readonly shows: 'value' | 'warmth' | 'chroma' | null;
  /** what it is measured by: what makes that unsure makes a finding of it unsure */
  readonly restsOn: 'value' | 'colour' | 'contours' | 'edges' | 'standing' | 'standsOut';
  /** the usual difference from which something is raised */
  readonly least: number;
  /**
   * differences this small are as planned, whatever the photograph: an eighth of a step is the finest amount spoken of
   */
  readonly settledWithin: number;
  /** asked about whatever the stage under way is about: where things sit comes first */
  readonly always: boolean;
  /** a stage that is loud about this kind is loud about it, too: it is told in its place; null = none */
  readonly calledWith: FindingKind | null;
  /** places are called by what the painter has shown there, not by the mass they are part of */
  readonly byLandmark: boolean;
  /** Everything of this kind that differs from the plan; none inside its uncertainty. */
  find(ground: Evidence): F[];
  /**
   * How strongly it claims its place against other findings that claim; the strongest is told. null = it claims
   * nothing.
   */
  claim(finding: PartOf<F, 'amount' | 'target'>): number | null;
  /** Whether it says why another finding differs, which then is not told beside it. */
  explains(finding: PartOf<F, 'place' | 'amount' | 'missing' | 'unplanned'>, other: Explainable): boolean;
  /** How many times the usual difference it comes to: what a coarse stage asks for. */
  times(finding: PartOf<F, 'amount' | 'share'>): number;
  /** Whether it is a light that is not there yet: where lights are saved for last it is not missed. */
  waitsForLight(finding: PartOf<F, 'amount' | 'difference'>): boolean;
  /** One-sigma doubt of a finding's amount. */
  doubt(finding: PartOf<F, Doubted>): number;
  /** The way a correction of it is measured along from now on, see {@link Subject}. */
  towards(finding: PartOf<F, 'shift' | 'whole'>): number | null;
  /** What the hand should do, without the place: "three quarters of a step darker". */
  instruction(said: PartOf<F, Asked>, per?: number): string;
  /** The same as a request, with the place: "make the ledge half a step lighter". @param place as in a sentence */
  request(said: PartOf<F, Asked>, place: string, per?: number): string;
  /**
   * Both figures and how sure they are, as it is decided by.
   * @param finding with half-widths for its uncertainty and doubt
   * @param show a value on the painter's scale; @param per how many of its steps make one of a scale of ten
   */
  evidence(
    finding: PartOf<
      F,
      | 'target'
      | 'painted'
      | 'difference'
      | 'uncertainty'
      | 'share'
      | 'amount'
      | 'shift'
      | 'whole'
      | 'edge'
      | 'missing'
      | 'unplanned'
    >,
    show: (value: number) => string,
    per?: number,
  ): string;
  /** How it was measured and how sure that is. @param finding as for its evidence */
  basis(finding: PartOf<F, Doubted>, per?: number): string;
  /** What makes the plan what is painted there; null = no departure can. */
  departure(finding: PartOf<F, 'amount' | 'target' | 'painted' | 'shift' | 'edge'>): Change | null;
  /** A name of its own, where it is about no place: "whole drawing". */
  named(finding: PartOf<F, 'whole'>): string | null;
  /** Whether two findings ask the hand for the same thing, at one place. */
  sameWay(now: F, then: F): boolean;
  /** Whether nothing was done to a place between two findings, within twice the two doubts. */
  untouched(now: F, then: F): boolean;
  /** What is seen of a correction's place now; null = it cannot be told, and no verdict is better than a guess. */
  sighting(subject: Pick<Subject, 'towards' | 'whole'>, seen: SeenPlace): Sighted | null;
}

const MOST_SIGMAS = 2;
/** Whether a change is no more than an honest hand and twice its doubts explain. */
export const still = (by: number, least: number, ...sigmas: number[]): boolean =>
  Math.abs(by) <= Math.max(least, MOST_SIGMAS * Math.hypot(...sigmas));

import type { EdgeChange, EdgeClass, EdgeLook } from '../edges';
import type { Box, Place } from '../raster';
import type { Comparison, Difference, GlobalDrift, Shift, Uncertainty } from '../read';

/** What every finding says: something measured that differs from the plan. Differences are painted minus plan. */
interface Found {
  /** the mass it lies on, for its name; -1 = on no single mass */
  readonly massId: number;
  readonly place: Place;
  /** canvas mm */
  readonly region: { readonly box: Box };
  readonly target: Comparison['target'];
  readonly painted: Comparison['painted'];
  readonly difference: Difference;
  readonly uncertainty: Uncertainty;
  /** share of the canvas, 0..1 */
  readonly share: number;
  /** larger = sooner */
  readonly weight: number;
  /** painted minus plan along the finding's own dimension, in its kind's unit */
  readonly amount: number;
}

/** Paint of another value or colour than planned. */
export interface PaintFinding extends Found {
  readonly kind: 'value' | 'temperature' | 'chroma';
  /** degrees in the a*b* plane that paint should move towards; null = no hue is told */
  readonly towards: number | null;
}

/** Something drawn elsewhere than planned; its amount is never below 0. */
export interface DrawingFinding extends Found {
  readonly kind: 'drawing';
  /** where it lies, beside where the plan has it, mm */
  readonly shift: Shift;
  /** degrees it is turned (clockwise), and its size against the plan's; absent = not told */
  readonly pose?: { readonly tilt: number; readonly scale: number };
  /** the whole drawing's part, where that is the finding */
  readonly whole?: GlobalDrift;
}

/**
 * A stretch of edge that is softer or harder than planned; its amount is in classes: above 0 it is painted softer, see
 * softnessOf.
 */
export interface EdgeFinding extends Found {
  readonly kind: 'edge';
  readonly edge: {
    readonly change: EdgeChange;
    /** ids of the masses on either side */
    readonly between: readonly [number, number];
    readonly wanted: EdgeClass;
    readonly shown: EdgeClass;
    /** it is the painter who wants it so */
    readonly wished: boolean;
    /** of all its stretches */
    readonly lengthMm: number;
    /** further stretches it runs into that should change the same way */
    readonly into: number;
    /** the length of its line, from junction to junction */
    readonly ofMm: number;
    readonly planned: EdgeLook;
    readonly painted: EdgeLook;
    /** one sigma of the amount */
    readonly doubt: number;
  };
}

/**
 * Something that the plan has and the painting has not; its amount is the share that is there, minus 1: -1 = nothing.
 */
export interface MissingFinding extends Found {
  readonly kind: 'missing';
  readonly missing: {
    readonly of: 'element' | 'line';
    /** how many lie beside one another and are told together */
    readonly count: number;
    /** of lines, all of them, mm; null = it is no line */
    readonly lengthMm: number | null;
    /** steps by which it stands out in the plan, colour counted in */
    readonly planned: number;
    /** one sigma of the amount */
    readonly doubt: number;
  };
}

/** Something that the painting has and the plan has not; its amount is by how many steps it stands out. */
export interface UnplannedFinding extends Found {
  readonly kind: 'unplanned';
  readonly unplanned: {
    readonly of: 'element' | 'line';
    /** how many lie beside one another and are told together */
    readonly count: number;
    /** of lines, all of them, mm; null = it is no line */
    readonly lengthMm: number | null;
    /** share of what it stands out by that the plan has */
    readonly there: number;
    /** one sigma of the amount, steps */
    readonly doubt: number;
  };
}

/** A finding of any kind. */
export type Finding = PaintFinding | DrawingFinding | EdgeFinding | MissingFinding | UnplannedFinding;
export type FindingKind = Finding['kind'];
export type PaintKind = PaintFinding['kind'];

/** Some fields of a finding, kind by kind. */
export type PartOf<F, K extends string> = F extends unknown ? Pick<F, Extract<keyof F, K>> : never;

/** A finding of one kind. */
export type FindingOf<K extends FindingKind> = K extends PaintKind
  ? PaintFinding
  : Extract<Exclude<Finding, PaintFinding>, { readonly kind: K }>;

import type { Box, Place } from '../raster';
import type { Comparison, Difference, GlobalDrift, Shift, Uncertainty } from '../read';

/** A finding about paint: what is there has another value or colour. */
export type PaintKind = Exclude<FindingKind, 'drawing'>;
export const FINDING_KINDS = ['drawing', 'value', 'temperature', 'chroma'] as const;
export type FindingKind = (typeof FINDING_KINDS)[number];

/** Something measured that differs from the plan. Differences are painted minus plan; the words say what the hand should do. */
export interface Finding {
  readonly kind: FindingKind;
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
  /** painted minus plan along the finding's own dimension: steps, units of a*b* at matched value, or mm (drawing: never below 0) */
  readonly amount: number;
  /** degrees in the a*b* plane that paint should move towards; colour findings only */
  readonly towards: number | null;
  /** drawing only: how far the place is from where the plan puts it, mm */
  readonly shift?: Shift;
  /** drawing only: degrees it is turned (clockwise), and its size against the plan's */
  readonly pose?: { readonly tilt: number; readonly scale: number };
  /** the whole drawing's part, where that is the finding */
  readonly whole?: GlobalDrift;
}

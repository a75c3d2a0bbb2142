import type { Box, Place } from '../raster';
import type { Comparison, Difference, Uncertainty } from '../read';

export type FindingKind = 'value' | 'temperature' | 'chroma';

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
  /** painted minus plan along the finding's own dimension: steps, or units of a*b* at matched value */
  readonly amount: number;
  /** degrees in the a*b* plane that paint should move towards; colour findings only */
  readonly towards: number | null;
}

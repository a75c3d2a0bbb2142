import type { Comparison, DifferenceMap, Uncertainty } from '../read';
import type { FindingKind, PaintKind } from './finding';

/** What counts as different, and how loud: one row a kind. Chroma and warmth in units of a*b*, value in steps. */
export interface Dimension {
  readonly kind: PaintKind;
  /** below this a difference is a painter's honest wandering */
  readonly least: number;
  /** a difference this large weighs 1 */
  readonly unit: number;
  readonly map: (map: DifferenceMap) => Float32Array;
  readonly sigma: (uncertainty: Uncertainty) => number;
}

export const DIMENSIONS: readonly Dimension[] = [
  { kind: 'value', least: 0.36, unit: 0.5, map: (m) => m.value, sigma: (u) => u.value },
  { kind: 'temperature', least: 3.9, unit: 6, map: (m) => m.warmth, sigma: (u) => u.warmth },
  { kind: 'chroma', least: 4.2, unit: 7, map: (m) => m.chroma, sigma: (u) => u.warmth },
];

/** The usual difference from which something is raised: steps, units of a*b*, mm. */
export const leastOf = (kind: FindingKind): number =>
  kind === 'drawing' ? LEAST_SHIFT : (DIMENSIONS.find((row) => row.kind === kind)?.least ?? 0);

/** mm a place may be drawn off at a medium tolerance: an honest hand. */
export const LEAST_SHIFT = 3;

/** Share of the canvas below which a place is detail, not a mass. */
export const LEAST_SHARE = 0.006;
const COVERAGE = 2; // sigmas a difference must exceed

/** The smallest difference that is raised, in the dimension's own unit. */
export const limitOf = (row: Dimension, uncertainty: Uncertainty): number =>
  Math.max(row.least, COVERAGE * row.sigma(uncertainty));

/** Colour differences at matched value: the plan's colour scaled to the painting's lightness before it is compared. */
export function matchedDifference({ target, painted }: Pick<Comparison, 'target' | 'painted'>): {
  a: number;
  b: number;
  warmth: number;
  chroma: number;
} {
  const scale = (painted.lab[0] + 16) / (target.lab[0] + 16);
  return {
    a: painted.lab[1] - target.lab[1] * scale,
    b: painted.lab[2] - target.lab[2] * scale,
    warmth: painted.warmth - target.warmth * scale,
    chroma: painted.chroma - target.chroma * scale,
  };
}

/** Painted minus plan along one dimension: steps, or units of a*b* at matched value. */
export function amountAlong(kind: PaintKind, comparison: Comparison): number {
  if (kind === 'value') return comparison.difference.value;
  const matched = matchedDifference(comparison);
  return kind === 'temperature' ? matched.warmth : matched.chroma;
}

/** The hue the hand should turn a place towards, degrees: from what was painted to what is planned, at matched value. */
export function hueWanted(comparison: Pick<Comparison, 'target' | 'painted'>): number {
  const { a, b } = matchedDifference(comparison);
  return (Math.atan2(-b, -a) * 180) / Math.PI;
}

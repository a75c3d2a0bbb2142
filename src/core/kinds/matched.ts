import type { Comparison, Uncertainty } from '../read';
import type { PaintKindRecord } from './paint';

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

/**
 * The hue the hand should turn a place towards, degrees: from what was painted to what is planned, at matched value.
 */
export function hueWanted(comparison: Pick<Comparison, 'target' | 'painted'>): number {
  const { a, b } = matchedDifference(comparison);
  return (Math.atan2(-b, -a) * 180) / Math.PI;
}

const COVERAGE = 2; // sigmas a difference must exceed

/** The smallest difference that is raised, in the kind's own unit. */
export const limitOf = ({ least, uncertaintyIn: sigma }: PaintKindRecord, uncertainty: Uncertainty): number =>
  Math.max(least, COVERAGE * sigma(uncertainty));

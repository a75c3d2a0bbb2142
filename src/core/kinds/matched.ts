import { halfWidth } from '../raster';
import { alongWithValue } from '../colour';
import type { Comparison, Uncertainty } from '../read';
import type { PaintKindRecord } from './paint';

type Both = Pick<Comparison, 'target' | 'painted'>;
interface Colour {
  readonly a: number;
  readonly b: number;
  readonly warmth: number;
  readonly chroma: number;
}

/** The colour that is planned for a place, as it goes along with the value that was painted there. */
export function matchedTarget({ target, painted }: Both): Colour {
  const [L, a, b] = target.lab;
  const [paintedL, paintedA, paintedB] = painted.lab;
  const scale = alongWithValue({ a, b }, { a: paintedA, b: paintedB }, (paintedL + 16) / (L + 16));
  return { a: a * scale, b: b * scale, warmth: target.warmth * scale, chroma: target.chroma * scale };
}

/** Colour differences at matched value: painted minus {@link matchedTarget}. */
export function matchedDifference(both: Both): Colour {
  const meant = matchedTarget(both);
  const { lab, warmth, chroma } = both.painted;
  return { a: lab[1] - meant.a, b: lab[2] - meant.b, warmth: warmth - meant.warmth, chroma: chroma - meant.chroma };
}

/**
 * The hue the hand should turn a place towards, degrees: from what was painted to what is planned, at matched value.
 */
export function hueWanted(comparison: Pick<Comparison, 'target' | 'painted'>): number {
  const { a, b } = matchedDifference(comparison);
  return (Math.atan2(-b, -a) * 180) / Math.PI;
}

// A finding is the largest difference among many places that were looked at: one place's half-width is too narrow.
const AMONG_MANY = 1.3;

/** The smallest difference that is raised, in the kind's own unit. */
export const limitOf = ({ least, uncertaintyIn: sigma }: PaintKindRecord, uncertainty: Uncertainty): number =>
  Math.max(least, AMONG_MANY * halfWidth(sigma(uncertainty)));

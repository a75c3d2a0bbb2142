import type { Comparison, Uncertainty } from '../read';
import { still, type Kind, type PaintKindRecord } from './kind';

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

/** The hue the hand should turn a place towards, degrees: from what was painted to what is planned, at matched value. */
export function hueWanted(comparison: Pick<Comparison, 'target' | 'painted'>): number {
  const { a, b } = matchedDifference(comparison);
  return (Math.atan2(-b, -a) * 180) / Math.PI;
}

const COVERAGE = 2; // sigmas a difference must exceed

/** The smallest difference that is raised, in the kind's own unit. */
export const limitOf = ({ least, sigma }: PaintKindRecord, uncertainty: Uncertainty): number =>
  Math.max(least, COVERAGE * sigma(uncertainty));

type Own = Omit<PaintKindRecord, 'always' | 'doubt' | 'towards' | 'sameWay' | 'sighting'>;

/** A kind about paint from what is its own. */
export const paintKind = (own: Own): PaintKindRecord => ({
  ...own,
  always: false,
  doubt: ({ uncertainty }) => own.sigma(uncertainty),
  towards: () => null,
  sameWay: (now, then) => Math.sign(now.amount) === Math.sign(then.amount),
  sighting: (_, { paint }) => ({
    difference: own.amount(paint),
    uncertainty: own.sigma(paint.uncertainty),
    towards: null,
  }),
});

/** Whether a colour is as it was. @param units of a*b* from which it has been worked on */
export const sameColour =
  (units: number): Kind['untouched'] =>
  (now, then) => {
    const [, a, b] = now.painted.lab;
    const [, c, d] = then.painted.lab;
    return still(Math.hypot(a - c, b - d), units, now.uncertainty.warmth, then.uncertainty.warmth);
  };

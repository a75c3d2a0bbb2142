import { halfWidth } from '../raster';
/** What became of a correction by the next photo. */
export const VERDICTS = ['settled', 'closer', 'unchanged', 'overshot', 'further off'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** Painted minus plan along one dimension, with its one-sigma uncertainty in the same unit. */
export interface Sighting {
  readonly difference: number;
  readonly uncertainty: number;
}

/**
 * Judges a correction from before and after. A move counts only beyond what is uncertain of both together.
 * @param settledWithin same unit as the sightings
 */
export function verdictOf(before: Sighting, after: Sighting, settledWithin: number): Verdict {
  const doubt = halfWidth(Math.hypot(before.uncertainty, after.uncertainty));
  const [was, is] = [Math.abs(before.difference), Math.abs(after.difference)];
  const crossed = Math.sign(before.difference) !== Math.sign(after.difference) && after.difference !== 0;
  if (is <= settledWithin) return 'settled';
  if (crossed && is > halfWidth(after.uncertainty)) return 'overshot';
  if (was - is > doubt) return 'closer';
  if (is - was > doubt) return 'further off';
  return 'unchanged';
}

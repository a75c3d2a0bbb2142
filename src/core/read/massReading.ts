import { type MassMap, massShapes, type MassShape } from '../plan';
import type { Aligned } from './aligned';
import { compare, type Comparison, type LightDoubt } from './measured';

/** One mass as planned and painted. */
export interface MassReading extends Comparison, Omit<MassShape, 'inner'> {}

/** Every mass of the plan, planned against painted, largest first. Masses that cannot be read at all are left out. */
export function readMasses(
  aligned: Aligned,
  masses: MassMap,
  { light, toleranceMm }: { light: LightDoubt; toleranceMm?: number },
): MassReading[] {
  return massShapes(masses, aligned.mmPerPixel, toleranceMm)
    .flatMap(({ inner, ...shape }): MassReading[] => {
      const comparison = compare(aligned, inner, light);
      return comparison ? [{ ...comparison, ...shape }] : [];
    })
    .sort((a, b) => b.share - a.share);
}

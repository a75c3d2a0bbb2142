import { coloursOf, valuePlane, type CanvasSize } from '../photo';
import { massAt, massShapes, partedBy, resizeMasses, type MassShape } from '../plan';
import type { Point } from '../raster';
import { measured, type Measured } from '../read';
import type { SessionPlan } from './ask';

/** A mass of the plan before anything is read. */
export interface PlanMass extends Omit<MassShape, 'inner'> {
  readonly target: Measured;
  readonly family: 'light' | 'shadow';
  /** which of the points asked about lie on it, in their order */
  readonly points: readonly number[];
}

/** The masses of a plan, as planned. @param points canvas mm */
export function planMasses(
  { picture: { picture, masses }, said }: Pick<SessionPlan, 'picture' | 'said'>,
  canvas: CanvasSize,
  points: readonly Point[],
): PlanMass[] {
  const mmPerPixel = canvas.widthMm / masses.width;
  const colours = coloursOf(picture);
  const { split } = partedBy(valuePlane(picture).data, said);
  const under = points.map((at) => massAt(masses, at, mmPerPixel));
  return massShapes(resizeMasses(masses, picture), mmPerPixel).map(({ inner, ...shape }, k) => {
    const target = measured(colours, inner);
    const own = points.flatMap((_, p) => (under[p] === k ? [p] : []));
    return { ...shape, target, family: target.value < split ? 'shadow' : 'light', points: own };
  });
}

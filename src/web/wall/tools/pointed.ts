import type { Pointed } from '../../../core/look';
import type { Point } from '../../../core/raster';

export type Side = 'plan' | 'flat';

const KEPT = { plan: 'plan', flat: 'painted' } as const;

/**
 * The points after a tap: on each picture they are shown in the same order, so a tap belongs to the first that is not
 * yet shown there; where all are, it begins again.
 * @param most so many points at most
 */
export function withPoint(
  points: readonly Pointed[],
  { at, side, most }: { at: Point; side: Side; most: number },
): readonly Pointed[] {
  const which = KEPT[side];
  const next = points.findIndex((one) => one[which] === null);
  if (next >= 0) return points.map((one, i) => (i === next ? { ...one, [which]: at } : one));
  const before = points.length < most ? points : [];
  return [...before, { plan: null, painted: null, [which]: at }];
}

interface Found {
  /** where a place of the plan lies in the painting, mm beyond */
  readonly moved: (at: Point) => Point;
  /** a place of the painting back on the plan; null = there is no plan */
  readonly toPlan: ((at: Point) => Point) | null;
  readonly found: (at: Point) => boolean;
}

const plus = ([x, y]: Point, [dx, dy]: Point): Point => [x + dx, y + dy];

/**
 * Points with their places on both pictures: where the painter showed them, else where they were found. Colours are
 * asked of passages, so there a place between contours will do.
 */
export function placed(
  points: readonly Pointed[],
  { moved, toPlan, found }: Found,
  tool: 'compare' | 'warm',
): Pointed[] {
  const known = (at: Point) => tool === 'warm' || found(at);
  return points.map(({ plan, painted }) => {
    if (plan && !painted && known(plan)) return { plan, painted: plus(plan, moved(plan)) };
    const back = painted && !plan ? toPlan?.(painted) : null;
    return back && known(back) ? { plan: back, painted } : { plan, painted };
  });
}

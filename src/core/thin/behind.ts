import { median, type Point } from '../raster';
import type { Front, FrontPlace } from './front';

/** Something in front, behind which the painting's ground does not carry on as the plan's does. */
export interface Step<F extends Front = Front> {
  readonly front: F;
  /** mm along which both sides were read */
  readonly lengthMm: number;
  /** steps from side to side, planned and painted; the painted one without a sign */
  readonly planned: number;
  readonly painted: number;
}

const LEAST_PLACES = 6;
const CARRIES_ON = 0.5; // steps from side to side in the plan, up to which what is behind carries on
const LEAST_STEP = 1; // more than planned, from which it does not
const MOSTLY = 0.7; // of its places

/** What it steps by from side to side at a place, told the same way round all along. */
function stepAt({ way, planned, painted }: FrontPlace, along: Point): { planned: number; painted: number } | null {
  if (!planned || !painted) return null;
  const turn = way[0] * along[0] + way[1] * along[1] < 0 ? -1 : 1;
  const of = ([one, two]: readonly [number, number]) => turn * (two - one);
  return { planned: of(planned.beside), painted: of(painted.beside) };
}

/** What stands in front with two sides that differ in the painting and not in the plan, the largest step first. */
export function stepsBehind<F extends Front>(fronts: readonly F[]): Step<F>[] {
  return fronts
    .flatMap((front): Step<F>[] => {
      const [first] = front.places;
      const seen = front.places.flatMap((place) => stepAt(place, first.way) ?? []);
      if (seen.length < LEAST_PLACES) return [];
      const planned = median(seen.map((one) => one.planned));
      const more = seen.map((one) => one.painted - one.planned);
      const by = median(more);
      const most = more.filter((one) => Math.sign(by) * one >= LEAST_STEP).length >= MOSTLY * more.length;
      if (Math.abs(planned) > CARRIES_ON || !most) return [];
      const lengthMm = (front.lengthMm * seen.length) / front.places.length;
      return [{ front, lengthMm, planned: Math.abs(planned), painted: Math.abs(planned + by) }];
    })
    .sort((a, b) => b.painted - a.painted);
}

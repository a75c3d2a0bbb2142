import { median } from '../raster';

/** A gradient along a drawn line on plan and painting: values at equal steps of the line. */
export interface Profile {
  /** mm from the line's beginning */
  readonly along: readonly number[];
  readonly planned: readonly number[];
  readonly painted: readonly number[];
  /** steps per 100 mm, by the median of all pairs (Theil 1950, Sen 1968) */
  readonly slope: { readonly planned: number; readonly painted: number };
  /** where the painting jumps and the plan does not: mm from the beginning, steps */
  readonly breaks: readonly { readonly at: number; readonly steps: number }[];
  /** stretches on which the painting runs the other way than the plan: mm from, mm to, steps */
  readonly reversals: readonly { readonly from: number; readonly to: number; readonly steps: number }[];
  /** where it is furthest off */
  readonly furthest: { readonly at: number; readonly steps: number };
}

const JUMP = 0.3; // steps within {@link WITHIN_MM} that are a break where the plan has less than half of them
const WITHIN_MM = 5;
const TURN = 0.2; // steps a stretch must run the other way

/** Median slope over all pairs, steps per 100 mm. */
function slopeOf(along: readonly number[], values: readonly number[]): number {
  const slopes: number[] = [];
  for (let i = 0; i < along.length; i++)
    for (let k = i + 1; k < along.length; k++) slopes.push((100 * (values[k] - values[i])) / (along[k] - along[i]));
  return slopes.length ? median(slopes) : 0;
}

/** Stretches between turning points of a curve, ripples below a size ignored: [from, to] indices. */
function runs(values: readonly number[], ripple: number): [number, number][] {
  const turns = [0];
  let [way, extreme] = [0, 0];
  for (let i = 1; i < values.length; i++) {
    const rise = values[i] - values[extreme];
    if (way === 0) {
      if (Math.abs(values[i] - values[0]) > ripple) [way, extreme] = [Math.sign(values[i] - values[0]), i];
    } else if (rise * way >= 0) extreme = i;
    else if (Math.abs(rise) > ripple) {
      turns.push(extreme);
      [way, extreme] = [-way, i];
    }
  }
  turns.push(values.length - 1);
  return turns.slice(1).map((to, k) => [turns[k], to]);
}

/** The plan's largest jump that way near a place: an edge that was painted a few millimetres off is no break. */
function steepest(planned: readonly number[], at: number, { reach, way }: { reach: number; way: number }): number {
  let most = 0;
  for (let i = Math.max(0, at - 2 * reach); i <= at + 2 * reach && i + reach < planned.length; i++)
    most = Math.max(most, way * (planned[i + reach] - planned[i]));
  return most;
}

/**
 * What a line across a passage tells of its gradient.
 * @param along mm, rising; @param planned, @param painted values there, already smoothed over a stroke
 */
export function profileOf(along: readonly number[], planned: readonly number[], painted: readonly number[]): Profile {
  const off = painted.map((v, i) => v - planned[i]);
  const furthest = off.reduce((best, v, i) => (Math.abs(v) > Math.abs(off[best]) ? i : best), 0);
  const step = along.length > 1 ? along[1] - along[0] : 1;
  const reach = Math.max(1, Math.round(WITHIN_MM / step));
  const breaks: { at: number; steps: number }[] = [];
  for (let i = 0; i + reach < along.length; i++) {
    const jump = painted[i + reach] - painted[i];
    if (Math.abs(jump) < JUMP || Math.abs(steepest(planned, i, { reach, way: Math.sign(jump) })) > Math.abs(jump) / 2)
      continue;
    const at = (along[i] + along[i + reach]) / 2;
    const last = breaks[breaks.length - 1];
    // One break is seen from several beginnings: its strongest counts.
    if (last && at - last.at < 1.5 * WITHIN_MM) {
      if (Math.abs(jump) > Math.abs(last.steps)) breaks[breaks.length - 1] = { at, steps: jump };
    } else breaks.push({ at, steps: jump });
  }
  const reversals = runs(painted, TURN).flatMap(([from, to]) => {
    const steps = painted[to] - painted[from];
    const meant = planned[to] - planned[from];
    const turned = Math.abs(steps) >= TURN && Math.abs(meant) >= 0.05 && Math.sign(steps) !== Math.sign(meant);
    return turned ? [{ from: along[from], to: along[to], steps }] : [];
  });
  return {
    along,
    planned,
    painted,
    slope: { planned: slopeOf(along, planned), painted: slopeOf(along, painted) },
    breaks,
    reversals,
    furthest: { at: along[furthest] ?? 0, steps: off[furthest] ?? 0 },
  };
}

import type { Focal } from '../plan';
import { edgeClass } from './edgeClass';
import type { EdgesTold } from './edgesTold';

/** Shares of the edges that are hard, 0..1, in the focal area and away from it. */
export interface HardShares {
  readonly inside: number;
  readonly outside: number;
}

const LEAST_PLACES = 8; // on either side: of fewer no share is told

/**
 * Where the hard edges are against the focal area, planned and painted: of the edges that can be read.
 * @returns null where too few lie in it, or away from it
 */
export function edgesInFocus(
  { lines, viewingM }: Pick<EdgesTold, 'lines' | 'viewingM'>,
  { at: [x, y], rx, ry }: Focal,
): { readonly planned: HardShares; readonly painted: HardShares } | null {
  const count = { planned: [0, 0], painted: [0, 0], all: [0, 0] };
  for (const { places, wanted } of lines) {
    for (const place of places) {
      if (!place) continue;
      const side = Math.hypot((place.at[0] - x) / rx, (place.at[1] - y) / ry) <= 1 ? 0 : 1;
      count.all[side]++;
      if ((wanted.is ?? edgeClass(place.planned, viewingM)) === 'hard') count.planned[side]++;
      if (edgeClass(place.painted, viewingM) === 'hard') count.painted[side]++;
    }
  }
  if (Math.min(...count.all) < LEAST_PLACES) return null;
  const shares = ([inside, outside]: readonly number[]): HardShares => ({
    inside: inside / count.all[0],
    outside: outside / count.all[1],
  });
  return { planned: shares(count.planned), painted: shares(count.painted) };
}

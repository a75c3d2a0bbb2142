import { softerBy, type EdgesTold, type EdgePlace } from '../edges';
import { median, placeHolds, type Place } from '../raster';
import type { Sighting } from './verdict';

const LEAST_DOUBT = 0.12; // classes, one sigma: no two hands call an edge quite the same
const TOLD_APART = 4; // places from which more of them tell no more: what errs along an edge errs together

/** Painted softer than planned over some places of edges: the mean, in classes. */
export function softerOver(places: readonly { readonly by: number; readonly doubt: number }[]): Sighting {
  const { length } = places;
  const doubt = median(places.map((one) => one.doubt)) / Math.sqrt(Math.min(length, TOLD_APART));
  return {
    difference: places.reduce((sum, { by }) => sum + by, 0) / length,
    uncertainty: Math.max(LEAST_DOUBT, doubt),
  };
}

/** What the edges within a place (canvas mm) come to; null = none there can be read. */
export function edgesIn({ lines, viewingM }: EdgesTold, place: Place): Sighting | null {
  const inside = lines.flatMap(({ places, wanted }) =>
    places.flatMap((one: EdgePlace | null) =>
      one && placeHolds(place, one.at) ? [softerBy(one, viewingM, wanted.is)] : [],
    ),
  );
  return inside.length > 0 ? softerOver(inside) : null;
}

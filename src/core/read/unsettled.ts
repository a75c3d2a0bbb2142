import { placeHolds } from '../raster';
import type { MassReading } from './massReading';

const CHANGED = 1; // steps a neighbour must have changed: need 44
const STAYED = 0.35; // a mass that changed less itself was judged beside the neighbour as it was

type Mass = Pick<MassReading, 'id' | 'at' | 'place'> & { readonly painted: { readonly value: number } };
/** A mass, the neighbour that changed, and by how many steps. */
export interface Unsettled {
  readonly id: number;
  readonly neighbour: number;
  readonly steps: number;
}

/**
 * Masses that stayed while a neighbour changed by a step or more since an earlier reading: their value stands beside
 * something else now.
 * Each with its neighbour that changed most.
 */
export function unsettled(
  now: readonly Mass[],
  earlier: readonly Mass[],
  relations: readonly { readonly ids: readonly [number, number] }[],
): Unsettled[] {
  // Another version of the plan may have cut other masses: each is found again by a point deep inside it.
  const changes = new Map(
    now.flatMap((mass): [number, number][] => {
      const was = earlier.find((one) => one.id === mass.id) ?? earlier.find(({ place }) => placeHolds(place, mass.at));
      return was ? [[mass.id, mass.painted.value - was.painted.value]] : [];
    }),
  );
  const out = new Map<number, Unsettled>();
  for (const { ids } of relations)
    for (const [id, neighbour] of [ids, [...ids].reverse()]) {
      const [own, steps] = [changes.get(id), changes.get(neighbour)];
      if (own === undefined || steps === undefined || Math.abs(steps) < CHANGED || Math.abs(own) > STAYED) continue;
      const known = out.get(id);
      if (!known || Math.abs(known.steps) < Math.abs(steps)) out.set(id, { id, neighbour, steps });
    }
  return [...out.values()];
}

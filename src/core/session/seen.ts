import { tellEdges, type EdgesTold } from '../edges';
import { edgesIn, kindOf, type FindingKind, type Sighting } from '../kinds';
import { standingIn, standsOutBy } from '../missing';
import type { Flat } from '../photo';
import type { Place } from '../raster';
import { align, readPlace, readShift, wholeOff, type Aligned, type Landmark } from '../read';
import type { Seen, SessionPlan } from './ask';
import { edgesAlone } from './edges';

/** What places are seen in. @param edges null = nobody asks for them */
export interface Sight {
  readonly flat: Flat;
  readonly aligned: Aligned;
  readonly edges: EdgesTold | null;
}

export const restsOn = (kind: FindingKind | null) => kind && kindOf(kind).restsOn;

/** Whether a kind asks for the paint of a place, not for how things lie. */
export const restsOnPaint = (kind: FindingKind): boolean => ['value', 'colour'].includes(kindOf(kind).restsOn);

/** By how much a place stands out beyond the plan, as a sighting. */
function standsOutIn(aligned: Aligned, place: Place): Sighting | null {
  const now = standsOutBy(aligned, place);
  return now && { difference: now.steps, uncertainty: now.doubt };
}

/** What one place shows. @param kind what is asked of it; null = its paint */
export function seen({ flat, aligned, edges }: Sight, place: Place, kind: FindingKind | null): Seen {
  const paint = readPlace(aligned, place, flat);
  return (
    paint && {
      ...{ paint, shift: readShift(aligned, place), wholeMm: wholeOff(aligned.drift) },
      edges: edges && restsOn(kind) === 'edges' ? edgesIn(edges, place) : null,
      standing: restsOn(kind) === 'standing' ? standingIn(aligned, place) : null,
      standsOut: restsOn(kind) === 'standsOut' ? standsOutIn(aligned, place) : null,
    }
  );
}

/** A flat as its places are seen against a plan, without the rest of a reading. @param edges whether they are read */
export async function sightOf(
  flat: Flat,
  plan: SessionPlan,
  { landmarks, edges }: { landmarks: readonly Landmark[]; edges: boolean },
): Promise<Sight> {
  const { picture, paint, clipped } = plan.picture;
  const aligned = align(flat, picture, { landmarks, paint, clipped: clipped() });
  return { flat, aligned, edges: edges ? tellEdges(await edgesAlone(plan, aligned, flat), plan.judging) : null };
}

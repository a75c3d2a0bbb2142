import type { Judging } from '../edges';
import type { CanvasSize } from '../photo';
import { closePlan, planOf, planRequest, planSaid, type Crop, type PlanContent, type Supplies } from '../plan';
import type { Picture } from '../raster';
import type { SessionPlan } from './ask';

const NOTHING: Supplies = { ground: null, added: new Map() };
/** As a painter looks at a picture, nothing wished beyond the plan. */
const FROM_A_METRE: Judging = { viewingM: 1, wishes: [] };

/** A kept plan made ready for reading. @param supplies what its departures need beside the reference */
export const sessionPlan = (
  reference: Picture,
  content: PlanContent,
  {
    crop,
    canvas,
    supplies = NOTHING,
    judging = FROM_A_METRE,
  }: { crop: Crop; canvas: CanvasSize; supplies?: Supplies; judging?: Judging },
): SessionPlan => {
  const request = planRequest(content, { crop, canvas });
  const picture = planOf(reference, request, supplies);
  return { picture, said: planSaid(content), close: () => closePlan(reference, request, picture), judging };
};

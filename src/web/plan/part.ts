import type { PaintingDetail } from '../../contract';
import type { PlanDraft } from './draft';
import type { PlanWorker } from './usePlanWorker';

/** What every part of the plan room works with. */
export interface PartProps {
  readonly detail: PaintingDetail;
  readonly plan: PlanDraft;
  /** null while the reference is being opened */
  readonly worker: PlanWorker | null;
}

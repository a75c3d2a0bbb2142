import type { FindingOfReading } from '../../contract';
import { LOW_CONFIDENCE } from '../../core/words';

/** Why a finding is less sure than usual; nothing where it is not. */
export function FindingDoubts({ finding: { doubts, lowConfidence } }: { finding: FindingOfReading }) {
  if (doubts.length === 0) return null;
  return (
    <p className="small mt-1" data-testid="finding-doubts">
      {lowConfidence && <b>{LOW_CONFIDENCE.sentence} </b>}
      {doubts.join(' ')}
    </p>
  );
}

import type { FindingOfReading } from '../../contract';
import type { Subject } from '../kinds/face';
import { faceOf } from '../kinds/faces';

export { SUBJECTS, type Subject } from '../kinds/face';

/** Whether a finding belongs to a subject. */
export const belongs = (subject: Subject, { kind }: Pick<FindingOfReading, 'kind'>): boolean =>
  subject === 'all' || faceOf(kind).subject === subject;

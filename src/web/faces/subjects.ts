import type { FindingOfReading } from '../../contract';
import type { Subject } from './face';
import { faceOf } from './faces';

export { SUBJECTS, type Subject } from './face';

/** Whether a finding belongs to a subject. */
export const belongs = (subject: Subject, { kind }: Pick<FindingOfReading, 'kind'>): boolean =>
  subject === 'all' || faceOf(kind).subject === subject;

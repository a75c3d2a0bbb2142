import type { FindingOfReading } from '../../contract';

/** What a reading can be looked at for; the order painters correct in. */
export const SUBJECTS = [
  ['all', 'Findings'],
  ['drawing', 'Drawing'],
  ['values', 'Values'],
  ['temperature', 'Temperature'],
] as const;
export type Subject = (typeof SUBJECTS)[number][0];

const HOLDS: Record<Subject, readonly FindingOfReading['kind'][]> = {
  all: ['drawing', 'value', 'temperature', 'chroma'],
  drawing: ['drawing'],
  values: ['value'],
  temperature: ['temperature', 'chroma'],
};

/** Whether a finding belongs to a subject. */
export const belongs = (subject: Subject, { kind }: Pick<FindingOfReading, 'kind'>): boolean =>
  HOLDS[subject].includes(kind);

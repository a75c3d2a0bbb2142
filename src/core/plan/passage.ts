import type { Where } from './departures';

/** What a passage is, that is not to be judged as it stands or is to be handled with care. */
export const PASSAGE_LABELS = [
  'undecided',
  'placeholder',
  'to be covered',
  'exaggerated for now',
  'reserved',
  'saved for last',
  'placed',
] as const;
export type PassageLabel = (typeof PASSAGE_LABELS)[number];

/** A place of the painting, and what the painter says it is. */
export interface Passage {
  readonly where: Where;
  readonly label: PassageLabel;
}

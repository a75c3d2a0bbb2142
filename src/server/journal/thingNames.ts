/** Everything a deed may change, by name. */
export const THING_NAMES = [
  'plan',
  'painting',
  'reference',
  'ground',
  'session',
  'photo',
  'corners',
  'greys',
  'areas',
  'landmarks',
  'seated',
  'decision',
  'correction',
  'arrival',
] as const;
export type ThingName = (typeof THING_NAMES)[number];

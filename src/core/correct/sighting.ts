import { kindOf, verdictOf, type SeenPlace, type Sighted, type Sighting, type Subject, type Verdict } from '../kinds';

/** What is seen of a correction's place, along what it is about; null = it cannot be told. */
export const sightingOf = (subject: Subject, seen: SeenPlace): Sighted | null =>
  kindOf(subject.kind).sighting(subject, seen);

/** What became of a correction. */
export interface Checked extends Sighting {
  readonly verdict: Verdict;
}

/** Judges a correction of which nothing was touched since it was last seen. @param before as when it was taken */
export const stillOf = (subject: Subject, before: Sighting, last: Sighting): Checked => ({
  ...{ difference: last.difference, uncertainty: last.uncertainty },
  verdict: verdictOf(before, last, kindOf(subject.kind).settledWithin),
});

/**
 * Judges a correction by what its place shows now; null where that cannot be told.
 * @param before as it was when it was taken
 */
export function checkOf(subject: Subject, before: Sighting, seen: SeenPlace): Checked | null {
  const now = sightingOf(subject, seen);
  if (!now) return null;
  const { difference, uncertainty } = now;
  const verdict = verdictOf(before, { difference, uncertainty }, kindOf(subject.kind).settledWithin);
  return { verdict, difference, uncertainty };
}

import type { Comparison, Shift } from '../read';
import { amountAlong } from './dimension';
import type { FindingKind } from './finding';
import { SETTLED_WITHIN, verdictOf, type Sighting, type Verdict } from './verdict';

/** What a place shows: its paint, its drawing beyond the whole drawing's, and how far the whole drawing is off (mm). */
export interface SeenPlace {
  readonly paint: Comparison;
  /** null = cannot be told */
  readonly shift: Shift | null;
  readonly wholeMm: number;
}

/** What a correction is about. */
export interface Subject {
  readonly kind: FindingKind;
  /** drawing only: degrees (clockwise from the right) the place was off towards when it was taken; null = not told yet, or the whole */
  readonly towards: number | null;
  /** it is about the whole drawing */
  readonly whole?: boolean;
}

/** Painted minus plan along a correction's own kind, with its one-sigma doubt; drawing along the direction it was first off in. */
export interface Sighted extends Sighting {
  readonly towards: number | null;
}

const degrees = (radians: number) => (radians * 180) / Math.PI;

/** What is seen of a correction's place, along what it is about. */
export function sightingOf({ kind, towards, whole = false }: Subject, { paint, shift, wholeMm }: SeenPlace): Sighted {
  const { value, warmth } = paint.uncertainty;
  if (kind !== 'drawing')
    return { difference: amountAlong(kind, paint), uncertainty: kind === 'value' ? value : warmth, towards: null };
  if (whole) return { difference: wholeMm, uncertainty: 0.5, towards: null };
  if (!shift) return { difference: 0, uncertainty: 2, towards };
  const [x, y] = shift.by;
  const along = towards ?? degrees(Math.atan2(y, x));
  const [c, s] = [Math.cos((along * Math.PI) / 180), Math.sin((along * Math.PI) / 180)];
  return { difference: x * c + y * s, uncertainty: shift.doubt, towards: along };
}

/** What became of a correction. */
export interface Checked extends Sighting {
  readonly verdict: Verdict;
}

/** Judges a correction by what its place shows now. @param before as it was when it was taken */
export function checkOf(subject: Subject, before: Sighting, seen: SeenPlace): Checked {
  const { difference, uncertainty } = sightingOf(subject, seen);
  const verdict = verdictOf(before, { difference, uncertainty }, SETTLED_WITHIN[subject.kind]);
  return { verdict, difference, uncertainty };
}

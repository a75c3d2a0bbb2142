/** A length on a print, through a lens or on a wall that is known, and what it measures there. */
export interface KnownLength {
  /** what it is measured on */
  readonly name: string;
  /** mm */
  readonly should: number;
  /** mm */
  readonly measures: number;
}

/** How an aid changes the scale. */
export interface AidScale {
  /** measured over known: 1 = true */
  readonly factor: number;
  /** half-width of the factor */
  readonly doubt: number;
  /** the length is too short to tell one hundredth */
  readonly tooShort: boolean;
  /** it is true, as far as the length can tell */
  readonly true: boolean;
}

const READ_MM = 0.5; // what a ruler is read to
const ALLOWED = 0.01; // of the length: what same-size work bears

/** How much larger or smaller an aid shows things. @throws RangeError for lengths that are none */
export function aidScaleOf({ should, measures }: KnownLength): AidScale {
  if (!(should > 0 && measures > 0)) throw new RangeError('A length is more than nothing.');
  const factor = measures / should;
  const doubt = READ_MM / should;
  return { factor, doubt, tooShort: doubt > ALLOWED, true: Math.abs(factor - 1) <= Math.max(doubt, ALLOWED / 2) };
}

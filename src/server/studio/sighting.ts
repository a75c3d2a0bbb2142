import { amountAlong } from '../../core/correct';
import type { SeenPlace } from '../jobs/tasks';
import type { CorrectionRow } from './rows';

type Seen = NonNullable<SeenPlace>;

/** Painted minus plan along a correction's own kind, with its one-sigma doubt; drawing along the direction it was first off in. */
export interface Sighted {
  readonly difference: number;
  readonly uncertainty: number;
  readonly towards: number | null;
}

const degrees = (radians: number) => (radians * 180) / Math.PI;

/**
 * @param towards degrees of the direction the place was off in when it was taken; null = not told yet
 * @param whole the correction is about the whole drawing
 */
export function sightingOf(
  { kind, towards, whole = false }: Pick<CorrectionRow, 'kind' | 'towards'> & { whole?: boolean },
  { paint, shift, wholeMm }: Seen,
): Sighted {
  if (kind !== 'drawing')
    return { difference: amountAlong(kind, paint), uncertainty: kind === 'value' ? paint.uncertainty.value : paint.uncertainty.warmth, towards: null }; // prettier-ignore
  if (whole) return { difference: wholeMm, uncertainty: 0.5, towards: null };
  if (!shift) return { difference: 0, uncertainty: 2, towards };
  const [x, y] = shift.by;
  const along = towards ?? degrees(Math.atan2(y, x));
  const [c, s] = [Math.cos((along * Math.PI) / 180), Math.sin((along * Math.PI) / 180)];
  return { difference: x * c + y * s, uncertainty: shift.doubt, towards: along };
}

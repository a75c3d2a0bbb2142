import { keepSpotAt, makeKey, type Knot } from '../../core/plan';
import { arrowOf } from '../stage/pointers';

/** One thread of the key: a value of the reference, tied to the value it becomes in paint. */
export interface Thread {
  readonly reference: number;
  readonly paint: number;
  /** place among the knots; null = it follows its neighbours */
  readonly nail: number | null;
}

export const MOST_NAILS = 12;
const CLEAR = 0.36; // of value: a thread nearer to a nail gives way to it
const RUNGS = Array.from({ length: 11 }, (_, value) => value);

/** The threads of a key, darkest first: one from each whole value, and one from each nail. */
export function threadsOf(knots: readonly Knot[]): Thread[] {
  const key = makeKey(knots);
  const nails = knots.map(({ reference, paint }, nail): Thread => ({ reference, paint, nail }));
  const free = RUNGS.filter((value) => nails.every(({ reference }) => Math.abs(reference - value) >= CLEAR));
  return [...nails, ...free.map((value): Thread => ({ reference: value, paint: key(value), nail: null }))].sort(
    (a, b) => a.reference - b.reference,
  );
}

/**
 * How much of the picture lies at each thread, 0..1 of the fullest: what is nearer to it than to its neighbours.
 * @param histogram of the reference's values, bins of equal width over 0..10
 */
export function weightsOf(threads: readonly Thread[], histogram: readonly number[]): number[] {
  const sums = threads.map(() => 0);
  const borders = threads.slice(1).map(({ reference }, i) => (reference + (threads[i]?.reference ?? reference)) / 2);
  histogram.forEach((n, bin) => {
    const value = ((bin + 0.5) * 10) / histogram.length;
    const nearest = borders.filter((border) => border < value).length;
    sums[nearest] = (sums[nearest] ?? 0) + n;
  });
  const most = Math.max(...sums);
  return sums.map((sum) => (most > 0 ? sum / most : 0));
}

/**
 * The key after a thread was pulled to a value of the paint: it is nailed there, and pushes along what it would cross.
 */
export function pulled(knots: readonly Knot[], { reference, nail }: Thread, paint: number): Knot[] {
  if (nail === null && knots.length >= MOST_NAILS) return [...knots];
  return keepSpotAt(nail === null ? knots : knots.filter((_, i) => i !== nail), { reference, paint });
}

/** The key after a nail was taken out; null = it has none, or only two are left. */
export const letGo = (knots: readonly Knot[], nail: number | null): Knot[] | null =>
  nail === null || knots.length <= 2 ? null : knots.filter((_, i) => i !== nail);

/** The key after a key was pressed on a thread: pulled by an arrow, let go by Delete; null = no such key. */
export function knotsAfterKey(
  knots: readonly Knot[],
  thread: Thread,
  { key, shiftKey }: { key: string; shiftKey: boolean },
): Knot[] | null {
  if (key === 'Delete' || key === 'Backspace') return letGo(knots, thread.nail);
  const way = arrowOf(key);
  if (!way) return null;
  const up = way[1] === 0 ? way[0] : -way[1];
  return pulled(knots, thread, thread.paint + up * (shiftKey ? 0.5 : 0.1));
}

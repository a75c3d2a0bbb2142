import { EDGE_CLASSES } from '../edges';
import { median, quantile } from '../raster';
import type { Strip, StripLook } from './strips';

/** How a thin shape runs, as it is planned or painted. */
export interface Course {
  /** the narrowest and the widest tenth left aside, mm; null = it is nowhere there */
  readonly widthsMm: readonly [number, number] | null;
  /** shares of its length: hard on both sides; broken off */
  readonly hard: number;
  readonly broken: number;
  /** share that is as wide as most of it, and hard on both sides */
  readonly even: number;
}

/** A thin shape that runs on evenly, hard on both sides, where the plan's varies, softens or breaks. */
export interface EvenStrip {
  readonly lengthMm: number;
  readonly strip: Strip;
  readonly planned: Course;
  readonly painted: Course;
}

const ALIKE = { share: 0.2, leastMm: 0.35 }; // beside its middle width, that is no other width
const { upToMm: HARD_MM } = EDGE_CLASSES[0];

/** @param places looks of a thin shape; null = not there */
function courseOf(places: readonly (StripLook | null)[], viewingM: number): Course {
  const there = places.filter((look) => look !== null);
  const widths = there.map(({ widthMm }) => widthMm);
  const middle = median(widths);
  const isHard = ({ sides }: StripLook) => Math.max(...sides) <= HARD_MM * viewingM;
  const room = Math.max(ALIKE.leastMm * viewingM, ALIKE.share * middle);
  const shareOf = (is: (look: StripLook) => boolean) => there.filter(is).length / Math.max(1, places.length);
  return {
    widthsMm: there.length > 0 ? [quantile(widths, 0.1), quantile(widths, 0.9)] : null,
    hard: shareOf(isHard),
    broken: 1 - there.length / Math.max(1, places.length),
    even: shareOf((look) => isHard(look) && Math.abs(look.widthMm - middle) <= room),
  };
}

const LEAST_PLACES = 6;
const LEAST_EVEN = 0.75; // of a thin shape that runs on evenly
const LEAST_MORE = 0.2; // of its length, more than planned
const TOGETHER = 2; // places that err together
const SURE = 1.64; // sigmas

/** How strongly a strip is more even than planned, in sigmas. */
function sureOf({ strip, planned, painted }: EvenStrip): number {
  const n = strip.places.length / TOGETHER;
  const of = ({ even }: Course) => Math.max(even * (1 - even), 1 / n) / n;
  return (painted.even - planned.even) / Math.sqrt(of(planned) + of(painted));
}

/**
 * Thin shapes that run on evenly, hard on both sides, where the plan's vary, soften or break; the longest first.
 * @param viewingM m from which the painting is looked at
 */
export function evenStrips(strips: readonly Strip[], viewingM: number): EvenStrip[] {
  return strips
    .filter(({ places }) => places.length >= LEAST_PLACES)
    .map((strip): EvenStrip => {
      const of = (side: 'planned' | 'painted') =>
        courseOf(
          strip.places.map((place) => place[side]),
          viewingM,
        );
      return { strip, lengthMm: strip.lengthMm, planned: of('planned'), painted: of('painted') };
    })
    .filter(
      (one) =>
        one.painted.even >= LEAST_EVEN && one.painted.even - one.planned.even >= LEAST_MORE && sureOf(one) >= SURE,
    )
    .sort((a, b) => b.lengthMm - a.lengthMm);
}

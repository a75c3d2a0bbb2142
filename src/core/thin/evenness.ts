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

/** A thin shape with how it runs. */
export interface CoursedStrip {
  readonly lengthMm: number;
  readonly strip: Strip;
  readonly planned: Course;
  readonly painted: Course;
  /** sigmas by which it is more even than planned: of places that are even in one of the two alone */
  readonly sure: number;
}

const ALIKE = { share: 0.2, leastMm: 0.35 }; // beside its middle width, that is no other width
const { upToMm: HARD_MM } = EDGE_CLASSES[0];

const NEARLY = 1.3; // times as wide, up to which the plan's sides count as hard: cameras sharpen what is painted

/**
 * Where a thin shape is as wide as most of it and hard on both sides.
 * @param places its looks; null = not there; @param hardMm up to which a side is hard
 */
function evenAt(places: readonly (StripLook | null)[], viewingM: number, hardMm: number): boolean[] {
  const middle = median(places.flatMap((look) => look?.widthMm ?? []));
  const room = Math.max(ALIKE.leastMm * viewingM, ALIKE.share * middle);
  return places.map((look) => look !== null && isHard(look, hardMm) && Math.abs(look.widthMm - middle) <= room);
}

const isHard = ({ sides }: StripLook, hardMm: number): boolean => Math.max(...sides) <= hardMm;
const shareOf = (which: readonly boolean[]): number => which.filter(Boolean).length / Math.max(1, which.length);

/** @param even where it is even, see {@link evenAt} */
function courseOf(places: readonly (StripLook | null)[], even: readonly boolean[], viewingM: number): Course {
  const widths = places.flatMap((look) => look?.widthMm ?? []);
  return {
    widthsMm: widths.length > 0 ? [quantile(widths, 0.1), quantile(widths, 0.9)] : null,
    hard: shareOf(places.map((look) => look !== null && isHard(look, HARD_MM * viewingM))),
    broken: shareOf(places.map((look) => look === null)),
    even: shareOf(even),
  };
}

/** Sigmas by which one list is true more often than another, place by place: the sign test (McNemar 1947). */
function moreOften(one: readonly boolean[], other: readonly boolean[]): number {
  const alone = (a: readonly boolean[], b: readonly boolean[]) => a.filter((is, k) => is && !b[k]).length;
  const [more, less] = [alone(one, other), alone(other, one)];
  return more + less === 0 ? 0 : (more - less) / Math.sqrt(more + less);
}

const LEAST_PLACES = 6;
const LEAST_EVEN = 0.75; // of a thin shape that runs on evenly
const LEAST_MORE = 0.12; // of its length, more than planned
const SURE = 1.25; // sigmas: a hand makes a shape less even, never more

function coursed(strip: Strip, viewingM: number): CoursedStrip[] {
  // Where neither can be told, something else crosses it.
  const places = strip.places.filter(({ planned, painted }) => planned ?? painted);
  if (places.length < LEAST_PLACES) return [];
  const [planned, painted] = [places.map((place) => place.planned), places.map((place) => place.painted)];
  const hardMm = HARD_MM * viewingM;
  const [meant, made] = [evenAt(planned, viewingM, NEARLY * hardMm), evenAt(painted, viewingM, hardMm)];
  return [
    {
      ...{ strip, lengthMm: (strip.lengthMm * places.length) / strip.places.length },
      ...{ planned: courseOf(planned, meant, viewingM), painted: courseOf(painted, made, viewingM) },
      sure: moreOften(made, meant),
    },
  ];
}

/** How every thin shape runs, of which enough can be read. @param viewingM m from which the painting is looked at */
export const coursesOf = (strips: readonly Strip[], viewingM: number): CoursedStrip[] =>
  strips.flatMap((strip) => coursed(strip, viewingM));

/** Whether a thin shape runs on evenly, hard on both sides, where the plan's varies, softens or breaks. */
export const isEven = ({ planned, painted, sure }: CoursedStrip): boolean =>
  painted.even >= LEAST_EVEN && painted.even - planned.even >= LEAST_MORE && sure >= SURE;

/** Thin shapes that run on too evenly, the longest first. @param viewingM as for {@link coursesOf} */
export const evenStrips = (strips: readonly Strip[], viewingM: number): CoursedStrip[] =>
  coursesOf(strips, viewingM)
    .filter(isEven)
    .sort((a, b) => b.lengthMm - a.lengthMm);

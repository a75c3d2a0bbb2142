import { halfWidth } from '../raster';
import {
  EDGE_CLASSES,
  EDGE_NAMES,
  edgeClass,
  LOST_UNDER,
  PER_CLASS,
  softnessOf,
  SOFTEST,
  type EdgeClass,
} from './edgeClass';
import type { EdgePlace } from './edgeReading';
import { AS_PLANNED, roomOf, type EdgeWanted } from './edgeWish';

/** Half-width of the natural logarithm of how much wider an edge is painted than planned. */
const doubtOfRatio = ({ planned, painted }: EdgePlace): number =>
  Math.hypot(planned.doubtMm / (planned.widthMm ?? 1), painted.doubtMm / (painted.widthMm ?? 1));

/** What a hand is asked to do to an edge. */
export type EdgeChange = 'harder' | 'softer' | 'lose' | 'find';

const MOST_TIMES = 1.75; // what an edge is planned to part
const CLEAR = 1.2; // beyond a class's border, that an edge is surely of another
const WIDER = Math.log(1.4); // an honest hand: below it widths are alike
const FOUND_FROM = 0.6; // steps an edge is planned with from which it is missed where it is lost, and the reverse

/** A class's bounds, mm as seen. */
const boundsOf = (is: EdgeClass, viewingM: number): readonly [number, number] => {
  const k = EDGE_CLASSES.findIndex(({ name }) => name === is);
  return [(EDGE_CLASSES[k - 1]?.upToMm ?? 0) * viewingM, (EDGE_CLASSES[k]?.upToMm ?? Infinity) * viewingM];
};

/** What should change so that an edge becomes of the class the painter wishes. @param beyond times its borders */
function changeTo(wish: EdgeClass, { painted }: EdgePlace, viewingM: number, beyond: number): EdgeChange | null {
  const shown = edgeClass(painted, viewingM);
  if (shown === wish) return null;
  const is = Math.abs(painted.contrast);
  if (wish === 'lost') return is >= FOUND_FROM ? 'lose' : null;
  if (painted.widthMm === null || is < LOST_UNDER) return 'find';
  const [least, most] = boundsOf(wish, viewingM);
  if (painted.widthMm - painted.doubtMm > most * beyond) return 'harder';
  return painted.widthMm + painted.doubtMm < least / beyond ? 'softer' : null;
}

const LEFT = 0.35; // of what an edge is planned to part, that is left where nothing rises: nobody sees an edge

/** Whether an edge is not to be seen any more: hardly anything differs, or it spreads too far. */
function isGone({ planned, painted }: EdgePlace, viewingM: number): boolean {
  const is = Math.abs(painted.contrast);
  if (painted.widthMm === null) return is < Math.max(LOST_UNDER, LEFT * Math.abs(planned.contrast));
  return is < LOST_UNDER || painted.widthMm - painted.doubtMm > boundsOf('soft', viewingM)[1];
}

/** What should change at a place; null = as planned or wished for, or it cannot be told. */
export function changeAt(place: EdgePlace, viewingM: number, wanted: EdgeWanted = AS_PLANNED): EdgeChange | null {
  const room = roomOf(wanted);
  const change = wanted.is
    ? changeTo(wanted.is, place, viewingM, CLEAR ** Math.max(0, room - 1))
    : changeFrom(place, viewingM, room);
  // Where colour crosses an edge it may lie elsewhere, or nowhere.
  return change === 'find' && wanted.mayCross ? null : change;
}

/** What should change so that an edge becomes as it is planned. @param room see {@link roomOf} */
function changeFrom(place: EdgePlace, viewingM: number, room: number): EdgeChange | null {
  const { planned, painted } = place;
  const [wanted, shown] = [edgeClass(planned, viewingM), edgeClass(painted, viewingM)];
  if (wanted === shown) return null;
  const [meant, is] = [Math.abs(planned.contrast), Math.abs(painted.contrast)];
  if (meant >= FOUND_FROM && isGone(place, viewingM)) return 'find';
  if (meant < LOST_UNDER && is >= FOUND_FROM) return shown === 'lost' ? null : 'lose';
  if (planned.widthMm === null || painted.widthMm === null || meant < LOST_UNDER || is < LOST_UNDER) return null;
  const ratio = Math.log(painted.widthMm / planned.widthMm);
  if (Math.abs(ratio) < Math.max(WIDER * room, doubtOfRatio(place))) return null;
  const clear = CLEAR ** room;
  const [least, most] = boundsOf(wanted, viewingM);
  // A soft rise by far more than is planned there is another thing's, or the light's.
  if (ratio > 0) return painted.widthMm > clear * most && is <= MOST_TIMES * meant ? 'harder' : null;
  return painted.widthMm < least / clear ? 'softer' : null;
}

/** Whether a painted edge lies within a class that is wished for, else how far beyond its nearer border, in classes. */
function beyond(wish: EdgeClass, softness: number): number {
  const middle = SOFTEST - EDGE_NAMES.indexOf(wish);
  const off = softness - middle;
  return Math.sign(off) * Math.max(0, Math.abs(off) - 0.5);
}

/**
 * By how many classes an edge is painted softer than planned (below 0: harder), and one sigma of that.
 * @param wish the class the painter wishes there; null = as the plan has it
 */
export function softerBy(
  place: EdgePlace,
  viewingM: number,
  wish: EdgeClass | null = null,
): { readonly by: number; readonly doubt: number } {
  const softness = isGone(place, viewingM) ? SOFTEST : softnessOf(place.painted, viewingM);
  return {
    by: wish ? beyond(wish, softness) : softness - softnessOf(place.planned, viewingM),
    doubt: doubtOfRatio(place) / halfWidth(1) / Math.log(PER_CLASS),
  };
}

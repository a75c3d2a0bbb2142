import type { Point } from '../raster';
import type { Front, FrontPlace } from './front';
import { apart, fromOneEnd } from './strips';

/** An edge that passes behind something in front and comes out elsewhere than the plan's does. */
export interface Jump<F extends Front = Front> {
  readonly front: F;
  /** where it passes behind, canvas mm, as planned */
  readonly at: Point;
  /** from the one side of the front to its other, and along it: unit vectors */
  readonly across: Point;
  readonly along: Point;
  /** mm, of what stands in front, there */
  readonly widthMm: number;
  /** mm along it, by which the edge lies further on the other side than on the one; below 0 = less far */
  readonly planned: number;
  readonly painted: number;
}

/** A place of a front on its way from end to end. */
interface Stop {
  readonly place: FrontPlace;
  /** mm from the first */
  readonly mm: number;
  /** -1 = its way across goes against that of the first */
  readonly turn: 1 | -1;
}

const GOES_ON_MM = 6; // from one place to the next: further apart it branches, or was not read

const against = ([x, y]: Point, [u, v]: Point): boolean => x * u + y * v < 0;

/** Places along it, one after the other, in pieces that go on. */
function piecesOf({ places }: Front): Stop[][] {
  const pieces: Stop[][] = [];
  let last: Stop | null = null;
  for (const place of fromOneEnd(places)) {
    const mm: number = last ? apart(place.at, last.place.at) : Infinity;
    if (!last || mm > GOES_ON_MM) {
      last = { place, mm: 0, turn: 1 };
      pieces.push([last]);
      continue;
    }
    const turned = against(place.way, last.place.way);
    last = { place, mm: last.mm + mm, turn: turned === (last.turn === 1) ? -1 : 1 };
    pieces[pieces.length - 1].push(last);
  }
  return pieces;
}

/** The value beside a front, so many mm along it. */
interface Beside {
  readonly mm: number;
  readonly value: number;
}

function valuesBeside(piece: readonly Stop[], seen: 'planned' | 'painted', side: 0 | 1): Beside[] {
  return piece.flatMap(({ place, mm, turn }): Beside[] => {
    const look = place[seen];
    if (!look) return [];
    return [{ mm, value: look.beside[turn === 1 ? side : 1 - side] }];
  });
}

/** Where the value beside a front changes, and by how many steps. */
interface Crossing {
  readonly mm: number;
  readonly rise: number;
}

const [FEWEST, MOST] = [2, 3]; // places before and after a change, that it is told by
const UNEVEN = 0.35; // of a change, by which those before it, or after, may differ among themselves

function meanOf(list: readonly Beside[]): { readonly mean: number; readonly spread: number } {
  const values = list.map(({ value }) => value);
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return { mean, spread: Math.max(...values) - Math.min(...values) };
}

/** The change between two places that follow one another; null = it does not pass through the middle of one there. */
function crossingAfter(list: readonly Beside[], k: number, least: number): Crossing | null {
  const [before, after] = [list.slice(Math.max(0, k - MOST), k), list.slice(k + 2, k + 2 + MOST)];
  const [from, to] = [list[k], list[k + 1]];
  if (before.length < FEWEST || after.length < FEWEST || to.mm - from.mm > GOES_ON_MM) return null;
  const [one, two] = [meanOf(before), meanOf(after)];
  const rise = two.mean - one.mean;
  if (Math.abs(rise) < least || Math.max(one.spread, two.spread) > UNEVEN * Math.abs(rise)) return null;
  const middle = (one.mean + two.mean) / 2;
  const [short, over] = [middle - from.value, to.value - middle].map((by) => by * Math.sign(rise));
  if (short <= 0 || over < 0) return null;
  return { mm: from.mm + (short / (short + over)) * (to.mm - from.mm), rise };
}

const crossingsIn = (list: readonly Beside[], least: number): Crossing[] =>
  list.slice(1).flatMap((_, k) => crossingAfter(list, k, least) ?? []);

/** The only change of a sign within so many mm; null = there is none, or more than one. */
function onlyOne(all: readonly Crossing[], { mm, rise }: Crossing, within: number): Crossing | null {
  const near = all.filter((one) => Math.sign(one.rise) === Math.sign(rise) && Math.abs(one.mm - mm) <= within);
  return near.length === 1 ? near[0] : null;
}

const LEAST_RISE = { planned: 1, painted: 0.6 }; // steps of an edge behind it
const CARRIES_ON_MM = 5; // from side to side in the plan, up to which one edge comes out where it went in
const SEARCHED_MM = 14; // along it, that the painting's edge is looked for, and no other of the plan may lie
// Places lie 2.5 mm apart: each of four edges is known to some 0.7 mm, what they make together to 1.4.
const LEAST_JUMP_MM = 4;

/** Both sides of a piece: what changes on the one and on the other. */
const bothSides = (piece: readonly Stop[], seen: 'planned' | 'painted') =>
  ([0, 1] as const).map((side) => crossingsIn(valuesBeside(piece, seen, side), LEAST_RISE[seen]));

/** Edges of the plan that pass behind a piece: where each goes in and where it comes out. */
function passingBehind(piece: readonly Stop[]): (readonly [Crossing, Crossing])[] {
  const [one, two] = bothSides(piece, 'planned');
  return one.flatMap((goesIn): (readonly [Crossing, Crossing])[] => {
    const comesOut = onlyOne(two, goesIn, SEARCHED_MM);
    const alone = onlyOne(one, goesIn, SEARCHED_MM);
    return comesOut && alone && Math.abs(comesOut.mm - goesIn.mm) <= CARRIES_ON_MM ? [[goesIn, comesOut]] : [];
  });
}

/** Whether an edge of the plan passes behind: what it passes behind stands in front. */
export const edgePassesBehind = (front: Front): boolean =>
  piecesOf(front).some((piece) => passingBehind(piece).length > 0);

function jumpsAlong<F extends Front>(front: F, piece: readonly Stop[]): Jump<F>[] {
  const [made, madeBeyond] = bothSides(piece, 'painted');
  return passingBehind(piece).flatMap(([goesIn, comesOut]): Jump<F>[] => {
    const [paintedIn, paintedOut] = [onlyOne(made, goesIn, SEARCHED_MM), onlyOne(madeBeyond, comesOut, SEARCHED_MM)];
    if (!paintedIn || !paintedOut) return [];
    const [planned, painted] = [comesOut.mm - goesIn.mm, paintedOut.mm - paintedIn.mm];
    if (Math.abs(painted - planned) < LEAST_JUMP_MM) return [];
    const k = piece.findIndex(({ mm }) => mm >= goesIn.mm);
    const [from, to] = [piece[Math.max(0, k - 1)], piece[k]];
    const long = apart(from.place.at, to.place.at);
    const [x, y] = to.place.at;
    const along: Point = [(x - from.place.at[0]) / long, (y - from.place.at[1]) / long];
    const across: Point = [to.turn * to.place.way[0], to.turn * to.place.way[1]];
    const { widthMm } = to.place.planned ?? { widthMm: 0 };
    return [{ front, at: to.place.at, across, along, widthMm, planned, painted }];
  });
}

/** Edges that pass behind what stands in front and come out elsewhere than in the plan, the farthest first. */
export const jumpsBehind = <F extends Front>(fronts: readonly F[]): Jump<F>[] =>
  fronts
    .flatMap((front) => piecesOf(front).flatMap((piece) => jumpsAlong(front, piece)))
    .sort((a, b) => Math.abs(b.painted - b.planned) - Math.abs(a.painted - a.planned));

import { gathered, type Point } from '../raster';
import type { ThinLine, ThinPlace } from './thinLines';

/** A place on a thin shape, and how it is crossed. */
export interface Spot {
  /** canvas mm */
  readonly at: Point;
  /** a unit vector */
  readonly way: Point;
  /** 1 = lighter than its sides, -1 = darker */
  readonly sign: number;
  /** it lies in a gap between two pieces */
  readonly gap: boolean;
}

const MOST_GAP_MM = 16; // that a thin shape breaks off for
const STEP_MM = 2.5;
const ALONG = 0.35; // of the way from piece to piece, that may lie across them
const ALIKE = 0.85; // cosine of the angle between two pieces of one shape

const dot = ([x, y]: Point, [u, v]: Point): number => x * u + y * v;

/** A gap in a thin shape: the places at its two ends. */
type Gap = readonly [ThinPlace, ThinPlace];

/** The shortest gap between two pieces that go on one another's way; null = they are two shapes. */
function gapBetween(one: ThinLine, two: ThinLine): Gap | null {
  let [least, best]: [number, Gap | null] = [MOST_GAP_MM, null];
  for (const a of one.places)
    for (const b of two.places) {
      const [x, y] = [b.at[0] - a.at[0], b.at[1] - a.at[1]];
      const away = Math.hypot(x, y);
      if (away > least || away === 0 || a.ridge.sign !== b.ridge.sign) continue;
      const over: Point = [x / away, y / away];
      const follows = [a, b].every(({ ridge }) => Math.abs(dot(over, ridge.way)) <= ALONG);
      if (follows && Math.abs(dot(a.ridge.way, b.ridge.way)) >= ALIKE) [least, best] = [away, [a, b]];
    }
  return best;
}

/** Places on a straight line over a gap. */
function spotsIn([a, b]: Gap): Spot[] {
  const [x, y] = [b.at[0] - a.at[0], b.at[1] - a.at[1]];
  const steps = Math.floor(Math.hypot(x, y) / STEP_MM);
  return Array.from({ length: Math.max(0, steps - 1) }, (_, k): Spot => {
    const share = (k + 1) / steps;
    return { at: [a.at[0] + share * x, a.at[1] + share * y], way: a.ridge.way, sign: a.ridge.sign, gap: true };
  });
}

/** Pieces of thin shapes as whole ones, with places over the gaps in which they break off. */
export function joined(pieces: readonly ThinLine[]): Spot[][] {
  const gaps = new Map<ThinLine, Gap[]>();
  const follow = (one: ThinLine, two: ThinLine): boolean => {
    const gap = gapBetween(one, two);
    if (gap) gaps.set(one, [...(gaps.get(one) ?? []), gap]);
    return gap !== null;
  };
  return gathered(pieces, follow).map((group) => [
    ...group.flatMap(({ places }) =>
      places.map(({ at, ridge: { way, sign } }): Spot => ({ at, way, sign, gap: false })),
    ),
    ...group.flatMap((piece) => (gaps.get(piece) ?? []).flatMap(spotsIn)),
  ]);
}

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

/** A gap between two places that go on one another's way; null = they belong to two shapes. */
function gapBetween(a: ThinPlace, b: ThinPlace): { readonly gap: Gap; readonly mm: number } | null {
  const [x, y] = [b.at[0] - a.at[0], b.at[1] - a.at[1]];
  const mm = Math.hypot(x, y);
  if (mm > MOST_GAP_MM || mm === 0 || a.ridge.sign !== b.ridge.sign) return null;
  if (Math.abs(dot(a.ridge.way, b.ridge.way)) < ALIKE) return null;
  const over: Point = [x / mm, y / mm];
  const follows = [a, b].every(({ ridge }) => Math.abs(dot(over, ridge.way)) <= ALONG);
  return follows ? { gap: [a, b], mm } : null;
}

/** The shortest gap between every two pieces that go on one another's way. */
function gapsBetween(pieces: readonly ThinLine[]): Map<ThinLine, Map<ThinLine, { gap: Gap; mm: number }>> {
  const cells = new Map<string, { piece: ThinLine; place: ThinPlace }[]>();
  const cellOf = ([x, y]: Point): [number, number] => [Math.floor(x / MOST_GAP_MM), Math.floor(y / MOST_GAP_MM)];
  const out = new Map<ThinLine, Map<ThinLine, { gap: Gap; mm: number }>>();
  const note = (one: ThinLine, two: ThinLine, found: { gap: Gap; mm: number }): void => {
    const own = out.get(one) ?? new Map<ThinLine, { gap: Gap; mm: number }>();
    if (found.mm < (own.get(two)?.mm ?? Infinity)) out.set(one, own.set(two, found));
  };
  for (const piece of pieces)
    for (const place of piece.places) {
      const [x, y] = cellOf(place.at);
      for (const v of [y - 1, y, y + 1])
        for (const u of [x - 1, x, x + 1])
          for (const other of cells.get(`${u},${v}`) ?? []) {
            const found = other.piece === piece ? null : gapBetween(other.place, place);
            if (found) note(other.piece, piece, found);
          }
      const own = cells.get(`${x},${y}`);
      if (own) own.push({ piece, place });
      else cells.set(`${x},${y}`, [{ piece, place }]);
    }
  return out;
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
  const gaps = gapsBetween(pieces);
  const between = (one: ThinLine, two: ThinLine) => gaps.get(one)?.get(two) ?? gaps.get(two)?.get(one);
  return gathered(pieces, (one, two) => between(one, two) !== undefined).map((group) => [
    ...group.flatMap(({ places }) =>
      places.map(({ at, ridge: { way, sign } }): Spot => ({ at, way, sign, gap: false })),
    ),
    ...group.flatMap((piece) => [...(gaps.get(piece)?.values() ?? [])].flatMap(({ gap }) => spotsIn(gap))),
  ]);
}

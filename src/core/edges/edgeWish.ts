import type { Point } from '../raster';
import type { EdgeClass } from './edgeClass';

/** How closely an edge is to be painted as planned: the usual differences times so much are told. */
export const EDGE_ROOM = { tight: 0.6, medium: 1, free: 2 } as const;
export type Closeness = keyof typeof EDGE_ROOM;

/** mm to either side of an edge within which colour that may cross it is let be. */
export const CROSSES_MM = 10;

/** How an edge should be, and what is told of it. */
export interface EdgeWanted {
  /** null = as the plan has it */
  readonly is: EdgeClass | null;
  /** null = as any other */
  readonly tolerance: Closeness | null;
  /** colour may cross it: it may lie beside its place, or be lost */
  readonly mayCross: boolean;
}

/** What the painter wishes of the edge that runs by a point, canvas mm. */
export interface EdgeWish extends EdgeWanted {
  readonly at: Point;
}

/** An edge of which the painter says nothing. */
export const AS_PLANNED: EdgeWanted = { is: null, tolerance: null, mayCross: false };

export const roomOf = ({ tolerance }: Pick<EdgeWanted, 'tolerance'>): number => EDGE_ROOM[tolerance ?? 'medium'];

interface Line {
  readonly places: readonly ({ readonly at: Point } | null)[];
}
/** A line with how it should be. */
export type Wished<L> = L & { readonly wanted: EdgeWanted };

const WISH_MM = 6; // a wish lies on its edge, give or take a finger

/** The line that runs nearest to a point, within a finger of it; null = none does. */
export function lineNear<L extends Line>(lines: readonly L[], [x, y]: Point): L | null {
  let [nearest, least]: [L | null, number] = [null, WISH_MM];
  for (const line of lines)
    for (const place of line.places) {
      const away = place ? Math.hypot(place.at[0] - x, place.at[1] - y) : Infinity;
      if (away <= least) [nearest, least] = [line, away];
    }
  return nearest;
}

/** The class the painter wishes for the edge at a point (canvas mm); null = none, or no edge runs there. */
export const wishAt = ({ lines }: { readonly lines: readonly Wished<Line>[] }, at: Point): EdgeClass | null =>
  lineNear(lines, at)?.wanted.is ?? null;

/** Lines with what is wished of them. Where edges meet a wish lies near several: it is for the nearest. */
export function wishedOn<L extends Line>(lines: readonly L[], wishes: readonly EdgeWish[]): Wished<L>[] {
  const wished = new Map(wishes.map((wish) => [lineNear(lines, wish.at), wish] as const));
  return lines.map((line) => ({ ...line, wanted: wished.get(line) ?? AS_PLANNED }));
}

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

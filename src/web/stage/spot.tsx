import { useSyncExternalStore, type ReactNode } from 'react';
import type { Point } from '../../core/raster';

/**
 * The spot under the pointer, shares of the picture. It moves sixty times a second, so it is no state of a screen: only
 * what shows it is drawn anew.
 */
export class Spot {
  private at: Point | null = null;
  private readonly listeners = new Set<() => void>();

  readonly where = (): Point | null => this.at;

  /** null = the pointer has gone */
  readonly move = (at: Point | null): void => {
    this.at = at;
    for (const tell of this.listeners) tell();
  };

  /** @returns stops listening */
  readonly listen = (tell: () => void): (() => void) => {
    this.listeners.add(tell);
    return () => this.listeners.delete(tell);
  };
}

/** Where the pointer is, else where it was last put down; null = nowhere yet. */
export function useSpot(spot: Spot, pinned: Point | null): Point | null {
  return useSyncExternalStore(spot.listen, spot.where) ?? pinned;
}

/** What is drawn at the spot, and anew whenever it moves. */
export function AtSpot({
  spot,
  pinned,
  children,
}: {
  spot: Spot;
  pinned: Point | null;
  children: (at: Point | null) => ReactNode;
}) {
  return children(useSpot(spot, pinned));
}

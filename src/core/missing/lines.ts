import type { Point } from '../raster';
import type { Aligned } from '../read';
import { standsOutNear, thinLines, thinPlane, type Channel } from '../thin';

/** A place on a thin shape of the plan. */
export interface LinePlace {
  /** canvas mm */
  readonly at: Point;
  /** steps by which it stands out from both its sides, the weaker of them; painted: the same way, 0 or less = not */
  readonly planned: number;
  readonly painted: number;
}

/** A thin shape of the plan: those of its places that can be read, about a millimetre apart, in no order. */
export interface PaintedLine {
  readonly places: readonly LinePlace[];
}

const ASIDE_MM = 5; // to either side, where a line is looked for in the painting
const CLEAR_MM = 4; // to either side, that must be readable, too

/** Thin shapes of the plan from so many mm on, and how they stand out in the painting along the drift. */
export function paintedLines(aligned: Aligned, leastMm: number): PaintedLine[] {
  const { width, height, mmPerPixel, planned, painted, mask } = aligned;
  const unread = ([x, y]: Point): boolean => {
    const [u, v] = [Math.floor(x / mmPerPixel), Math.floor(y / mmPerPixel)];
    return u >= 0 && v >= 0 && u < width && v < height && mask[v * width + u] === 1;
  };
  const lines = thinLines(planned, aligned).filter(({ lengthMm }) => lengthMm >= leastMm);
  const used = new Set(lines.map(({ by }) => by));
  const planes = new Map([...used].map((by: Channel) => [by, thinPlane(painted, by, aligned)]));
  return lines.flatMap(({ by, places }): PaintedLine[] => {
    const on = planes.get(by);
    if (!on) return [];
    const seen = places.flatMap(({ at, ridge, stands }): LinePlace[] => {
      const { way } = ridge;
      const besides = [-CLEAR_MM, 0, CLEAR_MM].map((mm): Point => [at[0] + mm * way[0], at[1] + mm * way[1]]);
      if (besides.some(unread)) return [];
      return [{ at, planned: stands, painted: standsOutNear(on.plane, ridge, ASIDE_MM, on.mmPerPixel) }];
    });
    return seen.length > 0 ? [{ places: seen }] : [];
  });
}

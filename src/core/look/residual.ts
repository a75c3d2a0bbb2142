import { median, type Point } from '../raster';
import { FOUND } from './shifter';

/** How far plan and painting lie apart when one is laid over the other. */
export interface Residual {
  /** mm, in the middle of all places where the plan was found */
  readonly median: number;
  readonly most: number;
  /** share of the places where it was found, 0..1 */
  readonly found: number;
}

const LEAST = 4; // places below which nothing is said of the whole

/** @param points of the drift; @returns null where the plan was found in too few places */
export function residualOf(points: readonly { readonly shift: Point; readonly confidence: number }[]): Residual | null {
  const off = points.filter(({ confidence }) => confidence >= FOUND).map(({ shift: [x, y] }) => Math.hypot(x, y));
  if (off.length < LEAST) return null;
  return { median: median(off), most: Math.max(...off), found: off.length / points.length };
}

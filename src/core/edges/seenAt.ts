import type { Point } from '../raster';
import { withoutBlur, type EdgeSight, type SeenEdge } from './across';
import { doubtIn, type ColourWay } from './byColour';
import { meanOf, steepestIn, stretchOf, type Crossing, type Reach } from './stretch';

const BESIDE = 4; // crossings either way that are read with a place: 10 mm of the edge
const BEYOND_MM = 1; // of its reach, that an edge may be found to lie

/** How an edge is looked for at a place. */
export interface How {
  readonly sign: number;
  readonly reach: Reach;
  readonly widthMm: number;
  /** it is looked for along this direction of a*b*; null = by value */
  readonly colour: ColourWay | null;
}

/** An edge with where it lies, mm beside the place it was looked for at. */
export interface Placed {
  readonly aside: number;
  readonly edge: SeenEdge;
}

/** An edge at a place of a line, where it is found within reach. @param runs of the crossings beside it */
export function seenAt(
  runs: readonly Float32Array[],
  { at, way }: Crossing,
  sight: EdgeSight,
  { sign, reach, widthMm }: Pick<How, 'sign' | 'reach' | 'widthMm'>,
): Placed {
  const { at: aside, change } = steepestIn(meanOf(runs), sign, { reach, widthMm });
  const found = stretchOf(runs, sign, aside);
  // What was found beyond is another edge.
  const read = found && found.at >= reach.from - BEYOND_MM && found.at <= reach.to + BEYOND_MM ? found : null;
  const mm = read?.at ?? aside;
  const place: Point = [at[0] + mm * way[0], at[1] + mm * way[1]];
  // Where no rise holds, what changes over a few millimetres still says whether something is there.
  const by = sight.colour ? 'colour' : 'value';
  if (!read) return { aside: mm, edge: { at: place, by, widthMm: null, atMost: false, contrast: change, doubtMm: 0 } };
  const own = withoutBlur(read, sight.blurMm);
  return { aside: mm, edge: { at: place, by, contrast: read.contrast, ...own, doubtMm: doubtIn(sight, own) } };
}

/** What is read with a place: the crossings beside it. */
export const besideOf = <T>(list: readonly T[], middle: number): readonly T[] =>
  list.slice(Math.max(0, middle - BESIDE), middle + BESIDE + 1);

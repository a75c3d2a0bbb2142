import { isConvexClockwise, type Corners, type Point } from '../raster';
import type { EdgeField } from './edgeField';
import { softLikeness, type Look, type Opponents } from './likeness';
import { supportAlong, type LineSupport } from './lineSupport';
import { crossing, type Line } from './lines';

/** A four-sided shape that may be the canvas, with what speaks for it. */
export interface Quad {
  readonly corners: Corners;
  /** share of each side (top, right, bottom, left) that lies on an edge of its own direction, 0..1 */
  readonly support: readonly number[];
  readonly score: number;
}

export interface Expected {
  /** width / height of the canvas */
  readonly proportion: number;
  /** the planned picture, prepared: what the inside should resemble if anything does */
  readonly look?: Look;
}

const MOST_COMPARED = 400; // quads whose inside is compared with the plan
const BEYOND = 0.15; // of a side's length: how far beyond its ends it is looked at

const lengthOf = (a: Point, b: Point) => Math.sqrt((a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2);

function proportionPenalty(corners: Corners, proportion: number): number {
  const [tl, tr, br, bl] = corners;
  const seen = (lengthOf(tl, tr) + lengthOf(bl, br)) / (lengthOf(tl, bl) + lengthOf(tr, br));
  return Math.min(1.5, (Math.log(seen / proportion) / 0.07) ** 2 / 4);
}

function cornersOf(left: Line, right: Line, [top, bottom]: readonly [Line, Line]): Corners | null {
  const points = [crossing(left, top), crossing(right, top), crossing(right, bottom), crossing(left, bottom)];
  return points.every((p) => p !== null) ? (points as unknown as Corners) : null;
}

function plausible(corners: Corners, { width, height }: EdgeField, proportion: number): boolean {
  const slack = 3;
  if (corners.some(([x, y]) => x < -slack || y < -slack || x > width + slack || y > height + slack)) return false;
  const [tl, tr, br, bl] = corners;
  const wide = Math.min(lengthOf(tl, tr), lengthOf(bl, br));
  const tall = Math.min(lengthOf(tl, bl), lengthOf(tr, br));
  if (wide < 0.2 * width || tall < 0.2 * height || wide * tall < 0.08 * width * height) return false;
  if (
    Math.max(lengthOf(tl, tr), lengthOf(bl, br)) > 1.5 * wide ||
    Math.max(lengthOf(tl, bl), lengthOf(tr, br)) > 1.5 * tall
  )
    return false;
  return isConvexClockwise(corners) && Math.abs(Math.log(wide / tall / proportion)) < 0.3;
}

/** Two lines in the order in which they cross the middle of the picture. */
function orderedPairs(lines: readonly LineSupport[], at: (line: Line) => number): [LineSupport, LineSupport][] {
  const sorted = [...lines].sort((a, b) => at(a.line) - at(b.line));
  return sorted.flatMap((one, i) => sorted.slice(i + 1).map((two): [LineSupport, LineSupport] => [one, two]));
}

/** Edge support of the four sides, and of the stretches just beyond their corners: a canvas ends there, a shelf goes on. */
function scoreEdges(corners: Corners, sides: readonly LineSupport[], { width, height }: EdgeField, proportion: number) {
  let [mean, least, beyond] = [0, 1, 0];
  const support: number[] = [];
  for (let i = 0; i < 4; i++) {
    const [a, b] = [corners[i], corners[(i + 1) % 4]];
    const own = supportAlong(sides[i], a, b, [0.02, 0.98]);
    support.push(own);
    mean += own / 4;
    least = Math.min(least, own);
    beyond += (supportAlong(sides[i], a, b, [-BEYOND, -0.02]) + supportAlong(sides[i], a, b, [1.02, 1 + BEYOND])) / 8;
  }
  const area = (lengthOf(corners[0], corners[1]) * lengthOf(corners[1], corners[2])) / (width * height);
  const score =
    2 * mean +
    1.2 * least -
    0.8 * beyond -
    0.8 * proportionPenalty(corners, proportion) +
    0.3 * Math.min(1, area / 0.4);
  return { corners, support, score };
}

/**
 * Every plausible quad from the lines, scored by its edges and, for the best, by its likeness to the plan; best first.
 * @param photo small, the field's size
 */
export function scoreQuads(
  field: EdgeField,
  photo: Opponents,
  {
    lines,
    expected,
  }: { lines: { upright: readonly LineSupport[]; level: readonly LineSupport[] }; expected: Expected },
): Quad[] {
  const { proportion, look } = expected;
  const [midX, midY] = [field.width / 2, field.height / 2];
  const columns = orderedPairs(lines.upright, (l) => (l.d - l.ny * midY) / l.nx);
  const rows = orderedPairs(lines.level, (l) => (l.d - l.nx * midX) / l.ny);
  const quads: Quad[] = [];
  for (const [left, right] of columns) {
    for (const [top, bottom] of rows) {
      const corners = cornersOf(left.line, right.line, [top.line, bottom.line]);
      if (!corners || !plausible(corners, field, proportion)) continue;
      quads.push(scoreEdges(corners, [top, right, bottom, left], field, proportion));
    }
  }
  quads.sort((a, b) => b.score - a.score);
  if (!look) return quads.slice(0, MOST_COMPARED);
  return quads
    .slice(0, MOST_COMPARED)
    .map((quad) => ({ ...quad, score: quad.score + 2 * Math.max(0, softLikeness(photo, quad.corners, look)) }))
    .sort((a, b) => b.score - a.score);
}

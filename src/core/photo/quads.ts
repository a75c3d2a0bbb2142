import { mapCorners, type Corners, type Point } from '../raster';
import type { EdgeField, Opponents } from './edgeField';
import { softLikeness, type Look } from './likeness';
import { placeAlong, supportBetween, type LineSupport } from './lineSupport';
import { crossing, type Line } from './lines';

/** A four-sided shape that may be the canvas, with what speaks for it. */
export interface Quad {
  readonly corners: Corners;
  readonly score: number;
}

export interface Expected {
  /** width / height of the canvas */
  readonly proportion: number;
  /** the planned picture, prepared: what the inside should resemble if anything does */
  readonly look?: Look;
  /** it lies inside a frame or tape, whose edge is then sought */
  readonly framed?: boolean;
}

const MOST_COMPARED = 200; // quads whose inside is compared with the plan
const BEYOND = 0.15; // of a side's length: how far beyond its ends it is looked at

/**
 * Where an upright and a level line cross: the point, and its place along either line, px. NaN where they are parallel.
 */
interface Meeting {
  readonly x: number;
  readonly y: number;
  readonly alongUpright: number;
  readonly alongLevel: number;
}

function meetingOf(upright: Line, level: Line): Meeting {
  const point = crossing(upright, level) ?? [NaN, NaN];
  const [x, y] = point;
  return { x, y, alongUpright: placeAlong(upright, point), alongLevel: placeAlong(level, point) };
}

const span = (a: Meeting, b: Meeting) => Math.sqrt((a.x - b.x) ** 2 + (a.y - b.y) ** 2);
const turnsRight = (a: Meeting, b: Meeting, c: Meeting) => (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) > 0;

/** A quad's corners clockwise from top left, with the lengths of its sides. */
interface Sized {
  readonly tl: Meeting;
  readonly tr: Meeting;
  readonly br: Meeting;
  readonly bl: Meeting;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly left: number;
}

/** The quad of four meetings; null where no canvas of these proportions could look so. */
function plausible(
  tl: Meeting,
  tr: Meeting,
  [br, bl]: readonly [Meeting, Meeting],
  { width, height, proportion }: Bounds,
): Sized | null {
  const top = span(tl, tr);
  const bottom = span(bl, br);
  const wide = Math.min(top, bottom);
  if (!(wide >= 0.2 * width) || Math.max(top, bottom) > 1.5 * wide) return null;
  const left = span(tl, bl);
  const right = span(tr, br);
  const tall = Math.min(left, right);
  if (tall < 0.2 * height || Math.max(left, right) > 1.5 * tall || wide * tall < 0.08 * width * height) return null;
  if (Math.abs(Math.log(wide / tall / proportion)) >= 0.3) return null;
  const convex = turnsRight(tl, tr, br) && turnsRight(tr, br, bl) && turnsRight(br, bl, tl) && turnsRight(bl, tl, tr);
  return convex ? { tl, tr, br, bl, top, right, bottom, left } : null;
}

interface Bounds {
  readonly width: number;
  readonly height: number;
  readonly proportion: number;
}
const SLACK = 3; // px a corner may lie outside the picture
const within = ({ x, y }: Meeting, { width, height }: Bounds) =>
  x >= -SLACK && y >= -SLACK && x <= width + SLACK && y <= height + SLACK;

/** Lines in the order in which they cross the middle of the picture. */
const inOrder = (lines: readonly LineSupport[], at: (line: Line) => number) =>
  [...lines].sort((a, b) => at(a.line) - at(b.line));

/**
 * Support of one side between its corners, and of the stretches just beyond them: a canvas ends there, a shelf goes on.
 */
function supportOf(line: LineSupport, a: number, b: number): { own: number; beyond: number } {
  const d = b - a;
  return {
    own: supportBetween(line, a + 0.02 * d, a + 0.98 * d),
    beyond: supportBetween(line, a - BEYOND * d, a - 0.02 * d) + supportBetween(line, b + 0.02 * d, b + BEYOND * d),
  };
}

/** Edge support, proportions and size of a quad. */
function scoreEdges(
  quad: Sized,
  [top, right, bottom, left]: readonly LineSupport[],
  { width, height, proportion }: Bounds,
): number {
  const { tl, tr, br, bl } = quad;
  const sides = [
    supportOf(top, tl.alongLevel, tr.alongLevel),
    supportOf(right, tr.alongUpright, br.alongUpright),
    supportOf(bottom, br.alongLevel, bl.alongLevel),
    supportOf(left, bl.alongUpright, tl.alongUpright),
  ];
  let [mean, least, beyond] = [0, 1, 0];
  for (const side of sides) {
    mean += side.own / 4;
    least = Math.min(least, side.own);
    beyond += side.beyond / 8;
  }
  const seen = (quad.top + quad.bottom) / (quad.left + quad.right);
  const penalty = Math.min(1.5, (Math.log(seen / proportion) / 0.07) ** 2 / 4);
  const area = (quad.top * quad.right) / (width * height);
  return 2 * mean + 1.2 * least - 0.8 * beyond - 0.8 * penalty + 0.3 * Math.min(1, area / 0.4);
}

/** Every plausible quad from the lines with the score of its edges. */
function quadsFrom(
  upright: readonly LineSupport[],
  level: readonly LineSupport[],
  bounds: Bounds,
): { quad: Sized; score: number }[] {
  const meetings = upright.map((u) => level.map((l) => meetingOf(u.line, l.line)));
  const inside = meetings.map((row) => row.map((meeting) => within(meeting, bounds)));
  const found: { quad: Sized; score: number }[] = [];
  for (let l = 0; l < upright.length; l++) {
    for (let r = l + 1; r < upright.length; r++) {
      for (let t = 0; t < level.length; t++) {
        if (!inside[l][t] || !inside[r][t]) continue;
        for (let b = t + 1; b < level.length; b++) {
          if (!inside[l][b] || !inside[r][b]) continue;
          const quad = plausible(meetings[l][t], meetings[r][t], [meetings[r][b], meetings[l][b]], bounds);
          if (quad) found.push({ quad, score: scoreEdges(quad, [level[t], upright[r], level[b], upright[l]], bounds) });
        }
      }
    }
  }
  return found;
}

/**
 * Every plausible quad from the lines, scored by its edges and, for the best, by its likeness to the plan; best first.
 * @param photo small, the field's size
 */
export function scoreQuads(
  { width, height }: EdgeField,
  photo: Opponents,
  {
    lines,
    expected: { proportion, look },
  }: { lines: { upright: readonly LineSupport[]; level: readonly LineSupport[] }; expected: Expected },
): Quad[] {
  const upright = inOrder(lines.upright, (l) => (l.d - (l.ny * height) / 2) / l.nx);
  const level = inOrder(lines.level, (l) => (l.d - (l.nx * width) / 2) / l.ny);
  const byScore = (a: { score: number }, b: { score: number }) => b.score - a.score;
  const quads = quadsFrom(upright, level, { width, height, proportion })
    .sort(byScore)
    .slice(0, MOST_COMPARED)
    .map(({ quad: { tl, tr, br, bl }, score }): Quad => {
      const corners = mapCorners([tl, tr, br, bl], ({ x, y }): Point => [x, y]);
      return { corners, score: look ? score + 2 * Math.max(0, softLikeness(photo, corners, look)) : score };
    });
  return quads.sort(byScore);
}

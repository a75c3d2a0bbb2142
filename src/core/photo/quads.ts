import {
  homographyBetween,
  isConvexClockwise,
  project,
  rectangle,
  sampleAt,
  type Corners,
  type Plane,
  type Point,
} from '../raster';
import type { EdgeField } from './edgeField';
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
  /** lightness of the planned picture, small; what the inside should resemble if anything does */
  readonly look?: Plane;
}

const lengthOf = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

function edgeAlong(field: EdgeField, a: Point, b: Point, floor: number): number {
  const n = Math.max(8, Math.round(lengthOf(a, b) / 4));
  const nx = (b[1] - a[1]) / lengthOf(a, b);
  const ny = (a[0] - b[0]) / lengthOf(a, b);
  let hits = 0;
  for (let k = 0; k < n; k++) {
    const t = (k + 0.5) / n;
    const x = a[0] + t * (b[0] - a[0]);
    const y = a[1] + t * (b[1] - a[1]);
    let best = 0;
    for (let o = -2; o <= 2; o++) {
      const px = Math.round(x + o * nx);
      const py = Math.round(y + o * ny);
      if (px < 1 || py < 1 || px >= field.width - 1 || py >= field.height - 1) continue;
      const i = py * field.width + px;
      best = Math.max(
        best,
        Math.abs(field.gx[i] * nx + field.gy[i] * ny) - 0.5 * Math.abs(field.gx[i] * ny - field.gy[i] * nx),
      );
    }
    hits += Math.min(1, best / floor);
  }
  return hits / n;
}

/** Support of the stretch just beyond a corner: a side of the canvas ends there, a shelf or a wall line goes on. */
function goesOn(field: EdgeField, a: Point, b: Point, floor: number): number {
  const reach = 0.15;
  const beyond = (from: Point, to: Point): Point => [
    to[0] + reach * (to[0] - from[0]),
    to[1] + reach * (to[1] - from[1]),
  ];
  return 0.5 * (edgeAlong(field, b, beyond(a, b), floor) + edgeAlong(field, beyond(b, a), a, floor));
}

/** Correlation (-1..1) of the inside with the planned picture, both small and soft. */
function resemblance(corners: Corners, lightness: Plane, look: Plane): number {
  const h = homographyBetween(rectangle(look.width, look.height), corners);
  if (!h) return 0;
  const inside = Array.from(look.data, (_, i) => {
    const [x, y] = project(h, [(i % look.width) + 0.5, Math.floor(i / look.width) + 0.5]);
    return sampleAt(lightness, x - 0.5, y - 0.5);
  });
  const meanA = inside.reduce((s, v) => s + v, 0) / inside.length;
  const meanB = look.data.reduce((s, v) => s + v, 0) / inside.length;
  let [ab, aa, bb] = [0, 1e-9, 1e-9];
  inside.forEach((v, i) => {
    ab += (v - meanA) * (look.data[i] - meanB);
    aa += (v - meanA) ** 2;
    bb += (look.data[i] - meanB) ** 2;
  });
  return ab / Math.sqrt(aa * bb);
}

function proportionPenalty(corners: Corners, proportion: number): number {
  const [tl, tr, br, bl] = corners;
  const seen = (lengthOf(tl, tr) + lengthOf(bl, br)) / (lengthOf(tl, bl) + lengthOf(tr, br));
  return Math.min(1.5, (Math.log(seen / proportion) / 0.07) ** 2 / 4);
}

function cornersOf(left: Line, right: Line, [top, bottom]: [Line, Line]): Corners | null {
  const points = [crossing(left, top), crossing(right, top), crossing(right, bottom), crossing(left, bottom)];
  return points.every((p) => p !== null) ? (points as unknown as Corners) : null;
}

const pairs = (lines: Line[]): [Line, Line][] =>
  lines.flatMap((one, i) => lines.slice(i + 1).map((two): [Line, Line] => [one, two]));

function plausible(corners: Corners, { width, height }: EdgeField, proportion: number): boolean {
  const slack = 3;
  if (corners.some(([x, y]) => x < -slack || y < -slack || x > width + slack || y > height + slack)) return false;
  const [tl, tr, br, bl] = corners;
  const wide = Math.min(lengthOf(tl, tr), lengthOf(bl, br));
  const tall = Math.min(lengthOf(tl, bl), lengthOf(tr, br));
  if (wide < 0.2 * width || tall < 0.2 * height || wide * tall < 0.08 * width * height) return false;
  if (
    Math.max(lengthOf(tl, tr), lengthOf(bl, br)) > 1.6 * wide ||
    Math.max(lengthOf(tl, bl), lengthOf(tr, br)) > 1.6 * tall
  )
    return false;
  return isConvexClockwise(corners) && Math.abs(Math.log(wide / tall / proportion)) < 0.4;
}

/** Every plausible quad from the lines, scored, best first. */
export function scoreQuads(
  field: EdgeField,
  lightness: Plane,
  { lines, expected }: { lines: { upright: Line[]; level: Line[] }; expected: Expected },
): Quad[] {
  const floor = edgeFloor(field);
  const sorted = (one: Line, two: Line, at: (l: Line) => number): [Line, Line] =>
    at(one) < at(two) ? [one, two] : [two, one];
  const midY = field.height / 2;
  const midX = field.width / 2;
  const columns = pairs(lines.upright).map(([a, b]) => sorted(a, b, (l) => (l.d - l.ny * midY) / l.nx));
  const rows = pairs(lines.level).map(([a, b]) => sorted(a, b, (l) => (l.d - l.nx * midX) / l.ny));
  const rough: { corners: Corners; votes: number }[] = [];
  for (const [left, right] of columns) {
    for (const row of rows) {
      const corners = cornersOf(left, right, row);
      if (!corners || !plausible(corners, field, expected.proportion)) continue;
      const [tl, tr, br, bl] = corners;
      const tall = lengthOf(tl, bl) + lengthOf(tr, br);
      const wide = lengthOf(tl, tr) + lengthOf(bl, br);
      const filled = (l: Line, length: number) => Math.min(1, l.votes / (0.5 * length));
      const votes = filled(left, tall) + filled(right, tall) + filled(row[0], wide) + filled(row[1], wide);
      rough.push({ corners, votes: votes - proportionPenalty(corners, expected.proportion) });
    }
  }
  rough.sort((a, b) => b.votes - a.votes);
  return rough
    .slice(0, 1500)
    .map(({ corners }) => scoreQuad(field, lightness, { corners, expected, floor }))
    .sort((a, b) => b.score - a.score);
}

function scoreQuad(
  field: EdgeField,
  lightness: Plane,
  { corners, expected, floor }: { corners: Corners; expected: Expected; floor: number },
): Quad {
  const sides = corners.map((corner, i) => [corner, corners[(i + 1) % 4]] as const);
  const support = sides.map(([a, b]) => edgeAlong(field, a, b, floor));
  const on = sides.reduce((sum, [a, b]) => sum + goesOn(field, a, b, floor), 0) / 4;
  const mean = support.reduce((s, v) => s + v, 0) / 4;
  const area = (lengthOf(corners[0], corners[1]) * lengthOf(corners[1], corners[2])) / (field.width * field.height);
  const alike = expected.look ? resemblance(corners, lightness, expected.look) : 0;
  const score =
    2 * mean +
    1.5 * Math.min(...support) -
    0.6 * on -
    0.8 * proportionPenalty(corners, expected.proportion) +
    0.3 * Math.min(1, area / 0.4) +
    1.2 * Math.max(0, alike);
  return { corners, support, score };
}

/** Edge strength that counts as a full hit: well above the texture of the picture, well below its strongest edges. */
export function edgeFloor({ strength }: EdgeField): number {
  const sample = Float32Array.from({ length: Math.ceil(strength.length / 11) }, (_, i) => strength[i * 11]).sort();
  return Math.max(0.006, 0.25 * sample[Math.floor(sample.length * 0.985)]);
}

import {
  homographyBetween,
  lightOfPicture,
  project,
  rectangle,
  type Corners,
  type Picture,
  type Plane,
  type Point,
} from '../raster';
import { edgeField, opponentPlanes } from './edgeField';
import { straightLines } from './lines';
import { scoreQuads, type Expected, type Quad } from './quads';
import { refineSides, type Side } from './sides';

/** Below this confidence the painter is asked for the corners. */
export const CORNERS_SURE = 0.5;
const SEARCH_PX = 640; // long side of the picture the search runs on
const MOST_LINES = 22; // a direction

export interface FoundCanvas {
  /** photo px, clockwise from the painting's top left */
  readonly corners: Corners;
  /** 0..1; see {@link CORNERS_SURE} */
  readonly confidence: number;
  /** the photo's own blur at the canvas's border (10-90 % rise), photo px; NaN where no side is crisp */
  readonly risePx: number;
}

const cross = (one: { from: Point; to: Point }, two: { from: Point; to: Point }): Point | null => {
  const [ax, ay] = [one.to[0] - one.from[0], one.to[1] - one.from[1]];
  const [bx, by] = [two.to[0] - two.from[0], two.to[1] - two.from[1]];
  const det = ax * by - ay * bx;
  if (Math.abs(det) < 1e-9) return null;
  const t = ((two.from[0] - one.from[0]) * by - (two.from[1] - one.from[1]) * bx) / det;
  return [one.from[0] + t * ax, one.from[1] + t * ay];
};

function cornersFromSides([top, right, bottom, left]: { from: Point; to: Point }[]): Corners | null {
  const points = [cross(left, top), cross(top, right), cross(right, bottom), cross(bottom, left)];
  return points.every((p) => p !== null) ? (points as unknown as Corners) : null;
}

const farthest = (one: Corners, two: Corners) =>
  Math.max(...one.map((p, i) => Math.hypot(p[0] - two[i][0], p[1] - two[i][1])));

/** How much the best quad leads the best one that lies elsewhere, 0..1. */
function lead(quads: Quad[], span: number): number {
  const rival = quads.find((q) => farthest(q.corners, quads[0].corners) > 0.03 * span);
  return rival ? Math.min(1, Math.max(0, (quads[0].score - rival.score) / 0.5)) : 1;
}

function confidenceOf(quad: Quad, sides: (Side | null)[], { leads, span }: { leads: number; span: number }): number {
  const agreement = sides.map((side) => (side ? side.agreement : 0));
  const scatter = Math.max(...sides.map((side) => (side ? side.scatterPx : span)));
  const worst = Math.min(...agreement);
  const mean = agreement.reduce((s, v) => s + v, 0) / 4;
  const support = Math.min(1, Math.max(0, (Math.min(...quad.support) - 0.25) / 0.45));
  const straight = Math.min(1, Math.max(0, 1.4 - scatter / (0.0015 * span)));
  return (
    Math.min(1, 0.25 * support + 0.35 * mean + 0.25 * Math.min(1, worst / 0.5) + 0.25 * leads) *
    (0.4 + 0.6 * straight) *
    Math.min(1, 0.5 + worst)
  );
}

/**
 * Finds the canvas in a photo: straight lines, quads of them scored by edges, proportion and likeness to the plan, then each side
 * fitted at full size below a pixel.
 * @param expected.look lightness (cube root of luminance) of the planned picture, about 48 px wide
 * @returns null where nothing in the photo looks like a canvas of these proportions
 */
export function findCanvas(picture: Picture, expected: Expected): FoundCanvas | null {
  const shrink = Math.max(1, Math.max(picture.width, picture.height) / SEARCH_PX);
  const size = { width: Math.round(picture.width / shrink), height: Math.round(picture.height / shrink) };
  const small = lightOfPicture(picture, [0, 0, picture.width, picture.height], size);
  const field = edgeField(small, 1);
  const lines = { upright: straightLines(field, true, MOST_LINES), level: straightLines(field, false, MOST_LINES) };
  const quads = scoreQuads(field, opponentPlanes(small)[0], { lines, expected });
  if (quads.length === 0) return null;
  const toPhoto = (p: Point): Point => [
    ((p[0] + 0.5) * picture.width) / size.width,
    ((p[1] + 0.5) * picture.height) / size.height,
  ];
  const coarse = quads[0].corners.map(toPhoto) as unknown as Corners;
  const sides = refineSides(picture, coarse, Math.max(6, 3.5 * shrink));
  const lines4 = sides.map((side, i) => side ?? { from: coarse[i], to: coarse[(i + 1) % 4] });
  const corners = cornersFromSides(lines4) ?? coarse;
  const span = Math.hypot(picture.width, picture.height);
  const rises = sides.flatMap((side) => (side && Number.isFinite(side.risePx) ? [side.risePx] : []));
  return {
    corners,
    confidence: confidenceOf(quads[0], sides, { leads: lead(quads, Math.hypot(size.width, size.height)), span }),
    risePx: rises.length ? Math.min(...rises) : NaN,
  };
}

/** The photo's own blur (10-90 % rise, photo px) measured on corners somebody gave; NaN where no side is crisp. */
export function blurAtBorder(picture: Picture, corners: Corners): number {
  const sides = refineSides(picture, corners, 10);
  const rises = sides.flatMap((side) => (side && Number.isFinite(side.risePx) ? [side.risePx] : []));
  return rises.length ? Math.min(...rises) : NaN;
}

/** How far the camera stood off square, degrees, from how unequal opposite sides look (weak perspective). */
export function tiltDegrees(corners: Corners, proportion: number): number {
  const h = homographyBetween(rectangle(proportion, 1), corners);
  if (!h) return NaN;
  const area = (x: number, y: number) => {
    const [p, q, r] = [project(h, [x, y]), project(h, [x + 0.01, y]), project(h, [x, y + 0.01])];
    return Math.hypot(q[0] - p[0], q[1] - p[1]) / Math.hypot(r[0] - p[0], r[1] - p[1]);
  };
  const ratio = area(proportion / 2, 0.5);
  return (Math.acos(Math.min(ratio, 1 / ratio, 1)) * 180) / Math.PI;
}

export type { Expected, Plane };

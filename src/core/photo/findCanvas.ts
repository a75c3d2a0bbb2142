import {
  mapCorners,
  homographyBetween,
  project,
  rectangle,
  type Corners,
  type Lens,
  type Picture,
  type Point,
} from '../raster';
import { edgeField, opponentsOfPicture, type Opponents } from './edgeField';
import { likeness } from './likeness';
import { lensFrom } from './lens';
import { edgeFloor, sumSupport } from './lineSupport';
import { straightLines } from './lines';
import { poseMisfit } from './pose';
import { scoreQuads, type Expected, type Quad } from './quads';
import { eyeOn, type Eye } from './sideProfile';
import { blurOnSides, cornersFromSides, edgeBeyond, SideFinder, type Side } from './sides';

/** Below this confidence the painter is asked for the corners. */
export const CORNERS_SURE = 0.62;
const SEARCH_PX = 560; // long side of the picture the search runs on

/** How hard to look. */
interface Effort {
  /** straight lines, a direction */
  readonly lines: number;
  /** first guesses that are looked at closely */
  readonly quads: number;
  /** of each quad's combinations of sides, those that are compared with the plan */
  readonly frames: number;
}
// Most photos show their canvas plainly; the few that do not are searched again with more patience.
const GLANCE: Effort = { lines: 24, quads: 4, frames: 5 };
const SEARCH: Effort = { lines: 34, quads: 8, frames: 10 };
const PLAIN = 0.92; // confidence of a glance that needs no search
const MOST_SIDES = 3; // parallel edges considered for each side

export interface FoundCanvas {
  /** photo px, clockwise from the painting's top left */
  readonly corners: Corners;
  /** 0..1; see {@link CORNERS_SURE} */
  readonly confidence: number;
  /** the photo's own blur at the canvas's border (10-90 % rise), photo px; NaN where no side is crisp */
  readonly risePx: number;
  /** what bent the canvas's sides */
  readonly lens: Lens;
}

/** Four sides put together, with what speaks for and against them. */
interface Framed {
  readonly corners: Corners;
  readonly sides: readonly Side[];
  /** relative; see poseMisfit */
  readonly misfit: number;
  /** -1..1; 0 without a plan */
  readonly alike: number;
  /** 0..1: how far the sides go on beyond their corners, as shelves and ledges do */
  readonly beyond: number;
  /** side (0 top, clockwise) whose edge lies hidden behind a ledge; null = all are seen */
  readonly hidden: number | null;
  readonly score: number;
}

const farthest = (one: Corners, two: Corners) =>
  Math.max(...one.map((p, i) => Math.hypot(p[0] - two[i][0], p[1] - two[i][1])));
const diagonalOf = (corners: Corners) => Math.hypot(corners[2][0] - corners[0][0], corners[2][1] - corners[0][1]);

/** The best quads, none of which is nearly another. */
function distinctQuads(quads: readonly Quad[], most: number): Quad[] {
  const kept: Quad[] = [];
  for (const quad of quads) {
    if (kept.length === most) break;
    if (kept.every((one) => farthest(one.corners, quad.corners) > 0.009 * diagonalOf(quad.corners))) kept.push(quad);
  }
  return kept;
}

/** What the close look needs: the photo, its small opponent planes, and how small coordinates become photo px. */
interface Scene {
  readonly eye: Eye;
  readonly sides: SideFinder;
  readonly small: Opponents;
  readonly shrink: number;
  readonly expected: Expected;
  readonly effort: Effort;
}

const POSE_TOLERANCE = 0.006; // a stretched canvas is true to its named size to about half a per cent

const CRISP = 0.05; // change of cube root of light over two px

const edgeScore = (sides: readonly Side[]): number => {
  const agreement = sides.map((side) => side.agreement);
  const mean = agreement.reduce((sum, v) => sum + v, 0) / 4;
  // A canvas's edge is as crisp as the photo; the shadow it throws is not.
  const crisp = sides.map(({ strength }) => Math.min(1, strength / CRISP));
  return mean + 0.5 * Math.min(...agreement) + 0.6 * (crisp.reduce((sum, v) => sum + v, 0) / 4);
};
const poseScore = (misfit: number): number => -0.3 * Math.min(6, (misfit / POSE_TOLERANCE) ** 2);

/** What speaks for four sides as edges and as a rectangle seen by a camera; the plan is not asked yet. */
function frame(sides: readonly Side[], { eye, expected }: Scene): Framed | null {
  const corners = cornersFromSides(sides);
  if (!corners) return null;
  const misfit = poseMisfit(corners, expected.proportion, eye.picture);
  return { corners, sides, misfit, alike: 0, beyond: 0, hidden: null, score: edgeScore(sides) + poseScore(misfit) };
}

/** The same, with its likeness to the plan and whether its sides end where they should. */
function compared(framed: Framed, { eye, small, shrink, expected }: Scene): Framed {
  const { corners, sides, hidden } = framed;
  const inSmall = mapCorners(corners, ([x, y]): Point => [x / shrink, y / shrink]);
  const alike = expected.look ? likeness(small, inSmall, expected.look) : 0;
  const beyond = sides.reduce((sum, { sign }, i) => {
    if (i === hidden) return sum;
    const side = { from: corners[i], to: corners[(i + 1) % 4], sign };
    return sum + edgeBeyond(eye, side, 2 * shrink) / 4;
  }, 0);
  return { ...framed, alike, beyond, score: framed.score + 3 * Math.max(0, alike) - 1.2 * beyond };
}

const MOST_HIDDEN = 0.04; // of the canvas: more than a ledge or a clamp covers
const HIDDEN_COSTS = 0.25; // a side that is seen is the simpler explanation

/** One side moved outwards along its neighbours by a share of their length. */
function movedOut(corners: Corners, side: number, share: number): Corners {
  const next = (side + 1) % 4;
  const [before, after] = [corners[(side + 3) % 4], corners[(side + 2) % 4]];
  const out = (from: Point, to: Point): Point => [to[0] + share * (to[0] - from[0]), to[1] + share * (to[1] - from[1])];
  return mapCorners(corners, (p, i) => (i === side ? out(before, p) : i === next ? out(after, p) : p));
}

/**
 * A side that goes on beyond its corners is a ledge before the canvas: the canvas's own edge lies behind it, where the
 * proportions
 * say. null where no side does, or where the proportions ask for no such thing.
 */
function behindLedge(framed: Framed, { eye, shrink, expected }: Scene): Framed | null {
  const { corners, sides } = framed;
  // Beside the canvas the ledge lies before the wall, so its edge may change polarity there.
  const beyond = corners.map((from, i) => edgeBeyond(eye, { from, to: corners[(i + 1) % 4], sign: 0 }, 2 * shrink));
  const hidden = beyond.indexOf(Math.max(...beyond));
  if (beyond[hidden] < 0.45) return null;
  let best = { share: 0, misfit: framed.misfit };
  for (let share = 0.001; share <= MOST_HIDDEN; share += 0.001) {
    const misfit = poseMisfit(movedOut(corners, hidden, share), expected.proportion, eye.picture);
    if (misfit < best.misfit) best = { share, misfit };
  }
  if (best.share < 0.003) return null;
  const score = edgeScore(sides) + poseScore(best.misfit) - HIDDEN_COSTS;
  return { ...framed, corners: movedOut(corners, hidden, best.share), misfit: best.misfit, hidden, score };
}

const byScore = (a: { score: number }, b: { score: number }) => b.score - a.score;

const combinations = (lists: readonly Side[][]): Side[][] =>
  lists.reduce<Side[][]>((made, list) => made.flatMap((sides) => list.map((side) => [...sides, side])), [[]]);

/** All ways to put four sides together near the first guesses, best first. */
function framesNear(quads: readonly Quad[], scene: Scene): Framed[] {
  const { sides, shrink, effort } = scene;
  const framed = quads.flatMap(({ corners }) => {
    const coarse = mapCorners(corners, ([x, y]): Point => [(x + 0.5) * shrink, (y + 0.5) * shrink]);
    const all = combinations(sides.about(coarse)).flatMap((four) => frame(four, scene) ?? []);
    const seen = all.sort(byScore).slice(0, effort.frames);
    const behind = seen.flatMap((one) => behindLedge(one, scene) ?? []);
    return [...seen, ...behind].map((one) => compared(one, scene));
  });
  return framed.sort(byScore);
}

/** How much the best leads the best that would put a corner elsewhere by more than an accepted error, 0..1. */
function lead([best, ...rest]: readonly Framed[]): number {
  const rival = rest.find((one) => farthest(one.corners, best.corners) > 0.006 * diagonalOf(best.corners));
  return rival ? Math.min(1, Math.max(0, (best.score - rival.score) / 0.25)) : 1;
}

/** shares of the diagonal between a picture's edge and its frame's lip */
const LIP = { nearest: 0.004, farthest: 0.03, score: 1.5 };

/**
 * Whether a frame's lip may have been taken for the picture's edge: another rectangle lies close inside the best one.
 */
const hasInner = ([best, ...rest]: readonly Framed[]): boolean =>
  rest.some(({ corners, score }) => {
    const off = farthest(corners, best.corners) / diagonalOf(best.corners);
    const inside = diagonalOf(corners) < (1 - 0.5 * LIP.nearest) * diagonalOf(best.corners);
    return inside && off > LIP.nearest && off < LIP.farthest && score > best.score - LIP.score;
  });

const ramp = (v: number, none: number, full: number) => Math.min(1, Math.max(0, (v - none) / (full - none)));

/** How sure the best way is: its weakest side, how straight and crisp it is, the pose, the next best way, the plan. */
function confidenceOf(frames: readonly Framed[], { width, height }: Picture): number {
  const [best] = frames;
  const worst = Math.min(...best.sides.map(({ agreement }) => agreement));
  const faintest = Math.min(...best.sides.map(({ strength }) => strength));
  const scatter = Math.max(...best.sides.map(({ scatterPx }) => scatterPx)) / Math.hypot(width, height);
  return (
    ramp(worst, 0.15, 0.6) *
    (1 - 0.6 * ramp(scatter, 0.0004, 0.0016)) *
    (0.7 + 0.3 * ramp(faintest, 0.008, 0.02)) *
    (1 - ramp(best.misfit, 0.5 * POSE_TOLERANCE, 2 * POSE_TOLERANCE)) *
    (0.45 + 0.55 * lead(frames)) *
    (0.6 + 0.4 * ramp(best.alike, 0.1, 0.5))
  );
}

/**
 * Finds the canvas in a photo: straight lines, quads of them scored by edges, proportion and likeness to the plan;
 * then, at full size,
 * every edge that runs along a side of the best quads, and the four that together fit the canvas's proportions seen by
 * a camera,
 * resemble the plan and end at their corners.
 * @returns null where nothing in the photo looks like a canvas of these proportions
 */
export function findCanvas(picture: Picture, expected: Expected): FoundCanvas | null {
  const view = viewOf(picture, expected);
  const found = [GLANCE, SEARCH].reduce<Pick<FoundCanvas, 'corners' | 'confidence'> | null>((before, effort) => {
    if (before && before.confidence >= PLAIN) return before;
    const frames = searchCanvas(view, effort);
    return frames.length
      ? {
          corners: frames[0].corners,
          confidence: confidenceOf(frames, picture) * (expected.framed && hasInner(frames) ? 0.5 : 1),
        }
      : before;
  }, null);
  return found && { ...found, ...lensFrom(picture, found.corners), risePx: blurOnSides(picture, found.corners) };
}

/** A photo made ready for looking at with any effort: its lines are there once, the strongest first. */
function viewOf(picture: Picture, expected: Expected) {
  const shrink = Math.max(1, Math.max(picture.width, picture.height) / SEARCH_PX);
  const size = { width: Math.round(picture.width / shrink), height: Math.round(picture.height / shrink) };
  const small = opponentsOfPicture(picture, size);
  const field = edgeField(small, 1);
  const floor = edgeFloor(field);
  const linesOf = (upright: boolean) =>
    straightLines(field, upright, SEARCH.lines).map((line) => sumSupport(field, line, floor));
  const eye = eyeOn(picture);
  const sides = new SideFinder(eye, {
    bandPx: Math.max(8, 6 * shrink),
    most: MOST_SIDES,
    framed: expected.framed ?? false,
  });
  return {
    eye,
    sides,
    field,
    lines: { upright: linesOf(true), level: linesOf(false) },
    small,
    shrink,
    expected,
  };
}

/** Every way the canvas may lie, best first. */
function searchCanvas(view: ReturnType<typeof viewOf>, effort: Effort): Framed[] {
  const { field, small, expected } = view;
  const lines = {
    upright: view.lines.upright.slice(0, effort.lines),
    level: view.lines.level.slice(0, effort.lines),
  };
  const quads = scoreQuads(field, small, { lines, expected });
  return framesNear(distinctQuads(quads, effort.quads), { ...view, effort });
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

export type { Expected };

import { mapCorners, type Corners, type Point } from '../../core/raster';
import { arrowOf } from '../stage/pointers';

/** A side of the canvas, clockwise from the top: it runs from the corner of its number to the next. */
export type Side = 0 | 1 | 2 | 3;
export const SIDES: readonly Side[] = [0, 1, 2, 3];
export const SIDE_NAMES = ['top', 'right', 'bottom', 'left'] as const;

type Line = readonly [Point, Point];
const BEYOND = 0.07; // of a side: how far its thread runs past the corners, to its nails

const cornerAt = (corners: Corners, i: number): Point => corners[((i % 4) + 4) % 4] ?? corners[0];
const sideOf = (corners: Corners, side: Side): Line => [cornerAt(corners, side), cornerAt(corners, side + 1)];

/** Where two lines cross; null where they run side by side. */
function crossing([[ax, ay], [bx, by]]: Line, [[cx, cy], [dx, dy]]: Line): Point | null {
  const [ux, uy, vx, vy] = [bx - ax, by - ay, dx - cx, dy - cy];
  const across = ux * vy - uy * vx;
  if (Math.abs(across) < 1e-9 * Math.hypot(ux, uy) * Math.hypot(vx, vy)) return null;
  const t = ((cx - ax) * vy - (cy - ay) * vx) / across;
  return [ax + t * ux, ay + t * uy];
}

/** The corners with one side's thread laid elsewhere: it crosses the threads beside it there. */
function laid(corners: Corners, side: Side, thread: Line): Corners {
  const from = crossing(thread, [cornerAt(corners, side - 1), cornerAt(corners, side)]);
  const to = crossing(thread, [cornerAt(corners, side + 1), cornerAt(corners, side + 2)]);
  if (!from || !to) return corners;
  return mapCorners(corners, (p, i) => (i === side ? from : i === (side + 1) % 4 ? to : p));
}

/** The corners after a side's thread was laid so far outside itself at its two ends, px. */
export function laidBeside(corners: Corners, side: Side, { from, to }: { from: number; to: number }): Corners {
  const [[ax, ay], [bx, by]] = sideOf(corners, side);
  const length = Math.hypot(bx - ax, by - ay);
  const [nx, ny] = [(by - ay) / length, (ax - bx) / length];
  return laid(corners, side, [
    [ax + from * nx, ay + from * ny],
    [bx + to * nx, by + to * ny],
  ]);
}

/** Where a side's thread is nailed, beyond both its corners. */
export function nailsOf(corners: Corners, side: Side): Line {
  const [[ax, ay], [bx, by]] = sideOf(corners, side);
  const [dx, dy] = [BEYOND * (bx - ax), BEYOND * (by - ay)];
  return [
    [ax - dx, ay - dy],
    [bx + dx, by + dy],
  ];
}

/** The corners after a side's thread was pulled: it moves across itself by so much of a way, px. */
export function pulledSide(corners: Corners, side: Side, [wx, wy]: Point): Corners {
  const [[ax, ay], [bx, by]] = sideOf(corners, side);
  const length = Math.hypot(bx - ax, by - ay);
  const normal: Point = [-(by - ay) / length, (bx - ax) / length];
  const far = wx * normal[0] + wy * normal[1];
  const [mx, my] = [far * normal[0], far * normal[1]];
  return laid(corners, side, [
    [ax + mx, ay + my],
    [bx + mx, by + my],
  ]);
}

/**
 * The corners after one nail of a side's thread was put elsewhere: the thread turns round the other.
 * @param end 0 = the first
 */
export function turnedSide(corners: Corners, side: Side, end: 0 | 1, to: Point): Corners {
  const nails = nailsOf(corners, side);
  return laid(corners, side, end === 0 ? [to, nails[1]] : [nails[0], to]);
}

/** The corners after a key was pressed on a thread: an arrow moves it, with Shift it turns; null = no such key. */
export function cornersAfterKey(
  corners: Corners,
  side: Side,
  { key, shiftKey, altKey }: Pick<KeyboardEvent, 'key' | 'shiftKey' | 'altKey'>,
): Corners | null {
  const way = arrowOf(key);
  if (!way) return null;
  const step = altKey ? 0.1 : 1;
  const by: Point = [way[0] * step, way[1] * step];
  if (!shiftKey) return pulledSide(corners, side, by);
  const [, [x, y]] = nailsOf(corners, side);
  return turnedSide(corners, side, 1, [x + by[0], y + by[1]]);
}

/**
 * How a photograph is laid so that a side runs along a strip, stretched across: an SVG matrix, photo px to strip.
 * It lies flat, from the left or from the top, or stands upright, from the top.
 * @param strip its length and breadth, and how many photo px lie across it
 */
export function stripMatrix(
  corners: Corners,
  side: Side,
  { length, breadth, across, upright }: { length: number; breadth: number; across: number; upright: boolean },
): string {
  const [a, b] = nailsOf(corners, side);
  const [p, q] = side < 2 ? [a, b] : [b, a];
  const whole = Math.hypot(q[0] - p[0], q[1] - p[1]);
  const [ux, uy] = [(q[0] - p[0]) / whole, (q[1] - p[1]) / whole];
  const [along, over] = [length / whole, breadth / across];
  // What lies along the side, and what lies across it: downwards where it lies flat, to the right where it stands.
  const [vx, vy] = upright ? [uy, -ux] : [-uy, ux];
  const first = [along * ux, along * uy, -along * (p[0] * ux + p[1] * uy)];
  const second = [over * vx, over * vy, breadth / 2 - over * (p[0] * vx + p[1] * vy)];
  const [x, y] = upright ? [second, first] : [first, second];
  return `matrix(${[x[0], y[0], x[1], y[1], x[2], y[2]].join(' ')})`;
}

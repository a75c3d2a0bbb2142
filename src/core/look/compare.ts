import type { Point } from '../raster';

/** A line between two points of one picture. */
export interface MeasuredLine {
  /** mm */
  readonly length: number;
  /** degrees it leans from level: 0..90 either way, + = its right end is lower */
  readonly lean: number;
  /** its middle, mm from the canvas's upper edge */
  readonly height: number;
}

/** One line on both pictures; null where an end of it is not known there. */
export interface ComparedLine {
  readonly planned: MeasuredLine | null;
  readonly painted: MeasuredLine | null;
  /** length as a multiple of the first line's; null where either is unknown, and of the first line itself */
  readonly share: { readonly planned: number | null; readonly painted: number | null };
  /** how much too long it is, as a share of the length planned: beside the first line, that line by itself */
  readonly off: number | null;
}

/** A point of the painter's on both pictures, canvas mm; null where it is not known. */
export interface Pointed {
  readonly plan: Point | null;
  readonly painted: Point | null;
}

const leanOf = (a: Point, b: Point): number => {
  const [left, right] = a[0] <= b[0] ? [a, b] : [b, a];
  return (Math.atan2(right[1] - left[1], right[0] - left[0]) * 180) / Math.PI;
};

const lineOf = (from: Point | null, to: Point | null): MeasuredLine | null =>
  from &&
  to && {
    length: Math.hypot(to[0] - from[0], to[1] - from[1]),
    lean: leanOf(from, to),
    height: (from[1] + to[1]) / 2,
  };

const ratio = (one: number | null | undefined, to: number | null | undefined) => (one && to ? one / to : null);

/**
 * Lines between every two points, planned and painted.
 * @param points the ends of the first line, then those of the second, and so on; one too many waits for its other end
 */
export function compareLines(points: readonly Pointed[]): ComparedLine[] {
  const lines = Array.from({ length: Math.floor(points.length / 2) }, (_, i) => {
    const [from, to] = points.slice(2 * i, 2 * i + 2);
    return { planned: lineOf(from.plan, to.plan), painted: lineOf(from.painted, to.painted) };
  });
  return lines.map(({ planned, painted }, i) => {
    const share = {
      planned: i === 0 ? null : ratio(planned?.length, lines[0].planned?.length),
      painted: i === 0 ? null : ratio(painted?.length, lines[0].painted?.length),
    };
    const times = i === 0 ? ratio(painted?.length, planned?.length) : ratio(share.painted, share.planned);
    return { planned, painted, share, off: times === null ? null : times - 1 };
  });
}

/** The angle between two lines, degrees 0..90. */
export function angleBetween(one: MeasuredLine, other: MeasuredLine): number {
  const between = Math.abs(one.lean - other.lean) % 180;
  return Math.min(between, 180 - between);
}

/** How far one line leans from another, degrees: + = its right end is lower; never more than a right angle. */
export function leansBy(painted: MeasuredLine, planned: MeasuredLine): number {
  const by = painted.lean - planned.lean;
  return by > 90 ? by - 180 : by < -90 ? by + 180 : by;
}

const SPAN = 2; // px to either side from which a slope is taken
const ACROSS = 5; // px to either side over which a contour's middle is sought
const LEAST_SLOPE = 12; // bytes over {@link SPAN} twice, below which there is no contour to go to

/** How fast the grey of a picture changes at a pixel, per axis; outside of it not at all. */
function slopesOf(rgba: Uint8ClampedArray, { width, height }: { width: number; height: number }) {
  const grey = (x: number, y: number) => {
    const o = 4 * (y * width + x);
    return 0.3 * rgba[o] + 0.6 * rgba[o + 1] + 0.1 * rgba[o + 2];
  };
  return (x: number, y: number): Point =>
    x < SPAN || y < SPAN || x >= width - SPAN || y >= height - SPAN
      ? [0, 0]
      : [grey(x + SPAN, y) - grey(x - SPAN, y), grey(x, y + SPAN) - grey(x, y - SPAN)];
}

/** The middle of a contour's slope, sought across it: a tap from either side comes to the same place. */
function middleOf(slopeAt: (x: number, y: number) => Point, [x, y]: Point): Point {
  const [gx, gy] = slopeAt(x, y);
  const steep = Math.hypot(gx, gy);
  const [nx, ny] = [gx / steep, gy / steep];
  let [sum, weight] = [0, 0];
  for (let t = -ACROSS; t <= ACROSS; t += 0.5) {
    const [sx, sy] = slopeAt(Math.round(x + t * nx), Math.round(y + t * ny));
    const along = Math.max(0, sx * nx + sy * ny);
    sum += t * along;
    weight += along;
  }
  const by = weight > 0 ? sum / weight : 0;
  return [x + by * nx, y + by * ny];
}

/**
 * The steepest place of a picture near a point: where a hand that tapped beside a contour meant to tap.
 * @param at, @param reach px; @returns px, finer than one; the point itself where no contour is near
 */
export function snapToContour(
  rgba: Uint8ClampedArray,
  size: { width: number; height: number },
  { at: [cx, cy], reach }: { at: Point; reach: number },
): Point {
  const slopeAt = slopesOf(rgba, size);
  let [best, where] = [0, [cx, cy] as Point];
  for (let y = Math.round(cy - reach); y <= cy + reach; y++)
    for (let x = Math.round(cx - reach); x <= cx + reach; x++) {
      const away = Math.hypot(x - cx, y - cy);
      if (away > reach) continue;
      // The nearer of two like contours.
      const score = Math.hypot(...slopeAt(x, y)) * (1 - 0.5 * (away / reach));
      if (score > best) [best, where] = [score, [x, y]];
    }
  return best > LEAST_SLOPE ? middleOf(slopeAt, where) : [cx, cy];
}

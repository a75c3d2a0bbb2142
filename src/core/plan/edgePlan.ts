import { sampleAt, simplify, type Plane, type Point } from '../raster';
import type { MassMap } from './masses';

/** A stretch of the border between two masses, from junction to junction. */
export interface EdgeSegment {
  /** canvas mm */
  readonly line: readonly Point[];
  /** a point on it, about its middle */
  readonly middle: Point;
  readonly lengthMm: number;
  /** indices of the masses on either side */
  readonly between: readonly [number, number];
  /** 10-90 % rise across it in the reference, mm */
  readonly widthMm: number;
  /** steps, the second mass minus the first */
  readonly contrast: number;
}

/** The cracks between pixels of unlike masses as a graph: for every pixel corner the cracks that end there. */
function cracksOf({ massOf, width, height }: MassMap) {
  const across = (x: number, y: number) => (x < 0 || y < 0 || x >= width || y >= height ? -1 : massOf[y * width + x]);
  const pairAt = (x: number, y: number, right: boolean): number => {
    // The crack that leaves corner (x, y) to the right, or downwards, and the two masses beside it.
    const [a, b] = right ? [across(x, y - 1), across(x, y)] : [across(x - 1, y), across(x, y)];
    return a < 0 || b < 0 || a === b ? -1 : Math.min(a, b) * 65536 + Math.max(a, b);
  };
  const corners = width + 1;
  /** right, down, left, up: the pair beside each crack at a corner; -1 = none */
  const around = (corner: number): [number, number][] => {
    const [x, y] = [corner % corners, Math.floor(corner / corners)];
    const all: [number, number][] = [
      [pairAt(x, y, true), corner + 1],
      [pairAt(x, y, false), corner + corners],
      [x > 0 ? pairAt(x - 1, y, true) : -1, corner - 1],
      [y > 0 ? pairAt(x, y - 1, false) : -1, corner - corners],
    ];
    return all.filter(([pair]) => pair >= 0);
  };
  return { corners, around };
}

/** Walks the cracks of one pair of masses from a corner until they meet another, or come round. */
function walk(
  start: number,
  [pair, first]: [number, number],
  { around, done }: { around: (c: number) => [number, number][]; done: Set<string> },
): number[] {
  const key = (a: number, b: number) => `${Math.min(a, b)}-${Math.max(a, b)}`;
  const path = [start, first];
  done.add(key(start, first));
  for (;;) {
    const at = path[path.length - 1];
    const ways = around(at);
    if (ways.length !== 2) return path; // a junction, or the picture's border
    const next = ways.find(([other, to]) => other === pair && !done.has(key(at, to)));
    if (!next) return path;
    done.add(key(at, next[1]));
    path.push(next[1]);
  }
}

function chainsOf(masses: MassMap): { pair: number; path: number[] }[] {
  const { corners, around } = cracksOf(masses);
  const done = new Set<string>();
  const out: { pair: number; path: number[] }[] = [];
  const total = corners * (masses.height + 1);
  // Junctions first, so that every chain runs from one to the next; what is left are closed rings.
  for (const junctions of [true, false])
    for (let corner = 0; corner < total; corner++) {
      const ways = around(corner);
      if (ways.length === 0 || (junctions && ways.length === 2)) continue;
      for (const way of ways) {
        const key = `${Math.min(corner, way[1])}-${Math.max(corner, way[1])}`;
        if (!done.has(key)) out.push({ pair: way[0], path: walk(corner, way, { around, done }) });
      }
    }
  return out;
}

const REACH_MM = 14; // how far either side a border is looked at: past the widest soft edge
const SAMPLE_MM = 0.5;
const LOOK_EVERY_MM = 3;

/**
 * Rise of a profile, each centred on its own crossing before the mean is taken (a wobbly border is not a soft one).
 * @param profiles values across the border, SAMPLE_MM apart
 */
function riseOf(profiles: readonly Float32Array[]): { widthMm: number; contrast: number } {
  if (profiles.length === 0) return { widthMm: 0, contrast: 0 };
  const n = profiles[0].length;
  const middle = (n - 1) / 2;
  const side = Math.round(4 / SAMPLE_MM);
  const meanOf = (p: ArrayLike<number>, from: number, to: number) => {
    let sum = 0;
    for (let k = from; k < to; k++) sum += p[k];
    return sum / (to - from);
  };
  const ends = profiles.map((p) => [
    meanOf(p, middle - side - 6, middle - 6),
    meanOf(p, middle + 7, middle + side + 7),
  ]);
  const contrast = ends.reduce((sum, [a, b]) => sum + b - a, 0) / ends.length;
  if (Math.abs(contrast) < 0.05) return { widthMm: 2 * REACH_MM, contrast };
  const mean = new Float32Array(n);
  let used = 0;
  profiles.forEach((p, k) => {
    const [a, b] = ends[k];
    if (Math.sign(b - a) !== Math.sign(contrast)) return;
    const half = (a + b) / 2;
    let at = middle;
    for (let d = 0; d <= 8; d++) {
      const found = [middle - d, middle + d].find((i) => (p[i] - half) * (p[i + 1] - half) <= 0);
      if (found !== undefined) {
        at = found;
        break;
      }
    }
    used++;
    for (let i = 0; i < n; i++) mean[i] += (p[Math.min(n - 1, Math.max(0, i + at - middle))] - a) / (b - a);
  });
  if (used === 0) return { widthMm: 2 * REACH_MM, contrast };
  const crossing = (level: number) => {
    for (let i = 1; i < n; i++) {
      const [a, b] = [mean[i - 1] / used, mean[i] / used];
      if (a < level && b >= level) return i - 1 + (level - a) / (b - a);
    }
    return NaN;
  };
  const width = (crossing(0.9) - crossing(0.1)) * SAMPLE_MM;
  return { widthMm: Number.isFinite(width) ? Math.max(0, width) : 2 * REACH_MM, contrast };
}

function profilesAlong(line: readonly Point[], values: Plane, mmPerPixel: number): Float32Array[] {
  const out: Float32Array[] = [];
  const count = 2 * Math.round(REACH_MM / SAMPLE_MM) + 1;
  let due = LOOK_EVERY_MM / 2;
  for (let k = 1; k < line.length; k++) {
    const [[ax, ay], [bx, by]] = [line[k - 1], line[k]];
    const length = Math.hypot(bx - ax, by - ay);
    for (; due < length; due += LOOK_EVERY_MM) {
      const [x, y] = [ax + ((bx - ax) * due) / length, ay + ((by - ay) * due) / length];
      // The normal points to the right of the way the line runs.
      const [nx, ny] = [-(by - ay) / length, (bx - ax) / length];
      out.push(
        Float32Array.from({ length: count }, (_, i) => {
          const d = (i - (count - 1) / 2) * SAMPLE_MM;
          return sampleAt(values, (x + nx * d) / mmPerPixel - 0.5, (y + ny * d) / mmPerPixel - 0.5);
        }),
      );
    }
    due -= length;
  }
  return out;
}

function middleOf(line: readonly Point[], lengthMm: number): Point {
  let left = lengthMm / 2;
  for (let k = 1; k < line.length; k++) {
    const [[ax, ay], [bx, by]] = [line[k - 1], line[k]];
    const length = Math.hypot(bx - ax, by - ay);
    if (left <= length) return [ax + ((bx - ax) * left) / length, ay + ((by - ay) * left) / length];
    left -= length;
  }
  return line[line.length - 1];
}

const lengthOf = (line: readonly Point[]) =>
  line.slice(1).reduce((sum, [x, y], k) => sum + Math.hypot(x - line[k][0], y - line[k][1]), 0);

/**
 * Every border between masses in stretches from junction to junction, with how hard it is in the reference.
 * @param values Munsell value of every pixel of the planned picture, the masses' own size
 * @param leastMm shorter stretches are left out
 */
export function edgeSegments(
  masses: MassMap,
  values: Plane,
  { mmPerPixel, leastMm = 12 }: { mmPerPixel: number; leastMm?: number },
): EdgeSegment[] {
  const corners = masses.width + 1;
  return chainsOf(masses).flatMap(({ pair, path }): EdgeSegment[] => {
    const points = path.map((corner): Point => [
      (corner % corners) * mmPerPixel,
      Math.floor(corner / corners) * mmPerPixel,
    ]);
    const line = simplify(points, 1.2 * mmPerPixel);
    const lengthMm = lengthOf(line);
    if (lengthMm < leastMm) return [];
    const [one, two] = [Math.floor(pair / 65536), pair % 65536];
    return [
      {
        line,
        middle: middleOf(line, lengthMm),
        lengthMm,
        between: [one, two],
        ...riseOf(profilesAlong(line, values, mmPerPixel)),
      },
    ];
  });
}

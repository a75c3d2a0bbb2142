import { UNITS_PER_STEP } from '../colour';
import type { Colours } from '../photo';
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
  /** steps, of colour their worth */
  readonly contrast: number;
  /** what it is seen by: colour where value has none */
  readonly by: 'value' | 'colour';
}

/**
 * The cracks between pixels of unlike masses, as a graph over the corners of pixels: the crack that leaves a corner to
 * the right has number 2 corner, the one downwards 2 corner + 1.
 */
class Cracks {
  readonly corners: number;
  /** the pair of masses beside each crack, the smaller index times 65536; -1 = none */
  private readonly pairs: Int32Array;
  private readonly walked: Uint8Array;

  constructor({ massOf, width, height }: MassMap) {
    this.corners = width + 1;
    const count = 2 * this.corners * (height + 1);
    this.pairs = new Int32Array(count).fill(-1);
    this.walked = new Uint8Array(count);
    const pairOf = (a: number, b: number) => Math.min(a, b) * 65536 + Math.max(a, b);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const corner = y * this.corners + x;
        const [here, above, left] = [massOf[i], massOf[i - width], massOf[i - 1]];
        if (y > 0 && above !== here) this.pairs[2 * corner] = pairOf(above, here);
        if (x > 0 && left !== here) this.pairs[2 * corner + 1] = pairOf(left, here);
      }
  }

  /** The cracks that end at a corner: their numbers, and the corner at the other end of each. */
  private *at(corner: number): Generator<readonly [crack: number, to: number]> {
    const { corners, pairs } = this;
    if (pairs[2 * corner] >= 0) yield [2 * corner, corner + 1];
    if (pairs[2 * corner + 1] >= 0) yield [2 * corner + 1, corner + corners];
    if (corner >= 1 && pairs[2 * (corner - 1)] >= 0) yield [2 * (corner - 1), corner - 1];
    const up = 2 * (corner - corners) + 1;
    if (up >= 0 && pairs[up] >= 0) yield [up, corner - corners];
  }

  /** Walks the cracks of one pair of masses from a corner until they meet another, or come round. */
  private walk(start: number, [crack, first]: readonly [number, number]): { pair: number; path: number[] } {
    const pair = this.pairs[crack];
    const path = [start, first];
    this.walked[crack] = 1;
    for (let at = first; ;) {
      const ways = [...this.at(at)];
      if (ways.length !== 2) return { pair, path }; // a junction, or the picture's border
      const next = ways.find(([other]) => this.pairs[other] === pair && !this.walked[other]);
      if (!next) return { pair, path };
      [, at] = next;
      this.walked[next[0]] = 1;
      path.push(at);
    }
  }

  /** Every chain of cracks: junctions first, so that each runs from one to the next; what is left are closed rings. */
  chains(): { pair: number; path: number[] }[] {
    const ends = new Uint8Array(this.pairs.length / 2);
    this.pairs.forEach((pair, crack) => {
      if (pair < 0) return;
      const corner = crack >> 1;
      ends[corner]++;
      ends[crack & 1 ? corner + this.corners : corner + 1]++;
    });
    const out: { pair: number; path: number[] }[] = [];
    for (const junctions of [true, false])
      ends.forEach((count, corner) => {
        if (count === 0 || (junctions && count === 2)) return;
        for (const way of this.at(corner)) if (!this.walked[way[0]]) out.push(this.walk(corner, way));
      });
    return out;
  }
}

/** A border between two masses, from junction to junction. */
export interface MassBorder {
  /** canvas mm, from pixel corner to pixel corner */
  readonly points: readonly Point[];
  /** indices of the masses on either side */
  readonly between: readonly [number, number];
}

/** Every border between masses, however short. */
export function massBorders(masses: MassMap, mmPerPixel: number): MassBorder[] {
  const cracks = new Cracks(masses);
  const { corners } = cracks;
  return cracks.chains().map(({ pair, path }) => ({
    points: path.map((corner): Point => [(corner % corners) * mmPerPixel, Math.floor(corner / corners) * mmPerPixel]),
    between: [Math.floor(pair / 65536), pair % 65536],
  }));
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

// Value has no edge under so many steps, or from so many mm on; colour has one from so many steps' worth.
const BY_COLOUR = { lostUnder: 0.3, lostFromMm: 12, least: 1 };

/** How hard a border is: by value, and where value has none by the colour that parts its sides most. */
function riseOn(line: readonly Point[], { value, a, b }: Record<keyof Colours, Plane>, mmPerPixel: number) {
  const along = (plane: Plane) => profilesAlong(line, plane, mmPerPixel);
  const byValue = riseOf(along(value));
  const isThere = Math.abs(byValue.contrast) >= BY_COLOUR.lostUnder && byValue.widthMm <= BY_COLOUR.lostFromMm;
  if (isThere) return { ...byValue, by: 'value' as const };
  const [red, yellow] = [along(a), along(b)];
  const [da, db] = [riseOf(red).contrast, riseOf(yellow).contrast];
  const units = Math.hypot(da, db);
  if (units < BY_COLOUR.least * UNITS_PER_STEP) return { ...byValue, by: 'value' as const };
  const parted = red.map((run, k) => run.map((v, i) => (v * da + yellow[k][i] * db) / units / UNITS_PER_STEP));
  return { ...riseOf(parted), by: 'colour' as const };
}

/**
 * Every border between masses in stretches from junction to junction, with how hard it is in the reference.
 * @param colours of every pixel of the planned picture, the masses' own size
 * @param leastMm shorter stretches are left out
 */
export function edgeSegments(
  masses: MassMap,
  colours: Colours,
  { mmPerPixel, leastMm = 12 }: { mmPerPixel: number; leastMm?: number },
): EdgeSegment[] {
  const { width, height } = masses;
  const plane = (data: Float32Array): Plane => ({ width, height, data });
  const planes = { value: plane(colours.value), a: plane(colours.a), b: plane(colours.b) };
  return massBorders(masses, mmPerPixel).flatMap(({ points, between }): EdgeSegment[] => {
    const line = simplify(points, 1.2 * mmPerPixel);
    const lengthMm = lengthOf(line);
    if (lengthMm < leastMm) return [];
    return [{ line, middle: middleOf(line, lengthMm), lengthMm, between, ...riseOn(line, planes, mmPerPixel) }];
  });
}

import { gaussianBlur, sampleAt, shrinkPlane, type Plane, type Point } from '../raster';
import { UNITS_PER_STEP } from './cells';
import type { Aligned } from '../read';

/** A place on a thin shape of the plan. */
export interface LinePlace {
  /** canvas mm */
  readonly at: Point;
  /** steps by which it stands out from both its sides, the weaker of them; painted: the same way, 0 or less = not */
  readonly planned: number;
  readonly painted: number;
}

/** A thin shape of the plan: those of its places that can be read, about a millimetre apart, in no order. */
export interface ThinLine {
  readonly places: readonly LinePlace[];
}

const SIGMAS_MM = [0.6, 1.2]; // thin: some 1 to 4 mm wide
const LEAST_BENT = 0.28; // steps: what a line of LEAST_STEPS comes to under them
const LEAST_STEPS = 0.8; // a line stands out by
const MOST_SLOPE = 0.6; // of what bends, that may slope: beside a border everything bends and slopes alike

/** Where a plane is bent across one way, as a line is. */
interface Ridge {
  readonly x: number;
  readonly y: number;
  /** the way across, a unit vector */
  readonly way: Point;
  /** 1 = lighter than its sides, -1 = darker */
  readonly sign: number;
  readonly sigma: number;
  readonly strength: number;
}

/** The strongest curvature of a plane at a pixel: eigenvalue and vector of its second derivatives, and its slope. */
function bendAt({ data, width }: Plane, i: number) {
  const [c, l, r, u, d] = [data[i], data[i - 1], data[i + 1], data[i - width], data[i + width]];
  const [xx, yy] = [l - 2 * c + r, u - 2 * c + d];
  const xy = (data[i + width + 1] - data[i + width - 1] - data[i - width + 1] + data[i - width - 1]) / 4;
  const half = Math.hypot((xx - yy) / 2, xy);
  const middle = (xx + yy) / 2;
  const bend = middle < 0 ? middle - half : middle + half;
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy) + (middle < 0 ? Math.PI / 2 : 0);
  const way: Point = [Math.cos(angle), Math.sin(angle)];
  const slope = ((r - l) * way[0] + (d - u) * way[1]) / 2;
  return { bend, way, slope };
}

/** Ridges of one width: where the plane bends most across, and hardly slopes. */
function ridgesAt(plane: Plane, sigma: number): Map<number, Ridge> {
  const soft = gaussianBlur(plane, sigma);
  const { width, height, data } = soft;
  const out = new Map<number, Ridge>();
  for (let y = 2; y < height - 2; y++)
    for (let x = 2, i = y * width + 2; x < width - 2; x++, i++) {
      const c = 2 * data[i];
      // Quick: nothing bends enough either way.
      const rough = Math.abs(data[i - 1] + data[i + 1] - c) + Math.abs(data[i - width] + data[i + width] - c);
      if (rough * sigma * sigma < LEAST_BENT / 2) continue;
      const { bend, way, slope } = bendAt(soft, i);
      const strength = Math.abs(bend) * sigma * sigma;
      if (strength < LEAST_BENT || Math.abs(slope) * sigma > MOST_SLOPE * strength) continue;
      const sign = -Math.sign(bend);
      const value = sign * data[i];
      const beside = (side: number) => sign * sampleAt(soft, x + side * way[0], y + side * way[1]);
      if (beside(1) > value || beside(-1) > value) continue;
      out.set(i, { x, y, way, sign, sigma, strength });
    }
  return out;
}

/** The strongest of the ridges of all widths, thinned to every place once. */
function ridgesOf(plane: Plane, mmPerPixel: number): Map<number, Ridge> {
  const out = new Map<number, Ridge>();
  for (const mm of SIGMAS_MM)
    for (const [i, ridge] of ridgesAt(plane, Math.max(0.8, mm / mmPerPixel))) {
      const known = out.get(i);
      if (!known || known.strength < ridge.strength) out.set(i, ridge);
    }
  return out;
}

const ALONG_MM = [-4, -3, -2, -1, 0, 1, 2, 3, 4];
const FLANK = 2.2; // sigmas beside the middle, no less than LEAST_FLANK_MM
const LEAST_FLANK_MM = 1.8;
const ASIDE_MM = Array.from({ length: 21 }, (_, k) => (k - 10) / 2); // where a line is looked for in the painting

/** Mean of a plane along a line through a point, a few millimetres either way. */
function meanAlong(plane: Plane, [x, y]: Point, [dx, dy]: Point, mm: number): number {
  let sum = 0;
  for (const t of ALONG_MM) sum += sampleAt(plane, x + (t / mm) * dx, y + (t / mm) * dy);
  return sum / ALONG_MM.length;
}

/** What a ridge's place stands out by from both its sides. @param aside px, where its middle is looked for */
function standsOut(plane: Plane, { x, y, way, sign, sigma }: Ridge, aside: number, mmPerPixel: number): number {
  const along: Point = [-way[1], way[0]];
  const flank = Math.max(FLANK * sigma, LEAST_FLANK_MM / mmPerPixel);
  const mean = (by: number) => meanAlong(plane, [x + by * way[0], y + by * way[1]], along, mmPerPixel);
  const middle = mean(aside);
  return Math.min(sign * (middle - mean(aside - flank)), sign * (middle - mean(aside + flank)));
}

/** Groups of ridges that follow one another within so many pixels and are light or dark alike. */
function connected(ridges: ReadonlyMap<number, Ridge>, width: number, reach: number): Ridge[][] {
  const left = new Set(ridges.keys());
  const out: Ridge[][] = [];
  for (const first of ridges.keys()) {
    if (!left.delete(first)) continue;
    const open = [first];
    const group: Ridge[] = [];
    for (let i = open.pop(); i !== undefined; i = open.pop()) {
      const own = ridges.get(i);
      if (!own) continue;
      group.push(own);
      for (let v = -reach; v <= reach; v++)
        for (let u = -reach; u <= reach; u++) {
          const k = i + v * width + u;
          const other = ridges.get(k);
          if (!other || other.sign !== own.sign || Math.abs(other.x - own.x) > reach) continue;
          if (left.delete(k)) open.push(k);
        }
    }
    out.push(group);
  }
  return out;
}

/** How long a line one or two pixels wide is, mm: a straight one goes through a square of two pixels for 1.9. */
function lengthOf(points: readonly Pick<Ridge, 'x' | 'y'>[], mmPerPixel: number): number {
  return new Set(points.map(({ x, y }) => `${x >> 1},${y >> 1}`)).size * 1.9 * mmPerPixel;
}

const REACH = 2; // pixels over which a line goes on

const LEAST_WIDE_MM = 0.9; // what is narrower no brush is asked for
const ACROSS_MM = Array.from({ length: 25 }, (_, k) => (k - 12) / 4);

/** How wide a ridge's place is, mm: what lies between its flanks, over what it stands out by. */
function widthOf(plane: Plane, ridge: Ridge, stands: number, mmPerPixel: number): number {
  const { x, y, way, sign, sigma } = ridge;
  const flank = Math.max(FLANK * sigma * mmPerPixel, LEAST_FLANK_MM);
  const along: Point = [-way[1], way[0]];
  const at = (mm: number) =>
    sign * meanAlong(plane, [x + (mm / mmPerPixel) * way[0], y + (mm / mmPerPixel) * way[1]], along, mmPerPixel);
  const middle = at(0);
  return ACROSS_MM.filter((mm) => Math.abs(mm) <= flank).reduce(
    (sum, mm) => sum + 0.25 * Math.max(0, 1 - (middle - at(mm)) / stands),
    0,
  );
}

const EVERY_MM = 1;
const CLEAR_MM = 4; // to either side, that must be readable, too

/** One plane of plan and painting over each other. */
interface Pair {
  readonly plan: Plane;
  readonly painting: Plane;
  readonly mmPerPixel: number;
}

/** Thin shapes on one plane of the plan. @param unread whether a place (mm) cannot be read */
function linesOn({ plan, painting, mmPerPixel }: Pair, unread: (at: Point) => boolean, leastMm: number): ThinLine[] {
  const step = Math.max(1, Math.round(EVERY_MM / mmPerPixel));
  return connected(ridgesOf(plan, mmPerPixel), plan.width, REACH).flatMap((group): ThinLine[] => {
    if (lengthOf(group, mmPerPixel) < leastMm) return [];
    const places = group.flatMap((ridge, k): LinePlace[] => {
      const at: Point = [(ridge.x + 0.5) * mmPerPixel, (ridge.y + 0.5) * mmPerPixel];
      const besides = [-CLEAR_MM, 0, CLEAR_MM].map((mm): Point => [
        at[0] + mm * ridge.way[0],
        at[1] + mm * ridge.way[1],
      ]);
      if (k % step !== 0 || besides.some(unread)) return [];
      const planned = standsOut(plan, ridge, 0, mmPerPixel);
      if (planned < LEAST_STEPS || widthOf(plan, ridge, planned, mmPerPixel) < LEAST_WIDE_MM) return [];
      const painted = Math.max(...ASIDE_MM.map((mm) => standsOut(painting, ridge, mm / mmPerPixel, mmPerPixel)));
      return [{ at, planned, painted }];
    });
    return places.length > 0 ? [{ places }] : [];
  });
}

const SAME_MM = 4; // within which a line of colour is the line of value

/** Whether most of a line runs along another. */
const runsAlong = ({ places }: ThinLine, other: ThinLine): boolean =>
  places.filter(({ at: [x, y] }) => other.places.some(({ at: [u, v] }) => Math.hypot(x - u, y - v) <= SAME_MM)).length >
  places.length / 2;

const COLOUR_MM = 1; // a photograph's colour is no finer

/**
 * Thin shapes of the plan, some 1 to 4 mm wide, from so many mm on, and how they stand out in the painting along the
 * drift: in value, and those that value does not show in a* and b*.
 */
export function thinLines(aligned: Aligned, leastMm: number): ThinLine[] {
  const { width, height, mmPerPixel, planned, painted, mask } = aligned;
  const size = { width, height };
  const unread = ([x, y]: Point): boolean => {
    const [u, v] = [Math.floor(x / mmPerPixel), Math.floor(y / mmPerPixel)];
    return u >= 0 && v >= 0 && u < width && v < height && mask[v * width + u] === 1;
  };
  const coarser = Math.max(1, Math.round(COLOUR_MM / mmPerPixel));
  const inSteps = (data: Float32Array): Plane => {
    const small = shrinkPlane({ ...size, data }, coarser);
    return { ...small, data: small.data.map((v) => v / UNITS_PER_STEP) };
  };
  const value = { plan: { ...size, data: planned.value }, painting: { ...size, data: painted.value }, mmPerPixel };
  const colours = (['a', 'b'] as const).map((of) => ({
    ...{ plan: inSteps(planned[of]), painting: inSteps(painted[of]) },
    mmPerPixel: coarser * mmPerPixel,
  }));
  return colours
    .flatMap((pair) => linesOn(pair, unread, leastMm))
    .reduce<ThinLine[]>(
      (all, one) => (all.some((two) => runsAlong(one, two)) ? all : [...all, one]),
      linesOn(value, unread, leastMm),
    );
}

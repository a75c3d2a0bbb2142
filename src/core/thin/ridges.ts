import { gaussianBlur, sampleAt, type Plane, type Point } from '../raster';

const SIGMAS_MM = [0.6, 1.2]; // thin: some 1 to 4 mm wide
const LEAST_BENT = 0.28; // steps: what a line of 0.8 steps comes to under them
const MOST_SLOPE = 0.6; // of what bends, that may slope: beside a border everything bends and slopes alike

/** Where a plane is bent across one way, as a line is. */
export interface Ridge {
  readonly x: number;
  readonly y: number;
  /** the way across, a unit vector */
  readonly way: Point;
  /** 1 = lighter than its sides, -1 = darker */
  readonly sign: number;
  readonly sigma: number;
  readonly strength: number;
}

/**
 * The ridge of a plane at a pixel, by the eigenvalue and vector of its second derivatives that are the strongest; null
 * where it bends too little, slopes, or bends more beside.
 */
function ridgeAt(plane: Plane, x: number, y: number, sigma: number): Ridge | null {
  const { data, width } = plane;
  const i = y * width + x;
  const own = data[i];
  const xx = data[i - 1] - 2 * own + data[i + 1];
  const yy = data[i - width] - 2 * own + data[i + width];
  const xy = (data[i + width + 1] - data[i + width - 1] - data[i - width + 1] + data[i - width - 1]) / 4;
  const middle = (xx + yy) / 2;
  const unlike = (xx - yy) / 2;
  const half = Math.sqrt(unlike * unlike + xy * xy);
  const strength = (Math.abs(middle) + half) * sigma * sigma;
  if (strength < LEAST_BENT) return null;
  // The eigenvector of the larger eigenvalue, by half the angle; where their mean is below 0 the smaller is stronger.
  const double = half > 0 ? unlike / half : 1;
  const [cos, sin] = [Math.sqrt((1 + double) / 2), Math.sign(xy || 1) * Math.sqrt((1 - double) / 2)];
  const [wayX, wayY] = middle < 0 ? [-sin, cos] : [cos, sin];
  const slope = ((data[i + 1] - data[i - 1]) * wayX + (data[i + width] - data[i - width]) * wayY) / 2;
  if (Math.abs(slope) * sigma > MOST_SLOPE * strength) return null;
  const sign = middle < 0 ? 1 : -1;
  if (sign * sampleAt(plane, x + wayX, y + wayY) > sign * own) return null;
  if (sign * sampleAt(plane, x - wayX, y - wayY) > sign * own) return null;
  return { x, y, way: [wayX, wayY], sign, sigma, strength };
}

/** Ridges of one width: where the plane bends most across, and hardly slopes. */
function ridgesAt(plane: Plane, sigma: number): Map<number, Ridge> {
  const soft = gaussianBlur(plane, sigma);
  const { width, height, data } = soft;
  const out = new Map<number, Ridge>();
  const least = LEAST_BENT / 2 / sigma / sigma;
  for (let y = 2; y < height - 2; y++)
    for (let x = 2, i = y * width + 2; x < width - 2; x++, i++) {
      const c = 2 * data[i];
      // Quick: nothing bends enough either way.
      if (Math.abs(data[i - 1] + data[i + 1] - c) + Math.abs(data[i - width] + data[i + width] - c) < least) continue;
      const ridge = ridgeAt(soft, x, y, sigma);
      if (ridge) out.set(i, ridge);
    }
  return out;
}

/** The strongest of the ridges of all widths, thinned to every place once. @param sigmasMm half of how wide they are */
export function ridgesOf(plane: Plane, mmPerPixel: number, sigmasMm = SIGMAS_MM): Map<number, Ridge> {
  const out = new Map<number, Ridge>();
  for (const mm of sigmasMm)
    for (const [i, ridge] of ridgesAt(plane, Math.max(0.8, mm / mmPerPixel))) {
      const known = out.get(i);
      if (!known || known.strength < ridge.strength) out.set(i, ridge);
    }
  return out;
}

/**
 * Groups of ridges that follow one another within so many pixels and are light or dark alike.
 * @param onward cosine of the angle up to which one goes on the other's way
 */
export function connected(
  ridges: ReadonlyMap<number, Ridge>,
  width: number,
  { reach, onward = 0 }: { reach: number; onward?: number },
): Ridge[][] {
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
          if (Math.abs(other.way[0] * own.way[0] + other.way[1] * own.way[1]) < onward) continue;
          if (left.delete(k)) open.push(k);
        }
    }
    out.push(group);
  }
  return out;
}

/** How long a line one or two pixels wide is, mm: a straight one goes through a square of two pixels for 1.9. */
export function lengthOf(points: readonly Pick<Ridge, 'x' | 'y'>[], mmPerPixel: number): number {
  return new Set(points.map(({ x, y }) => `${x >> 1},${y >> 1}`)).size * 1.9 * mmPerPixel;
}

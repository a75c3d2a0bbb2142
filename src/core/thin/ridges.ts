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
export function ridgesOf(plane: Plane, mmPerPixel: number): Map<number, Ridge> {
  const out = new Map<number, Ridge>();
  for (const mm of SIGMAS_MM)
    for (const [i, ridge] of ridgesAt(plane, Math.max(0.8, mm / mmPerPixel))) {
      const known = out.get(i);
      if (!known || known.strength < ridge.strength) out.set(i, ridge);
    }
  return out;
}

/** Groups of ridges that follow one another within so many pixels and are light or dark alike. */
export function connected(ridges: ReadonlyMap<number, Ridge>, width: number, reach: number): Ridge[][] {
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
export function lengthOf(points: readonly Pick<Ridge, 'x' | 'y'>[], mmPerPixel: number): number {
  return new Set(points.map(({ x, y }) => `${x >> 1},${y >> 1}`)).size * 1.9 * mmPerPixel;
}

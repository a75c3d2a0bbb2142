import { linearTables, median, type Picture, type Point } from '../raster';

/** Cube root of linear light for every code value: steps in the dark count as they do to the eye. */
export const perceptualTables = (picture: Picture) =>
  linearTables(picture).map((table) => table.map((v) => Math.cbrt(v)));

/** Three channels sampled along the normal of a side, one sample a pixel, from -reach to +reach. */
export function profileAcross(
  picture: Picture,
  tables: Float32Array[],
  { at, normal, reach }: { at: Point; normal: Point; reach: number },
): Float32Array[] {
  const { data, width, height } = picture;
  const n = 2 * reach + 1;
  const out = [0, 1, 2].map(() => new Float32Array(n));
  for (let k = 0; k < n; k++) {
    const x = Math.min(Math.max(at[0] + (k - reach) * normal[0] - 0.5, 0), width - 1.001);
    const y = Math.min(Math.max(at[1] + (k - reach) * normal[1] - 0.5, 0), height - 1.001);
    const i = 3 * ((y | 0) * width + (x | 0));
    const [fx, fy] = [x - (x | 0), y - (y | 0)];
    for (let c = 0; c < 3; c++) {
      const t = tables[c];
      const top = t[data[i + c]] * (1 - fx) + t[data[i + 3 + c]] * fx;
      const low = t[data[i + 3 * width + c]] * (1 - fx) + t[data[i + 3 * width + 3 + c]] * fx;
      out[c][k] = top * (1 - fy) + low * fy;
    }
  }
  return out;
}

/** A place where a profile changes: offset from its middle (px, fraction of a sample), strength and polarity. */
export interface Change {
  readonly offset: number;
  readonly strength: number;
  readonly sign: number;
}

/** Strongest slope of any channel at every sample, over windows of half samples either way. */
function slopesOf(profiles: Float32Array[], half: number): Float32Array {
  const n = profiles[0].length;
  const slopes = new Float32Array(n);
  for (let k = half; k < n - half; k++) {
    let best = 0;
    for (const p of profiles) {
      let s = 0;
      for (let o = 1; o <= half; o++) s += p[k + o] - p[k - o];
      if (Math.abs(s) > Math.abs(best)) best = s;
    }
    slopes[k] = best / half;
  }
  return slopes;
}

/**
 * The strongest changes of a profile, strongest first.
 * @param half samples either way over which a change is measured
 * @param sign 1 or -1: only changes of this polarity; 0: any
 */
export function changesOf(
  profiles: Float32Array[],
  { half, sign, most }: { half: number; sign: number; most: number },
): Change[] {
  const slopes = slopesOf(profiles, half);
  const n = slopes.length;
  const middle = (n - 1) / 2;
  const found: Change[] = [];
  for (let k = half; k < n - half; k++) {
    const here = Math.abs(slopes[k]);
    const [before, after] = [Math.abs(slopes[k - 1]), Math.abs(slopes[k + 1] ?? 0)];
    if (here < LEAST_CHANGE || here < before || here <= after || (sign !== 0 && Math.sign(slopes[k]) !== sign))
      continue;
    const bend = before - 2 * here + after;
    const offset = k - middle + (bend < 0 ? (0.5 * (before - after)) / bend : 0);
    found.push({ offset, strength: here, sign: Math.sign(slopes[k]) });
  }
  return found.sort((x, y) => y.strength - x.strength).slice(0, most);
}
const LEAST_CHANGE = 0.004; // cube root of light: below this it is noise

/** 10-90 % rise of the mean profile, each profile first moved onto its own crossing (a wobbly side is not a soft one). */
export function riseOf(
  picture: Picture,
  tables: Float32Array[],
  { from, to, reach }: { from: Point; to: Point; reach: number },
): number {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const normal: Point = [(to[1] - from[1]) / length, (from[0] - to[0]) / length];
  const rises: number[] = [];
  for (let k = 0; k < 60; k++) {
    const t = 0.05 + 0.9 * (k / 59);
    const at: Point = [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])];
    for (const profile of profileAcross(picture, tables, { at, normal, reach })) {
      const width = riseWidth(profile);
      if (width !== null) rises.push(width);
    }
  }
  return rises.length < 10 ? NaN : median(rises);
}

/** 10-90 % rise of one crossing, in samples; null where there is no clear step. */
function riseWidth(profile: Float32Array): number | null {
  const n = profile.length;
  const end = Math.max(2, Math.floor(n / 5));
  const low = profile.slice(0, end).reduce((s, v) => s + v, 0) / end;
  const high = profile.slice(n - end).reduce((s, v) => s + v, 0) / end;
  const step = high - low;
  if (Math.abs(step) < 0.12) return null;
  const middle = (n - 1) / 2;
  let cross = -1;
  for (let k = 1; k < n; k++) {
    if (
      (profile[k - 1] - low) / step < 0.5 &&
      (profile[k] - low) / step >= 0.5 &&
      (cross < 0 || Math.abs(k - middle) < Math.abs(cross - middle))
    )
      cross = k;
  }
  if (cross < 0) return null;
  const reach = (share: number, direction: number): number | null => {
    for (let k = direction < 0 ? cross - 1 : cross; k > 0 && k < n - 1; k += direction) {
      const here = (profile[k] - low) / step;
      if (direction < 0 ? here <= share : here >= share) {
        const back = (profile[k - direction] - low) / step;
        return k - direction * ((here - share) / (here - back || 1));
      }
    }
    return null;
  };
  const [a, b] = [reach(0.1, -1), reach(0.9, 1)];
  return a === null || b === null ? null : Math.max(0.3, b - a);
}

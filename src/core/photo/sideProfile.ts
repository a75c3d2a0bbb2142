import { linearTables, median, type Picture, type Point } from '../raster';

/** Cube root of linear light for every code value: steps in the dark count as they do to the eye. */
export const perceptualTables = (picture: Picture) =>
  linearTables(picture).map((table) => table.map((v) => Math.cbrt(v)));

/** A photo and the cube root of light of its code values, a table a channel. */
export interface Eye {
  readonly picture: Picture;
  readonly tables: readonly Float32Array[];
}
export const eyeOn = (picture: Picture): Eye => ({ picture, tables: perceptualTables(picture) });

/**
 * Room for one look across a side, used again from place to place: 2 reach + 1 samples of three channels, and their
 * slopes.
 */
export interface Probe {
  readonly reach: number;
  readonly channels: readonly [Float32Array, Float32Array, Float32Array];
  readonly slopes: Float32Array;
}
export function makeProbe(reach: number): Probe {
  const plane = () => new Float32Array(2 * reach + 1);
  return { reach, channels: [plane(), plane(), plane()], slopes: plane() };
}

/** Fills the probe with samples along a normal through a place (photo px), one a pixel, from -reach to +reach. */
export function look({ picture, tables }: Eye, probe: Probe, at: Point, normal: Point): void {
  const { data, width, height } = picture;
  const [tr, tg, tb] = tables;
  const {
    reach,
    channels: [r, g, b],
  } = probe;
  const n = 2 * reach + 1;
  const [nx, ny] = normal;
  const x0 = at[0] - reach * nx - 0.5;
  const y0 = at[1] - reach * ny - 0.5;
  const down = 3 * width;
  for (let k = 0; k < n; k++) {
    const x = Math.min(Math.max(x0 + k * nx, 0), width - 1.001);
    const y = Math.min(Math.max(y0 + k * ny, 0), height - 1.001);
    const [px, py] = [x | 0, y | 0];
    const fx = x - px;
    const fy = y - py;
    const i = 3 * (py * width + px);
    const j = i + down;
    const [w00, w10, w01, w11] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
    r[k] = w00 * tr[data[i]] + w10 * tr[data[i + 3]] + w01 * tr[data[j]] + w11 * tr[data[j + 3]];
    g[k] = w00 * tg[data[i + 1]] + w10 * tg[data[i + 4]] + w01 * tg[data[j + 1]] + w11 * tg[data[j + 4]];
    b[k] = w00 * tb[data[i + 2]] + w10 * tb[data[i + 5]] + w01 * tb[data[j + 2]] + w11 * tb[data[j + 5]];
  }
}

/** A place where a profile changes: offset from its middle (px, fraction of a sample), strength and polarity. */
export interface Change {
  readonly offset: number;
  readonly strength: number;
  readonly sign: number;
}

/** Strongest slope of any channel at every sample of a filled probe, over windows of half samples either way. */
function fillSlopes({ channels, slopes }: Probe, half: number): void {
  const n = slopes.length;
  slopes.fill(0);
  for (const p of channels) {
    // The difference of the sums after and before a sample slides along with it.
    let s = 0;
    for (let o = 1; o <= half; o++) s += p[half + o] - p[half - o];
    for (let k = half; k < n - half; k++) {
      if (Math.abs(s) > Math.abs(slopes[k])) slopes[k] = s;
      s += p[k + 1 + half] - p[k + 1] - p[k] + p[k - half];
    }
  }
  for (let k = half; k < n - half; k++) slopes[k] /= half;
}

/**
 * The strongest changes of a filled probe, strongest first.
 * @param half samples either way over which a change is measured
 * @param sign 1 or -1: only changes of this polarity; 0: any
 */
export function changesIn(probe: Probe, { half, sign, most }: { half: number; sign: number; most: number }): Change[] {
  fillSlopes(probe, half);
  const { slopes, reach } = probe;
  const found: Change[] = [];
  for (let k = half; k < slopes.length - half; k++) {
    const slope = slopes[k];
    const here = Math.abs(slope);
    if (here < LEAST_CHANGE || slope * sign < 0) continue;
    const before = Math.abs(slopes[k - 1]);
    const after = Math.abs(slopes[k + 1]);
    if (here < before || here <= after) continue;
    const bend = before - 2 * here + after;
    const offset = k - reach + (bend < 0 ? (0.5 * (before - after)) / bend : 0);
    found.push({ offset, strength: here, sign: Math.sign(slope) });
  }
  if (found.length > 1) found.sort((x, y) => y.strength - x.strength);
  if (found.length > most) found.length = most;
  return found;
}
const LEAST_CHANGE = 0.004; // cube root of light: below this it is noise

/**
 * 10-90 % rise of a side's crossings, each measured on its own (a wobbly side is not a soft one), photo px; NaN where
 * few are clear.
 */
export function riseOf(eye: Eye, { from, to, reach }: { from: Point; to: Point; reach: number }): number {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const normal: Point = [(to[1] - from[1]) / length, (from[0] - to[0]) / length];
  const probe = makeProbe(reach);
  const rises: number[] = [];
  for (let k = 0; k < 60; k++) {
    const t = 0.05 + 0.9 * (k / 59);
    look(eye, probe, [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])], normal);
    for (const profile of probe.channels) {
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

import { linearTables, type Picture } from './picture';
import type { Point, Raster } from './raster';

/** Light along a straight run of the canvas, a number a place. */
export interface LightRun {
  readonly r: Float32Array;
  readonly g: Float32Array;
  readonly b: Float32Array;
}

export const makeLightRun = (count: number): LightRun => ({
  r: new Float32Array(count),
  g: new Float32Array(count),
  b: new Float32Array(count),
});

/** A picture of the canvas read as closely as its source has pixels, in the light it is shown in whole. */
export interface CloseLight {
  /** what a pixel of the source covers, canvas mm */
  readonly pixelMm: number;
  /**
   * Fills a run with linear light.
   * @param from canvas mm; @param way a unit vector; @param at mm from there along it, rising
   */
  along(from: Point, way: Point, at: Float32Array, out: LightRun): void;
}

/** What a picture is read closely from. */
interface Source {
  readonly picture: Picture;
  /** where a place of the canvas (mm) lies in it, px, pixel edges at whole numbers */
  readonly place: (at: Point) => Point;
  /** the canvas cut out of the source, and the same as it is shown; of one size */
  readonly cut: Raster;
  readonly shown: Raster;
  /** not 0 = here something else than the source is shown */
  readonly other: Uint8Array | null;
  readonly widthMm: number;
}

const LEAST_LIGHT = 1e-3;
const [LEAST_GAIN, MOST_GAIN] = [0.125, 8];

const gainOf = (from: number, to: number): number =>
  Math.min(MOST_GAIN, Math.max(LEAST_GAIN, (to + LEAST_LIGHT) / (from + LEAST_LIGHT)));

/** By how much each pixel of the cut becomes what is shown: red, green and blue side by side, as they are asked for. */
function gainsOf(cut: Raster, shown: Raster): Float32Array {
  const gains = new Float32Array(3 * cut.r.length);
  for (let i = 0; i < cut.r.length; i++) {
    gains[3 * i] = gainOf(cut.r[i], shown.r[i]);
    gains[3 * i + 1] = gainOf(cut.g[i], shown.g[i]);
    gains[3 * i + 2] = gainOf(cut.b[i], shown.b[i]);
  }
  return gains;
}

/**
 * Where a straight run lies in a source: a parabola through three of its places, which a camera's view is over 40 mm.
 */
function runIn(place: (at: Point) => Point, from: Point, way: Point, at: Float32Array) {
  const [first, last] = [at[0], at[at.length - 1]];
  const middle = (first + last) / 2;
  const half = (last - first) / 2 || 1;
  const on = (t: number) => place([from[0] + t * way[0], from[1] + t * way[1]]);
  const [a, b, c] = [on(first), on(middle), on(last)];
  return {
    middle,
    half,
    x: [b[0], (c[0] - a[0]) / 2, (a[0] + c[0]) / 2 - b[0]] as const,
    y: [b[1], (c[1] - a[1]) / 2, (a[1] + c[1]) / 2 - b[1]] as const,
  };
}

/** Reads a picture's light between its pixels: px, pixel centres at whole numbers; places outside repeat the border. */
function betweenPixels({ width, height, data, profile: { matrix } }: Picture, tables: readonly Float32Array[]) {
  const [tr, tg, tb] = tables;
  return (u: number, v: number, k: number, out: LightRun): void => {
    const cx = Math.min(width - 1.001, Math.max(0, u));
    const cy = Math.min(height - 1.001, Math.max(0, v));
    const x0 = cx | 0;
    const y0 = cy | 0;
    const fx = cx - x0;
    const fy = cy - y0;
    const top = 3 * (y0 * width + x0);
    const low = top + 3 * width;
    const p = (1 - fx) * (1 - fy);
    const q = fx * (1 - fy);
    const s = (1 - fx) * fy;
    const t = fx * fy;
    const red = p * tr[data[top]] + q * tr[data[top + 3]] + s * tr[data[low]] + t * tr[data[low + 3]];
    const green = p * tg[data[top + 1]] + q * tg[data[top + 4]] + s * tg[data[low + 1]] + t * tg[data[low + 4]];
    const blue = p * tb[data[top + 2]] + q * tb[data[top + 5]] + s * tb[data[low + 2]] + t * tb[data[low + 5]];
    if (!matrix) {
      out.r[k] = red;
      out.g[k] = green;
      out.b[k] = blue;
    } else {
      out.r[k] = matrix[0] * red + matrix[1] * green + matrix[2] * blue;
      out.g[k] = matrix[3] * red + matrix[4] * green + matrix[5] * blue;
      out.b[k] = matrix[6] * red + matrix[7] * green + matrix[8] * blue;
    }
  };
}

/** Reads a source closely. Where something else is shown than the source, it is what is shown, only larger. */
export function closeLightOf({ picture, place, cut, shown, other, widthMm }: Source): CloseLight {
  const gains = gainsOf(cut, shown);
  const fineAt = betweenPixels(picture, linearTables(picture));
  const perMm = cut.width / widthMm;
  const [middle, beside] = [place([widthMm / 2, widthMm / 4]), place([widthMm / 2 + 1, widthMm / 4])];
  const near = (u: number, v: number) =>
    Math.min(cut.height - 1, Math.max(0, Math.round(v))) * cut.width +
    Math.min(cut.width - 1, Math.max(0, Math.round(u)));
  const along = (from: Point, way: Point, at: Float32Array, out: LightRun) => {
    const { middle: t0, half, x, y } = runIn(place, from, way, at);
    for (let k = 0; k < at.length; k++) {
      const s = (at[k] - t0) / half;
      fineAt(x[0] + s * (x[1] + s * x[2]) - 0.5, y[0] + s * (y[1] + s * y[2]) - 0.5, k, out);
      const u = (from[0] + at[k] * way[0]) * perMm - 0.5;
      const v = (from[1] + at[k] * way[1]) * perMm - 0.5;
      if (other && other[near(u, v)] !== 0) bilinear(shown, u, v, out, k);
      else lift(gains, cut, u, v, out, k);
    }
  };
  return { pixelMm: 1 / Math.max(1e-6, Math.hypot(beside[0] - middle[0], beside[1] - middle[1])), along };
}

/** Bilinear, places outside repeat the border; px, pixel centres at whole numbers. */
function bilinear({ width, height, r, g, b }: Raster, u: number, v: number, out: LightRun, k: number): void {
  const cx = Math.min(width - 1.001, Math.max(0, u));
  const cy = Math.min(height - 1.001, Math.max(0, v));
  const x0 = cx | 0;
  const y0 = cy | 0;
  const fx = cx - x0;
  const fy = cy - y0;
  const i = y0 * width + x0;
  const low = i + width;
  const p = (1 - fx) * (1 - fy);
  const q = fx * (1 - fy);
  const s = (1 - fx) * fy;
  const t = fx * fy;
  out.r[k] = p * r[i] + q * r[i + 1] + s * r[low] + t * r[low + 1];
  out.g[k] = p * g[i] + q * g[i + 1] + s * g[low] + t * g[low + 1];
  out.b[k] = p * b[i] + q * b[i + 1] + s * b[low] + t * b[low + 1];
}

/** Multiplies light by gains between their pixels, bilinear as above. */
function lift(gains: Float32Array, { width, height }: Raster, u: number, v: number, out: LightRun, k: number): void {
  const cx = Math.min(width - 1.001, Math.max(0, u));
  const cy = Math.min(height - 1.001, Math.max(0, v));
  const x0 = cx | 0;
  const y0 = cy | 0;
  const fx = cx - x0;
  const fy = cy - y0;
  const i = 3 * (y0 * width + x0);
  const low = i + 3 * width;
  const p = (1 - fx) * (1 - fy);
  const q = fx * (1 - fy);
  const s = (1 - fx) * fy;
  const t = fx * fy;
  out.r[k] *= p * gains[i] + q * gains[i + 3] + s * gains[low] + t * gains[low + 3];
  out.g[k] *= p * gains[i + 1] + q * gains[i + 4] + s * gains[low + 1] + t * gains[low + 4];
  out.b[k] *= p * gains[i + 2] + q * gains[i + 5] + s * gains[low + 2] + t * gains[low + 5];
}

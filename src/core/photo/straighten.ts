import {
  applyMatrix,
  homographyBetween,
  linearTables,
  makeRaster,
  rectangle,
  type Corners,
  type Picture,
  type Raster,
} from '../raster';

/** Corners that cannot be a rectangle seen by a camera: crossing, or three on one line. */
export class CornersRefused extends Error {
  override name = 'CornersRefused';
}

interface Sampling {
  readonly picture: Picture;
  readonly tables: readonly Float32Array[];
  /** photo px a flat px is wide, rounded up */
  readonly perSide: number;
}

const SPAN = 16; // flat px over which the projective map is run straight: off by a few hundredths of a photo px

/**
 * Several photo pixels inside every flat pixel, spread so that no two share a row or column of it (n rooks): an area average that
 * follows the tilt, cheap because nothing is interpolated.
 */
function sampleArea(out: Raster, h: readonly number[], { picture, tables, perSide }: Sampling): void {
  const { data, width: w, height: ht } = picture;
  const [tr, tg, tb] = tables;
  const { width, height, r, g, b } = out;
  const count = perSide + 1;
  const share = 1 / count;
  const stride = count % 2 ? 2 : count - 1; // no common divisor with count: every row and column once
  const ox = Float64Array.from({ length: count }, (_, s) => (s + 0.5) / count);
  const oy = Float64Array.from({ length: count }, (_, s) => (((s * stride) % count) + 0.5) / count);
  // Block by block with all its samples, so that the photo is walked through once.
  for (let y = 0; y < height; y++) {
    for (let x0 = 0; x0 < width; x0 += SPAN) {
      const n = Math.min(SPAN, width - x0);
      const start = y * width + x0;
      for (let s = 0; s < count; s++) {
        const v0 = y + oy[s];
        const [a, e] = [x0 + ox[s], x0 + n + ox[s]];
        const wa = 1 / (h[6] * a + h[7] * v0 + h[8]);
        const we = 1 / (h[6] * e + h[7] * v0 + h[8]);
        let u = (h[0] * a + h[1] * v0 + h[2]) * wa;
        let v = (h[3] * a + h[4] * v0 + h[5]) * wa;
        const du = ((h[0] * e + h[1] * v0 + h[2]) * we - u) / n;
        const dv = ((h[3] * e + h[4] * v0 + h[5]) * we - v) / n;
        for (let i = start; i < start + n; i++, u += du, v += dv) {
          const px = u < 0 ? 0 : u >= w ? w - 1 : u | 0;
          const py = v < 0 ? 0 : v >= ht ? ht - 1 : v | 0;
          const at = 3 * (py * w + px);
          r[i] += tr[data[at]];
          g[i] += tg[data[at + 1]];
          b[i] += tb[data[at + 2]];
        }
      }
      for (let i = start; i < start + n; i++) {
        r[i] *= share;
        g[i] *= share;
        b[i] *= share;
      }
    }
  }
}

/** Bilinear interpolation: for photos with fewer pixels than the flat. */
function sampleBetween(out: Raster, h: readonly number[], { picture, tables }: Sampling): void {
  const { data, width: w, height: ht } = picture;
  const channels = [out.r, out.g, out.b];
  for (let y = 0, i = 0; y < out.height; y++) {
    for (let x = 0; x < out.width; x++, i++) {
      const W = h[6] * (x + 0.5) + h[7] * (y + 0.5) + h[8];
      const u = Math.min(Math.max((h[0] * (x + 0.5) + h[1] * (y + 0.5) + h[2]) / W - 0.5, 0), w - 1.001);
      const v = Math.min(Math.max((h[3] * (x + 0.5) + h[4] * (y + 0.5) + h[5]) / W - 0.5, 0), ht - 1.001);
      const fx = u - (u | 0);
      const fy = v - (v | 0);
      const at = 3 * ((v | 0) * w + (u | 0));
      const below = at + 3 * w;
      for (let c = 0; c < 3; c++) {
        const t = tables[c];
        const top = t[data[at + c]] + fx * (t[data[at + 3 + c]] - t[data[at + c]]);
        const low = t[data[below + c]] + fx * (t[data[below + 3 + c]] - t[data[below + c]]);
        channels[c][i] = top + fy * (low - top);
      }
    }
  }
}

/**
 * Cuts the painting out of the photo, squared, by inverse homography with area-aware sampling.
 * @param corners photo px (pixel edges at whole numbers), clockwise from the painting's top left
 * @param size of the result in px, the canvas's proportions
 * @throws CornersRefused when no camera could see a rectangle there
 */
export function straighten(picture: Picture, corners: Corners, size: { width: number; height: number }): Raster {
  const h = homographyBetween(rectangle(size.width, size.height), corners);
  if (!h) throw new CornersRefused('Three of the four corners lie on one line.');
  const out = makeRaster(size.width, size.height);
  const [tl, tr, br, bl] = corners;
  const span = (a: readonly number[], b: readonly number[]) => Math.hypot(a[0] - b[0], a[1] - b[1]);
  const scale = Math.max(span(tl, tr), span(bl, br)) / size.width;
  const sampling = { picture, tables: linearTables(picture), perSide: Math.min(6, Math.ceil(scale)) };
  if (scale < 1.2) sampleBetween(out, h, sampling);
  else sampleArea(out, h, sampling);
  applyMatrix(out, picture.profile.matrix);
  return out;
}

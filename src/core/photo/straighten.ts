import {
  applyMatrix,
  homographyBetween,
  linearTables,
  makeRaster,
  rectangle,
  type Corners,
  type Picture,
  type Point,
  type Raster,
} from '../raster';

/** Corners that cannot be a rectangle seen by a camera: crossing, or three on one line. */
export class CornersRefused extends Error {
  override name = 'CornersRefused';
}

interface Sampling {
  readonly picture: Picture;
  readonly tables: readonly Float32Array[];
  /** photo px a flat px is wide: as many samples are taken */
  readonly perSide: number;
}

const SPAN = 16; // flat px over which the projective map is run straight: off by a few hundredths of a photo px
const ONE = 65536; // a photo px in the fixed point the map is run in (photos up to 32767 px a side)

/**
 * Several photo pixels inside every flat pixel, spread so that no two share a row or column of it (n rooks): an area average that
 * follows the tilt, cheap because nothing is interpolated.
 */
function sampleArea(out: Raster, h: readonly number[], { picture, tables, perSide: count }: Sampling): void {
  const { data, width: w, height: ht } = picture;
  const [tr, tg, tb] = tables;
  const { width, height, r, g, b } = out;
  const share = 1 / count;
  const stride = count % 2 ? 2 : count - 1; // no common divisor with count: every row and column once
  const [us, vs, dus, dvs] = [0, 1, 2, 3].map(() => new Int32Array(count));
  const project = (x: number, y: number): Point => {
    const z = ONE / (h[6] * x + h[7] * y + h[8]);
    return [(h[0] * x + h[1] * y + h[2]) * z, (h[3] * x + h[4] * y + h[5]) * z];
  };
  const inside = ([u, v]: Point) => u >= 0 && v >= 0 && u < (w - 1) * ONE && v < (ht - 1) * ONE;
  // Block by block with all its samples, so that the photo is walked through once.
  for (let y = 0; y < height; y++) {
    for (let x0 = 0; x0 < width; x0 += SPAN) {
      const n = Math.min(SPAN, width - x0);
      let safe = true;
      for (let s = 0; s < count; s++) {
        const [ox, oy] = [(s + 0.5) / count, (((s * stride) % count) + 0.5) / count];
        const from = project(x0 + ox, y + oy);
        const to = project(x0 + n + ox, y + oy);
        safe &&= inside(from) && inside(to);
        us[s] = from[0];
        vs[s] = from[1];
        dus[s] = (to[0] - from[0]) / n;
        dvs[s] = (to[1] - from[1]) / n;
      }
      for (let i = y * width + x0, k = 0; k < n; i++, k++) {
        let [sr, sg, sb] = [0, 0, 0];
        for (let s = 0; s < count; s++) {
          let px = us[s] >> 16;
          let py = vs[s] >> 16;
          if (!safe) {
            px = Math.min(w - 1, Math.max(0, px));
            py = Math.min(ht - 1, Math.max(0, py));
          }
          const at = 3 * (py * w + px);
          sr += tr[data[at]];
          sg += tg[data[at + 1]];
          sb += tb[data[at + 2]];
          us[s] += dus[s];
          vs[s] += dvs[s];
        }
        r[i] = sr * share;
        g[i] = sg * share;
        b[i] = sb * share;
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
  const sampling = { picture, tables: linearTables(picture), perSide: Math.min(7, Math.max(2, Math.round(scale))) };
  if (scale < 1.2) sampleBetween(out, h, sampling);
  else sampleArea(out, h, sampling);
  applyMatrix(out, picture.profile.matrix);
  return out;
}

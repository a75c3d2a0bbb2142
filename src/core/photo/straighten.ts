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
  /** samples a side and flat pixel */
  readonly perSide: number;
}

/** Nearest pixels on a small grid inside every flat pixel: an area average that follows the tilt, cheap because nothing is interpolated. */
function sampleGrid(out: Raster, h: readonly number[], { picture, tables, perSide }: Sampling): void {
  const { data, width: w, height: ht } = picture;
  const [tr, tg, tb] = tables;
  const share = 1 / (perSide * perSide);
  for (let sy = 0; sy < perSide; sy++) {
    for (let sx = 0; sx < perSide; sx++) {
      const ox = (sx + 0.5) / perSide;
      const oy = (sy + 0.5) / perSide;
      for (let y = 0, i = 0; y < out.height; y++) {
        // Along a row the three homogeneous coordinates grow by a constant.
        let X = h[0] * ox + h[1] * (y + oy) + h[2];
        let Y = h[3] * ox + h[4] * (y + oy) + h[5];
        let W = h[6] * ox + h[7] * (y + oy) + h[8];
        for (let x = 0; x < out.width; x++, i++) {
          const inv = 1 / W;
          let u = (X * inv) | 0;
          let v = (Y * inv) | 0;
          u = u < 0 ? 0 : u >= w ? w - 1 : u;
          v = v < 0 ? 0 : v >= ht ? ht - 1 : v;
          const at = 3 * (v * w + u);
          out.r[i] += tr[data[at]] * share;
          out.g[i] += tg[data[at + 1]] * share;
          out.b[i] += tb[data[at + 2]] * share;
          X += h[0];
          Y += h[3];
          W += h[6];
        }
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
  const sampling = { picture, tables: linearTables(picture), perSide: Math.min(4, Math.ceil(scale)) };
  if (scale < 1.2) sampleBetween(out, h, sampling);
  else sampleGrid(out, h, sampling);
  applyMatrix(out, picture.profile.matrix);
  return out;
}

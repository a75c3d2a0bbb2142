import {
  applyMatrix,
  bentBy,
  homographyBetween,
  linearTables,
  makeRaster,
  rectangle,
  straightLens,
  unbentCorners,
  type Corners,
  type Lens,
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
  readonly lens: Lens;
  readonly tables: readonly Float32Array[];
  /** photo px a flat px is wide: as many samples are taken */
  readonly perSide: number;
}

const SPAN = 16; // flat px over which the projective map is run straight: off by a few hundredths of a photo px
const ONE = 65536; // a photo px in the fixed point the map is run in (photos up to 32767 px a side)

/**
 * A run of flat pixels, and where in the photo (fixed point) each of its samples starts and how far it goes a flat
 * pixel.
 */
interface Run {
  readonly u: Int32Array;
  readonly v: Int32Array;
  readonly du: Int32Array;
  readonly dv: Int32Array;
  /** every sample lies inside the photo */
  safe: boolean;
}

function sampleRun(
  out: Raster,
  { from, length }: { from: number; length: number },
  run: Run,
  sampling: Sampling,
): void {
  const { data, width, height } = sampling.picture;
  const [tr, tg, tb] = sampling.tables;
  const { u, v, du, dv, safe } = run;
  const count = u.length;
  const share = 1 / count;
  for (let i = from; i < from + length; i++) {
    let sr = 0;
    let sg = 0;
    let sb = 0;
    for (let s = 0; s < count; s++) {
      let px = u[s] >> 16;
      let py = v[s] >> 16;
      if (!safe) {
        px = Math.min(width - 1, Math.max(0, px));
        py = Math.min(height - 1, Math.max(0, py));
      }
      const at = 3 * (py * width + px);
      sr += tr[data[at]];
      sg += tg[data[at + 1]];
      sb += tb[data[at + 2]];
      u[s] += du[s];
      v[s] += dv[s];
    }
    out.r[i] = sr * share;
    out.g[i] = sg * share;
    out.b[i] = sb * share;
  }
}

/**
 * Several photo pixels inside every flat pixel, spread so that no two share a row or column of it (n rooks): an area
 * average that
 * follows the tilt, cheap because nothing is interpolated.
 */
function sampleArea(out: Raster, h: readonly number[], sampling: Sampling): void {
  const { picture, lens, perSide: count } = sampling;
  const { width, height } = out;
  const stride = count % 2 ? 2 : count - 1; // no common divisor with count: every row and column once
  const lists = () => new Int32Array(count);
  const run: Run = { u: lists(), v: lists(), du: lists(), dv: lists(), safe: true };
  const [right, bottom] = [(picture.width - 1) * ONE, (picture.height - 1) * ONE];
  const place = (x: number, y: number): Point => {
    const z = 1 / (h[6] * x + h[7] * y + h[8]);
    const straight: Point = [(h[0] * x + h[1] * y + h[2]) * z, (h[3] * x + h[4] * y + h[5]) * z];
    const [u, v] = lens.bend === 0 ? straight : bentBy(lens, straight);
    return [u * ONE, v * ONE];
  };
  const inside = ([u, v]: Point) => u >= 0 && v >= 0 && u < right && v < bottom;
  // Run by run with all its samples, so that the photo is walked through once.
  const ox = Array.from({ length: count }, (_, s) => (s + 0.5) / count);
  const oy = Array.from({ length: count }, (_, s) => (((s * stride) % count) + 0.5) / count);
  for (let y = 0; y < height; y++) {
    const starts = ox.map((x, s) => place(x, y + oy[s]));
    for (let x0 = 0; x0 < width; x0 += SPAN) {
      const length = Math.min(SPAN, width - x0);
      run.safe = true;
      for (let s = 0; s < count; s++) {
        // Where one run ends the next begins.
        const from = starts[s];
        const to = place(x0 + length + ox[s], y + oy[s]);
        starts[s] = to;
        run.safe &&= inside(from) && inside(to);
        run.u[s] = from[0];
        run.v[s] = from[1];
        run.du[s] = (to[0] - from[0]) / length;
        run.dv[s] = (to[1] - from[1]) / length;
      }
      sampleRun(out, { from: y * width + x0, length }, run, sampling);
    }
  }
}

/** Bilinear interpolation: for photos with fewer pixels than the flat. */
function sampleBetween(out: Raster, h: readonly number[], { picture, lens, tables }: Sampling): void {
  const { data, width: w, height: ht } = picture;
  const channels = [out.r, out.g, out.b];
  for (let y = 0, i = 0; y < out.height; y++) {
    for (let x = 0; x < out.width; x++, i++) {
      const W = h[6] * (x + 0.5) + h[7] * (y + 0.5) + h[8];
      const straight: Point = [
        (h[0] * (x + 0.5) + h[1] * (y + 0.5) + h[2]) / W,
        (h[3] * (x + 0.5) + h[4] * (y + 0.5) + h[5]) / W,
      ];
      const [bx, by] = lens.bend === 0 ? straight : bentBy(lens, straight);
      const u = Math.min(Math.max(bx - 0.5, 0), w - 1.001);
      const v = Math.min(Math.max(by - 0.5, 0), ht - 1.001);
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
 * @param lens what bent the photo's straight lines, taken out too
 * @throws CornersRefused when no camera could see a rectangle there
 */
export function straighten(
  picture: Picture,
  corners: Corners,
  size: { width: number; height: number },
  lens: Lens = straightLens(picture),
): Raster {
  const h = homographyBetween(rectangle(size.width, size.height), unbentCorners(lens, corners));
  if (!h) throw new CornersRefused('Three of the four corners lie on one line.');
  const out = makeRaster(size.width, size.height);
  const [tl, tr, br, bl] = corners;
  const span = (a: readonly number[], b: readonly number[]) => Math.hypot(a[0] - b[0], a[1] - b[1]);
  const scale = Math.max(span(tl, tr), span(bl, br)) / size.width;
  const sampling = {
    picture,
    lens,
    tables: linearTables(picture),
    perSide: Math.min(7, Math.max(2, Math.round(scale))),
  };
  if (scale < 1.2) sampleBetween(out, h, sampling);
  else sampleArea(out, h, sampling);
  applyMatrix(out, picture.profile.matrix);
  return out;
}

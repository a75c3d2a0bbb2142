import { SRGB_PROFILE, type ColourProfile } from '../colour';
import { makeRaster, type Box, type Raster } from './raster';

/**
 * A decoded photograph as its file stores it: RGB code values, interleaved, upright, 8 or 16 bit, with the profile that
 * explains them.
 */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint16Array;
  readonly profile: ColourProfile;
}

/** Linear light for every code value, a table per channel (256 or 65536 entries), before the profile's matrix. */
export function linearTables(picture: Picture): [Float32Array, Float32Array, Float32Array] {
  const size = picture.data instanceof Uint16Array ? 65536 : 256;
  const [red, green, blue] = picture.profile.curves;
  const sample = (curve: (code: number) => number) =>
    Float32Array.from({ length: size }, (_, i) => curve(i / (size - 1)));
  const first = sample(red);
  return [first, green === red ? first : sample(green), blue === red ? first : sample(blue)];
}

/** Turns profile-primaries light into linear sRGB light, in place; nothing to do for sRGB pictures. */
export function applyMatrix({ r, g, b }: Raster, matrix: readonly number[] | null): void {
  if (!matrix) return;
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = matrix;
  for (let i = 0; i < r.length; i++) {
    const [x, y, z] = [r[i], g[i], b[i]];
    r[i] = m0 * x + m1 * y + m2 * z;
    g[i] = m3 * x + m4 * y + m5 * z;
    b[i] = m6 * x + m7 * y + m8 * z;
  }
}

/**
 * A part of the picture at another size, by area average of linear light.
 * @param crop picture px, may be fractional; parts outside repeat the border
 * @param width,height of the result, px
 * @param most samples a cell each way; fewer are quicker and a little grainier
 */
export function lightOfPicture(
  picture: Picture,
  crop: Box,
  { width, height, most = Infinity }: { width: number; height: number; most?: number },
): Raster {
  const out = makeRaster(width, height);
  sumCells(picture, crop, { out: [out.r, out.g, out.b], tables: linearTables(picture), width, height, most });
  applyMatrix(out, picture.profile.matrix);
  return out;
}

/**
 * The mean of any function of the code values over the cells of a grid laid on a part of the picture.
 * @param tables that function of every code value, a table a channel
 * @param out    filled: a plane a channel, width x height
 */
export function sumCells(
  { data, width: w, height: h }: Picture,
  crop: Box,
  {
    out,
    tables,
    width,
    height,
    most,
  }: { out: Float32Array[]; tables: readonly Float32Array[]; width: number; height: number; most: number },
): void {
  const rows = spans(crop[1], crop[3], { cells: height, limit: h });
  const stepY = Math.max(1, Math.ceil(crop[3] / height / most));
  const columns = sampledColumns(spans(crop[0], crop[2], { cells: width, limit: w }), {
    width,
    step: Math.max(1, Math.ceil(crop[2] / width / most)),
  });
  // A source row at a time, so that the photo is walked through in the order it lies in memory.
  for (let y = 0; y < height; y++) {
    let taken = 0;
    for (let v = rows[2 * y]; v <= rows[2 * y + 1]; v += stepY, taken++)
      addRow(out, y * width, { data, from: 3 * v * w, tables, columns });
    for (const plane of out) for (let x = 0, i = y * width; x < width; x++, i++) plane[i] *= columns.share[x] / taken;
  }
}

/** Adds the sampled pixels of one source row to the row of cells that starts at `row`. */
function addRow(
  [r, g, b]: readonly Float32Array[],
  row: number,
  {
    data,
    from,
    tables: [tr, tg, tb],
    columns: { at, ends },
  }: {
    data: Uint8Array | Uint16Array;
    from: number;
    tables: readonly Float32Array[];
    columns: { at: Int32Array; ends: Int32Array };
  },
): void {
  for (let x = 0, k = 0; x < ends.length; x++) {
    let sr = 0;
    let sg = 0;
    let sb = 0;
    for (const end = ends[x]; k < end; k++) {
      const i = from + at[k];
      sr += tr[data[i]];
      sg += tg[data[i + 1]];
      sb += tb[data[i + 2]];
    }
    r[row + x] += sr;
    g[row + x] += sg;
    b[row + x] += sb;
  }
}

/**
 * Offsets within a source row of the sampled pixels, where each cell's end among them, and one over how many a cell
 * has.
 */
function sampledColumns(columns: Int32Array, { width, step }: { width: number; step: number }) {
  const at: number[] = [];
  const ends = new Int32Array(width);
  const share = new Float32Array(width);
  for (let x = 0; x < width; x++) {
    let taken = 0;
    for (let u = columns[2 * x]; u <= columns[2 * x + 1]; u += step, taken++) {
      at.push(3 * u);
    }
    ends[x] = at.length;
    share[x] = 1 / taken;
  }
  return { at: Int32Array.from(at), ends, share };
}

/** First and last source pixel under each cell: whole pixels whose centres lie in the cell, at least one. */
function spans(start: number, length: number, { cells, limit }: { cells: number; limit: number }): Int32Array {
  const out = new Int32Array(2 * cells);
  const clamp = (v: number) => Math.min(limit - 1, Math.max(0, v));
  for (let i = 0; i < cells; i++) {
    const from = start + (length * i) / cells;
    const to = start + (length * (i + 1)) / cells;
    const first = Math.ceil(from - 0.5);
    const last = Math.ceil(to - 0.5) - 1;
    const middle = Math.floor((from + to) / 2);
    out[2 * i] = clamp(last >= first ? first : middle);
    out[2 * i + 1] = clamp(last >= first ? last : middle);
  }
  return out;
}

/** Pixels as a browser gives them (RGBA, sRGB, 8 bit), as a photograph. */
export function pictureFromRgba({
  data: rgba,
  width,
  height,
}: Omit<Picture, 'data' | 'profile'> & { readonly data: Uint8ClampedArray }): Picture {
  const data = new Uint8Array(3 * width * height);
  for (let i = 0, o = 0; i < rgba.length; i += 4) for (let c = 0; c < 3; c++) data[o++] = rgba[i + c];
  return { width, height, data, profile: SRGB_PROFILE };
}

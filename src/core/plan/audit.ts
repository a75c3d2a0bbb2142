import { coloursOf } from '../photo';
import { connectedRegions, placeOfPixels, quantile, sumCells, type Picture, type Place, type Raster } from '../raster';
import { median } from '../raster';
import { BLOWN_CODE, CRUSHED_CODE } from './clipped';
import { cropCorners, type Crop } from './crop';
import { twoValueSplit } from './pattern';

/** What a reference hides and what it can bear, as measured facts. */
export interface Audit {
  /** share of the crop whose darks are crushed, and where */
  readonly crushed: { readonly share: number; readonly place: Place };
  /** share whose lights are blown, and where */
  readonly blown: { readonly share: number; readonly place: Place };
  /** 1st, 5th, 50th, 95th, 99th percent of its values */
  readonly range: {
    readonly low: number;
    readonly dark: number;
    readonly middle: number;
    readonly light: number;
    readonly high: number;
  };
  /**
   * the two families a split in its values makes: how far apart, steps; how large the darker is; how cleanly parted,
   * 0..1
   */
  readonly families: {
    readonly split: number;
    readonly apart: number;
    readonly darkShare: number;
    readonly parted: number;
  };
  /** a* and b* of its least coloured parts, in the lights and in the darks */
  readonly cast: { readonly lights: readonly [number, number]; readonly darks: readonly [number, number] };
  /** reference px on a millimetre of the canvas */
  readonly pixelsPerMm: number;
  /** step between the left and right, and the top and bottom thirds' middle values */
  readonly slope: { readonly across: number; readonly down: number };
}

/** Share of each cell's pixels that lie at one end of the code scale, per channel. */
function atEnd(
  picture: Picture,
  crop: Crop,
  { size, end }: { size: { width: number; height: number }; end: (code: number) => boolean },
): Float32Array[] {
  const codes = picture.data instanceof Uint16Array ? 65536 : 256;
  const table = Float32Array.from({ length: codes }, (_, i) => (end(i / (codes - 1)) ? 1 : 0));
  const xs = cropCorners(crop, picture).map(([x]) => x);
  const ys = cropCorners(crop, picture).map(([, y]) => y);
  const box = [
    Math.min(...xs),
    Math.min(...ys),
    Math.max(...xs) - Math.min(...xs),
    Math.max(...ys) - Math.min(...ys),
  ] as const;
  const out = [0, 1, 2].map(() => new Float32Array(size.width * size.height));
  sumCells(picture, box, { out, tables: [table, table, table], ...size, most: 4 });
  return out;
}

/** Marked cells as a place without its specks. */
function endOf(marked: Uint8Array, { width }: { width: number }, mmPerPixel: number): Audit['crushed'] {
  const { of, sizes } = connectedRegions(
    Int8Array.from(marked, (v) => v - 1),
    width,
  );
  const kept = marked.map((v, i) => (v && sizes[of[i]] >= 0.0002 * marked.length ? 1 : 0));
  const share = marked.reduce((sum, v) => sum + v, 0) / marked.length;
  return { share, place: placeOfPixels(kept, { width, height: marked.length / width, mmPerPixel }) };
}

function familiesOf(values: Float32Array): Audit['families'] {
  const split = twoValueSplit(values);
  let [n, sum, squares, dark, darkSum] = [0, 0, 0, 0, 0];
  for (const v of values) {
    n++;
    sum += v;
    squares += v * v;
    if (v < split) {
      dark++;
      darkSum += v;
    }
  }
  const light = n - dark;
  const apart = dark && light ? (sum - darkSum) / light - darkSum / dark : 0;
  const variance = squares / n - (sum / n) ** 2;
  const between = ((dark * light) / (n * n)) * apart * apart;
  return { split, apart, darkShare: dark / n, parted: variance > 1e-6 ? between / variance : 0 };
}

/** Middle a* and b* of the least coloured third among some pixels: what should be near grey. */
function castAmong({ a, b }: { a: Float32Array; b: Float32Array }, pixels: number[]): [number, number] {
  const chroma = pixels.map((i) => Math.hypot(a[i], b[i]));
  const least = quantile(chroma, 1 / 3);
  const grey = pixels.filter((_, k) => chroma[k] <= least);
  return [median(grey.map((i) => a[i])), median(grey.map((i) => b[i]))];
}

function slopeOf(values: Float32Array, width: number): Audit['slope'] {
  const height = values.length / width;
  const third = (test: (x: number, y: number) => boolean) =>
    median(values.filter((_, i) => test((i % width) / width, Math.floor(i / width) / height)));
  return {
    across: third((x) => x > 2 / 3) - third((x) => x < 1 / 3),
    down: third((_, y) => y > 2 / 3) - third((_, y) => y < 1 / 3),
  };
}

/**
 * Measures what a reference hides under its crop.
 * @param base the crop as light, at the size places are told at
 * @param widthMm of the canvas
 */
export function auditReference(
  picture: Picture,
  base: Raster,
  { crop, widthMm }: { crop: Crop; widthMm: number },
): Audit {
  const mmPerPixel = widthMm / base.width;
  const colours = coloursOf(base);
  const { value } = colours;
  const upright = crop.turn === 0 && !crop.print;
  // A turned crop's ends are looked for in its own light: a little less strict, but in place.
  const low = upright ? atEnd(picture, crop, { size: base, end: (code) => code <= CRUSHED_CODE }) : null;
  const high = upright ? atEnd(picture, crop, { size: base, end: (code) => code >= BLOWN_CODE }) : null;
  const crushed = Uint8Array.from(value, (v, i) =>
    low ? +(Math.min(low[0][i], low[1][i], low[2][i]) > 0.5) : +(v < 0.35),
  );
  const blown = Uint8Array.from(value, (_, i) =>
    high ? +(Math.max(high[0][i], high[1][i], high[2][i]) > 0.5) : +(Math.max(base.r[i], base.g[i], base.b[i]) > 0.955),
  );
  const some = value.filter((_, i) => i % 5 === 0);
  const [dark, light] = [quantile(some, 0.25), quantile(some, 0.75)];
  const among = (test: (v: number) => boolean) => Array.from(value.keys()).filter((i) => i % 5 === 0 && test(value[i]));
  const [tl, tr] = cropCorners(crop, picture);
  return {
    crushed: endOf(crushed, base, mmPerPixel),
    blown: endOf(blown, base, mmPerPixel),
    range: {
      low: quantile(some, 0.01),
      dark: quantile(some, 0.05),
      middle: quantile(some, 0.5),
      light: quantile(some, 0.95),
      high: quantile(some, 0.99),
    },
    families: familiesOf(some),
    cast: {
      lights: castAmong(
        colours,
        among((v) => v >= light),
      ),
      darks: castAmong(
        colours,
        among((v) => v <= dark),
      ),
    },
    pixelsPerMm: Math.hypot(tr[0] - tl[0], tr[1] - tl[1]) / widthMm,
    slope: slopeOf(value, base.width),
  };
}

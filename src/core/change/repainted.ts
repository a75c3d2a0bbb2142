import { coloursOf, type Colours } from '../photo';
import {
  boxBlur,
  connectedRegions,
  opened,
  placeOfPixels,
  quantile,
  type Grid,
  type Place,
  type Raster,
} from '../raster';
import { farBy, lightBetween, type Changed, type Spot } from './lightBetween';
import { lawOf, samplesOf, through, type Law } from './uniformChange';

/** Two flats of one painting at the same size. */
export interface TwoFlats {
  readonly now: Raster;
  readonly before: Raster;
  /** 1 = not read in either */
  readonly mask: Uint8Array;
}

/** A part of the canvas that was painted over. */
export interface RepaintedArea {
  readonly place: Place;
  /** its pixels, of those that can be read */
  readonly pixels: Int32Array;
  /** of what can be read, 0..1 */
  readonly share: number;
}

/** What changed between two flats. */
export interface Repainted {
  /** the larger first */
  readonly areas: readonly RepaintedArea[];
  /** of what can be read, 0..1 */
  readonly untouchedShare: number;
  /** the flat before, in the light of the flat now */
  readonly before: Raster;
}

const MOST_OF_IT = 0.5; // share of the canvas that must have changed alike, so that it is light
const SOFT_MM = 2; // half of what is looked at together: a stroke or two
const ASIDE_MM = 1.5; // by which two flats may lie beside one another
const LEAST_PX = 2; // of either: a large canvas has few pixels to the millimetre
const STRIDE = 2; // pixels from cell to cell
const SURELY = 1.4; // times what one photograph may differ from another by: a third of a step
const NOISY = 4; // times what half the canvas differs by, that paint differs by more
const AROUND = 0.6; // of that, about what surely differs
const THIN = 2; // cells: what is thinner than twice that lies along an edge
const LEAST_MM2 = 60; // a patch of 8 mm
const LEAST_SHARE = 5e-4; // of the canvas

const NO_LAW: Law = { gain: [1, 1, 1], offset: [0, 0, 0] };

/** The light of most of the picture, where most of it changed alike. */
function lawBetween({ now, before, mask }: TwoFlats): Law {
  const samples = samplesOf(now, before, mask);
  if (samples.length < 300) return NO_LAW;
  const { law, share } = lawOf(samples);
  return share < MOST_OF_IT ? NO_LAW : law;
}

function litBy(raster: Raster, law: Law): Raster {
  const [r, g, b] = [0, 1, 2].map(() => new Float32Array(raster.r.length));
  for (let i = 0; i < r.length; i++) [r[i], g[i], b[i]] = through([raster.r[i], raster.g[i], raster.b[i]], law);
  return { ...raster, r, g, b };
}

/** Colours over a few strokes. */
function softened({ value, a, b }: Colours, { width, height }: Raster, radius: number): Colours {
  const soft = (data: Float32Array) => boxBlur({ width, height, data }, radius).data;
  return { value: soft(value), a: soft(a), b: soft(b) };
}

/** Cells over a picture, every {@link STRIDE} pixels, and which of them can be read with what lies around them. */
interface Cells {
  readonly width: number;
  readonly height: number;
  /** the pixel in each one's middle */
  readonly pixels: Int32Array;
  readonly readable: Uint8Array;
}

function cellsOver({ width: across, height: down }: Raster, mask: Uint8Array, margin: number): Cells {
  const unread = boxBlur({ width: across, height: down, data: Float32Array.from(mask) }, margin).data;
  const [width, height] = [Math.ceil(across / STRIDE), Math.ceil(down / STRIDE)];
  const pixels = Int32Array.from(
    { length: width * height },
    (_, i) => Math.floor(i / width) * STRIDE * across + (i % width) * STRIDE,
  );
  return { width, height, pixels, readable: Uint8Array.from(pixels, (i) => (unread[i] > 1e-6 ? 0 : 1)) };
}

const FITTED = 4000; // cells by which light is told

/** What light and camera changed the same paint by at every cell. */
function lightOver(now: Colours, before: Colours, { width, height, pixels, readable }: Cells): Colours {
  const step = Math.max(1, Math.floor(pixels.length / FITTED) | 1);
  const spotOf = (k: number): Spot => ({
    x: (2 * (k % width)) / width - 1,
    y: (2 * Math.floor(k / width)) / height - 1,
    ...{ value: before.value[pixels[k]], a: before.a[pixels[k]], b: before.b[pixels[k]] },
  });
  const places: Changed[] = [];
  for (let k = 0; k < pixels.length; k += step) {
    if (readable[k] === 0) continue;
    const [i, spot] = [pixels[k], spotOf(k)];
    const by = { value: now.value[i] - spot.value, a: now.a[i] - spot.a, b: now.b[i] - spot.b };
    places.push({ spot, by });
  }
  const light = lightBetween(places);
  const [value, a, b] = [0, 1, 2].map(() => new Float32Array(pixels.length));
  pixels.forEach((_, k) => {
    const by = light(spotOf(k));
    [value[k], a[k], b[k]] = [by.value, by.a, by.b];
  });
  return { value, a, b };
}

/** Moves within which the one flat may lie beside the other. */
const movesWithin = (reach: number): (readonly [number, number])[] => {
  const out: [number, number][] = [];
  for (let v = -reach; v <= reach; v++)
    for (let u = -reach; u <= reach; u++) if (u * u + v * v <= reach * reach + 0.5) out.push([u, v]);
  return out;
};

/** How far every cell's paint is from what it was, see {@link farBy}, wherever beside it that lies nearest. */
function distances(now: Colours, before: Colours, light: Colours, cells: Cells, grid: Grid): Float32Array {
  const { width, height } = grid;
  const moves = movesWithin(Math.max(LEAST_PX, Math.round(ASIDE_MM / grid.mmPerPixel)));
  return Float32Array.from(cells.pixels, (i, k) => {
    if (cells.readable[k] === 0) return 0;
    const [x, y] = [i % width, Math.floor(i / width)];
    const [value, a, b] = [now.value[i] - light.value[k], now.a[i] - light.a[k], now.b[i] - light.b[k]];
    let least = Infinity;
    for (const [u, v] of moves) {
      if (x + u < 0 || y + v < 0 || x + u >= width || y + v >= height) continue;
      const j = i + v * width + u;
      least = Math.min(least, farBy(value - before.value[j], a - before.a[j], b - before.b[j]));
    }
    return least;
  });
}

/** Marked cells with what parts them by no more than twice {@link THIN}: along an edge paint looks as beside it. */
const closed = (cells: Uint8Array, width: number): Uint8Array =>
  opened(
    cells.map((is) => 1 - is),
    width,
    THIN,
  ).map((is) => 1 - is);

/** Cells that surely differ, with what differs about them; thin strips along edges left out. */
function differing(far: Float32Array, { width, readable }: Cells): Uint8Array {
  const seen = far.filter((_, k) => readable[k] === 1);
  const least = Math.max(SURELY, NOISY * quantile(seen, 0.5));
  const near = closed(
    Uint8Array.from(far, (by) => (by > AROUND * least ? 1 : 0)),
    width,
  );
  const { of, sizes } = connectedRegions(
    Int8Array.from(near, (is) => (is ? 1 : -1)),
    width,
  );
  const sure = new Uint8Array(sizes.length);
  far.forEach((by, k) => {
    if (by > least && of[k] >= 0) sure[of[k]] = 1;
  });
  const cells = Uint8Array.from(of, (label) => (label >= 0 ? sure[label] : 0));
  return opened(cells, width, THIN);
}

/** Each region of marked cells as its pixels that can be read. */
function pixelsOfRegions(marked: Uint8Array, cells: Cells, { now: { width, height }, mask }: TwoFlats): Int32Array[] {
  const { of, sizes } = connectedRegions(
    Int8Array.from(marked, (is) => (is ? 1 : -1)),
    cells.width,
  );
  const lists = sizes.map((): number[] => []);
  for (let i = 0; i < width * height; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const label = of[Math.floor(y / STRIDE) * cells.width + Math.floor(x / STRIDE)];
    if (label >= 0 && mask[i] === 0) lists[label].push(i);
  }
  return lists.map((list) => Int32Array.from(list));
}

/**
 * Where paint was laid between two flats of a painting. The light that most of it changed by, evenly or from side to
 * side, is no paint; nor is what lies beside an edge by as much as two flats lie beside one another.
 * @param grid that of both flats
 */
export function repaintedBetween(flats: TwoFlats, grid: Grid): Repainted {
  const { now, mask } = flats;
  const before = litBy(flats.before, lawBetween(flats));
  const radius = Math.max(LEAST_PX, Math.round(SOFT_MM / grid.mmPerPixel));
  const [later, earlier] = [now, before].map((raster) => softened(coloursOf(raster), now, radius));
  const cells = cellsOver(now, mask, radius);
  const light = lightOver(later, earlier, cells);
  const marked = differing(distances(later, earlier, light, cells, grid), cells);
  const readable = mask.reduce((sum, unread) => sum + 1 - unread, 0);
  const least = Math.max(LEAST_MM2 / grid.mmPerPixel ** 2, LEAST_SHARE * mask.length);
  const areas = pixelsOfRegions(marked, cells, flats)
    .filter((pixels) => pixels.length >= least)
    .sort((one, two) => two.length - one.length)
    .map((pixels): RepaintedArea => {
      const own = new Uint8Array(mask.length);
      for (const i of pixels) own[i] = 1;
      return { place: placeOfPixels(own, grid), pixels, share: pixels.length / readable };
    });
  return { areas, untouchedShare: 1 - areas.reduce((sum, { share }) => sum + share, 0), before };
}

import { pictureGoneInWords, PLAN_TEXT, STUDIO_TEXT } from '../../core/words';
import { fileUrl } from '../../contract/files';
import { expose, transfer } from 'comlink';
import { byteFromLinear, LUMINANCE } from '../../core/colour';
import { coloursOf, valuePlane } from '../../core/photo';
import {
  editedMasses,
  lightOfBytes,
  massAt,
  massShapes,
  massTree,
  partedBy,
  planFrom,
  resizeMasses,
  tonalShares,
  tonesPicture,
  valueRangeOf,
  warped,
  type MassEdit,
  type MassMap,
  type MassTree,
  type Parting,
  type Pin,
  type PlannedPicture,
  type RenderRequest,
  type Supplies,
} from '../../core/plan';
import {
  boxBlur,
  makeRaster,
  pictureFromRgba,
  shrinkRaster,
  type Picture,
  type Point,
  type Raster,
} from '../../core/raster';
import { measured, type Measured } from '../../core/read';

/** What a plan is rendered from, beside its reference and crop. */
export interface Rendering extends RenderRequest {
  readonly ground: Supplies['ground'];
}

/** A mass as the plan room shows it. */
export interface PlanMass {
  readonly id: number;
  readonly share: number;
  readonly at: Point;
  readonly centre: readonly [number, number];
  readonly place: { readonly outlines: readonly (readonly Point[])[] };
  readonly target: Measured;
}

interface Open {
  readonly base: Raster;
  /** the base at the tree's size */
  readonly half: Raster;
  readonly tree: MassTree;
  readonly mmPerPixel: number;
}
/** The picture in two and in the plan's number of tones. */
interface TonePictures {
  readonly two: ImageBitmap;
  readonly tones: ImageBitmap;
  /** where light and shadow part, and all the tones: values */
  readonly split: number;
  readonly splits: readonly number[];
  readonly shares: ReturnType<typeof tonalShares>;
  /** how many pixels have each value: bins of equal width over 0..10 */
  readonly amounts: readonly number[];
}

let open: Open | null = null;
let last: { name: string; plan: PlannedPicture } | null = null;
const things = new Map<string, Picture>();

async function bitmapOf(raster: Raster): Promise<ImageBitmap> {
  const rgba = new Uint8ClampedArray(4 * raster.r.length);
  for (let i = 0, o = 0; i < raster.r.length; i++) {
    rgba[o++] = byteFromLinear(raster.r[i]);
    rgba[o++] = byteFromLinear(raster.g[i]);
    rgba[o++] = byteFromLinear(raster.b[i]);
    rgba[o++] = 255;
  }
  return createImageBitmap(new ImageData(rgba, raster.width, raster.height));
}

const sent = (bitmap: ImageBitmap) => transfer(bitmap, [bitmap]);

/** Pixels of a picture file as they are stored, no colour conversion. */
async function pixelsOf(url: string): Promise<ImageData> {
  const response = await fetch(url);
  if (!response.ok) throw new Error(pictureGoneInWords(response.status));
  const bitmap = await createImageBitmap(await response.blob(), { colorSpaceConversion: 'none' });
  const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error(STUDIO_TEXT.cannotDraw);
  context.drawImage(bitmap, 0, 0);
  return context.getImageData(0, 0, bitmap.width, bitmap.height);
}

async function thingOf(id: string): Promise<Picture> {
  const known = things.get(id);
  if (known) return known;
  const picture = pictureFromRgba(await pixelsOf(fileUrl('referencePreview', id)));
  things.set(id, picture);
  return picture;
}

function opened(): Open {
  if (!open) throw new Error(PLAN_TEXT.noReferenceOpen);
  return open;
}

async function plannedUnder(rendering: Rendering): Promise<PlannedPicture> {
  const name = JSON.stringify(rendering);
  if (last?.name === name) return last.plan;
  const { base, tree } = opened();
  const wanted = rendering.departures.flatMap(({ change }) => (change.kind === 'added' ? [change.referenceId] : []));
  const added = new Map(
    await Promise.all(wanted.map(async (id): Promise<[string, Picture]> => [id, await thingOf(id)])),
  );
  const plan = planFrom(base, tree, rendering, { ground: rendering.ground, added });
  last = { name, plan };
  return plan;
}

/** The picture as its masses: each in its mean light, borders drawn. */
function flatMasses({ massOf, ids, width, height }: MassMap, picture: Raster): Uint8ClampedArray<ArrayBuffer> {
  const sums = new Float64Array(4 * ids.length);
  for (let i = 0; i < massOf.length; i++) {
    const k = 4 * massOf[i];
    sums[k] += picture.r[i];
    sums[k + 1] += picture.g[i];
    sums[k + 2] += picture.b[i];
    sums[k + 3]++;
  }
  const code = Uint8Array.from(sums, (v, k) => (k % 4 === 3 ? 255 : byteFromLinear(v / sums[k - (k % 4) + 3])));
  const rgba = new Uint8ClampedArray(4 * massOf.length);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const k = 4 * massOf[i];
      const border =
        (x + 1 < width && massOf[i + 1] !== massOf[i]) || (y + 1 < height && massOf[i + width] !== massOf[i]);
      for (let c = 0; c < 4; c++) rgba[4 * i + c] = border && c < 3 ? 0 : code[k + c];
    }
  }
  return rgba;
}

const BINS = 250;

/** How many of so many values lie in each bin of equal width over 0..10. */
function amountsOf(values: Float32Array): number[] {
  const out = new Float64Array(BINS);
  for (const v of values) out[Math.min(BINS - 1, Math.max(0, Math.floor((v * BINS) / 10)))]++;
  return Array.from(out);
}

const SPOT = 0.015; // of the longer side, either way

/** The places of the darkest and the lightest spot, as wide as a reading takes them, canvas mm, with their values. */
function extremes(base: Raster, mmPerPixel: number) {
  const wide = Math.max(base.width, base.height);
  const { data, width } = boxBlur(valuePlane(base), Math.round(SPOT * wide));
  let [dark, light] = [0, 0];
  for (let i = 1; i < data.length; i++) {
    if (data[i] < data[dark]) dark = i;
    if (data[i] > data[light]) light = i;
  }
  const spot = (i: number): { at: Point; value: number } => ({
    at: [((i % width) + 0.5) * mmPerPixel, (Math.floor(i / width) + 0.5) * mmPerPixel],
    value: data[i],
  });
  return { darkest: spot(dark), lightest: spot(light) };
}

const api = {
  /** Opens a reference's base picture and builds its tree. @returns how long the tree took, and the values it spans */
  async open(url: string, { widthMm, pins }: { widthMm: number; pins: readonly Pin[] }) {
    const { data, width, height } = await pixelsOf(url);
    const mmPerPixel = widthMm / width;
    const base = warped(lightOfBytes(data, { width, height, channels: 4 }), pins, { mmPerPixel });
    const start = performance.now();
    const tree = massTree(base);
    const treeMs = performance.now() - start;
    performance.measure('revlin-tree', { start });
    open = { base, half: shrinkRaster(base, 2), tree, mmPerPixel };
    last = null;
    const values = valuePlane(base).data;
    const histogram = new Float64Array(50);
    for (const v of values) histogram[Math.min(49, Math.max(0, Math.floor(v * 5)))]++;
    const most = Math.max(...histogram);
    return {
      treeMs,
      width,
      height,
      range: valueRangeOf(base),
      extremes: extremes(base, mmPerPixel),
      histogram: Array.from(histogram, (n) => n / most),
    };
  },
  async base(): Promise<ImageBitmap> {
    return sent(await bitmapOf(opened().base));
  },
  /** The masses of a cut as a picture. @param quick at the tree's own size: what the slider shows while it moves */
  async cut(count: number, edits: readonly MassEdit[], quick: boolean): Promise<ImageBitmap> {
    const { base: full, half, tree } = opened();
    const base = quick ? half : full;
    const masses = editedMasses(tree, { count, edits, mmPerPixel: (opened().mmPerPixel * full.width) / tree.width });
    const map = resizeMasses(masses, base);
    return sent(await createImageBitmap(new ImageData(flatMasses(map, base), map.width, map.height)));
  },
  /** The planned picture. */
  async picture(rendering: Rendering): Promise<ImageBitmap> {
    return sent(await bitmapOf((await plannedUnder(rendering)).picture));
  },
  /** The masses of the plan with their outlines and targets. */
  async masses(rendering: Rendering): Promise<PlanMass[]> {
    const { masses, picture } = await plannedUnder(rendering);
    const colours = coloursOf(picture);
    return massShapes(masses, opened().mmPerPixel).map(({ id, share, at, centre, place, inner }) => ({
      id,
      share,
      at,
      centre,
      place,
      target: measured(colours, inner),
    }));
  },
  /** Two tones and the plan's number of them, as pictures; where they part; how much of the picture has each value. */
  async patterns(rendering: Rendering, wanted: Parting): Promise<TonePictures> {
    const { masses, picture } = await plannedUnder(rendering);
    const values = valuePlane(picture);
    const { split, splits: own } = partedBy(values.data, wanted);
    const [two, tones] = await Promise.all(
      [[split], own].map((splits) => bitmapOf(tonesPicture(values, splits, masses))),
    );
    const shares = tonalShares(values.data);
    return transfer({ two, tones, split, splits: own, shares, amounts: amountsOf(values.data) }, [two, tones]);
  },
  /** The mass and the values at a point (canvas mm), in the reference and as planned. */
  async spot(rendering: Rendering, at: Point): Promise<{ massId: number; reference: number; planned: number }> {
    const { masses, picture } = await plannedUnder(rendering);
    const { base, mmPerPixel } = opened();
    const pixel = (mm: number, most: number) => Math.min(most - 1, Math.max(0, Math.floor(mm / mmPerPixel)));
    const middle = [pixel(at[0], base.width), pixel(at[1], base.height)];
    // The mean of a few pixels: a spot a brush could make.
    const meanValue = (raster: Raster) => {
      let [sum, n] = [0, 0];
      for (let y = Math.max(0, middle[1] - 2); y <= Math.min(raster.height - 1, middle[1] + 2); y++)
        for (let x = Math.max(0, middle[0] - 2); x <= Math.min(raster.width - 1, middle[0] + 2); x++, n++) {
          const i = y * raster.width + x;
          sum += LUMINANCE[0] * raster.r[i] + LUMINANCE[1] * raster.g[i] + LUMINANCE[2] * raster.b[i];
        }
      const one = makeRaster(1, 1);
      one.r[0] = one.g[0] = one.b[0] = sum / n;
      return valuePlane(one).data[0];
    };
    return {
      massId: masses.ids[massAt(masses, at, mmPerPixel)],
      reference: meanValue(base),
      planned: meanValue(picture),
    };
  },
};
export type PlanApi = typeof api;
expose(api);

import {
  labFromLinear,
  lightnessFromLuminance,
  linearFromLab,
  luminanceFromValue,
  valueFast,
  LUMINANCE,
} from '../colour';
import {
  lightOfPicture,
  channelsOf,
  gaussianBlur,
  pixelsIn,
  sampleAt,
  type Box,
  type Picture,
  type Place,
  type Plane,
  type Point,
  type Raster,
} from '../raster';
import { fillHole, nearestLabels } from './fill';
import { massAt } from './massEdits';
import type { MassMap } from './masses';

/** Where a departure lies: the mass at a point, or an outlined place (canvas mm). */
export type Where = { readonly mass: Point } | { readonly place: Place };

/** How the painting is meant to differ there. */
export type Change =
  /** steps, positive = lighter */
  | { readonly kind: 'value'; readonly steps: number }
  /** units of a*b* along the warm-cool axis, positive = warmer */
  | { readonly kind: 'warmth'; readonly units: number }
  /** times the chroma */
  | { readonly kind: 'chroma'; readonly factor: number }
  /** mm, positive = softer, negative = harder */
  | { readonly kind: 'edges'; readonly mm: number }
  /** mm of detail that is left away */
  | { readonly kind: 'simplified'; readonly mm: number }
  /** mm along x and y, and times the size about the place's middle */
  | { readonly kind: 'moved'; readonly by: Point; readonly scale: number }
  | { readonly kind: 'ground' }
  | { readonly kind: 'left-out' }
  /** shown by another reference */
  | { readonly kind: 'added'; readonly referenceId: string }
  | { readonly kind: 'ignored' };

/** A place where the painting is meant to differ from the reference. */
export interface Departure {
  readonly where: Where;
  readonly change: Change;
}

/** A picture of the plan in the making: light, masses, and what is not compared. */
export interface Draft {
  readonly picture: Raster;
  readonly masses: MassMap;
  /** 1 = compared with nothing */
  readonly ignored: Uint8Array;
  /** 1 = meant to stay bare ground */
  readonly bare: Uint8Array;
  /** 1 = meant to be of another value or colour than the reference's */
  readonly repainted: Uint8Array;
  readonly mmPerPixel: number;
}

/** What departures may need beside the draft. */
export interface Supplies {
  /** the bare surface; null = not known */
  readonly ground: { readonly value: number; readonly a: number; readonly b: number } | null;
  /** pictures of added things by reference */
  readonly added: ReadonlyMap<string, Picture>;
}

/** Pixels of a place. */
export function pixelsOf(
  where: Where,
  { picture: { width, height }, masses, mmPerPixel }: Pick<Draft, 'picture' | 'masses' | 'mmPerPixel'>,
): Int32Array {
  if ('place' in where) return pixelsIn(where.place, { width, height, mmPerPixel });
  const own = massAt(masses, where.mass, mmPerPixel);
  const out: number[] = [];
  masses.massOf.forEach((k, i) => k === own && out.push(i));
  return Int32Array.from(out);
}

const FEATHER_MM = 0.6; // a departure's border is as soft as a brush mark's, not a cut

/** How much of each pixel a place covers, 0..1, its border softened. */
function coverOf(pixels: Int32Array, { picture: { width, height } }: Draft, softPx: number): Float32Array {
  const data = new Float32Array(width * height);
  for (const i of pixels) data[i] = 1;
  return softPx < 0.3 ? data : gaussianBlur({ width, height, data }, softPx).data;
}

/** Lays one picture over another where a cover says so. */
function laidOver(under: Raster, over: Raster, cover: Float32Array): Raster {
  const mix = (a: Float32Array, b: Float32Array) => a.map((v, i) => (cover[i] > 0 ? v + cover[i] * (b[i] - v) : v));
  return { ...under, r: mix(under.r, over.r), g: mix(under.g, over.g), b: mix(under.b, over.b) };
}

type Light = [number, number, number];

/** Every pixel under a cover changed by a function of its light. */
function repainted(picture: Raster, cover: Float32Array, change: (light: Light) => Light): Raster {
  const out = { ...picture, r: picture.r.slice(), g: picture.g.slice(), b: picture.b.slice() };
  const channels = channelsOf(out);
  for (let i = 0; i < cover.length; i++) {
    if (cover[i] < 0.004) continue;
    const before: Light = [channels[0][i], channels[1][i], channels[2][i]];
    change(before).forEach((v, c) => (channels[c][i] = before[c] + cover[i] * (v - before[c])));
  }
  return out;
}

/** The same hue and strength at another value. */
export function valueShifted([r, g, b]: Light, steps: number): Light {
  const value = valueFast(LUMINANCE[0] * r + LUMINANCE[1] * g + LUMINANCE[2] * b);
  const from = luminanceFromValue(Math.max(0.05, value));
  const factor = luminanceFromValue(Math.min(10, Math.max(0.05, value + steps))) / from;
  return [r * factor, g * factor, b * factor];
}

function warmed([r, g, b]: Light, units: number): Light {
  const lab = labFromLinear(r, g, b);
  return linearFromLab({
    L: lab.L,
    a: lab.a + units * Math.cos(Math.PI / 3),
    b: lab.b + units * Math.sin(Math.PI / 3),
  });
}

function strengthened([r, g, b]: Light, factor: number): Light {
  const lab = labFromLinear(r, g, b);
  return linearFromLab({ L: lab.L, a: lab.a * factor, b: lab.b * factor });
}

const blurred = (raster: Raster, sigma: number): Raster => {
  const [r, g, b] = channelsOf(raster).map(
    (data) => gaussianBlur({ width: raster.width, height: raster.height, data }, sigma).data,
  );
  return { ...raster, r, g, b };
};

const HARDER = 1.2; // how much of what a blur takes away is added on top

function edgesChanged(draft: Draft, pixels: Int32Array, mm: number): Raster {
  const { picture, mmPerPixel } = draft;
  // A 10-90 % rise is 2.56 standard deviations wide.
  const sigma = Math.abs(mm) / 2.56 / mmPerPixel;
  const soft = blurred(picture, Math.max(0.5, sigma));
  const reach = coverOf(pixels, draft, Math.max(0.5, sigma));
  // The border itself belongs to the change: its cover is half there.
  const cover = reach.map((v) => Math.min(1, 2 * v));
  if (mm > 0) return laidOver(picture, soft, cover);
  const crisp = channelsOf(picture).map((channel, c) =>
    channel.map((v, i) => Math.max(0, v + HARDER * (v - channelsOf(soft)[c][i]))),
  );
  return laidOver(picture, { ...picture, r: crisp[0], g: crisp[1], b: crisp[2] }, cover);
}

/** Detail taken away inside a place; what lies outside it does not bleed in. */
function simplified(draft: Draft, pixels: Int32Array, mm: number): Raster {
  const { picture, mmPerPixel } = draft;
  const { width, height } = picture;
  const inside = coverOf(pixels, draft, 0);
  const sigma = mm / 2 / mmPerPixel;
  const weight = gaussianBlur({ width, height, data: inside }, sigma).data;
  const [r, g, b] = channelsOf(picture).map((channel) => {
    const own = gaussianBlur({ width, height, data: channel.map((v, i) => v * inside[i]) }, sigma).data;
    return own.map((v, i) => (weight[i] > 1e-4 ? v / weight[i] : channel[i]));
  });
  return laidOver(picture, { ...picture, r, g, b }, coverOf(pixels, draft, FEATHER_MM / mmPerPixel));
}

function middleOf(pixels: Int32Array, width: number): Point {
  let [x, y] = [0, 0];
  for (const i of pixels) {
    x += i % width;
    y += Math.floor(i / width);
  }
  return [x / pixels.length, y / pixels.length];
}

/** The place lifted off, what lay round it closed over, and laid down elsewhere. */
function moved(draft: Draft, pixels: Int32Array, { by, scale }: { by: Point; scale: number }): Draft {
  const { picture, masses, mmPerPixel } = draft;
  const { width, height } = picture;
  const closed = leftOut(draft, pixels);
  const cover: Plane = { width, height, data: coverOf(pixels, draft, FEATHER_MM / mmPerPixel) };
  const [cx, cy] = middleOf(pixels, width);
  const planes = channelsOf(picture).map((data): Plane => ({ width, height, data }));
  const out = channelsOf(closed.picture);
  const massOf = closed.masses.massOf.slice();
  const inside = coverOf(pixels, draft, 0);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const sx = cx + (x - cx - by[0] / mmPerPixel) / scale;
      const sy = cy + (y - cy - by[1] / mmPerPixel) / scale;
      if (sx < -0.5 || sy < -0.5 || sx > width - 0.5 || sy > height - 0.5) continue;
      const share = sampleAt(cover, sx, sy);
      if (share < 0.004) continue;
      for (let c = 0; c < 3; c++) out[c][i] += share * (sampleAt(planes[c], sx, sy) - out[c][i]);
      const source = Math.round(sy) * width + Math.round(sx);
      if (inside[source]) massOf[i] = masses.massOf[source];
    }
  }
  return { ...closed, masses: { ...masses, massOf } };
}

/** The place closed over with what lies round it. */
function leftOut(draft: Draft, pixels: Int32Array): Draft {
  const { picture, masses, mmPerPixel } = draft;
  const hole = coverOf(pixels, draft, 0);
  const rim = coverOf(pixels, draft, 1.5 / mmPerPixel).map((v) => (v > 0.08 ? 1 : 0));
  const filled = fillHole(picture, rim);
  // Feathered beyond its border, not within: else a rim of the thing would stay.
  const beyond = Int32Array.from([...rim.keys()].filter((i) => rim[i]));
  return {
    ...draft,
    picture: laidOver(picture, filled, coverOf(beyond, draft, FEATHER_MM / mmPerPixel)),
    masses: { ...masses, massOf: nearestLabels(masses.massOf, hole, picture.width) },
  };
}

/** Box of pixels: x, y, width, height. */
function boxOfPixels(pixels: Int32Array, width: number): Box {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -1, -1];
  for (const i of pixels) {
    const [x, y] = [i % width, Math.floor(i / width)];
    [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
  }
  return [x0, y0, x1 - x0 + 1, y1 - y0 + 1];
}

function added(draft: Draft, pixels: Int32Array, thing: Picture): Draft {
  const { picture, masses, mmPerPixel } = draft;
  const [x0, y0, w, h] = boxOfPixels(pixels, picture.width);
  const share = Math.min(thing.width / w, thing.height / h);
  const crop: Box = [(thing.width - w * share) / 2, (thing.height - h * share) / 2, w * share, h * share];
  const small = lightOfPicture(thing, crop, { width: w, height: h });
  const over = { ...picture, r: picture.r.slice(), g: picture.g.slice(), b: picture.b.slice() };
  channelsOf(over).forEach((channel, c) => {
    const from = channelsOf(small)[c];
    for (let y = 0; y < h; y++) channel.set(from.subarray(y * w, (y + 1) * w), (y0 + y) * picture.width + x0);
  });
  const massOf = masses.massOf.slice();
  for (const i of pixels) massOf[i] = masses.ids.length;
  const ids = [...masses.ids, 2_000_000 + masses.ids.length];
  const cover = coverOf(pixels, draft, FEATHER_MM / mmPerPixel);
  // Beyond its box there is nothing of the thing to feather with.
  cover.forEach((_, i) => {
    const [x, y] = [i % picture.width, Math.floor(i / picture.width)];
    if (x < x0 || y < y0 || x >= x0 + w || y >= y0 + h) cover[i] = 0;
  });
  return { ...draft, picture: laidOver(picture, over, cover), masses: { ...masses, massOf, ids } };
}

function marked(mask: Uint8Array, pixels: Int32Array): Uint8Array {
  const out = mask.slice();
  for (const i of pixels) out[i] = 1;
  return out;
}

const ignoring = (draft: Draft, pixels: Int32Array): Draft => ({ ...draft, ignored: marked(draft.ignored, pixels) });

/** The place painted by a function of its light. */
const painted = (draft: Draft, pixels: Int32Array, how: (light: Light) => Light): Draft => ({
  ...draft,
  picture: repainted(draft.picture, coverOf(pixels, draft, FEATHER_MM / draft.mmPerPixel), how),
  repainted: marked(draft.repainted, pixels),
});

/** The place left bare; where the ground is not known it is compared with nothing. */
function asGround(draft: Draft, pixels: Int32Array, ground: Supplies['ground']): Draft {
  const bare = marked(draft.bare, pixels);
  if (!ground) return { ...ignoring(draft, pixels), bare };
  const light = linearFromLab({
    L: lightnessFromLuminance(luminanceFromValue(ground.value)),
    a: ground.a,
    b: ground.b,
  });
  return { ...painted(draft, pixels, () => light), bare };
}

/** The plan after one departure. A place of no pixels, an added thing without its picture, change nothing. */
function after(draft: Draft, { where, change }: Departure, { ground, added: things }: Supplies): Draft {
  const pixels = pixelsOf(where, draft);
  if (pixels.length === 0) return draft;
  const paint = (how: (light: Light) => Light): Draft => painted(draft, pixels, how);
  switch (change.kind) {
    case 'value':
      return paint((light) => valueShifted(light, change.steps));
    case 'warmth':
      return paint((light) => warmed(light, change.units));
    case 'chroma':
      return paint((light) => strengthened(light, change.factor));
    case 'edges':
      return { ...draft, picture: edgesChanged(draft, pixels, change.mm) };
    case 'simplified':
      return { ...draft, picture: simplified(draft, pixels, change.mm) };
    case 'moved':
      return moved(draft, pixels, change);
    case 'left-out':
      return leftOut(draft, pixels);
    case 'ground':
      return asGround(draft, pixels, ground);
    case 'added': {
      const thing = things.get(change.referenceId);
      return thing ? added(draft, pixels, thing) : draft;
    }
    case 'ignored':
      return ignoring(draft, pixels);
  }
}

/** The plan with its departures, in the order they were made: each works on what those before it have left. */
export const withDepartures = (draft: Draft, departures: readonly Departure[], supplies: Supplies): Draft =>
  departures.reduce((before, departure) => after(before, departure, supplies), draft);

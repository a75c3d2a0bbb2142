import {
  chroma,
  hue,
  lightnessFromLuminance,
  luminanceFromValue,
  valueFromLuminance,
  warmth,
  ciede2000,
  type Lab,
} from '../colour';
import { askedValue, type PaintRange } from '../plan';
import { halfWidth, robust } from '../raster';
import { rivalryOver, type Colours, type Rivalry } from '../photo';
import { COARSER, type Aligned } from './aligned';

/** Colour of a place as a painter and an engineer would name it. */
export interface Measured {
  /** Munsell value 0..10 */
  readonly value: number;
  readonly lab: readonly [number, number, number];
  readonly warmth: number;
  readonly chroma: number;
  /** degrees 0..360 */
  readonly hue: number;
}

/** Painted minus plan. */
export interface Difference {
  /** from the plan as far as the paint reaches */
  readonly value: number;
  readonly warmth: number;
  readonly chroma: number;
  /** CIEDE2000 */
  readonly deltaE: number;
}

export interface Uncertainty {
  /** one sigma, steps */
  readonly value: number;
  /** one sigma, units of a*b* */
  readonly warmth: number;
}

/** Half-widths that hold the truth nine times in ten, as every answer, file, screen and sentence says them. */
export const halfWidthsOf = ({ value, warmth: colour }: Uncertainty): Uncertainty => ({
  value: halfWidth(value),
  warmth: halfWidth(colour),
});

// The parts are each stated as they are at their worst, and seldom all at once: so much of what they are together holds
// nine truths in ten (phone photographs of the truth suite, docs/decisions/0023).
const TOGETHER: Uncertainty = { value: 0.78, warmth: 0.83 };

/** Parts of a doubt as one, one sigma each. @param value steps @param colour units of a*b* */
export const doubtInAll = (value: readonly number[], colour: readonly number[]): Uncertainty => ({
  value: TOGETHER.value * Math.hypot(...value),
  warmth: TOGETHER.warmth * Math.hypot(...colour),
});

/** One-sigma doubt that the photo's light leaves, and the value up to which its tone curve was measured. */
export interface LightDoubt extends Uncertainty {
  /** what a usual place is sure to, one sigma: what else leaves a place unsure is in it */
  readonly usual: Uncertainty;
  readonly knownTo: number;
  /** share of its chroma by which a camera may have made any colour stronger, one sigma */
  readonly colour: number;
  /** light that may lie over the paint unseen, reflectance, one sigma: it lifts darks most and greys them */
  readonly stray: number;
  /** share of what a place stands out by from its surroundings that a phone may have added to it, one sigma */
  readonly local: number;
  /** how far other explanations of the light would have put each place */
  readonly rivalry: Rivalry;
}
const BEYOND_KNOWN = 0.06; // steps of doubt for every step beyond: what a camera's shoulder may bend there

export interface Comparison {
  readonly target: Measured;
  readonly painted: Measured;
  readonly difference: Difference;
  readonly uncertainty: Uncertainty;
  /** spread (one sigma, steps) of the painted values inside the place */
  readonly spread: number;
  /** share of the place that could be read, 0..1 */
  readonly readShare: number;
}

const MOST_PIXELS = 2_500; // of a place: enough for a centre to a fiftieth of its spread

/** Every so many-eth pixel of a large place. */
function thinned(pixels: Int32Array): Int32Array {
  if (pixels.length <= MOST_PIXELS) return pixels;
  const step = pixels.length / MOST_PIXELS;
  const out = new Int32Array(MOST_PIXELS);
  for (let k = 0; k < MOST_PIXELS; k++) out[k] = pixels[(k * step) | 0];
  return out;
}

function picked(data: Float32Array, pixels: Int32Array): Float32Array {
  const out = new Float32Array(pixels.length);
  for (let k = 0; k < out.length; k++) out[k] = data[pixels[k]];
  return out;
}

function measure(colours: Colours, pixels: Int32Array): Measured & { spread: number } {
  const pick = (data: Float32Array) => robust(picked(data, pixels));
  const value = pick(colours.value);
  const lab: Lab = {
    L: lightnessFromLuminance(luminanceFromValue(value.centre)),
    a: pick(colours.a).centre,
    b: pick(colours.b).centre,
  };
  return {
    value: value.centre,
    lab: [lab.L, lab.a, lab.b],
    warmth: warmth(lab),
    chroma: chroma(lab),
    hue: hue(lab),
    spread: value.spread,
  };
}

/** Robust centre of some pixels of one picture. */
export function measured(colours: Colours, pixels: Int32Array): Measured {
  const { spread: _, ...centre } = measure(colours, thinned(pixels));
  return centre;
}

const labOf = ({ lab: [L, a, b] }: Measured): Lab => ({ L, a, b });

/** Painted minus plan, field by field. @param paint what it reaches: no more is asked for */
export function differenceOf(painted: Measured, target: Measured, paint: PaintRange): Difference {
  return {
    value: painted.value - askedValue(target.value, painted.value, paint),
    warmth: painted.warmth - target.warmth,
    chroma: painted.chroma - target.chroma,
    deltaE: ciede2000(labOf(painted), labOf(target)),
  };
}

function readable(pixels: Int32Array, mask: Uint8Array): Int32Array {
  const out = new Int32Array(pixels.length);
  let n = 0;
  for (let k = 0; k < pixels.length; k++) if (mask[pixels[k]] === 0) out[n++] = pixels[k];
  return out.subarray(0, n);
}

const NEAR = 0.001; // reflectance either way, for the slope of value

/** Steps of value a unit of light makes at a luminance, both 0..1 of a perfect white. */
const stepsPerLight = (Y: number) =>
  (valueFromLuminance(100 * (Y + NEAR)) - valueFromLuminance(100 * Math.max(0, Y - NEAR))) / (Math.min(Y, NEAR) + NEAR);

/**
 * What light over the paint would do to a place: steps, and units of chroma. White light added to a dark colour changes
 * its a*, b*, which are differences of cube roots, by two thirds of the share it adds.
 */
function underStray({ value, chroma: strength }: Measured, stray: number): { value: number; chroma: number } {
  const Y = Math.max(NEAR, luminanceFromValue(value) / 100);
  return { value: stray * stepsPerLight(Y), chroma: strength * Math.min(1, ((2 / 3) * stray) / Y) };
}

/** Steps by which local contrast may have parted a place from what is around it, least near black and white. */
function underLocal({ planned, around, width }: Aligned, pixels: Int32Array, local: number): number {
  let [sum, value] = [0, 0];
  for (const i of pixels) {
    const [x, y] = [Math.floor((i % width) / COARSER), Math.floor(i / width / COARSER)];
    sum +=
      planned.value[i] - around.data[Math.min(y, around.height - 1) * around.width + Math.min(x, around.width - 1)];
    value += planned.value[i];
  }
  const middling = 0.4 * (value / pixels.length) * (1 - value / pixels.length / 10);
  return local * middling * Math.abs(sum / pixels.length);
}

/**
 * Robust centre of a set of pixels on both pictures, over those that can be read.
 * @param pixels indices into the aligned planes
 * @param light  what the photo's light leaves uncertain
 * @returns null where fewer than four pixels can be read
 */
export function compare(aligned: Aligned, pixels: Int32Array, light: LightDoubt): Comparison | null {
  const read = readable(pixels, aligned.mask);
  if (read.length < 4) return null;
  const some = thinned(read);
  const { spread: meant, ...target } = measure(aligned.planned, some);
  const { spread, ...painted } = measure(aligned.painted, some);
  // Neighbouring pixels share a stroke: about one independent look per 4 mm square.
  const looks = Math.max(1, (read.length * aligned.mmPerPixel ** 2) / 16);
  const texture = Math.hypot(spread, meant) / Math.sqrt(looks);
  const over = underStray(painted, light.stray);
  const other = rivalryOver(light.rivalry, some, aligned);
  const beyond = BEYOND_KNOWN * Math.max(0, painted.value - light.knownTo);
  return {
    target,
    painted,
    difference: differenceOf(painted, target, aligned.paint),
    uncertainty: doubtInAll(
      [light.value, 0.5 * texture, beyond, over.value, underLocal(aligned, some, light.local), other.value],
      [light.warmth, light.colour * painted.chroma, 4 * texture, over.chroma, other.colour],
    ),
    spread,
    readShare: read.length / pixels.length,
  };
}

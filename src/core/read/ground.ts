import { coloursOf, type Colours } from '../photo';
import { boxBlur, robust, type Raster } from '../raster';

/** The bare surface as the painter prepared it: its colour, and how much it varies (one sigma). */
export interface Ground {
  /** Munsell value 0..10 */
  readonly value: number;
  /** CIELAB */
  readonly a: number;
  readonly b: number;
  readonly spread: { readonly value: number; readonly ab: number };
}

/** Where the ground still shows, and how much of the canvas is covered. */
export interface Coverage {
  /** 1 = bare, row by row at the flat's reading size */
  readonly bare: Uint8Array;
  /** share covered of what can be read and is not meant to stay bare, 0..1 */
  readonly covered: number;
  /**
   * share of the canvas where the plan's own colour is the ground's: paint and ground cannot be told apart there, and
   * count as covered
   */
  readonly alike: number;
}

// A ground is toned by hand: it varies over the canvas more than over the place it is learned from. Where it has a
// colour that colour
// tells it, and a fall-off of the light that early paint hides may be left in its value.
const LEAST = { value: 0.3, ab: 4.5 };
const COLOURED = { chroma: 12, value: 0.55 };
const AS_GROUND = 2.2; // sigmas within which a place may be the ground
const UNLIKE = 2.8; // sigmas by which the plan must differ from the ground for bare ground to be told

/**
 * The ground's colour from a flat on which it is bare.
 * @param pixels indices of the bare places; those under the mask are left out
 * @returns null where fewer than 200 pixels can be read
 */
export function groundFrom(flat: Raster, mask: Uint8Array, pixels: Iterable<number>): Ground | null {
  const colours = coloursOf(flat);
  const list = [...pixels].filter((i) => mask[i] === 0);
  if (list.length < 200) return null;
  const pick = (data: Float32Array) => robust(Float32Array.from(list, (i) => data[i]));
  const [value, a, b] = [pick(colours.value), pick(colours.a), pick(colours.b)];
  const spread = { value: value.spread, ab: Math.hypot(a.spread, b.spread) };
  return { value: value.centre, a: a.centre, b: b.centre, spread };
}

interface Sigma {
  readonly value: number;
  readonly ab: number;
}

/** Distance of every pixel from a colour in sigmas, squared. */
function distances(colours: Colours, to: Ground, sigma: Sigma): Float32Array {
  const out = new Float32Array(colours.value.length);
  for (let i = 0; i < out.length; i++) {
    const value = (colours.value[i] - to.value) / sigma.value;
    const a = (colours.a[i] - to.a) / sigma.ab;
    const b = (colours.b[i] - to.b) / sigma.ab;
    out[i] = value * value + a * a + b * b;
  }
  return out;
}

/** The same between two pictures, pixel by pixel. */
function between(one: Colours, two: Colours, sigma: Sigma): Float32Array {
  const out = new Float32Array(one.value.length);
  for (let i = 0; i < out.length; i++) {
    const value = (one.value[i] - two.value[i]) / sigma.value;
    const a = (one.a[i] - two.a[i]) / sigma.ab;
    const b = (one.b[i] - two.b[i]) / sigma.ab;
    out[i] = value * value + a * a + b * b;
  }
  return out;
}

/**
 * Tells bare ground from paint: what has the ground's colour and not the plan's. Where the plan asks for the ground's
 * own colour it
 * cannot be told, and is taken for covered.
 * @param flat at reading size, its light taken out; @param plan of the same size
 * @param mask 1 = not read; @param keep 1 = meant to stay bare: left out of the share
 * @param light one-sigma uncertainty of the flat's value (steps) and warmth (units a*b*)
 */
export function coverageOf(
  { flat, plan, mask, keep }: { flat: Raster; plan: Raster; mask: Uint8Array; keep: Uint8Array | null },
  ground: Ground,
  light: { readonly value: number; readonly warmth: number },
): Coverage {
  const { width, height } = flat;
  const own = coloursOf(flat);
  const soft = (data: Float32Array) => boxBlur({ width, height, data }, 1).data;
  const painted = { value: soft(own.value), a: soft(own.a), b: soft(own.b) };
  const usual = Math.hypot(ground.a, ground.b) > COLOURED.chroma ? COLOURED.value : LEAST.value;
  const sigma = {
    value: Math.hypot(Math.max(usual, ground.spread.value), light.value),
    ab: Math.hypot(Math.max(LEAST.ab, ground.spread.ab), light.warmth),
  };
  const planned = coloursOf(plan);
  const fromGround = distances(painted, ground, sigma);
  const planFromGround = distances(planned, ground, sigma);
  const fromPlan = between(painted, planned, sigma);
  const bare = new Uint8Array(width * height);
  let [all, open, alike] = [0, 0, 0];
  for (let i = 0; i < bare.length; i++) {
    if (mask[i]) continue;
    const untold = planFromGround[i] < UNLIKE ** 2;
    if (untold) alike++;
    else if (fromGround[i] < AS_GROUND ** 2 && fromGround[i] < fromPlan[i]) bare[i] = 1;
    if (keep?.[i]) continue;
    all++;
    open += bare[i];
  }
  return { bare, covered: all === 0 ? 1 : 1 - open / all, alike: alike / bare.length };
}

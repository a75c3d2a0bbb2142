import { labFromLinear, LUMINANCE, valueFromLuminance, type Lab } from '../colour';
import type { Box, Picture } from '../raster';
import type { Camera } from './camera';
import { curvesFrom, type Curves } from './lightUnder';
import { doubtOfPatches, parted, readPatch, steadied, type GreyPatch, type SeenPatch } from './patches';
import { colourWithoutVivid, MOST_VIVID, UNTOLD_VIVID, type Vivid } from './vivid';

type Rgb = readonly [number, number, number];

const COLOURED = 15; // units of chroma from which a paint tells how strong a camera makes colours
const STRAY = 1.5; // units by which a patch of even paint is read wrong, one sigma
const CRUSHED = 0.002; // light: a channel as dark as this may have been pushed to black
const LEAST_SURE = 0.045; // share: phones part colours from their surroundings, too, and smear them
const GRID = 0.01; // of the share, in which the best is looked for

const lightOf = (rgb: Rgb) => LUMINANCE.reduce((sum, share, c) => sum + share * rgb[c], 0);

/**
 * Colour of a patch under the tone curves of the greys beside it, the camera's liking for colour taken out.
 * @param seen linear light as the photo shows it
 */
function lightUnderCurves(seen: Rgb, curves: Curves, by: number): Rgb {
  const pale = colourWithoutVivid(seen, by);
  return curves ? (pale.map((light, c) => curves[c](light)) as [number, number, number]) : pale;
}

/** The same at another luminance: a paint stands a little nearer to the lamp than the greys do. */
function labAs(rgb: Rgb, light: number): Lab {
  const lift = light / Math.max(1e-6, lightOf(rgb));
  return labFromLinear(rgb[0] * lift, rgb[1] * lift, rgb[2] * lift);
}

/**
 * How much stronger a camera makes colours, from paints of known colour beside greys that hold its tone curve: the
 * share under which they come nearest to what they are, by least squares in a* and b*.
 * @param curves through the greys
 * @returns null where no paint is strong enough, or they disagree: then they tell no more than a phone's habits do
 */
export function vividByPaints(paints: readonly SeenPatch[], curves: Curves): Vivid | null {
  const told = paints.flatMap(({ seen, known, abDoubt = 0 }) => {
    const meant = labFromLinear(...known);
    const tells = Math.hypot(meant.a, meant.b) > COLOURED && Math.min(...seen) > CRUSHED;
    return tells ? [{ seen, meant, light: lightOf(known), abDoubt }] : [];
  });
  if (!curves || told.length === 0) return null;
  const offUnder = (by: number) =>
    told.reduce((sum, { seen, meant, light }) => {
      const { a, b } = labAs(lightUnderCurves(seen, curves, by), light);
      return sum + (a - meant.a) ** 2 + (b - meant.b) ** 2;
    }, 0);
  const tried = Array.from({ length: Math.round(MOST_VIVID / GRID) + 1 }, (_, k) => ({
    by: k * GRID,
    off: offUnder(k * GRID),
  }));
  const best = tried.reduce((one, two) => (two.off < one.off ? two : one));
  const strength = told.reduce((sum, { meant: { a, b } }) => sum + a * a + b * b, 0);
  const stray = Math.max(STRAY ** 2, best.off / Math.max(1, 2 * told.length - 1));
  // Paints measured in one light are wrong in one way: that does not average out.
  const measured = told.reduce((sum, { meant: { a, b }, abDoubt }) => sum + abDoubt * Math.hypot(a, b), 0) / strength;
  const doubt = Math.hypot(LEAST_SURE, Math.sqrt(stray / strength), measured);
  return doubt < UNTOLD_VIVID.doubt ? { by: best.by, doubt, from: 'paints' } : null;
}

/** A paint of the painter's own on a field of the card, as it was measured or said. */
export interface Paint {
  /** Munsell value 0..10 */
  readonly value: number;
  /** CIELAB a* and b* (D65) */
  readonly ab: readonly [number, number];
  /** one sigma of the value (steps) and of a* and b* (units) */
  readonly doubt: number;
  readonly abDoubt: number;
}

/**
 * Measures a paint beside the card's greys, in the light and through the camera as they were found.
 * @param box photo px, well inside the paint
 * @returns null where the box lies outside the photo, is blown, or its colour is too weak to tell cameras by
 */
export function measurePaint(
  photo: Picture,
  box: Box,
  { greys, camera }: { greys: readonly GreyPatch[]; camera: Camera },
): Paint | null {
  const read = (patch: GreyPatch) => readPatch(photo, patch);
  const { tones } = parted(steadied(greys.map(read).filter((patch) => patch !== null)));
  const seen = read({ box, value: 5 });
  if (!seen || seen.clipped) return null;
  const light = lightUnderCurves(seen.seen, curvesFrom(tones, camera), camera.vivid.by);
  const { a, b } = labFromLinear(...light);
  const strength = Math.hypot(a, b);
  if (strength < COLOURED) return null;
  return {
    value: valueFromLuminance(100 * lightOf(light)),
    ab: [a, b],
    doubt: Math.hypot(0.05, doubtOfPatches(tones.filter(({ clipped }) => !clipped))),
    abDoubt: Math.hypot(1, camera.vivid.doubt * strength),
  };
}

/**
 * What is known of a field once it is measured again: the surer of the two, unless they differ too much to be one
 * paint.
 */
export function surerPaint(before: Paint | null, now: Paint | null): Paint | null {
  if (!before || !now || before.abDoubt > now.abDoubt) return now;
  const apart = Math.hypot(before.ab[0] - now.ab[0], before.ab[1] - now.ab[1]);
  return apart < 2 * Math.hypot(before.abDoubt, now.abDoubt) ? before : now;
}

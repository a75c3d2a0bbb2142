import { labFromLinear, LUMINANCE, type Lab } from '../colour';
import type { Curves } from './lightUnder';
import type { SeenPatch } from './patches';
import { colourWithoutVivid, MOST_VIVID, UNTOLD_VIVID, type Vivid } from './vivid';

type Rgb = readonly [number, number, number];

export const COLOURED = 15; // units of chroma from which a paint tells how strong a camera makes colours
const STRAY = 1.5; // units by which a patch of even paint is read wrong, one sigma
const CRUSHED = 0.002; // light: a channel as dark as this may have been pushed to black
const LEAST_SURE = 0.045; // share: phones part colours from their surroundings, too, and smear them
const GRID = 0.01; // of the share, in which the best is looked for

/** Luminance 0..1 of linear light. */
export const lightOf = (rgb: Rgb) => LUMINANCE.reduce((sum, share, c) => sum + share * rgb[c], 0);

/**
 * Colour of a patch under the tone curves of the greys beside it, the camera's liking for colour taken out.
 * @param seen linear light as the photo shows it
 */
export function lightUnderCurves(seen: Rgb, curves: Curves, by: number): Rgb {
  const pale = colourWithoutVivid(seen, by);
  return curves ? (pale.map((light, c) => curves[c](light)) as [number, number, number]) : pale;
}

/** The same at another luminance: a paint stands a little nearer to the lamp than the greys do. */
function labAs(rgb: Rgb, light: number): Lab {
  const lift = light / Math.max(1e-6, lightOf(rgb));
  return labFromLinear(rgb[0] * lift, rgb[1] * lift, rgb[2] * lift);
}

interface Known {
  readonly ab: readonly [number, number];
  readonly abDoubt: number;
}

/** One sigma of the share paints tell. @param off mean square by which they were missed, units */
function doubtBy(paints: readonly Known[], off: number): number {
  const strength = paints.reduce((sum, { ab: [a, b] }) => sum + a * a + b * b, 0);
  // Paints measured in one light are wrong in one way: that does not average out.
  const measured = paints.reduce((sum, { ab, abDoubt }) => sum + abDoubt * Math.hypot(...ab), 0) / strength;
  return Math.hypot(LEAST_SURE, Math.sqrt(Math.max(STRAY ** 2, off) / strength), measured);
}

/** Whether paints are known surely enough to tell, in a good photograph, more than phones' habits do. */
export const tellCameras = (paints: readonly Known[]): boolean => doubtBy(paints, 0) < UNTOLD_VIVID.doubt;

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
  const known = told.map(({ meant: { a, b }, abDoubt }) => ({ ab: [a, b] as const, abDoubt }));
  const doubt = doubtBy(known, best.off / Math.max(1, 2 * told.length - 1));
  return doubt < UNTOLD_VIVID.doubt ? { by: best.by, doubt, from: 'paints' } : null;
}

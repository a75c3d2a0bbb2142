import { labFromLinear, valueFromLuminance } from '../colour';
import type { Box, Picture } from '../raster';
import { UNTOLD_CAMERA, type Camera } from './camera';
import { curvesFrom } from './lightUnder';
import { doubtOfPatches, parted, readPatch, steadied, type GreyPatch } from './patches';
import { MOST_VIVID } from './vivid';
import { COLOURED, lightOf, lightUnderCurves } from './vividByPaints';

/** Whether all of a box (px) lies in a picture. */
const liesIn = ([x, y, w, h]: Box, { width, height }: Picture) => x >= 0 && y >= 0 && x + w <= width && y + h <= height;

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
  if (!liesIn(box, photo)) return null;
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

const apart = (one: Paint, two: Paint) => Math.hypot(one.ab[0] - two.ab[0], one.ab[1] - two.ab[1]);

/** Whether a field shows a paint, through whatever a phone may do to it: the card may be cut off, or another's. */
export function showsPaint(photo: Picture, box: Box, { paint, greys }: { paint: Paint; greys: readonly GreyPatch[] }) {
  const seen = measurePaint(photo, box, { greys, camera: UNTOLD_CAMERA });
  return (
    seen !== null && apart(seen, paint) < MOST_VIVID * Math.hypot(...paint.ab) + 2 * Math.hypot(paint.abDoubt, STRAY)
  );
}
const STRAY = 3; // units: a photograph in poor light

/**
 * What is known of a field once it is measured again: the surer of the two, unless they differ too much to be one
 * paint. What cannot be measured this time stays known.
 */
export function surerPaint(before: Paint | null, now: Paint | null): Paint | null {
  if (!before || !now) return now ?? before;
  const same = apart(before, now) < 2 * Math.hypot(before.abDoubt, now.abDoubt);
  return same && before.abDoubt <= now.abDoubt ? before : now;
}

import { LUMINANCE, valueFast } from '../colour';
import type { Plane, Raster } from '../raster';

/** 1 = not read (glare), 0 = read; row-major, the flat's size. */
export type GlareMask = Uint8Array;

const CLIPPED = 0.9; // linear light in the photo's own range at which a channel is as good as blown
const TOO_LIGHT = 1.0; // steps above the plan before a clipped place counts as glare: paint may be white
const RIM = 0.35; // steps above the plan at which the soft rim of a highlight ends

/**
 * Speculars: places where every channel of the photo is near its end and the painting looks more than a step lighter
 * than planned,
 * grown outwards through their soft rim.
 * @param squared the flat before the light was taken out (the photo's own range, 1.0 = its white)
 * @param value   Munsell value of the flat after the light was taken out
 * @param planned Munsell value of the plan, same size
 */
export function findGlare(squared: Raster, value: Float32Array, planned: Float32Array): GlareMask {
  const { width, height } = squared;
  const mask = new Uint8Array(width * height);
  const queue: number[] = [];
  for (let i = 0; i < mask.length; i++) {
    const least = Math.min(squared.r[i], squared.g[i], squared.b[i]);
    if (least > CLIPPED && value[i] - planned[i] > TOO_LIGHT) {
      mask[i] = 1;
      queue.push(i);
    }
  }
  const reach = Math.round(width / 8);
  growRim(mask, queue, { value, planned, width, reach });
  leaveClipped(mask, squared);
  return mask;
}

const ENDED = 0.97; // linear light of a channel that ended: the file's last codes, blurred a little
const GOES_ON = 0.85; // of a channel that did not

/** Where one channel ended and another did not, neither colour nor value is told: a strong red is not its own red. */
function leaveClipped(mask: GlareMask, { r, g, b }: Raster): void {
  for (let i = 0; i < mask.length; i++) {
    const most = Math.max(r[i], g[i], b[i]);
    if (most > ENDED && Math.min(r[i], g[i], b[i]) < GOES_ON) mask[i] = 1;
  }
}

/**
 * Flood outwards while the place is lighter than planned and not lighter than the place it was reached from (a
 * highlight falls off).
 */
function growRim(
  mask: GlareMask,
  queue: number[],
  { value, planned, width, reach }: { value: Float32Array; planned: Float32Array; width: number; reach: number },
): void {
  let front = queue;
  for (let step = 0; step < reach && front.length; step++) {
    const next: number[] = [];
    for (const i of front) {
      const x = i % width;
      for (const j of [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width]) {
        if (j < 0 || j >= value.length || mask[j]) continue;
        if (value[j] - planned[j] > RIM && value[j] <= value[i] + 0.1) {
          mask[j] = 1;
          next.push(j);
        }
      }
    }
    front = next;
  }
}

/** Munsell value of every pixel of a raster. */
export function valuePlane({ width, height, r, g, b }: Raster): Plane {
  const data = new Float32Array(r.length);
  for (let i = 0; i < data.length; i++)
    data[i] = valueFast(LUMINANCE[0] * r[i] + LUMINANCE[1] * g[i] + LUMINANCE[2] * b[i]);
  return { width, height, data };
}

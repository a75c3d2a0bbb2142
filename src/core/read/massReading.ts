import type { MassMap } from '../plan';
import type { Aligned } from './aligned';
import { compare, type Comparison, type LightDoubt } from './measured';
import { placeOfLabelled, type Place } from './place';

/** One mass as planned and painted. */
export interface MassReading extends Comparison {
  /** node of the merge tree: the mass's identity */
  readonly id: number;
  /** share of the canvas, 0..1 */
  readonly share: number;
  readonly place: Place;
  /** centre of its pixels, shares of the canvas 0..1 */
  readonly centre: readonly [number, number];
}

/** Pixels at least so far (px) from the mass's border; a mass too thin for that keeps its innermost pixels. */
function interior(massOf: Int32Array, width: number, border: number): Uint8Array {
  const depth = new Uint8Array(massOf.length);
  const height = massOf.length / width;
  // Two-pass city-block distance to the nearest other mass, capped: the picture's own edge is no border.
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const own = massOf[i];
      const left = x === 0 ? border : massOf[i - 1] === own ? depth[i - 1] : 0;
      const up = y === 0 ? border : massOf[i - width] === own ? depth[i - width] : 0;
      depth[i] = Math.min(border, Math.min(left, up) + 1);
    }
  }
  for (let y = height - 1, i = massOf.length - 1; y >= 0; y--) {
    for (let x = width - 1; x >= 0; x--, i--) {
      const own = massOf[i];
      const right = x === width - 1 ? border : massOf[i + 1] === own ? depth[i + 1] : 0;
      const down = y === height - 1 ? border : massOf[i + width] === own ? depth[i + width] : 0;
      depth[i] = Math.min(depth[i], Math.min(right, down) + 1);
    }
  }
  return depth;
}

const BORDER_MM = 3; // the drawing may wander this far before a neighbour's value leaks in

/** Pixels of every mass, ascending, in one array: those of mass k lie from starts[k] up to starts[k + 1]. */
function pixelsByMass(massOf: Int32Array, count: number): { pixels: Int32Array; starts: Int32Array } {
  const starts = new Int32Array(count + 1);
  for (let i = 0; i < massOf.length; i++) starts[massOf[i] + 1]++;
  for (let k = 0; k < count; k++) starts[k + 1] += starts[k];
  const next = starts.slice();
  const pixels = new Int32Array(massOf.length);
  for (let i = 0; i < massOf.length; i++) pixels[next[massOf[i]]++] = i;
  return { pixels, starts };
}

const LEAST_INSIDE = 0.15; // of a mass that must be left once its border is taken off

/** The pixels of a mass that lie deepest in it: as far from its border as leaves enough of them. */
function innermost(pixels: Int32Array, depth: Uint8Array, border: number): Int32Array {
  for (let need = border; need > 1; need--) {
    const inside = new Int32Array(pixels.length);
    let n = 0;
    for (let k = 0; k < pixels.length; k++) if (depth[pixels[k]] >= need) inside[n++] = pixels[k];
    if (n >= LEAST_INSIDE * pixels.length) return inside.subarray(0, n);
  }
  return pixels;
}

/** Every mass of the plan, planned against painted, largest first. Masses that cannot be read at all are left out. */
export function readMasses(aligned: Aligned, masses: MassMap, light: LightDoubt): MassReading[] {
  const { width, height, mmPerPixel } = aligned;
  const border = Math.max(1, Math.round(BORDER_MM / mmPerPixel));
  const depth = interior(masses.massOf, width, border);
  const { pixels, starts } = pixelsByMass(masses.massOf, masses.ids.length);
  const readings = masses.ids.map((id, k): MassReading | null => {
    const own = pixels.subarray(starts[k], starts[k + 1]);
    const reading = compare(aligned, innermost(own, depth, border), light);
    if (!reading) return null;
    let [sx, sy] = [0, 0];
    for (let n = 0; n < own.length; n++) {
      const y = (own[n] / width) | 0;
      sx += own[n] - y * width;
      sy += y;
    }
    return {
      ...reading,
      id,
      share: own.length / masses.massOf.length,
      place: placeOfLabelled(own, masses.massOf, aligned),
      centre: [sx / own.length / width, sy / own.length / height],
    };
  });
  return readings.filter((reading) => reading !== null).sort((a, b) => b.share - a.share);
}

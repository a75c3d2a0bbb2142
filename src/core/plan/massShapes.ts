import { placeOfLabelled, type Place, type Point } from '../raster';
import type { MassMap } from './masses';

/** Where a mass lies, and which of its pixels are read. */
export interface MassShape {
  /** node of the merge tree: the mass's identity */
  readonly id: number;
  /** share of the canvas, 0..1 */
  readonly share: number;
  readonly place: Place;
  /** centre of its pixels, shares of the canvas 0..1 */
  readonly centre: readonly [number, number];
  /** a point deep inside it, mm */
  readonly at: Point;
  /** pixels far enough from its border, ascending */
  readonly inner: Int32Array;
}

/** How far every pixel lies from its mass's border, px, counted up to the given border. */
function depths(massOf: Int32Array, width: number, border: number): Uint8Array {
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

/** How far a contour may wander before a neighbour's value leaks in, mm. */
export const TOLERANCE_MM = { tight: 2, medium: 3, free: 6 } as const;

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

/** The pixel of some that lies nearest to a point, px. */
function nearest(pixels: Int32Array, [cx, cy]: Point, width: number): Point {
  let [best, least] = [pixels[0] ?? 0, Infinity];
  for (let k = 0; k < pixels.length; k++) {
    const away = ((pixels[k] % width) - cx) ** 2 + (((pixels[k] / width) | 0) - cy) ** 2;
    if (away < least) [best, least] = [pixels[k], away];
  }
  return [best % width, Math.floor(best / width)];
}

function shapeOf(
  masses: MassMap,
  k: number,
  { own, inner, mmPerPixel }: { own: Int32Array; inner: Int32Array; mmPerPixel: number },
): MassShape {
  const { width, height, massOf, ids } = masses;
  let [sx, sy] = [0, 0];
  for (let n = 0; n < own.length; n++) {
    const y = (own[n] / width) | 0;
    sx += own[n] - y * width;
    sy += y;
  }
  const [x, y] = nearest(inner, [sx / own.length, sy / own.length], width);
  return {
    id: ids[k],
    share: own.length / massOf.length,
    place: placeOfLabelled(own, massOf, { width, height, mmPerPixel }),
    centre: [sx / own.length / width, sy / own.length / height],
    at: [(x + 0.5) * mmPerPixel, (y + 0.5) * mmPerPixel],
    inner,
  };
}

// A plan is read against many photos: its shapes are worked out once and go when it goes.
const known = new WeakMap<MassMap, { mmPerPixel: number; toleranceMm: number; shapes: MassShape[] }>();

/** The shapes of a plan's masses, in the order of its ids. */
export function massShapes(
  masses: MassMap,
  mmPerPixel: number,
  toleranceMm: number = TOLERANCE_MM.medium,
): MassShape[] {
  const before = known.get(masses);
  if (before?.mmPerPixel === mmPerPixel && before.toleranceMm === toleranceMm) return before.shapes;
  const border = Math.max(1, Math.round(toleranceMm / mmPerPixel));
  const depth = depths(masses.massOf, masses.width, border);
  const { pixels, starts } = pixelsByMass(masses.massOf, masses.ids.length);
  const shapes = masses.ids.map((_, k) => {
    const own = pixels.subarray(starts[k], starts[k + 1]);
    return shapeOf(masses, k, { own, inner: innermost(own, depth, border), mmPerPixel });
  });
  known.set(masses, { mmPerPixel, toleranceMm, shapes });
  return shapes;
}

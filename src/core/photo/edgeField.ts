import { gaussianBlur, sumCells, type Picture, type Plane, type Raster } from '../raster';
import { perceptualTables } from './sideProfile';

/** Lightness and two opponent colour planes of one size: what a picture is recognised by and its edges are found in. */
export type Opponents = readonly [Plane, Plane, Plane];

/** How fast the picture changes at every pixel, and in which direction: the strongest of three opponent channels. */
export interface EdgeField {
  readonly width: number;
  readonly height: number;
  /** change per px along x and y, in units of lightness / 100 */
  readonly gx: Float32Array;
  readonly gy: Float32Array;
  readonly strength: Float32Array;
}

const ROOTS = 2048;
// Indexed by the square root of light, 0..1.44: within 0.002 of the cube root from code 1 of 255 up.
const roots = Float32Array.from({ length: ROOTS + 1 }, (_, i) => Math.cbrt((1.2 * i) / ROOTS) ** 2);
const cubeRoot = (light: number): number =>
  light > 0 ? roots[Math.min(ROOTS, ((Math.sqrt(light) * ROOTS) / 1.2 + 0.5) | 0)] : 0;

/** Three planes of cube roots of light, turned in place into a lightness-like and two opponent channels. */
function opponentsFrom(
  [r, g, b]: readonly Float32Array[],
  { width, height }: { width: number; height: number },
): Opponents {
  for (let i = 0; i < r.length; i++) {
    const cr = r[i];
    const cg = g[i];
    const cb = b[i];
    r[i] = 0.25 * cr + 0.65 * cg + 0.1 * cb;
    g[i] = cr - cg;
    b[i] = 0.5 * (cr + cg) - cb;
  }
  return [
    { width, height, data: r },
    { width, height, data: g },
    { width, height, data: b },
  ];
}

/** Lightness-like and two opponent channels by cube roots: steps in the dark count as they do to the eye. */
export function opponentPlanes(raster: Raster): Opponents {
  return opponentsFrom(
    [raster.r, raster.g, raster.b].map((data) => data.map(cubeRoot)),
    raster,
  );
}

/** The same of a whole photo at a small size, straight from its code values; two samples a cell each way. */
export function opponentsOfPicture(picture: Picture, size: { width: number; height: number }): Opponents {
  const out = [0, 1, 2].map(() => new Float32Array(size.width * size.height));
  const whole = [0, 0, picture.width, picture.height] as const;
  sumCells(picture, whole, { out, tables: perceptualTables(picture), ...size, most: 2 });
  return opponentsFrom(out, size);
}

/** Central differences of the blurred opponent channels. @param sigma px */
export function edgeField(planes: Opponents, sigma: number): EdgeField {
  const [{ width, height }] = planes;
  const gx = new Float32Array(width * height);
  const gy = new Float32Array(width * height);
  const strength = new Float32Array(width * height);
  for (const plane of planes) {
    const { data } = gaussianBlur(plane, sigma);
    for (let y = 1; y < height - 1; y++) {
      for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
        const dx = (data[i + 1] - data[i - 1]) / 2;
        const dy = (data[i + width] - data[i - width]) / 2;
        const s = dx * dx + dy * dy;
        if (s <= strength[i]) continue;
        strength[i] = s;
        gx[i] = dx;
        gy[i] = dy;
      }
    }
  }
  for (let i = 0; i < strength.length; i++) strength[i] = Math.sqrt(strength[i]);
  return { width, height, gx, gy, strength };
}

const SAMPLED = 13; // every so many-eth pixel tells what is strong

/** Strength that a given share (0..1) of the field exceeds, from a sample of it. */
export function exceededBy(strength: Float32Array, share: number): number {
  const sample = new Float32Array(Math.ceil(strength.length / SAMPLED));
  for (let i = 0; i < sample.length; i++) sample[i] = strength[i * SAMPLED];
  return sample.sort()[Math.floor(sample.length * (1 - share))];
}

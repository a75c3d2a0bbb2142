import { gaussianBlur, type Plane, type Raster } from '../raster';

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

/** Lightness-like and two opponent channels by cube roots: steps in the dark count as they do to the eye. */
export function opponentPlanes({ width, height, r, g, b }: Raster): [Plane, Plane, Plane] {
  const [light, redGreen, yellowBlue] = [0, 1, 2].map(() => new Float32Array(r.length));
  for (let i = 0; i < r.length; i++) {
    const cr = cubeRoot(r[i]);
    const cg = cubeRoot(g[i]);
    const cb = cubeRoot(b[i]);
    light[i] = 0.25 * cr + 0.65 * cg + 0.1 * cb;
    redGreen[i] = cr - cg;
    yellowBlue[i] = 0.5 * (cr + cg) - cb;
  }
  return [light, redGreen, yellowBlue].map((data) => ({ width, height, data })) as [Plane, Plane, Plane];
}

/** Central differences of the blurred opponent channels. @param sigma px */
export function edgeField(raster: Raster, sigma: number): EdgeField {
  const { width, height } = raster;
  const gx = new Float32Array(width * height);
  const gy = new Float32Array(width * height);
  const strength = new Float32Array(width * height);
  for (const plane of opponentPlanes(raster)) {
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

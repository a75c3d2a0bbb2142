import { gaussianBlur, homographyBetween, rectangle, resizePlane, sampleAt, type Corners, type Plane } from '../raster';
import type { Opponents } from './edgeField';

/**
 * The planned picture as it is recognised by: lightness, and its gradient where capped contrast keeps one edge from
 * drowning the rest.
 */
export interface Look {
  readonly lightness: Plane;
  readonly gx: Float32Array;
  readonly gy: Float32Array;
  /** all three planes again, about 32 px wide, and how much each counts: for a first sifting */
  readonly soft: Opponents;
  readonly weights: readonly number[];
}

const LOOK_PX = 96; // long side
const CAP = 0.03; // gradient a pixel (cube root of light) above which an edge counts no more

function gradients(plane: Plane): { gx: Float32Array; gy: Float32Array } {
  const { width, height, data } = gaussianBlur(plane, 1);
  const gx = new Float32Array(data.length);
  const gy = new Float32Array(data.length);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const dx = (data[i + 1] - data[i - 1]) / 2;
      const dy = (data[i + width] - data[i - width]) / 2;
      const size = Math.sqrt(dx * dx + dy * dy);
      const scale = size > CAP ? CAP / size : 1;
      gx[i] = dx * scale;
      gy[i] = dy * scale;
    }
  }
  return { gx, gy };
}

const spreadOf = ({ data }: Plane): number => {
  const mean = data.reduce((s, v) => s + v, 0) / data.length;
  return Math.sqrt(data.reduce((s, v) => s + (v - mean) ** 2, 0) / data.length);
};

/** Prepares the planned picture (any size) for {@link likeness}. */
export function makeLook(planes: Opponents): Look {
  const [{ width, height }] = planes;
  const scale = LOOK_PX / Math.max(width, height);
  const size = [Math.round(width * scale), Math.round(height * scale)] as const;
  const small = planes.map((plane) => resizePlane(gaussianBlur(plane, 0.5 / scale), ...size));
  const softened = (plane: Plane) =>
    resizePlane(gaussianBlur(plane, 1.5), Math.round(size[0] / 3), Math.round(size[1] / 3));
  const soft: Opponents = [softened(small[0]), softened(small[1]), softened(small[2])];
  const spreads = soft.map(spreadOf);
  const total = spreads.reduce((s, v) => s + v, 1e-9);
  return {
    lightness: small[0],
    ...gradients(small[0]),
    soft,
    weights: spreads.map((v) => v / total),
  };
}

/** Pearson's correlation of two lists of one length. */
export function correlation(a: Float32Array, b: Float32Array): number {
  const n = a.length;
  let [sa, sb, ab, aa, bb] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    sa += a[i];
    sb += b[i];
    ab += a[i] * b[i];
    aa += a[i] * a[i];
    bb += b[i] * b[i];
  }
  const spread = (aa - (sa * sa) / n + 1e-9) * (bb - (sb * sb) / n + 1e-9);
  return (ab - (sa * sb) / n) / Math.sqrt(spread);
}

/** Cosine between two gradient fields, each pixel's sign included. */
function alikeness(one: { gx: Float32Array; gy: Float32Array }, two: { gx: Float32Array; gy: Float32Array }): number {
  let [ab, aa, bb] = [0, 1e-9, 1e-9];
  for (let i = 0; i < one.gx.length; i++) {
    ab += one.gx[i] * two.gx[i] + one.gy[i] * two.gy[i];
    aa += one.gx[i] ** 2 + one.gy[i] ** 2;
    bb += two.gx[i] ** 2 + two.gy[i] ** 2;
  }
  return ab / Math.sqrt(aa * bb);
}

/** Places in the photo, px, of every pixel of a plane laid into four corners; null for corners no camera could see. */
function placesInside(corners: Corners, { width, height }: Plane): Float32Array | null {
  const h = homographyBetween(rectangle(width, height), corners);
  if (!h) return null;
  const places = new Float32Array(2 * width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i += 2) {
      const w = 1 / (h[6] * (x + 0.5) + h[7] * (y + 0.5) + 1);
      places[i] = (h[0] * (x + 0.5) + h[1] * (y + 0.5) + h[2]) * w - 0.5;
      places[i + 1] = (h[3] * (x + 0.5) + h[4] * (y + 0.5) + h[5]) * w - 0.5;
    }
  }
  return places;
}

/** Index of the photo's pixel nearest to each place. */
function nearest(places: Float32Array, { width, height }: Plane): Int32Array {
  const out = new Int32Array(places.length / 2);
  for (let i = 0; i < out.length; i++) {
    const x = Math.min(width - 1, Math.max(0, (places[2 * i] + 0.5) | 0));
    const y = Math.min(height - 1, Math.max(0, (places[2 * i + 1] + 0.5) | 0));
    out[i] = y * width + x;
  }
  return out;
}

function sampled(photo: Plane, places: Float32Array): Float32Array {
  const data = new Float32Array(places.length / 2);
  for (let i = 0; i < data.length; i++) data[i] = sampleAt(photo, places[2 * i], places[2 * i + 1]);
  return data;
}

/**
 * Correlation (-1..1) of the inside with the planned picture in lightness and colour, both small and soft; nearest
 * pixels do.
 */
export function softLikeness(photo: Opponents, corners: Corners, { soft, weights }: Look): number {
  const places = placesInside(corners, soft[0]);
  if (!places) return 0;
  const at = nearest(places, photo[0]);
  const seen = new Float32Array(at.length);
  let sum = 0;
  for (let c = 0; c < 3; c++) {
    if (weights[c] <= 0.02) continue;
    const { data } = photo[c];
    for (let i = 0; i < at.length; i++) seen[i] = data[at[i]];
    sum += weights[c] * correlation(seen, soft[c].data);
  }
  return sum;
}

/**
 * How much the inside of four corners resembles the planned picture: -1..1, half lightness and half edges in their
 * places.
 */
export function likeness(photo: Opponents, corners: Corners, look: Look): number {
  const places = placesInside(corners, look.lightness);
  if (!places) return -1;
  const data = sampled(photo[0], places);
  const { width, height } = look.lightness;
  return 0.5 * correlation(data, look.lightness.data) + 0.5 * alikeness(gradients({ width, height, data }), look);
}

import { type Plane, type Raster, channelsOf } from './raster';

/** Mean over 2 radius + 1 pixels along every row; borders repeat. The two pictures must not be the same. */
export function boxRows(
  src: Float32Array,
  out: Float32Array,
  { width, height, radius }: { width: number; height: number; radius: number },
): void {
  const n = 1 / (2 * radius + 1);
  for (let first = 0; first < width * height; first += width) {
    const last = first + width - 1;
    let sum = src[first] * radius;
    for (let x = 0; x < radius; x++) sum += src[Math.min(first + x, last)];
    let i = first;
    for (const end = Math.min(first + radius, last + 1); i < end; i++) {
      sum += src[Math.min(i + radius, last)];
      out[i] = sum * n;
      sum -= src[first];
    }
    for (const end = last + 1 - radius; i < end; i++) {
      sum += src[i + radius];
      out[i] = sum * n;
      sum -= src[i - radius];
    }
    for (; i <= last; i++) {
      sum += src[last];
      out[i] = sum * n;
      sum -= src[i - radius];
    }
  }
}

/** The same along every column. */
export function boxColumns(
  src: Float32Array,
  out: Float32Array,
  { width, height, radius }: { width: number; height: number; radius: number },
): void {
  const n = 1 / (2 * radius + 1);
  const sums = new Float64Array(width);
  for (let x = 0; x < width; x++) {
    sums[x] = src[x] * radius;
    for (let y = 0; y < radius; y++) sums[x] += src[Math.min(y, height - 1) * width + x];
  }
  for (let y = 0; y < height; y++) {
    const add = Math.min(y + radius, height - 1) * width;
    const drop = Math.max(y - radius, 0) * width;
    const row = y * width;
    for (let x = 0; x < width; x++) {
      sums[x] += src[add + x];
      out[row + x] = sums[x] * n;
      sums[x] -= src[drop + x];
    }
  }
}

/** Means over squares of several radii, one after the other; two pictures are made, whatever their number. */
function boxBlurs(plane: Plane, radii: readonly number[]): Plane {
  const { width, height } = plane;
  const wide = radii.filter((radius) => radius >= 1);
  if (wide.length === 0) return plane;
  const half = new Float32Array(plane.data.length);
  const out = new Float32Array(plane.data.length);
  let from = plane.data;
  for (const radius of wide) {
    boxRows(from, half, { width, height, radius });
    boxColumns(half, out, { width, height, radius });
    from = out;
  }
  return { width, height, data: out };
}

/** Mean over a (2 radius + 1) square; borders repeat. */
export const boxBlur = (plane: Plane, radius: number): Plane => boxBlurs(plane, [radius]);

const PASSES = 3;

/**
 * Radii of the box means whose variances together come nearest a Gaussian's (Kovesi 2010, "Fast almost-Gaussian
 * filtering").
 */
function boxRadii(sigma: number): number[] {
  const ideal = Math.sqrt((12 * sigma * sigma) / PASSES + 1);
  const narrow = Math.max(0, Math.floor((ideal - 1) / 2));
  const width = 2 * narrow + 1;
  const few = Math.round(
    (12 * sigma * sigma - PASSES * width * width - 4 * PASSES * width - 3 * PASSES) / (-4 * width - 4),
  );
  return Array.from({ length: PASSES }, (_, k) => (k < few ? narrow : narrow + 1));
}

/** Gaussian blur of the given standard deviation (px) by three box means; from 2 px up the peak is right to a tenth. */
export function gaussianBlur(plane: Plane, sigma: number): Plane {
  return boxBlurs(plane, boxRadii(sigma));
}

const product = (one: Plane, other: Plane): Plane => ({ ...one, data: one.data.map((v, i) => v * other.data[i]) });

/**
 * A plane made soft, but for where its guide has an edge: a guided filter (He, Sun and Tang 2010, "Guided image
 * filtering").
 * @param radius px; @param edge of the guide: a much smaller difference is no edge
 */
export function guidedBlur(plane: Plane, guide: Plane, { radius, edge }: { radius: number; edge: number }): Plane {
  const mean = (one: Plane) => boxBlur(one, radius);
  const [meanOf, meanGuide] = [mean(plane), mean(guide)];
  const [together, squared] = [mean(product(plane, guide)), mean(product(guide, guide))];
  const slope = together.data.map((v, i) => {
    const spread = squared.data[i] - meanGuide.data[i] ** 2;
    return (v - meanOf.data[i] * meanGuide.data[i]) / (spread + edge * edge);
  });
  const base = meanOf.data.map((v, i) => v - slope[i] * meanGuide.data[i]);
  const [a, b] = [slope, base].map((data) => mean({ ...plane, data }).data);
  return { ...plane, data: guide.data.map((v, i) => a[i] * v + b[i]) };
}

/** Shrinks by a whole factor, each cell the mean of its pixels; a remainder at right and bottom is dropped. */
export function shrinkPlane({ width, height, data }: Plane, factor: number): Plane {
  if (factor <= 1) return { width, height, data };
  const w = Math.floor(width / factor);
  const h = Math.floor(height / factor);
  const out = new Float32Array(w * h);
  for (let y = 0; y < h * factor; y++) {
    const row = Math.floor(y / factor) * w;
    addShrunk(out.subarray(row, row + w), data.subarray(y * width, (y + 1) * width), factor);
  }
  const n = 1 / (factor * factor);
  for (let i = 0; i < out.length; i++) out[i] *= n;
  return { width: w, height: h, data: out };
}

// Loops over pixels stand in functions of their own: that is how they are compiled well (docs/decisions/0004).
function addShrunk(cells: Float32Array, row: Float32Array, factor: number): void {
  for (let x = 0, from = 0; x < cells.length; x++) {
    let sum = 0;
    for (const end = from + factor; from < end; from++) sum += row[from];
    cells[x] += sum;
  }
}

/** {@link shrinkPlane} for the three channels of a raster. */
export function shrinkRaster(raster: Raster, factor: number): Raster {
  if (factor <= 1) return raster;
  const [r, g, b] = channelsOf(raster).map((data) =>
    shrinkPlane({ width: raster.width, height: raster.height, data }, factor),
  );
  return { width: r.width, height: r.height, r: r.data, g: g.data, b: b.data };
}

/** Bilinear sample; places outside repeat the border. x and y in px, pixel centres at whole numbers. */
export function sampleAt({ width, height, data }: Plane, x: number, y: number): number {
  const cx = Math.min(Math.max(x, 0), width - 1);
  const cy = Math.min(Math.max(y, 0), height - 1);
  const x0 = Math.min(width - 2, cx | 0) | 0;
  const y0 = Math.min(height - 2, cy | 0) | 0;
  const fx = cx - x0;
  const fy = cy - y0;
  const i = y0 * width + x0;
  const top = data[i] + fx * (data[i + 1] - data[i]);
  const low = data[i + width] + fx * (data[i + width + 1] - data[i + width]);
  return top + fy * (low - top);
}

/** Pixels a bilinear resize to another size takes from; for pictures of smooth things (fields, blurred maps). */
export function resizePlane(plane: Plane, width: number, height: number): Plane {
  const data = new Float32Array(width * height);
  const sx = plane.width / width;
  const sy = plane.height / height;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++) data[i++] = sampleAt(plane, (x + 0.5) * sx - 0.5, (y + 0.5) * sy - 0.5);
  }
  return { width, height, data };
}

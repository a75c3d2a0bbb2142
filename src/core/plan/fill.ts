import { channelsOf, type Raster } from '../raster';

interface Level {
  readonly width: number;
  readonly height: number;
  readonly sum: Float32Array;
  readonly weight: Float32Array;
}

/** Half the size; each cell the weighted mean of what is known in it. */
function pulled({ width, height, sum, weight }: Level): Level {
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const out = { width: w, height: h, sum: new Float32Array(w * h), weight: new Float32Array(w * h) };
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const to = (y >> 1) * w + (x >> 1);
      out.sum[to] += sum[i];
      out.weight[to] += weight[i];
    }
  }
  // More than one known pixel says no more than one: a cell is either known or it is not.
  for (let k = 0; k < out.sum.length; k++) {
    if (out.weight[k] <= 1) continue;
    out.sum[k] /= out.weight[k];
    out.weight[k] = 1;
  }
  return out;
}

/** Fills the unknown of a level from the half-size one, linearly between its cells. */
function pushed(level: Level, coarse: Float32Array): Float32Array {
  const { width, height, sum, weight } = level;
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const out = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    const v = Math.min(h - 1, Math.max(0, (y - 0.5) / 2));
    const [y0, fy] = [Math.floor(v), v - Math.floor(v)];
    const y1 = Math.min(h - 1, y0 + 1);
    for (let x = 0; x < width; x++, i++) {
      const u = Math.min(w - 1, Math.max(0, (x - 0.5) / 2));
      const [x0, fx] = [Math.floor(u), u - Math.floor(u)];
      const x1 = Math.min(w - 1, x0 + 1);
      const top = coarse[y0 * w + x0] * (1 - fx) + coarse[y0 * w + x1] * fx;
      const low = coarse[y1 * w + x0] * (1 - fx) + coarse[y1 * w + x1] * fx;
      out[i] = sum[i] + (1 - weight[i]) * (top * (1 - fy) + low * fy);
    }
  }
  return out;
}

function filled(level: Level): Float32Array {
  if (level.width <= 1 && level.height <= 1)
    return level.sum.map((v, i) => (level.weight[i] > 0 ? v / level.weight[i] : 0));
  return pushed(level, filled(pulled(level)));
}

/**
 * A picture whose hole is closed smoothly from what lies round it (pull-push, Gortler et al. 1996).
 * @param hole 1 = to be filled
 */
export function fillHole(picture: Raster, hole: Float32Array): Raster {
  const { width, height } = picture;
  const weight = hole.map((v) => 1 - v);
  const [r, g, b] = channelsOf(picture).map((channel) =>
    filled({ width, height, sum: channel.map((v, i) => v * weight[i]), weight }),
  );
  return { ...picture, r, g, b };
}

/** Labels in which those of a hole are the nearest ones outside it, step by step inwards. */
export function nearestLabels(labels: Int32Array, hole: ArrayLike<number>, width: number): Int32Array {
  const out = labels.slice();
  const open = new Uint8Array(labels.length);
  for (let i = 0; i < open.length; i++) open[i] = hole[i] ? 1 : 0;
  const neighbours = (i: number) => {
    const x = i % width;
    return [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width < labels.length ? i + width : -1];
  };
  let front: number[] = [];
  for (let i = 0; i < open.length; i++) if (!open[i] && neighbours(i).some((n) => n >= 0 && open[n])) front.push(i);
  while (front.length > 0) {
    const next: number[] = [];
    for (const i of front)
      for (const n of neighbours(i)) {
        if (n < 0 || !open[n]) continue;
        open[n] = 0;
        out[n] = out[i];
        next.push(n);
      }
    front = next;
  }
  return out;
}

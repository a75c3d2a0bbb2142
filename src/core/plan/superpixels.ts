import type { Plane } from '../raster';

/** Lightness and two colour planes in which distances are roughly even to the eye. */
export type Feature = readonly [Plane, Plane, Plane];

interface Centres {
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly f: readonly Float32Array[];
}

const COMPACTNESS = 6; // feature units that weigh as much as one grid step away: small, so that cells follow edges

/**
 * Small cells that follow edges (SLIC, Achanta et al. 2012: k-means over place and feature, searched near each centre).
 * @param step px between starting centres
 * @returns cell of every pixel, and the number of cells
 */
export function superpixels(feature: Feature, step: number): { of: Int32Array; count: number } {
  const { width, height } = feature[0];
  const columns = Math.max(2, Math.round(width / step));
  const rows = Math.max(2, Math.round(height / step));
  const count = columns * rows;
  const centres = startCentres(feature, { columns, rows });
  const of = new Int32Array(width * height);
  const best = new Float32Array(width * height);
  for (let round = 0; round < 5; round++) {
    best.fill(Infinity);
    for (let k = 0; k < count; k++)
      claim({ feature, centres, of, best }, k, { rx: width / columns, ry: height / rows });
    moveCentres(feature, of, centres);
  }
  return { of, count };
}

function startCentres(feature: Feature, { columns, rows }: { columns: number; rows: number }): Centres {
  const { width, height } = feature[0];
  const count = columns * rows;
  const x = Float32Array.from({ length: count }, (_, k) => (((k % columns) + 0.5) * width) / columns);
  const y = Float32Array.from({ length: count }, (_, k) => ((Math.floor(k / columns) + 0.5) * height) / rows);
  const f = feature.map(({ data }) =>
    Float32Array.from({ length: count }, (_, k) => data[(y[k] | 0) * width + (x[k] | 0)]),
  );
  return { x, y, f };
}

interface Work {
  readonly feature: Feature;
  readonly centres: Centres;
  readonly of: Int32Array;
  readonly best: Float32Array;
}

function claim({ feature, centres, of, best }: Work, k: number, { rx, ry }: { rx: number; ry: number }): void {
  const { width, height } = feature[0];
  const [f0, f1, f2] = feature.map((p) => p.data);
  const [cx, cy, c0, c1, c2] = [centres.x[k], centres.y[k], centres.f[0][k], centres.f[1][k], centres.f[2][k]];
  const pull = (COMPACTNESS * COMPACTNESS) / (rx * ry);
  const x1 = Math.min(width - 1, Math.floor(cx + 1.4 * rx));
  const y1 = Math.min(height - 1, Math.floor(cy + 1.4 * ry));
  for (let y = Math.max(0, Math.ceil(cy - 1.4 * ry)); y <= y1; y++) {
    for (let x = Math.max(0, Math.ceil(cx - 1.4 * rx)), i = y * width + x; x <= x1; x++, i++) {
      const d0 = f0[i] - c0;
      const d1 = f1[i] - c1;
      const d2 = f2[i] - c2;
      const d = d0 * d0 + d1 * d1 + d2 * d2 + pull * ((x - cx) * (x - cx) + (y - cy) * (y - cy));
      if (d < best[i]) {
        best[i] = d;
        of[i] = k;
      }
    }
  }
}

function moveCentres(feature: Feature, of: Int32Array, { x, y, f }: Centres): void {
  const { width } = feature[0];
  const count = x.length;
  const sums = [0, 1, 2, 3, 4, 5].map(() => new Float64Array(count));
  for (let i = 0; i < of.length; i++) {
    const k = of[i];
    sums[0][k] += i % width;
    sums[1][k] += (i / width) | 0;
    for (let c = 0; c < 3; c++) sums[2 + c][k] += feature[c].data[i];
    sums[5][k]++;
  }
  for (let k = 0; k < count; k++) {
    const n = sums[5][k];
    if (n === 0) continue;
    x[k] = sums[0][k] / n;
    y[k] = sums[1][k] / n;
    for (let c = 0; c < 3; c++) f[c][k] = sums[2 + c][k] / n;
  }
}

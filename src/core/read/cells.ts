import type { Aligned } from './aligned';

/** Plan and painting averaged over cells a few strokes wide: what is left of both at a squint. */
export interface Cells {
  readonly columns: number;
  readonly rows: number;
  readonly cellMm: number;
  readonly planned: CellColours;
  readonly painted: CellColours;
  /** 1 = at least half of it could be read */
  readonly read: Uint8Array;
}
interface CellColours {
  readonly value: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
}

const CELLS = 100; // along the long side

export function cellsOf({ width, height, mmPerPixel, planned, painted, mask }: Aligned): Cells {
  const size = Math.max(1, Math.round(Math.max(width, height) / CELLS));
  const [columns, rows] = [Math.max(1, Math.floor(width / size)), Math.max(1, Math.floor(height / size))];
  const plane = () => new Float32Array(columns * rows);
  const sums = [plane(), plane(), plane(), plane(), plane(), plane()];
  const seen = plane();
  const from = [planned.value, planned.a, planned.b, painted.value, painted.a, painted.b];
  for (let y = 0; y < rows * size; y++) {
    const row = Math.floor(y / size) * columns;
    for (let x = 0, i = y * width; x < columns * size; x++, i++) {
      if (mask[i]) continue;
      const k = row + ((x / size) | 0);
      seen[k]++;
      for (let c = 0; c < 6; c++) sums[c][k] += from[c][i];
    }
  }
  for (const sum of sums) for (let k = 0; k < sum.length; k++) sum[k] /= Math.max(1, seen[k]);
  const [pv, pa, pb, qv, qa, qb] = sums;
  return {
    columns,
    rows,
    cellMm: size * mmPerPixel,
    planned: { value: pv, a: pa, b: pb },
    painted: { value: qv, a: qa, b: qb },
    read: Uint8Array.from(seen, (n) => +(n >= (size * size) / 2)),
  };
}

import type { Aligned } from '../read';
import { UNITS_PER_STEP } from '../colour';

const CELL_MM = 2;

/** Value and colour as three planes in steps: value, a* and b* in {@link UNITS_PER_STEP}. */
export type Planes = readonly [Float32Array, Float32Array, Float32Array];

/** Plan and painting in cells of about 2 mm, row-major. */
export interface Cells {
  readonly width: number;
  readonly height: number;
  readonly mmPerPixel: number;
  readonly planned: Planes;
  readonly painted: Planes;
  /** 1 = read */
  readonly read: Uint8Array;
}

const LEAST_READ = 0.5; // of a cell's pixels

function cellsFrom({ width: across, height: down, mmPerPixel, planned, painted, mask }: Aligned): Cells {
  const factor = Math.max(1, Math.round(CELL_MM / mmPerPixel));
  const [width, height] = [Math.floor(across / factor), Math.floor(down / factor)];
  const plane = () => new Float32Array(width * height);
  const out = {
    planned: [plane(), plane(), plane()] as const,
    painted: [plane(), plane(), plane()] as const,
    read: new Uint8Array(width * height),
  };
  const count = new Uint16Array(width * height);
  for (let y = 0; y < height * factor; y++)
    for (let x = 0, i = y * across; x < width * factor; x++, i++) {
      if (mask[i]) continue;
      const k = Math.floor(y / factor) * width + Math.floor(x / factor);
      count[k]++;
      out.planned[0][k] += planned.value[i];
      out.planned[1][k] += planned.a[i];
      out.planned[2][k] += planned.b[i];
      out.painted[0][k] += painted.value[i];
      out.painted[1][k] += painted.a[i];
      out.painted[2][k] += painted.b[i];
    }
  for (let k = 0; k < count.length; k++) {
    if (count[k] < LEAST_READ * factor * factor) continue;
    out.read[k] = 1;
    for (const planes of [out.planned, out.painted])
      planes.forEach((data, c) => (data[k] /= count[k] * (c === 0 ? 1 : UNITS_PER_STEP)));
  }
  return { width, height, mmPerPixel: mmPerPixel * factor, ...out };
}

// A reading is asked about many places: its cells go when it goes.
const known = new WeakMap<Aligned, Cells>();

/** Plan and painting as they lie over each other, in cells; worked out once. */
export function cellsOf(aligned: Aligned): Cells {
  const before = known.get(aligned);
  if (before) return before;
  const fresh = cellsFrom(aligned);
  known.set(aligned, fresh);
  return fresh;
}

const exchanged = new WeakMap<Aligned, Aligned>();

/** Plan and painting in each other's place. */
export function exchange(aligned: Aligned): Aligned {
  const before = exchanged.get(aligned);
  if (before) return before;
  const { planned, painted } = aligned;
  const fresh: Aligned = { ...aligned, planned: painted, painted: planned };
  const cells = cellsOf(aligned);
  known.set(fresh, { ...cells, planned: cells.painted, painted: cells.planned });
  exchanged.set(aligned, fresh);
  return fresh;
}

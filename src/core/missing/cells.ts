import { median } from '../raster';
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
  /** steps by which the two differ, colour counted in, what differs all over left aside; 0 = not read */
  readonly apart: Float32Array;
}

function apartIn(planned: Planes, painted: Planes, read: Uint8Array): Float32Array {
  const out = new Float32Array(read.length);
  const differs = new Float32Array(read.length);
  for (const c of [0, 1, 2] as const) {
    let count = 0;
    for (let k = 0; k < out.length; k++) if (read[k]) differs[count++] = painted[c][k] - planned[c][k];
    const all = median(differs.subarray(0, count));
    for (let k = 0; k < out.length; k++) if (read[k]) out[k] += (painted[c][k] - planned[c][k] - all) ** 2;
  }
  return out.map(Math.sqrt);
}

const LEAST_READ = 0.5; // of a cell's pixels

interface Rows extends Pick<Cells, 'width' | 'height'> {
  /** pixels from row to row */
  readonly across: number;
  /** pixels of a cell's side */
  readonly factor: number;
  readonly mask: Uint8Array;
}

/** Adds up what can be read in every cell; without data, how many pixels that is. */
function addCells(cells: Float32Array, data: Float32Array | null, { width, height, across, factor, mask }: Rows): void {
  for (let y = 0; y < height * factor; y++) {
    const row = Math.floor(y / factor) * width;
    for (let k = row, i = y * across; k < row + width; k++)
      for (const end = i + factor; i < end; i++) if (mask[i] === 0) cells[k] += data ? data[i] : 1;
  }
}

function cellsFrom({ width: across, height: down, mmPerPixel, planned, painted, mask }: Aligned): Cells {
  const factor = Math.max(1, Math.round(CELL_MM / mmPerPixel));
  const [width, height] = [Math.floor(across / factor), Math.floor(down / factor)];
  const plane = () => new Float32Array(width * height);
  const out = {
    planned: [plane(), plane(), plane()] as const,
    painted: [plane(), plane(), plane()] as const,
    read: new Uint8Array(width * height),
  };
  const count = new Float32Array(width * height);
  const rows = { across, width, height, factor, mask };
  addCells(count, null, rows);
  for (const [cells, colours] of [[out.planned, planned] as const, [out.painted, painted] as const]) {
    addCells(cells[0], colours.value, rows);
    addCells(cells[1], colours.a, rows);
    addCells(cells[2], colours.b, rows);
  }
  for (let k = 0; k < count.length; k++) {
    if (count[k] < LEAST_READ * factor * factor) continue;
    out.read[k] = 1;
    for (const planes of [out.planned, out.painted])
      planes.forEach((data, c) => (data[k] /= count[k] * (c === 0 ? 1 : UNITS_PER_STEP)));
  }
  const apart = apartIn(out.planned, out.painted, out.read);
  return { width, height, mmPerPixel: mmPerPixel * factor, ...out, apart };
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

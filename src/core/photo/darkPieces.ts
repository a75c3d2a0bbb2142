import { boxBlur } from '../raster';

/** How light a picture looks (0..255), one channel. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/**
 * A connected piece of dark pixels (4-neighbours): the box round it, its last column and row included, and how many
 * they are.
 */
export interface Piece {
  readonly box: readonly [left: number, top: number, right: number, bottom: number];
  readonly size: number;
}

const DARK = 0.72; // of the mean of a window round it
const SHIFT = 2;
const EVERY = 1 << SHIFT; // px: every so many-eth column and row tells the window's mean

/** The light below which a pixel is dark, for every {@link EVERY}-th column and row. */
function limitsOf({ width, height, data }: Grey, reach: number) {
  const [w, h] = [Math.ceil(width / EVERY), Math.ceil(height / EVERY)];
  const sampled = new Float32Array(w * h);
  for (let y = 0, i = 0; y < h; y++)
    for (let x = 0, from = y * EVERY * width; x < w; x++, i++, from += EVERY) sampled[i] = DARK * data[from];
  return boxBlur({ width: w, height: h, data: sampled }, Math.max(1, Math.round(reach / EVERY)));
}

/** Columns at which a row turns dark and light again, in turn; how many. The row's pixels are marked: 1 dark, 0 not. */
function runsIn(
  row: Uint8Array,
  limits: Float32Array,
  { marks, ends }: { marks: Uint8Array; ends: Int32Array },
): number {
  let [count, before] = [0, 0];
  for (let x = 0; x < row.length; x++) {
    const dark = row[x] < limits[x >> SHIFT] ? 1 : 0;
    marks[x] = dark;
    if (dark !== before) ends[count++] = x;
    before = dark;
  }
  if (before) ends[count++] = row.length;
  return count;
}

/** Pieces under way: each label's box and size, and the label it was joined to. */
class Ledger {
  private readonly into: number[] = [];
  private readonly boxes: [number, number, number, number][] = [];
  private readonly sizes: number[] = [];

  start(y: number): number {
    this.boxes.push([Infinity, y, -1, y]);
    this.sizes.push(0);
    return this.into.push(this.into.length) - 1;
  }

  root(label: number): number {
    let at = label;
    while (this.into[at] !== at) at = this.into[at] = this.into[this.into[at]];
    return at;
  }

  join(one: number, two: number): number {
    const [a, b] = [this.root(one), this.root(two)];
    if (a === b) return a;
    const [mine, other] = [this.boxes[a], this.boxes[b]];
    this.boxes[a] = [
      Math.min(mine[0], other[0]),
      Math.min(mine[1], other[1]),
      Math.max(mine[2], other[2]),
      Math.max(mine[3], other[3]),
    ];
    this.sizes[a] += this.sizes[b];
    this.into[b] = a;
    return a;
  }

  add(label: number, y: number, [from, to]: readonly [number, number]): void {
    const box = this.boxes[label];
    if (from < box[0]) box[0] = from;
    if (to > box[2]) box[2] = to;
    box[3] = y;
    this.sizes[label] += to - from + 1;
  }

  pieces(): Piece[] {
    return this.boxes.flatMap((box, label) => (this.into[label] === label ? [{ box, size: this.sizes[label] }] : []));
  }
}

/**
 * Connected pieces of pixels clearly darker than the mean of a window round them, row by row by their runs (Rosenfeld
 * and Pfaltz 1966).
 * @param reach px the window goes each way
 * @returns marks 1 = dark, 0 = not, row-major
 */
export function darkPieces(grey: Grey, reach: number): { marks: Uint8Array; pieces: Piece[] } {
  const { width, height, data } = grey;
  const limits = limitsOf(grey, reach);
  const marks = new Uint8Array(data.length);
  const ledger = new Ledger();
  let [ends, above] = [new Int32Array(width + 2), new Int32Array(width + 2)];
  let [labels, labelsAbove] = [new Int32Array(width), new Int32Array(width)];
  let countAbove = 0;
  for (let y = 0; y < height; y++) {
    const first = (y >> SHIFT) * limits.width;
    const count = runsIn(data.subarray(y * width, (y + 1) * width), limits.data.subarray(first, first + limits.width), {
      marks: marks.subarray(y * width, (y + 1) * width),
      ends,
    });
    for (let k = 0, over = 0; k < count; k += 2) {
      const [from, to] = [ends[k], ends[k + 1] - 1];
      let label = -1;
      while (over < countAbove && above[over + 1] <= from) over += 2;
      for (let at = over; at < countAbove && above[at] <= to; at += 2)
        label = label < 0 ? ledger.root(labelsAbove[at >> 1]) : ledger.join(label, labelsAbove[at >> 1]);
      labels[k >> 1] = label < 0 ? ledger.start(y) : label;
      ledger.add(labels[k >> 1], y, [from, to]);
    }
    [ends, above, labels, labelsAbove, countAbove] = [above, ends, labelsAbove, labels, count];
  }
  return { marks, pieces: ledger.pieces() };
}

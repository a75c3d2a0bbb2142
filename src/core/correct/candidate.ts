import { connectedRegions } from '../raster';
import type { DifferenceMap, Reading, LightDoubt } from '../read';
import { amountAlong, LEAST_SHARE, limitOf, type Dimension } from './dimension';

/** A place that may become a finding: cells of the difference map with one amount along one dimension. */
export interface Candidate {
  readonly kind: Dimension['kind'];
  readonly amount: number;
  /** 1 = belongs to it; the map's size */
  readonly cells: Uint8Array;
  readonly count: number;
  /** the mass it is, where it is one; -1 = a patch */
  readonly massId: number;
}

/** What candidates are made from. */
export interface Ground {
  readonly reading: Reading;
  /** index of the mass each cell of the map lies in */
  readonly massOfCell: Int32Array;
  /** node numbers of the masses, by index */
  readonly ids: readonly number[];
  readonly uncertainty: LightDoubt;
}

const LEAST_TRUST = 0.15; // of a cell that could be read
const THIN_CELLS = 2; // a strip narrower than about twice this is a line out of place, not a passage out of value

/** Whether most of a mass is off the same way: then the mass is the finding, else only the part of it that is off. */
function holdsThroughout(values: number[], amount: number): boolean {
  const alike = values.filter((v) => Math.sign(v) === Math.sign(amount) && Math.abs(v) > 0.45 * Math.abs(amount));
  return alike.length >= 0.7 * values.length;
}

const countOf = (cells: Uint8Array) => cells.reduce((sum, v) => sum + v, 0);

function wholeMasses(row: Dimension, { reading, massOfCell, ids }: Ground): Candidate[] {
  const { map } = reading;
  const data = row.map(map);
  return reading.masses.flatMap((mass): Candidate[] => {
    const amount = amountAlong(row.kind, mass);
    if (mass.share < LEAST_SHARE || Math.abs(amount) <= limitOf(row, mass.uncertainty)) return [];
    const k = ids.indexOf(mass.id);
    const inside: number[] = [];
    for (let i = 0; i < data.length; i++) if (massOfCell[i] === k && map.trust[i] > LEAST_TRUST) inside.push(data[i]);
    if (inside.length === 0 || !holdsThroughout(inside, amount)) return [];
    const cells = Uint8Array.from(massOfCell, (cell) => (cell === k ? 1 : 0));
    if (countOf(opened(cells, map)) === 0) return [];
    return [{ kind: row.kind, amount, cells, count: countOf(cells), massId: mass.id }];
  });
}

/** Every cell with a neighbour of the wanted kind becomes it; outside the canvas is 0. */
function spread(from: Uint8Array, wanted: 0 | 1, { width }: { width: number }): Uint8Array {
  const out = from.slice();
  const last = from.length - width;
  for (let i = 0; i < from.length; i++) {
    if (from[i] === wanted) continue;
    const x = i % width;
    const rim = x === 0 || x === width - 1 || i < width || i >= last;
    const near =
      (x > 0 && from[i - 1] === wanted) ||
      (x < width - 1 && from[i + 1] === wanted) ||
      (i >= width && from[i - width] === wanted) ||
      (i < last && from[i + width] === wanted);
    if (near || (rim && wanted === 0)) out[i] = wanted;
  }
  return out;
}

/** Cells left after what is thinner than a passage is rubbed out (erosion, then dilation). */
function opened(cells: Uint8Array, map: { width: number }): Uint8Array {
  let out = cells;
  for (let step = 0; step < THIN_CELLS; step++) out = spread(out, 0, map);
  for (let step = 0; step < THIN_CELLS; step++) out = spread(out, 1, map);
  for (let i = 0; i < out.length; i++) out[i] &= cells[i];
  return out;
}

/** Places of any shape that are off, outside the masses that are off as a whole. */
function patches(row: Dimension, { reading, uncertainty }: Ground, taken: Uint8Array): Candidate[] {
  const { map } = reading;
  const data = row.map(map);
  const limit = limitOf(row, uncertainty) * 0.85; // smoothing lowers a patch's own border
  return [1, -1].flatMap((sign) => {
    const off = new Uint8Array(data.length);
    let any = 0;
    for (let i = 0; i < data.length; i++)
      if (map.trust[i] > LEAST_TRUST && !taken[i] && data[i] * sign > limit) any = off[i] = 1;
    if (!any) return [];
    const key = Int8Array.from(opened(off, map), (v) => v - 1);
    const regions = connectedRegions(key, map.width);
    return regions.sizes.flatMap((count, k): Candidate[] => {
      if (count < LEAST_SHARE * data.length) return [];
      const cells = Uint8Array.from(regions.of, (of) => (of === k ? 1 : 0));
      const amount = data.reduce((sum, v, i) => sum + (cells[i] ? v : 0), 0) / count;
      return [{ kind: row.kind, amount, cells, count, massId: -1 }];
    });
  });
}

const LEAST_CONTACT = 0.8; // of the square root of the smaller place's cells: about a fifth of its outline

/** Whether two places lie side by side along a good part of the smaller one's outline, not just at a corner. */
function adjoin(one: Candidate, two: Candidate, width: number): boolean {
  const [small, large] = one.count <= two.count ? [one, two] : [two, one];
  let contact = 0;
  for (let i = 0; i < small.cells.length; i++) {
    if (!small.cells[i]) continue;
    const rim = !small.cells[i + 1] || !small.cells[i - 1] || !small.cells[i + width] || !small.cells[i - width];
    if (!rim && !large.cells[i]) continue;
    if ([1, 2].some((o) => large.cells[i + o] || large.cells[i - o] || large.cells[i + o * width] || large.cells[i - o * width])) contact++; // prettier-ignore
  }
  return contact >= LEAST_CONTACT * Math.sqrt(small.count);
}

const oneCause = (one: Candidate, two: Candidate): boolean =>
  Math.sign(one.amount) === Math.sign(two.amount) &&
  Math.abs(one.amount - two.amount) <= 0.45 * Math.max(Math.abs(one.amount), Math.abs(two.amount));

function joined(one: Candidate, two: Candidate): Candidate {
  const [large, small] = one.count >= two.count ? [one, two] : [two, one];
  const cells = large.cells.map((v, i) => v | small.cells[i]);
  const count = countOf(cells);
  const amount = (large.amount * large.count + small.amount * small.count) / (large.count + small.count);
  // It stays a mass only while that mass is nearly all of it.
  return { ...large, cells, count, amount, massId: large.count > 0.85 * count ? large.massId : -1 };
}

/** Neighbouring places that are off the same way by about as much have one cause and make one finding. */
function mergeAlike(candidates: readonly Candidate[], { width }: DifferenceMap): Candidate[] {
  const list = [...candidates];
  for (let i = 0; i < list.length; i++) {
    for (let k = i + 1; k < list.length; k++) {
      if (!oneCause(list[i], list[k]) || !adjoin(list[i], list[k], width)) continue;
      list[i] = joined(list[i], list[k]);
      list.splice(k, 1);
      k = i; // the larger place may now adjoin others
    }
  }
  return list;
}

/** Everything that is off along one dimension, each cause once. */
export function candidatesFor(row: Dimension, ground: Ground): Candidate[] {
  const whole = wholeMasses(row, ground);
  const taken = new Uint8Array(ground.massOfCell.length);
  for (const { cells } of whole) cells.forEach((v, i) => (taken[i] |= v));
  return mergeAlike([...whole, ...patches(row, ground, taken)], ground.reading.map);
}

import { TOLERANCE_MM } from '../plan';
import { connectedRegions, opened } from '../raster';
import type { DifferenceMap, MassReading } from '../read';
import type { PaintKind } from './finding';
import type { Evidence } from './kind';
import { limitOf } from './matched';
import type { PaintKindRecord } from './paint';

/** A place that may become a finding: cells of the difference map with one amount along one dimension. */
export interface Candidate {
  readonly kind: PaintKind;
  readonly amount: number;
  /** 1 = belongs to it; the map's size */
  readonly cells: Uint8Array;
  readonly count: number;
  /** the mass it is, where it is one; -1 = a patch */
  readonly massId: number;
  /** a*, b* as planned of the mass that nearly all of it lies on; null where it lies on several */
  readonly meant: readonly [number, number] | null;
}

/**
 * What candidates are made from. A strip narrower than about twice the tolerance is a line out of place, not a passage
 * out of value.
 */
export interface MapGround extends Omit<Evidence, 'massOf'> {
  /** index of the mass each cell of the map lies in */
  readonly massOfCell: Int32Array;
}

/** Share of the canvas below which a place is detail, not a mass. */
const LEAST_SHARE = 0.006;
const LEAST_TRUST = 0.15; // of a cell that could be read
const THIN_CELLS = 2; // of the map, at the usual tolerance

/** Cells that a passage is at least half as wide as. */
const thinCells = ({ tolerance = TOLERANCE_MM.medium }: MapGround): number =>
  Math.max(1, Math.round((THIN_CELLS * tolerance) / TOLERANCE_MM.medium));

// Loops over cells stand in functions of their own: that is how they are compiled well (docs/decisions/0004).

/** Whether most of a mass is off the same way: then the mass is the finding, else only the part of it that is off. */
function holdsThroughout(
  data: Float32Array,
  amount: number,
  { trust, massOfCell, k }: { trust: Float32Array; massOfCell: Int32Array; k: number },
): boolean {
  const least = 0.45 * amount;
  let [all, alike] = [0, 0];
  for (let i = 0; i < data.length; i++) {
    if (massOfCell[i] !== k || trust[i] <= LEAST_TRUST) continue;
    all++;
    if (amount > 0 ? data[i] > least : data[i] < least) alike++;
  }
  return all > 0 && alike >= 0.7 * all;
}

/** 1 for readable cells beyond a limit, either way, that belong to nothing yet; null where there are none. */
function beyond(
  data: Float32Array,
  limit: number,
  { trust, taken, sign }: { trust: Float32Array; taken: Uint8Array; sign: number },
): Uint8Array | null {
  const off = new Uint8Array(data.length);
  let any = 0;
  for (let i = 0; i < data.length; i++)
    if (data[i] * sign > limit && trust[i] > LEAST_TRUST && taken[i] === 0) any = off[i] = 1;
  return any ? off : null;
}

/** Regions of marked cells. */
function regionsOf(cells: Uint8Array, width: number) {
  const key = new Int8Array(cells.length);
  for (let i = 0; i < key.length; i++) key[i] = cells[i] - 1;
  return connectedRegions(key, width);
}

/** Mean of the data over marked cells. */
function meanOver(cells: Uint8Array, data: Float32Array): number {
  let [sum, count] = [0, 0];
  for (let i = 0; i < cells.length; i++)
    if (cells[i]) {
      sum += data[i];
      count++;
    }
  return count > 0 ? sum / count : 0;
}

function countOf(cells: Uint8Array): number {
  let count = 0;
  for (let i = 0; i < cells.length; i++) count += cells[i];
  return count;
}

/** 1 for the cells that carry a label. */
function labelled(labels: Int32Array, label: number): Uint8Array {
  const cells = new Uint8Array(labels.length);
  for (let i = 0; i < cells.length; i++) if (labels[i] === label) cells[i] = 1;
  return cells;
}

const colourOf = ({ target: { lab } }: MassReading): readonly [number, number] => [lab[1], lab[2]];

const NEARLY_ALL = 0.7; // of a place on one mass, so that it is a part of that thing

/** The planned colour of the mass that nearly all of a place lies on. */
function colourUnder(cells: Uint8Array, { massOfCell, ids, reading }: MapGround): Candidate['meant'] {
  const counts = new Map<number, number>();
  for (let i = 0; i < cells.length; i++) if (cells[i]) counts.set(massOfCell[i], (counts.get(massOfCell[i]) ?? 0) + 1);
  const [k, most] = [...counts].reduce((best, one) => (one[1] > best[1] ? one : best), [-1, 0]);
  const home = reading.masses.find(({ id }) => id === ids[k]);
  return home && most >= NEARLY_ALL * countOf(cells) ? colourOf(home) : null;
}

function wholeMasses(row: PaintKindRecord, ground: MapGround): Candidate[] {
  const { reading, massOfCell, ids } = ground;
  const { map } = reading;
  const data = row.map(map);
  return reading.masses.flatMap((mass): Candidate[] => {
    const amount = row.amount(mass);
    if (mass.share < LEAST_SHARE || Math.abs(amount) <= limitOf(row, mass.uncertainty)) return [];
    const k = ids.indexOf(mass.id);
    if (!holdsThroughout(data, amount, { trust: map.trust, massOfCell, k })) return [];
    const cells = labelled(massOfCell, k);
    if (countOf(opened(cells, map.width, thinCells(ground))) === 0) return [];
    const meant = colourOf(mass);
    return [{ kind: row.name, amount, cells, count: countOf(cells), massId: mass.id, meant }];
  });
}

const MINOR = 0.3; // share of a patch below which a mass has to speak for itself
const SPEAKS = 0.7; // of the patch's amount

/**
 * A patch without what bled over the border of a thing: the map is smooth, so that beside a strong difference the
 * neighbour's cells differ too, but by less.
 */
function withoutBleeding(cells: Uint8Array, data: Float32Array, massOfCell: Int32Array): Uint8Array {
  const byMass = new Map<number, { count: number; sum: number }>();
  let [count, sum] = [0, 0];
  for (let i = 0; i < cells.length; i++) {
    if (!cells[i]) continue;
    const mass = byMass.get(massOfCell[i]) ?? { count: 0, sum: 0 };
    byMass.set(massOfCell[i], { count: mass.count + 1, sum: mass.sum + data[i] });
    count++;
    sum += data[i];
  }
  const bled = new Set(
    [...byMass].flatMap(([k, mass]) =>
      mass.count < MINOR * count && mass.sum / mass.count / (sum / count) < SPEAKS ? [k] : [],
    ),
  );
  return bled.size === 0 ? cells : cells.map((v, i) => (v && bled.has(massOfCell[i]) ? 0 : v));
}

/** Places of any shape that are off, outside the masses that are off as a whole. */
function patches(row: PaintKindRecord, ground: MapGround, taken: Uint8Array): Candidate[] {
  const { reading, uncertainty } = ground;
  const { map } = reading;
  const data = row.map(map);
  const limit = limitOf(row, uncertainty) * 0.85; // smoothing lowers a patch's own border
  return [1, -1].flatMap((sign) => {
    const off = beyond(data, limit, { trust: map.trust, taken, sign });
    if (!off) return [];
    const regions = regionsOf(opened(off, map.width, thinCells(ground)), map.width);
    return regions.sizes.flatMap((count, k): Candidate[] => {
      if (count < LEAST_SHARE * data.length) return [];
      const cells = withoutBleeding(labelled(regions.of, k), data, ground.massOfCell);
      const left = countOf(cells);
      if (left < LEAST_SHARE * data.length) return [];
      const meant = colourUnder(cells, ground);
      return [{ kind: row.name, amount: meanOver(cells, data), cells, count: left, massId: -1, meant }];
    });
  });
}

const LEAST_CONTACT = 0.8; // of the square root of the smaller place's cells: about a fifth of its outline

/** Whether two places lie side by side along a good part of the smaller one's outline, not just at a corner. */
function adjoin(one: Candidate, two: Candidate, width: number): boolean {
  const [small, large] = one.count <= two.count ? [one, two] : [two, one];
  let contact = 0;
  const [own, other] = [small.cells, large.cells];
  // Cells before a row's first and after its last lie outside the canvas, not on the rows beside.
  const at = (of: Uint8Array, x: number, i: number) => (x < 0 || x >= width ? 0 : (of[i] ?? 0));
  const reaches = (x: number, i: number, o: number) =>
    at(other, x + o, i + o) || at(other, x - o, i - o) || at(other, x, i + o * width) || at(other, x, i - o * width);
  for (let i = 0; i < own.length; i++) {
    if (!own[i]) continue;
    const x = i % width;
    const rim = !at(own, x + 1, i + 1) || !at(own, x - 1, i - 1) || !own[i + width] || !own[i - width];
    if ((rim || other[i]) && (reaches(x, i, 1) || reaches(x, i, 2))) contact++;
  }
  return contact >= LEAST_CONTACT * Math.sqrt(small.count);
}

const OTHER_THING = 20; // units of a*, b* between two masses that nobody takes for one thing
const ONE_HUE = Math.cos((25 * Math.PI) / 180); // within it the lights and the shadow of one thing differ in strength

/** Whether two places may be told as one: a thing is told by itself beside one of plainly another colour. */
function oneThing({ meant: one }: Candidate, { meant: two }: Candidate): boolean {
  if (!one || !two || Math.hypot(one[0] - two[0], one[1] - two[1]) <= OTHER_THING) return true;
  const strengths = Math.hypot(...one) * Math.hypot(...two);
  return Math.min(Math.hypot(...one), Math.hypot(...two)) > OTHER_THING / 2
    ? one[0] * two[0] + one[1] * two[1] >= ONE_HUE * strengths
    : false;
}

const oneCause = (one: Candidate, two: Candidate): boolean =>
  oneThing(one, two) &&
  Math.sign(one.amount) === Math.sign(two.amount) &&
  Math.abs(one.amount - two.amount) <= 0.45 * Math.max(Math.abs(one.amount), Math.abs(two.amount));

function joined(one: Candidate, two: Candidate): Candidate {
  const [large, small] = one.count >= two.count ? [one, two] : [two, one];
  const cells = large.cells.map((v, i) => v | small.cells[i]);
  const count = countOf(cells);
  const amount = (large.amount * large.count + small.amount * small.count) / (large.count + small.count);
  // It stays a mass only while that mass is nearly all of it.
  const massId = large.count > 0.85 * count ? large.massId : -1;
  return { ...large, cells, count, amount, massId };
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
export function candidatesFor(row: PaintKindRecord, ground: MapGround): Candidate[] {
  const whole = wholeMasses(row, ground);
  const taken = new Uint8Array(ground.massOfCell.length);
  for (const { cells } of whole) for (let i = 0; i < taken.length; i++) taken[i] |= cells[i];
  return mergeAlike([...whole, ...patches(row, ground, taken)], ground.reading.map);
}

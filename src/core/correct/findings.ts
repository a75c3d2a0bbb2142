import { connectedRegions } from '../raster';
import {
  boxOf,
  compare,
  placeOfPixels,
  type Comparison,
  type Difference,
  type DifferenceMap,
  type MassReading,
  type Reading,
  type Uncertainty,
} from '../read';
import type { Finding, FindingKind } from './finding';

/** What counts as different, and how loud: one row a kind. Chroma and warmth in units of a*b*, value in steps. */
interface Dimension {
  readonly kind: FindingKind;
  /** below this a difference is a painter's honest wandering */
  readonly least: number;
  /** a difference this large weighs 1 */
  readonly unit: number;
  readonly map: (map: DifferenceMap) => Float32Array;
  readonly sigma: (uncertainty: Uncertainty) => number;
}

const DIMENSIONS: readonly Dimension[] = [
  { kind: 'value', least: 0.36, unit: 0.5, map: (m) => m.value, sigma: (u) => u.value },
  { kind: 'temperature', least: 3.9, unit: 6, map: (m) => m.warmth, sigma: (u) => u.warmth },
  { kind: 'chroma', least: 4.2, unit: 7, map: (m) => m.chroma, sigma: (u) => u.warmth },
];

const LEAST_SHARE = 0.006; // of the canvas: smaller places are detail, not a mass
const COVERAGE = 2; // sigmas a difference must exceed

/** Colour differences at matched value: the plan's colour scaled to the painting's lightness before it is compared. */
export function matchedDifference({ target, painted }: Pick<Comparison, 'target' | 'painted'>): {
  a: number;
  b: number;
  warmth: number;
  chroma: number;
} {
  const scale = (painted.lab[0] + 16) / (target.lab[0] + 16);
  return {
    a: painted.lab[1] - target.lab[1] * scale,
    b: painted.lab[2] - target.lab[2] * scale,
    warmth: painted.warmth - target.warmth * scale,
    chroma: painted.chroma - target.chroma * scale,
  };
}

function amountAlong(kind: FindingKind, comparison: Comparison): number {
  if (kind === 'value') return comparison.difference.value;
  const matched = matchedDifference(comparison);
  return kind === 'temperature' ? matched.warmth : matched.chroma;
}

interface Candidate {
  readonly kind: FindingKind;
  readonly amount: number;
  readonly pixels: Uint8Array;
  readonly massId: number;
}

const passes = (row: Dimension, amount: number, uncertainty: Uncertainty) =>
  Math.abs(amount) > Math.max(row.least, COVERAGE * row.sigma(uncertainty));

/** Difference map cells that lie in each mass, and how the difference is spread over them. */
function holdsThroughout(values: number[], amount: number): boolean {
  const alike = values.filter((v) => Math.sign(v) === Math.sign(amount) && Math.abs(v) > 0.45 * Math.abs(amount));
  return alike.length >= 0.7 * values.length;
}

/** Places where the map stays beyond its limit, of one sign, once whole masses that differ are set aside. */
function patches(
  row: Dimension,
  map: DifferenceMap,
  { uncertainty, taken }: { uncertainty: Uncertainty; taken: Float32Array },
): Candidate[] {
  const data = row.map(map);
  const limit = Math.max(row.least, COVERAGE * row.sigma(uncertainty)) * 0.85; // smoothing lowers a patch's own border
  const sign = Int8Array.from(data, (v, i) =>
    map.trust[i] > 0.15 && Math.abs(v - taken[i]) > limit ? (v > taken[i] ? 1 : 0) : -1,
  );
  const regions = connectedRegions(sign, map.width);
  return regions.sizes.flatMap((size, k) => {
    if (size < LEAST_SHARE * sign.length) return [];
    const pixels = Uint8Array.from(regions.of, (of) => (of === k ? 1 : 0));
    const inside = data.filter((_, i) => pixels[i] === 1);
    return [{ kind: row.kind, amount: inside.reduce((s, v) => s + v, 0) / size, pixels, massId: -1 }];
  });
}

/** Mass of every cell of the map, by the masses' own order in the reading. */
function massOfCells(reading: Reading, massOf: Int32Array): Int32Array {
  const { map, aligned } = reading;
  const factor = map.mmPerPixel / aligned.mmPerPixel;
  return Int32Array.from({ length: map.width * map.height }, (_, k) => {
    const x = Math.min(aligned.width - 1, Math.floor(((k % map.width) + 0.5) * factor));
    const y = Math.min(aligned.height - 1, Math.floor((Math.floor(k / map.width) + 0.5) * factor));
    return massOf[y * aligned.width + x];
  });
}

function candidatesOf(
  reading: Reading,
  {
    row,
    cells,
    ids,
    uncertainty,
  }: { row: Dimension; cells: Int32Array; ids: readonly number[]; uncertainty: Uncertainty },
): Candidate[] {
  const data = row.map(reading.map);
  const taken = new Float32Array(data.length);
  const whole = reading.masses.flatMap((mass): Candidate[] => {
    const amount = amountAlong(row.kind, mass);
    const k = ids.indexOf(mass.id);
    const inside: number[] = [];
    for (let i = 0; i < cells.length; i++) if (cells[i] === k && reading.map.trust[i] > 0.15) inside.push(data[i]);
    if (mass.share < LEAST_SHARE || !passes(row, amount, mass.uncertainty) || !holdsThroughout(inside, amount))
      return [];
    const pixels = Uint8Array.from(cells, (cell) => (cell === k ? 1 : 0));
    for (let i = 0; i < taken.length; i++) if (pixels[i]) taken[i] = amount;
    return [{ kind: row.kind, amount, pixels, massId: mass.id }];
  });
  return [...mergeAlike(whole, reading.map, row), ...patches(row, reading.map, { uncertainty, taken })];
}

const touch = (one: Uint8Array, two: Uint8Array, width: number): boolean =>
  one.some((v, i) => v === 1 && (two[i + 1] === 1 || two[i - 1] === 1 || two[i + width] === 1 || two[i - width] === 1));

/** Neighbouring masses that are off by the same amount have one cause and make one finding, named after the largest. */
function mergeAlike(candidates: Candidate[], { width }: DifferenceMap, row: Dimension): Candidate[] {
  const out: Candidate[] = [];
  for (const next of candidates) {
    const twin = out.findIndex(
      (made) => Math.abs(made.amount - next.amount) < 0.5 * row.unit && touch(made.pixels, next.pixels, width),
    );
    if (twin < 0) out.push(next);
    else out[twin] = { ...out[twin], pixels: out[twin].pixels.map((v, i) => v | next.pixels[i]) };
  }
  return out;
}

/** A colour difference that is mostly strength is chroma, mostly hue or near grey is temperature: never the same place under both. */
function leading(candidates: Finding[]): Finding[] {
  return candidates.filter((one) => {
    if (one.kind === 'value') return true;
    const rival = candidates.find((two) => two.kind !== 'value' && two.kind !== one.kind && overlap(one, two) > 0.4);
    if (!rival) return true;
    const strong = one.target.chroma > 15; // a colour, not a tinted grey
    const own = one.kind === 'chroma' ? Math.abs(one.amount) : Math.abs(one.amount) * (strong ? 0.9 : 1.15);
    const other = rival.kind === 'chroma' ? Math.abs(rival.amount) : Math.abs(rival.amount) * (strong ? 0.9 : 1.15);
    return own >= other;
  });
}

function overlap({ region: { box: a } }: Finding, { region: { box: b } }: Finding): number {
  const w = Math.min(a[0] + a[2], b[0] + b[2]) - Math.max(a[0], b[0]);
  const h = Math.min(a[1] + a[3], b[1] + b[3]) - Math.max(a[1], b[1]);
  return w <= 0 || h <= 0 ? 0 : (w * h) / Math.min(a[2] * a[3], b[2] * b[3]);
}

/** Pixels of the reading under marked cells of the map. */
function pixelsUnder(marked: Uint8Array, { map, aligned }: Reading): Int32Array {
  const factor = Math.round(map.mmPerPixel / aligned.mmPerPixel);
  const out: number[] = [];
  for (let y = 0; y < map.height * factor; y++) {
    const row = Math.floor(y / factor) * map.width;
    for (let x = 0; x < map.width * factor; x++)
      if (marked[row + Math.floor(x / factor)]) out.push(y * aligned.width + x);
  }
  return Int32Array.from(out);
}

function findingFrom(
  candidate: Candidate,
  {
    reading,
    row,
    uncertainty,
    masses,
  }: { reading: Reading; row: Dimension; uncertainty: Uncertainty; masses: readonly MassReading[] },
): Finding | null {
  const place = placeOfPixels(candidate.pixels, reading.map);
  const box = boxOf(place);
  const own = masses.find((mass) => mass.id === candidate.massId);
  const comparison: Comparison | null =
    own ?? compare(reading.aligned, pixelsUnder(candidate.pixels, reading), uncertainty);
  if (!box || !comparison) return null;
  const amount = amountAlong(candidate.kind, comparison);
  if (!passes(row, amount, comparison.uncertainty)) return null;
  const share = candidate.pixels.reduce((s, v) => s + v, 0) / candidate.pixels.length;
  const matched = matchedDifference(comparison);
  const difference: Difference = comparison.difference;
  return {
    kind: candidate.kind,
    massId: candidate.massId,
    place,
    region: { box },
    target: comparison.target,
    painted: comparison.painted,
    difference,
    uncertainty: comparison.uncertainty,
    share,
    weight: (Math.abs(amount) / row.unit) * Math.sqrt(share),
    amount,
    towards: candidate.kind === 'temperature' ? (Math.atan2(-matched.b, -matched.a) * 180) / Math.PI : null,
  };
}

/** The mass a patch mostly lies on, for its name. */
function homeOf(pixels: Uint8Array, cells: Int32Array, ids: readonly number[]): number {
  const counts = new Map<number, number>();
  let total = 0;
  pixels.forEach((marked, i) => {
    if (!marked) return;
    total++;
    counts.set(cells[i], (counts.get(cells[i]) ?? 0) + 1);
  });
  const [cell, count] = [...counts].reduce((best, next) => (next[1] > best[1] ? next : best), [-1, 0]);
  return count > 0.6 * total ? ids[cell] : -1;
}

/**
 * What differs from the plan, heaviest first: whole masses that are off throughout, then patches of any shape that are off inside or
 * across masses. None inside its uncertainty.
 * @param massOf the plan's masses at the reading's size, and ids their node numbers
 */
export function findingsOf(
  reading: Reading,
  { massOf, ids, uncertainty }: { massOf: Int32Array; ids: readonly number[]; uncertainty: Uncertainty },
): Finding[] {
  const cells = massOfCells(reading, massOf);
  const found = DIMENSIONS.flatMap((row) =>
    candidatesOf(reading, { row, cells, ids, uncertainty }).flatMap((candidate) => {
      const named = candidate.massId >= 0 ? candidate : { ...candidate, massId: -1 };
      const finding = findingFrom(named, { reading, row, uncertainty, masses: reading.masses });
      return finding
        ? [finding.massId >= 0 ? finding : { ...finding, massId: homeOf(candidate.pixels, cells, ids) }]
        : [];
    }),
  );
  return leading(found).sort((a, b) => b.weight - a.weight);
}

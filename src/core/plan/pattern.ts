import { luminanceFromValue } from '../colour';
import { connectedRegions, gaussianBlur, type Plane, type Raster } from '../raster';
import type { MassMap } from './masses';

const BINS = 250;

function histogram(values: ArrayLike<number>): Float64Array {
  const counts = new Float64Array(BINS);
  for (let i = 0; i < values.length; i++)
    counts[Math.min(BINS - 1, Math.max(0, Math.floor((values[i] * BINS) / 10)))]++;
  return counts;
}

/** Value (0..10) that parts two families best: most variance between them (Otsu 1979). */
export function twoValueSplit(values: ArrayLike<number>): number {
  const counts = histogram(values);
  let [total, sum] = [0, 0];
  counts.forEach((n, k) => {
    total += n;
    sum += n * k;
  });
  let [below, belowSum, best, from, to] = [0, 0, -1, 0, 0];
  for (let k = 0; k < BINS - 1; k++) {
    below += counts[k];
    belowSum += counts[k] * k;
    if (below === 0 || below === total) continue;
    const apart = belowSum / below - (sum - belowSum) / (total - below);
    const between = below * (total - below) * apart * apart;
    if (between > best * (1 + 1e-9)) [best, from, to] = [between, k, k];
    else if (between >= best * (1 - 1e-9)) to = k; // an empty stretch between the families: its middle
  }
  return (((from + to) / 2 + 1) * 10) / BINS;
}

/** Sums up to each bin of a histogram: count, value, value squared. */
function runningSums(counts: Float64Array): readonly [Float64Array, Float64Array, Float64Array] {
  const out = [0, 1, 2].map(() => new Float64Array(BINS + 1)) as [Float64Array, Float64Array, Float64Array];
  for (let k = 0; k < BINS; k++) {
    const value = ((k + 0.5) * 10) / BINS;
    for (let power = 0; power < 3; power++) out[power][k + 1] = out[power][k] + counts[k] * value ** power;
  }
  return out;
}

/**
 * The n - 1 values that part n tones with the least spread within them, exactly (Fisher 1958, by dynamic programming
 * over the histogram).
 * @param tones 2..9
 */
export function toneSplits(values: ArrayLike<number>, tones: number): number[] {
  const [n, sum, squares] = runningSums(histogram(values));
  const spread = (from: number, to: number) => {
    const count = n[to] - n[from];
    return count > 0 ? squares[to] - squares[from] - (sum[to] - sum[from]) ** 2 / count : 0;
  };
  let best = Float64Array.from({ length: BINS + 1 }, (_, to) => spread(0, to));
  const cuts: Int32Array[] = [];
  for (let t = 1; t < tones; t++) {
    const next = new Float64Array(BINS + 1).fill(Infinity);
    const cut = new Int32Array(BINS + 1);
    for (let to = 0; to <= BINS; to++)
      for (let from = 0; from <= to; from++) {
        const cost = best[from] + spread(from, to);
        if (cost < next[to]) [next[to], cut[to]] = [cost, from];
      }
    best = next;
    cuts.push(cut);
  }
  const ends = [BINS];
  for (const cut of cuts.reverse()) ends.unshift(cut[ends[0]]);
  // Between two tones lies an empty stretch: its middle parts them.
  const empty = (k: number, step: number) => {
    while (k > 0 && k < BINS && n[k] === n[k + step]) k += step;
    return k;
  };
  return ends.slice(0, -1).map((k) => ((empty(k, -1) + empty(k, 1)) * 5) / BINS);
}

/** Where tones part as the painter wants it; null = where the picture's own values part best. */
export interface Parting {
  /** value that parts light from shadow */
  readonly split: number | null;
  readonly tones: number;
  /** values that part the tones, rising */
  readonly splits: readonly number[] | null;
}

// A plan is read against many photographs: where its tones part is found once and goes when it goes.
const parted = new WeakMap<Float32Array, Map<number, readonly number[]>>();

/** The values that part so many tones best, rising; two tones are light and shadow. */
function foundSplits(values: Float32Array, tones: number): readonly number[] {
  const known = parted.get(values) ?? new Map<number, readonly number[]>();
  parted.set(values, known);
  const found = known.get(tones) ?? (tones === 2 ? [twoValueSplit(values)] : toneSplits(values, tones));
  known.set(tones, found);
  return found;
}

/**
 * Where a plan's tones part: as the painter has set it, or as it is found.
 * @param values of the plan's pixels, 0..10
 */
export function partedBy(
  values: Float32Array,
  { split, tones, splits }: Parting,
): { split: number; splits: readonly number[] } {
  return {
    split: split ?? foundSplits(values, 2)[0],
    splits: splits?.length === tones - 1 ? splits : foundSplits(values, tones),
  };
}

const OF_ONE_TONE = 0.85; // of a mass: the rest of it is turned to the same tone
const SPECK = 0.0012; // of the picture: a smaller spot takes the tone round it

/** Most pixels of a mass in one tone make all of it that tone, so that the pattern's borders are the masses' own. */
function cleanByMass(tone: Int8Array, { massOf, ids }: MassMap, tones: number): void {
  const counts = new Int32Array(ids.length * tones);
  for (let i = 0; i < tone.length; i++) counts[massOf[i] * tones + tone[i]]++;
  const whole = Int8Array.from(ids, (_, k) => {
    const own = counts.subarray(k * tones, (k + 1) * tones);
    const most = Math.max(...own);
    return most >= OF_ONE_TONE * own.reduce((sum, n) => sum + n, 0) ? own.indexOf(most) : -1;
  });
  for (let i = 0; i < tone.length; i++) if (whole[massOf[i]] >= 0) tone[i] = whole[massOf[i]];
}

function absorbSpecks(tone: Int8Array, width: number): void {
  const { of, sizes } = connectedRegions(tone, width);
  const least = SPECK * tone.length;
  // A speck takes the tone of the pixel before its first: something outside it, already settled.
  const tones = new Int8Array(sizes.length).fill(-1);
  for (let i = 0; i < tone.length; i++) {
    const region = of[i];
    if (sizes[region] >= least) continue;
    if (tones[region] < 0) tones[region] = i > 0 ? tone[i - (i % width > 0 ? 1 : width)] : tone[i];
    tone[i] = tones[region];
  }
}

/**
 * The picture in a few tones, as at a squint: 0 = the darkest.
 * @param values keyed value 0..10 of every pixel
 * @param splits rising values that part the tones
 * @param masses of the same size, along whose borders it is cleaned; null = as it falls
 * @param squintPx blur before it is parted
 */
export function tonePattern(
  values: Plane,
  { splits, masses, squintPx }: { splits: readonly number[]; masses: MassMap | null; squintPx: number },
): Int8Array {
  const { data, width } = squintPx > 0.3 ? gaussianBlur(values, squintPx) : values;
  const tone = Int8Array.from(data, (v) => splits.filter((split) => v >= split).length);
  if (masses) cleanByMass(tone, masses, splits.length + 1);
  absorbSpecks(tone, width);
  return tone;
}

/** Thirds of the scale: what counts as dark and as light. */
export const THIRDS = { dark: 10 / 3, light: 20 / 3 } as const;

/** Share of the canvas in dark, middle and light values; together 1. */
export function tonalShares(values: ArrayLike<number>): { dark: number; middle: number; light: number } {
  let [dark, light] = [0, 0];
  for (let i = 0; i < values.length; i++) {
    if (values[i] < THIRDS.dark) dark++;
    else if (values[i] >= THIRDS.light) light++;
  }
  const n = Math.max(1, values.length);
  return { dark: dark / n, middle: (n - dark - light) / n, light: light / n };
}

/**
 * A pattern as a grey picture: each tone in its own middle value.
 * @param masses of the same size, along whose borders it is cleaned
 */
export function tonesPicture(values: Plane, splits: readonly number[], masses: MassMap): Raster {
  const { width, height, data } = values;
  const tone = tonePattern(values, { splits, masses, squintPx: width / SQUINT });
  const [sum, count] = [new Float64Array(splits.length + 1), new Float64Array(splits.length + 1)];
  for (let i = 0; i < tone.length; i++) {
    sum[tone[i]] += data[i];
    count[tone[i]]++;
  }
  const light = Float32Array.from(sum, (s, t) => luminanceFromValue(count[t] ? s / count[t] : 5) / 100);
  const plane = Float32Array.from(tone, (t) => light[t]);
  return { width, height, r: plane, g: plane, b: plane };
}

const SQUINT = 260; // of a picture's width: what a squint blurs away

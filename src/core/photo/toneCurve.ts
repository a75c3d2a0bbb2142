import type { SeenPatch } from './patches';

/** Linear light as the photo shows it -> linear light as it was, for one channel, up to the slow field. */
export type ToneCurve = (seen: number) => number;

/** log2 of (known / seen) for one channel of one patch, at log2(seen). */
interface Knot {
  readonly at: number;
  readonly lift: number;
}

/**
 * Slope of the curve through three knots at the middle one (PCHIP, Fritsch and Carlson 1980: monotone data stay
 * monotone).
 */
function pchipSlopes(knots: readonly Knot[]): number[] {
  const n = knots.length;
  const h = knots.slice(1).map((k, i) => k.at - knots[i].at);
  const d = knots.slice(1).map((k, i) => (k.lift + k.at - knots[i].lift - knots[i].at) / h[i]);
  return knots.map((_, i) => {
    if (i === 0) return d[0];
    if (i === n - 1) return d[n - 2];
    return d[i - 1] * d[i] <= 0 ? 0 : (h[i - 1] + h[i]) / (h[i - 1] / d[i] + h[i] / d[i - 1]);
  });
}

const LEAST_LIGHT = 0.008;

/**
 * A monotone tone curve through the patches, in log-log light. One patch is a gain. Two or more bend the curve;
 * beyond the outermost patches it goes on with their gain (what lies there was not measured).
 */
export function toneCurveThrough(patches: readonly SeenPatch[], channel: 0 | 1 | 2): ToneCurve {
  const knots = distinct(
    patches
      // A channel near black in a strong colour is noise and stray light: it tells nothing, unless nothing else does.
      .filter(({ known }, _, all) => all.length < 2 || known[channel] > LEAST_LIGHT)
      .map(({ seen, known }) => ({ at: Math.log2(seen[channel]), lift: Math.log2(known[channel] / seen[channel]) }))
      .sort((a, b) => a.at - b.at),
  );
  if (knots.length === 1) return (seen) => seen * 2 ** knots[0].lift;
  const slopes = pchipSlopes(knots);
  const last = knots.length - 1;
  return (seen) => {
    if (!(seen > 0)) return 0;
    const x = Math.log2(seen);
    if (x <= knots[0].at) return seen * 2 ** knots[0].lift;
    if (x >= knots[last].at) return seen * 2 ** knots[last].lift;
    let i = 0;
    while (x > knots[i + 1].at) i++;
    return 2 ** hermite(x, knots[i], { next: knots[i + 1], m0: slopes[i], m1: slopes[i + 1] });
  };
}

function hermite(x: number, from: Knot, { next, m0, m1 }: { next: Knot; m0: number; m1: number }): number {
  const h = next.at - from.at;
  const t = (x - from.at) / h;
  const [y0, y1] = [from.at + from.lift, next.at + next.lift];
  const s = 1 - t;
  return y0 * (1 + 2 * t) * s * s + h * m0 * t * s * s + y1 * t * t * (3 - 2 * t) - h * m1 * t * t * s;
}

/** Patches seen alike (or out of order, by noise or a card that is not what it claims) are taken as one. */
function distinct(sorted: Knot[]): Knot[] {
  const out: Knot[] = [];
  for (const knot of sorted) {
    const before = out.at(-1);
    const rises = !before || (knot.at - before.at > 0.15 && knot.at + knot.lift > before.at + before.lift);
    if (rises) out.push(knot);
    else out[out.length - 1] = { at: (before.at + knot.at) / 2, lift: (before.lift + knot.lift) / 2 };
  }
  return out;
}

const STEPS = 2048; // of a table, over the square root of light 0..TOP
const TOP = 1.25;
const TO_INDEX = STEPS / Math.sqrt(TOP);
const tables = new WeakMap<ToneCurve, Float32Array>();

/** A curve's table; one curve is run over three channels, and over many pictures. */
function tableOf(curve: ToneCurve): Float32Array {
  const table = tables.get(curve) ?? Float32Array.from({ length: STEPS + 2 }, (_, i) => curve(TOP * (i / STEPS) ** 2));
  tables.set(curve, table);
  return table;
}

/** The same curve read from its table: for one that is slow to work out. */
export function tabled(curve: ToneCurve): ToneCurve {
  const table = tableOf(curve);
  return (light) => {
    const at = Math.min(STEPS, Math.sqrt(Math.max(0, light)) * TO_INDEX);
    const low = at | 0;
    return table[low] + (at - low) * (table[low + 1] - table[low]);
  };
}

/** A curve run over many pixels, by a table over the square root of light 0..1.25; what is lighter counts as 1.25. */
export function curvePlane(data: Float32Array, curve: ToneCurve): Float32Array {
  const table = tableOf(curve);
  const out = new Float32Array(data.length);
  for (let i = 0; i < data.length; i++) {
    const at = Math.min(STEPS, Math.sqrt(Math.max(0, data[i])) * TO_INDEX);
    const low = at | 0;
    out[i] = table[low] + (at - low) * (table[low + 1] - table[low]);
  }
  return out;
}

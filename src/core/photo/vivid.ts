import { codeFromLinear, labFromLinear, linearFromCode } from '../colour';
import { median, solveLinear, type Raster } from '../raster';

/** How much stronger all colours are than they were. */
export interface Vivid {
  /** share by which colours are stronger, 0 = not at all */
  readonly by: number;
  /** one sigma of that share */
  readonly doubt: number;
}

/** What a phone's liking for strong colours may be where nothing tells it: half of what phones do. */
export const UNTOLD_VIVID: Vivid = { by: 0, doubt: 0.08 };

const MOST = 0.25; // share: no phone does more
const LEAST = 0.02; // share: less is what the light leaves
const COLOURED = 8; // units of chroma from which a place tells anything
const AGREES = 5; // units a place may lie off and still count half
const PULL = 2; // units by which a wrong balance may shift all places, one sigma
const LEAST_TOLD = 0.08; // share of the canvas that must be coloured and agree
const LEAST_SURE = 0.03; // share: strokes and light are never truer

interface Place {
  /** a*, b* as planned, at the lightness that was painted */
  readonly meant: readonly [number, number];
  readonly seen: readonly [number, number];
}

/** Places of a picture under the plan's, on a grid of means. */
export type MeansOf = (raster: Raster) => readonly Float64Array[];

function placesOf(painted: Raster, plan: Raster, meansOf: MeansOf): Place[] {
  const [seen, meant] = [meansOf(painted), meansOf(plan)];
  return Array.from(seen[0], (_, i): Place | null => {
    const [p, q] = [seen, meant].map(([r, g, b]) => labFromLinear(r[i], g[i], b[i]));
    if (q.L < 12 || p.L < 12 || Math.abs(p.L - q.L) > 12) return null;
    const scale = (p.L + 16) / (q.L + 16);
    return { meant: [q.a * scale, q.b * scale], seen: [p.a, p.b] };
  }).filter((place) => place !== null);
}

/**
 * One factor of chroma over the whole picture, found by re-weighted least squares with a redescending weight (Geman and
 * McClure 1987) beside a small common shift, which would be a wrong balance. A painter's own timid colour makes it less
 * than one and is left.
 */
export function vividOf(painted: Raster, plan: Raster, meansOf: MeansOf): Vivid {
  const all = placesOf(painted, plan, meansOf);
  const told = all.filter(({ meant: [a, b] }) => Math.hypot(a, b) > COLOURED);
  if (told.length < LEAST_TOLD * all.length || told.length < 12) return UNTOLD_VIVID;
  let [factor, da, db] = [
    median(told.map(({ meant: [a, b], seen: [c, d] }) => (a * c + b * d) / (a * a + b * b))),
    0,
    0,
  ];
  let [weight, off, pull] = [0, 0, 0];
  for (const width of [3, 2, 1.5, 1, 1, 1]) {
    const rows = [
      [1e-9, 0, 0],
      [0, 0, 0],
      [0, 0, 0],
    ];
    const rhs = [0, 0, 0];
    [weight, off, pull] = [0, 0, 0];
    for (const {
      meant: [a, b],
      seen: [c, d],
    } of told) {
      const left = Math.hypot(c - factor * a - da, d - factor * b - db) / (AGREES * width);
      const w = 1 / (1 + left * left) ** 2;
      weight += w;
      off += w * (left * AGREES * width) ** 2;
      pull += w * (a * a + b * b);
      for (const [x, y, k] of [
        [a, c, 1],
        [b, d, 2],
      ] as const) {
        rows[0][0] += w * x * x;
        rows[0][k] += w * x;
        rows[k][0] += w * x;
        rows[k][k] += w;
        rhs[0] += w * x * y;
        rhs[k] += w * y;
      }
    }
    for (const k of [1, 2]) rows[k][k] += weight * (AGREES / PULL) ** 2 * 0.02;
    [factor, da, db] = solveLinear(rows, rhs) ?? [factor, da, db];
  }
  if (weight < 0.4 * told.length) return UNTOLD_VIVID;
  // Cells of one stroke are no independent looks: about one in six is.
  const doubt = Math.max(LEAST_SURE, Math.sqrt((6 * off) / Math.max(1, pull) / Math.max(1, weight)));
  const by = Math.min(MOST, factor - 1);
  return { by: by < LEAST ? 0 : by, doubt };
}

const STEPS = 2048;
const MOST_LIGHT = 1.5; // what is lighter counts as this
/** sRGB codes of light at steps of its square root, which is even to the eye. */
const CODES = Float32Array.from({ length: STEPS + 2 }, (_, i) => codeFromLinear(MOST_LIGHT * (i / STEPS) ** 2));
const TO_INDEX = STEPS / Math.sqrt(MOST_LIGHT);

function codeOf(light: number): number {
  const at = Math.min(STEPS, Math.sqrt(Math.max(0, light)) * TO_INDEX);
  const low = at | 0;
  return CODES[low] + (at - low) * (CODES[low + 1] - CODES[low]);
}

/** Light of codes 0..1.5 at even steps. */
const LIGHTS = Float32Array.from({ length: STEPS + 2 }, (_, i) => linearFromCode((MOST_LIGHT * i) / STEPS));

function lightOf(code: number): number {
  const at = Math.min(STEPS, Math.max(0, code) * (STEPS / MOST_LIGHT));
  const low = at | 0;
  return LIGHTS[low] + (at - low) * (LIGHTS[low + 1] - LIGHTS[low]);
}

/**
 * Colours less strong by a share, among the codes a phone writes, their luma as it was.
 * @param by 0 = as it is
 */
export function withoutVivid(raster: Raster, by: number): Raster {
  if (by === 0) return raster;
  const { width, height } = raster;
  const [r, g, b] = [raster.r.slice(), raster.g.slice(), raster.b.slice()];
  const keep = 1 / (1 + by);
  for (let i = 0; i < r.length; i++) {
    const [x, y, z] = [codeOf(r[i]), codeOf(g[i]), codeOf(b[i])];
    const luma = 0.299 * x + 0.587 * y + 0.114 * z;
    r[i] = lightOf(luma + keep * (x - luma));
    g[i] = lightOf(luma + keep * (y - luma));
    b[i] = lightOf(luma + keep * (z - luma));
  }
  return { width, height, r, g, b };
}

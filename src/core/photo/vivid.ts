import { codeFromLinear, labFromLinear, linearFromCode } from '../colour';
import { channelsOf, median, solveLinear, type Raster } from '../raster';
import { cellMeans } from './lightCells';
import { curvePlane } from './toneCurve';

/** How much stronger all colours are than they were. */
export interface Vivid {
  /** share by which colours are stronger, 0 = not at all */
  readonly by: number;
  /** one sigma of that share */
  readonly doubt: number;
  /** by what it is known beside the plan; left out = by the plan alone */
  readonly from?: KnownColours;
}

/**
 * Colours of which it is known how strong they are: paints beside the canvas, or what was not painted on since a
 * photograph in which it was known.
 */
export const KNOWN_COLOURS = ['paints', 'earlier'] as const;
export type KnownColours = (typeof KNOWN_COLOURS)[number];

/** What a phone's liking for strong colours may be where nothing tells it: half of what phones do. */
export const UNTOLD_VIVID: Vivid = { by: 0, doubt: 0.08 };

export const MOST_VIVID = 0.25; // share: no phone does more
const LEAST = 0.02; // share: less is what the light leaves
const COLOURED = 8; // units of chroma from which a place tells anything
const AGREES = 5; // units a place may lie off and still count half
const PULL = 2; // units by which a wrong balance may shift all places, one sigma
const LEAST_TOLD = 0.08; // share of the canvas that must be coloured
const LEAST_SURE = 0.03; // share: strokes and light are never truer

interface Place {
  /** a*, b* as planned, at the lightness that was painted */
  readonly meant: readonly [number, number];
  readonly seen: readonly [number, number];
}

/** Places of a picture under the plan's, on a grid of means. */
function placesOf(painted: Raster, plan: Raster): Place[] {
  const [seen, meant] = [painted, plan].map(cellMeans);
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
export function vividOf(painted: Raster, plan: Raster): Vivid {
  const all = placesOf(painted, plan);
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
  const by = Math.min(MOST_VIVID, factor - 1);
  return { by: by < LEAST ? 0 : by, doubt };
}

/** One colour less strong by a share, see {@link withoutVivid}. @param rgb linear light as the photo shows it */
export function colourWithoutVivid(rgb: readonly [number, number, number], by: number): [number, number, number] {
  const codes = rgb.map(codeFromLinear);
  const luma = lumaOf(codes[0], codes[1], codes[2]);
  return codes.map((code) => linearFromCode(luma + (code - luma) / (1 + by))) as [number, number, number];
}

const lumaOf = (r: number, g: number, b: number) => 0.299 * r + 0.587 * g + 0.114 * b;

/**
 * Colours less strong by a share, among the codes a phone writes, their luma as it was.
 * @param by 0 = as it is
 */
export function withoutVivid(raster: Raster, by: number): Raster {
  if (by === 0) return raster;
  const [r, g, b] = channelsOf(raster).map((light) => curvePlane(light, codeFromLinear));
  const keep = 1 / (1 + by);
  for (let i = 0; i < r.length; i++) {
    const luma = lumaOf(r[i], g[i], b[i]);
    r[i] = luma + keep * (r[i] - luma);
    g[i] = luma + keep * (g[i] - luma);
    b[i] = luma + keep * (b[i] - luma);
  }
  const [red, green, blue] = [r, g, b].map((codes) => curvePlane(codes, linearFromCode));
  return { ...raster, r: red, g: green, b: blue };
}

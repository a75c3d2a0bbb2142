import { labFromLinear, LUMINANCE, valueFast } from '../colour';
import { BASIS, cellMeans, CELLS, COUNT, TERMS } from './lightCells';
import { WORTH_VEIL, type Lit } from './lightUnder';
import { isVeiled, veilOverCells } from './veil';

/**
 * How far other explanations of a photo's light that fit the plan nearly as well would have put each cell of the canvas
 * ({@link CELLS}, row by row): one sigma, steps of value and units of a*b*.
 */
export interface Rivalry {
  readonly value: Float32Array;
  readonly colour: Float32Array;
}
export const NO_RIVALRY: Rivalry = { value: new Float32Array(COUNT), colour: new Float32Array(COUNT) };

/** One explanation of a photo's light: its curve, what lies over it, its gain and field. */
export interface Explanation extends Pick<Lit, 'curved' | 'fit' | 'veil'> {
  /** share of the canvas that agrees with the plan, less what the explanation costs */
  readonly worth: number;
}

/** @param cost of what it assumes beside the veil, as a share of the canvas */
export const explained = (lit: Lit, cost = 0): Explanation => ({
  ...lit,
  worth: lit.fit.agreement - cost - (isVeiled(lit.veil) ? WORTH_VEIL : 0),
});

interface Cells {
  readonly value: Float64Array;
  readonly a: Float64Array;
  readonly b: Float64Array;
}

/** What an explanation makes of the canvas, cell by cell. */
function cellsBy({ curved, fit, veil }: Explanation): Cells {
  const over = veilOverCells(veil);
  const seen = cellMeans(curved);
  const out = { value: new Float64Array(COUNT), a: new Float64Array(COUNT), b: new Float64Array(COUNT) };
  for (let i = 0; i < COUNT; i++) {
    const slow = fit.field.reduce((sum, term, k) => sum + term * BASIS[TERMS * i + k], 0);
    const [r, g, b] = seen.map(
      (plane, c) => Math.max(0, plane[i] - over[i] * veil.tint[c]) * 2 ** (fit.gainStops[c] + slow),
    );
    out.value[i] = valueFast(LUMINANCE[0] * r + LUMINANCE[1] * g + LUMINANCE[2] * b);
    ({ a: out.a[i], b: out.b[i] } = labFromLinear(r, g, b));
  }
  return out;
}

const NEARLY = 0.02; // of the canvas in agreement by which an explanation is a third as likely
const FAR = 4 * NEARLY; // by which it need not be asked

/** How far the others would put each cell from where the best does, each by how well it fits. */
export function rivalryOf(best: Explanation, others: readonly Explanation[]): Rivalry {
  const [value, colour] = [new Float32Array(COUNT), new Float32Array(COUNT)];
  const own = cellsBy(best);
  let all = 1;
  for (const other of others.filter(({ worth }) => worth > best.worth - FAR)) {
    const say = Math.exp(Math.min(0, (other.worth - best.worth) / NEARLY));
    all += say;
    const cells = cellsBy(other);
    for (let i = 0; i < COUNT; i++) {
      value[i] += say * (cells.value[i] - own.value[i]) ** 2;
      colour[i] += say * ((cells.a[i] - own.a[i]) ** 2 + (cells.b[i] - own.b[i]) ** 2);
    }
  }
  const sigma = (sum: number) => Math.sqrt(sum / all);
  return { value: value.map(sigma), colour: colour.map(sigma) };
}

/** Doubts that have nothing to do with each other, together. */
export const together = (all: readonly Rivalry[]): Rivalry => ({
  value: NO_RIVALRY.value.map((_, i) => Math.hypot(...all.map(({ value }) => value[i]))),
  colour: NO_RIVALRY.colour.map((_, i) => Math.hypot(...all.map(({ colour }) => colour[i]))),
});

/** Doubts that are so many times as large. */
export const widened = ({ value, colour }: Rivalry, by: { value: number; warmth: number }): Rivalry => ({
  value: value.map((sigma) => sigma * by.value),
  colour: colour.map((sigma) => sigma * by.warmth),
});

/** Means over some pixels of a picture of the whole canvas. @param pixels indices into it, row by row */
export function rivalryOver(
  { value, colour }: Rivalry,
  pixels: Int32Array,
  { width, height }: { width: number; height: number },
): { value: number; colour: number } {
  const out = { value: 0, colour: 0 };
  for (const i of pixels) {
    const row = Math.floor((Math.floor(i / width) * CELLS.rows) / height);
    const cell = row * CELLS.columns + Math.floor(((i % width) * CELLS.columns) / width);
    out.value += value[cell];
    out.colour += colour[cell];
  }
  return { value: out.value / pixels.length, colour: out.colour / pixels.length };
}

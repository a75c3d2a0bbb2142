import { solveLinear } from '../raster';

/** A place of a picture: shares of the canvas from its middle, -1 to 1, and the colour it had. */
export interface Spot extends Colour {
  readonly x: number;
  readonly y: number;
}

/** Munsell value, a*, b*; or what they change by. */
export interface Colour {
  readonly value: number;
  readonly a: number;
  readonly b: number;
}

/** A spot, and what it changed by. */
export interface Changed {
  readonly spot: Spot;
  readonly by: Colour;
}

/** What a spot changes by though its paint is the same. */
export type Light = (spot: Spot) => Colour;

/** What one photograph may differ from another by, of the same paint: steps, and units of a*b*. */
export const WIDTH = { value: 0.25, ab: 4 };

/** How far two colours lie apart, over {@link WIDTH}. */
export const farBy = (value: number, a: number, b: number): number =>
  Math.sqrt((value / WIDTH.value) ** 2 + (a * a + b * b) / WIDTH.ab ** 2);

const ROUNDS = 8;
const LEAST_SPOTS = 60;
const HELD = 2e-3; // of all weight, that holds each term at none: what few places bear does not run off elsewhere
const [MIDDLE_VALUE, STRONG] = [5, 40]; // what a value and a colour are counted from and in

/**
 * What another lamp and another camera do to the same paint: a light that falls off elsewhere (up to the fourth power,
 * as lenses darken corners), another curve over the values, and colours made stronger.
 */
function terms({ x, y, value, a, b }: Spot): number[] {
  const v = (value - MIDDLE_VALUE) / MIDDLE_VALUE;
  const [red, yellow] = [a / STRONG, b / STRONG];
  const out = x * x + y * y;
  return [1, x, y, x * x, x * y, y * y, out * out, v, v * v, v * v * v, red, yellow, red * v, yellow * v];
}

/** A factor for every term, by channel. */
type Factors = readonly [value: readonly number[], a: readonly number[], b: readonly number[]];

/** Weighted least squares of all terms; null where the places do not hold them. */
function fittedTo(
  rows: readonly (readonly number[])[],
  by: readonly Colour[],
  weights: readonly number[],
): Factors | null {
  const none = () => rows[0].map(() => 0);
  const sums = rows[0].map(none);
  const [value, a, b] = [none(), none(), none()];
  let all = 0;
  rows.forEach((t, i) => {
    all += weights[i];
    for (let r = 0; r < t.length; r++) {
      const w = weights[i] * t[r];
      value[r] += w * by[i].value;
      a[r] += w * by[i].a;
      b[r] += w * by[i].b;
      for (let c = 0; c < t.length; c++) sums[r][c] += w * t[c];
    }
  });
  for (let r = 1; r < sums.length; r++) sums[r][r] += HELD * all;
  const solved = [value, a, b].map((right) => solveLinear(sums, right));
  const [one, two, three] = solved;
  return one && two && three && [one, two, three];
}

const dot = (one: readonly number[], two: readonly number[]): number => {
  let sum = 0;
  for (let k = 0; k < one.length; k++) sum += one[k] * two[k];
  return sum;
};

const made = (row: readonly number[], [value, a, b]: Factors): Colour => ({
  value: dot(row, value),
  a: dot(row, a),
  b: dot(row, b),
});

/**
 * What most places changed by, each by where it lies and what colour it had. Places off that by more than
 * {@link WIDTH} hardly count: they were painted over.
 */
export function lightBetween(places: readonly Changed[]): Light {
  if (places.length < LEAST_SPOTS) return () => ({ value: 0, a: 0, b: 0 });
  const rows = places.map(({ spot }) => terms(spot));
  const by = places.map((place) => place.by);
  const none = rows[0].map(() => 0);
  let factors: Factors = [none, none, none];
  for (let round = 0; round < ROUNDS; round++) {
    const weights = rows.map((row, i) => {
      const { value, a, b } = made(row, factors);
      return 1 / (1 + farBy(by[i].value - value, by[i].a - a, by[i].b - b) ** 2) ** 2;
    });
    factors = fittedTo(rows, by, weights) ?? factors;
  }
  return (spot) => made(terms(spot), factors);
}

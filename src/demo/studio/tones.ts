import { toCode, toLinear } from './colour';

const PIVOT = 0.42;
const STEEP = 5;
const logistic = (c: number) => 1 / (1 + Math.exp(-STEEP * (c - PIVOT)));
const [DARKEST, LIGHTEST] = [logistic(0), logistic(1)];
/** Light after a film's toe and shoulder (a rational fit by Narkowicz, 2015), white kept white. */
const film = (x: number) => (x * (2.51 * x + 0.03)) / (x * (2.43 * x + 0.59) + 0.14);

/**
 * Shapes of a phone's tone curve, from code to code, 0..1: makers differ, and none says what it does. A camera mixes
 * its shape with the straight line.
 */
export const TONES = {
  smooth: (c: number) => c * c * (3 - 2 * c),
  /** an S whose middle lies below middle grey */
  logistic: (c: number) => (logistic(c) - DARKEST) / (LIGHTEST - DARKEST),
  /** darks lifted, lights pressed together */
  shoulder: (c: number) => 1 - Math.max(0, 1 - c) ** 1.8,
  /** deep darks pressed together, middle lifted, lights pressed together */
  filmic: (c: number) => toCode(film(toLinear(c)) / film(1)),
} as const satisfies Record<string, (code: number) => number>;

export type Tones = keyof typeof TONES;

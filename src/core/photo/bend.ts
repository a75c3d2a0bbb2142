import { codeFromLinear, linearFromCode, luminanceFromValue, valueFromLuminance } from '../colour';
import type { ToneCurve } from './toneCurve';

/**
 * A camera's tone curve: codes c of light became c + c (1 - c) (shoulder + bend m - toe m m), m = 2 c - 1: a quartic
 * that keeps black and white. What makers do differs, and none says what: the three numbers follow the usual shapes to
 * four thousandths, without the toe to two hundredths.
 */
export interface Bend {
  /** how S-shaped: darks darker, lights lighter; 0..0.6 */
  readonly bend: number;
  /** how far the middle is lifted, so that lights are pressed together; 0..0.5 */
  readonly shoulder: number;
  /** how far the deepest darks are pressed together, beside those above them; 0..0.4 */
  readonly toe: number;
}
export const STRAIGHT: Bend = { bend: 0, shoulder: 0, toe: 0 };

function bentCode({ bend, shoulder, toe }: Bend, c: number): number {
  const m = 2 * c - 1;
  return c + c * (1 - c) * (shoulder + m * (bend - toe * m));
}

/** By how much the code rises with the light's. */
function slopeAt({ bend, shoulder, toe }: Bend, c: number): number {
  const m = 2 * c - 1;
  return 1 - m * (shoulder + m * (bend - toe * m)) + 2 * c * (1 - c) * (bend - 2 * toe * m);
}

const LEAST_SLOPE = 0.1;

/** Whether a curve parts lights from lights and darks from darks up to its ends, as every camera's does. */
export const isRising = (curve: Bend): boolean => Math.min(slopeAt(curve, 0), slopeAt(curve, 1)) >= LEAST_SLOPE;

export const isStraight = ({ bend, shoulder, toe }: Bend): boolean => bend === 0 && shoulder === 0 && toe === 0;

/**
 * Undoes the curve of a camera, solved for c by Newton's method; where it is rising (see {@link isRising}) there is
 * one.
 * @returns linear light as photographed -> linear light before the curve; what is beyond 1 stays as it is
 */
export function withoutBend(curve: Bend): ToneCurve {
  if (isStraight(curve)) return (seen) => seen;
  return (seen) => {
    if (!(seen > 0)) return 0;
    if (seen >= 1) return seen;
    const code = codeFromLinear(seen);
    let c = code;
    for (let step = 0; step < 8; step++) {
      c = Math.min(1, Math.max(0, c - (bentCode(curve, c) - code) / slopeAt(curve, c)));
    }
    return linearFromCode(c);
  };
}

const MIDDLE = 5;

/** What a Munsell value looks like under a camera's curve, beside a middle of 5 that is shown as it is. */
export function valueUnder(curve: Bend, value: number): number {
  const [seen, middle] = [value, MIDDLE].map((v) =>
    linearFromCode(bentCode(curve, codeFromLinear(luminanceFromValue(v) / 100))),
  );
  return valueFromLuminance((seen / middle) * luminanceFromValue(MIDDLE));
}

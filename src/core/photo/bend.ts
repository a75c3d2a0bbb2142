import { codeFromLinear, linearFromCode, luminanceFromValue, valueFromLuminance } from '../colour';
import type { ToneCurve } from './toneCurve';

/**
 * A camera's tone curve: codes c of light became c + c (1 - c) (shoulder + bend (2 c - 1)), the cubic that keeps black
 * and white. What makers do differs, and none says what: the two numbers follow the usual shapes to two hundredths.
 */
export interface Bend {
  /** how S-shaped: darks darker, lights lighter; 0..0.6 */
  readonly bend: number;
  /** how far the middle is lifted, so that lights are pressed together; 0..0.5 */
  readonly shoulder: number;
}
export const STRAIGHT: Bend = { bend: 0, shoulder: 0 };

const bentCode = ({ bend, shoulder }: Bend, c: number): number => c + c * (1 - c) * (shoulder + bend * (2 * c - 1));

export const isStraight = ({ bend, shoulder }: Bend): boolean => bend === 0 && shoulder === 0;

/**
 * Undoes the curve of a camera, solved for c by Newton's method; it rises where bend and shoulder together are below
 * 1.
 * @returns linear light as photographed -> linear light before the curve; what is beyond 1 stays as it is
 */
export function withoutBend(curve: Bend): ToneCurve {
  const { bend, shoulder } = curve;
  if (isStraight(curve)) return (seen) => seen;
  return (seen) => {
    if (!(seen > 0)) return 0;
    if (seen >= 1) return seen;
    const code = codeFromLinear(seen);
    let c = code;
    for (let step = 0; step < 8; step++) {
      const off = bentCode(curve, c) - code;
      const slope = 1 + (1 - 2 * c) * shoulder + bend * (6 * c * (1 - c) - 1);
      c = Math.min(1, Math.max(0, c - off / slope));
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

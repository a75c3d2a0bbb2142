import { codeFromLinear, linearFromCode } from '../colour';
import type { ToneCurve } from './toneCurve';

/**
 * Undoes the S-shaped curve of a camera: codes c of light became (1 - s) c + s c^2 (3 - 2 c), darks darker and lights
 * lighter (a smoothstep, mixed in). Solved for c by Newton's method; it rises for every s up to 1.
 * @param s 0 = none, 0..0.8
 * @returns linear light as photographed -> linear light before the curve; what is beyond 1 stays as it is
 */
export function withoutBend(s: number): ToneCurve {
  if (s === 0) return (seen) => seen;
  return (seen) => {
    if (!(seen > 0)) return 0;
    if (seen >= 1) return seen;
    const code = codeFromLinear(seen);
    let c = code;
    for (let step = 0; step < 6; step++) {
      const off = (1 - s) * c + s * c * c * (3 - 2 * c) - code;
      c = Math.min(1, Math.max(0, c - off / (1 - s + 6 * s * c * (1 - c))));
    }
    return linearFromCode(c);
  };
}

import { warmth, type Lab } from '../colour';

const MIDDLE = 66; // L* + 16 of a middle grey, L* 50

/** Warmth of a colour as if it were of middle value: a* and b* go along with L* + 16 (the cube root of CIE 15). */
const atMiddleValue = (lab: Lab): number => (warmth(lab) * MIDDLE) / (lab.L + 16);

/**
 * How much warmer one place is than another, both taken as if they were of middle value, in units of a*b*: positive is
 * warmer. Another light, or another white balance, scales the stimuli of both places alike; it moves a* / (L* + 16) and
 * b* / (L* + 16) of both by nearly the same, so that their difference stays what it was.
 */
export const warmAgainst = (one: Lab, other: Lab): number => atMiddleValue(one) - atMiddleValue(other);

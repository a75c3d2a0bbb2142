import type { Lab } from './lab';

const WARM_AXIS = (60 * Math.PI) / 180; // measurement.md, chapter 0

const [COS, SIN] = [Math.cos(WARM_AXIS), Math.sin(WARM_AXIS)];

/** {@link warmth} from bare numbers, for loops over pixels. */
export const warmthAlong = (a: number, b: number): number => a * COS + b * SIN;

/** Place on the warm-cool axis of CIELAB, in units of a*b*: positive is warm, negative cool, 0 neutral. */
export const warmth = ({ a, b }: Pick<Lab, 'a' | 'b'>): number => warmthAlong(a, b);

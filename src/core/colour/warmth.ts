import type { Lab } from './lab';

const WARM_AXIS = (60 * Math.PI) / 180; // measurement.md, chapter 0

/** Place on the warm-cool axis of CIELAB, in units of a*b*: positive is warm, negative cool, 0 neutral. */
export const warmth = ({ a, b }: Pick<Lab, 'a' | 'b'>): number => a * Math.cos(WARM_AXIS) + b * Math.sin(WARM_AXIS);

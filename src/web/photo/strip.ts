import type { Photo } from '../../contract';

type Patch = Photo['greys'][number];

/** A painter's own value strip: how many steps, and the values of its first and last. */
export interface Strip {
  readonly steps: number;
  readonly first: number;
  readonly last: number;
}

/**
 * Cuts a box drawn over a value strip into its steps along the longer side, the first at the left or the top; a tenth
 * is left out at
 * every join, where paint runs over.
 * @returns patches with values in even steps from first to last, rounded to a hundredth
 */
export function stepsOf([x, y, w, h]: Patch['box'], { steps, first, last }: Strip): Patch[] {
  const level = w >= h;
  const length = (level ? w : h) / steps;
  return Array.from({ length: steps }, (_, k) => {
    const from = (k + 0.1) * length;
    const [left, top, wide, high] = level ? [x + from, y, 0.8 * length, h] : [x, y + from, w, 0.8 * length];
    const box = [Math.round(left), Math.round(top), Math.round(wide), Math.round(high)] as const;
    const value = first + ((last - first) * k) / (steps - 1);
    return { box, value: Math.round(100 * value) / 100 };
  });
}

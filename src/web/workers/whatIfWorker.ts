import { expose, transfer } from 'comlink';
import { repainted, type Taken } from '../../core/look';

const api = {
  /** The flat with differences taken out of it, as bytes. */
  repaint(
    rgba: Uint8ClampedArray,
    size: { width: number; height: number; mmPerPixel: number },
    taken: readonly Taken[],
  ) {
    const bytes = repainted(rgba, size, taken);
    return transfer(bytes, [bytes.buffer]);
  },
};
export type WhatIfApi = typeof api;
expose(api);

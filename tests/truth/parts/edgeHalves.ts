import type { Setup } from '../../../src/demo/studio/camera';
import { LINEAR } from '../easel';
import { phoneSetup } from '../phone';
import type { Half } from './motifBySeed';

const NO_SUBJECT = { picture: { width: 0, height: 0, data: new Float32Array(0) }, objects: new Uint8Array(0) };

/** As many pixels as a phone's photograph has along the canvas: edges are read where it has them. */
export function edgeSetup(half: Half, seed: number, motif: { widthMm: number; heightMm: number }): Setup {
  if (half === 'clean') return { ...LINEAR, width: 3000, height: 2250, seed };
  const setup = phoneSetup(500 + seed, { ...motif, name: '', reference: '', subject: NO_SUBJECT });
  return { ...setup, width: 1.5 * setup.width, height: 1.5 * setup.height };
}

export const EDGE_HANDS = { clean: { strokes: 0, wander: 0 }, phone: { strokes: 0.05, wander: 0.6 } } as const;

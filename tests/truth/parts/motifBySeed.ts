import type { Setup } from '../../../src/demo/studio/camera';
import { LINEAR, madeUp, type Motif } from '../easel';
import { phoneSetup } from '../phone';

const SIZES = [
  [300, 240],
  [360, 260],
  [240, 240],
  [400, 300],
] as const;
const REGISTERS = ['full', 'light', 'dark'] as const;

export const HALVES = ['clean', 'phone'] as const;
export type Half = (typeof HALVES)[number];

/** A made-up motif of another size and register for every seed, and how it is photographed in a half of the suite. */
export async function motifBySeed(seed: number, half: Half): Promise<{ readonly motif: Motif; readonly setup: Setup }> {
  const [widthMm, heightMm] = SIZES[seed % SIZES.length];
  const motif = await madeUp(50 + seed, [widthMm, heightMm], REGISTERS[seed % REGISTERS.length]);
  const setup = half === 'clean' ? { ...LINEAR, seed } : phoneSetup(700 + seed, motif);
  return { motif, setup: { ...setup, width: 3000, height: 2250 } };
}

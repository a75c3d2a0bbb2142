import type { Rgb } from './colour';

/** What the things round a canvas depend on. */
export interface Stand {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly setup: { readonly easel: boolean; readonly ledgeOver?: number; readonly clamp?: boolean };
  readonly noise: (x: number, y: number) => number;
}

type Texture = (x: number, y: number, noise: (x: number, y: number) => number) => number;
const plaster: Texture = (x, y, noise) => 1 + 0.07 * noise(x / 60, y / 60) + 0.03 * noise(x / 3, y / 3);
const fold = (v: number, period: number) => v - Math.floor(v / period) * period;

export type Behind = 'plaster' | 'bricks' | 'panelling' | 'shelves';

/** How light a wall is at a place, as a factor on its colour; mm from the canvas's middle. */
export const WALLS: Record<Behind, Texture> = {
  plaster,
  bricks: (x, y, noise) => {
    const row = Math.floor(y / 75);
    const mortar = fold(y, 75) < 11 || fold(x + (row % 2) * 120, 240) < 11;
    return mortar
      ? 1.5
      : (0.85 + 0.3 * noise(Math.floor((x + (row % 2) * 120) / 240) * 3.7, row * 5.3)) * plaster(x, y, noise);
  },
  panelling: (x, y, noise) => (fold(x + 31, 118) < 5 ? 0.35 : 1) * plaster(x, y, noise),
  shelves: (x, y, noise) => {
    if (fold(y + 140, 330) < 20) return 1.6;
    const book = Math.floor(x / 34 + 0.4 * noise(y > 0 ? 3 : 9, Math.floor((y + 140) / 330) * 7));
    return 0.55 + 0.5 * Math.abs(noise(book * 2.7, Math.floor((y + 140) / 330) * 3.1));
  },
};

/** What stands in front of the canvas or holds it: the easel's ledge and a clamp; null = nothing there. */
export function inFront({ widthMm, heightMm, setup, noise }: Stand, x: number, y: number): Rgb | null {
  const grain = 1 + 0.12 * noise(x / 2.5, y / 40);
  const below = y - heightMm / 2 + (setup.ledgeOver ?? -3);
  if (setup.easel && below > 0 && below < 19 && Math.abs(x) < widthMm * 0.62)
    return [0.3 * grain, 0.17 * grain, 0.08 * grain];
  const above = y + heightMm / 2;
  if (setup.clamp && Math.abs(x) < 14 && above > -40 && above < 7) return [0.05 * grain, 0.05 * grain, 0.055 * grain];
  return null;
}

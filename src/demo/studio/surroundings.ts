import type { Rgb } from './colour';

/** What the things round a canvas depend on. */
export interface Stand {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly setup: {
    readonly easel: boolean;
    readonly ledgeOver?: number;
    readonly clamp?: boolean;
    readonly border?: Border;
  };
  readonly noise: (x: number, y: number) => number;
}

/**
 * What lies over the canvas's edge all round: a frame's moulding, or tape that holds a sheet; mm over the canvas and in
 * all.
 */
export interface Border {
  readonly kind: 'frame' | 'tape';
  readonly over: number;
  readonly wide: number;
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

const CREAM: Rgb = [0.66, 0.6, 0.47];

/** A frame's moulding (a pale lip, a dark body with a hollow) or a strip of tape; null = inside or outside of it. */
function onBorder({ widthMm, heightMm, setup, noise }: Stand, x: number, y: number): Rgb | null {
  if (!setup.border) return null;
  const { kind, over, wide } = setup.border;
  const out = Math.max(Math.abs(x) - widthMm / 2, Math.abs(y) - heightMm / 2) + over;
  if (out < 0 || out > wide) return null;
  if (kind === 'tape') return CREAM.map((c) => c * (1 + 0.05 * noise(x / 5, y / 5))) as Rgb;
  const level = out < 4 ? 1.9 : 0.75 + 0.35 * Math.sin((Math.PI * out) / wide);
  const grain = level * (1 + 0.1 * noise(x / 30, y / 3));
  return [0.2 * grain, 0.12 * grain, 0.06 * grain];
}

/** How much of the light a frame lets through to the picture behind it: its lip shades the edge towards the lamp. */
export function frameShade({ widthMm, heightMm, setup }: Stand, x: number, y: number): number {
  if (setup.border?.kind !== 'frame') return 1;
  const within = Math.min(x + widthMm / 2, y + heightMm / 2) - setup.border.over;
  return 1 - 0.35 * Math.max(0, Math.min(1, (3 - within) / 3));
}

const WOOD: Rgb = [0.3, 0.17, 0.08];
const IRON: Rgb = [0.05, 0.05, 0.055];
const LOW_CLAMP = 7; // mm of the canvas it covers
const grained = (grain: number, [r, g, b]: Rgb): Rgb => [r * grain, g * grain, b * grain];

/** What stands in front of the canvas or holds it: a frame, the easel's ledge and a clamp; null = nothing there. */
export function inFront(stand: Stand, x: number, y: number): Rgb | null {
  const { widthMm, heightMm, setup, noise } = stand;
  const over = setup.ledgeOver ?? -3;
  // Most of a picture is canvas.
  if (!setup.border && y > LOW_CLAMP - heightMm / 2 && y < heightMm / 2 - over) return null;
  const border = onBorder(stand, x, y);
  if (border) return border;
  const grain = () => 1 + 0.12 * noise(x / 2.5, y / 40);
  const below = y - heightMm / 2 + over;
  if (setup.easel && below > 0 && below < 19 && Math.abs(x) < widthMm * 0.62) return grained(grain(), WOOD);
  const above = y + heightMm / 2;
  if (setup.clamp && Math.abs(x) < 14 && above > -40 && above < LOW_CLAMP) return grained(grain(), IRON);
  return null;
}

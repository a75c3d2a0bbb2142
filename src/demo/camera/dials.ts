import { z } from 'zod';
import { STUDIO, type Setup } from '../studio/camera';
import type { Rgb } from '../studio/colour';

/** What can be set on the simulated studio camera and round it; every dial has a first position. */
export const DIALS = {
  lamp: { label: 'Lamp', positions: { daylight: 'window daylight', lamp: 'warm lamp', both: 'both at once' } },
  from: { label: 'Light comes from', positions: { left: 'the left', right: 'the right', above: 'above' } },
  uneven: {
    label: 'Falls off by',
    positions: { '0.2': 'hardly', '0.6': 'half a stop', '1.1': 'a stop', '1.6': 'a stop and a half' },
  },
  stands: { label: 'Camera stands', positions: { square: 'square', aside: 'a little aside', far: 'far aside' } },
  glare: { label: 'Glare', positions: { none: 'none', spot: 'a spot', moved: 'the spot elsewhere' } },
  beside: {
    label: 'Beside the canvas',
    positions: {
      greys: 'three greys',
      card: 'the printed card',
      paints: 'the printed card, paints on its fields',
      nothing: 'nothing',
    },
  },
  behind: {
    label: 'Round it',
    positions: { easel: 'easel, grey wall', frame: 'a frame', white: 'white wall', bricks: 'bricks' },
  },
  hand: { label: 'Hand', positions: { steady: 'steady', shaky: 'shaky' } },
  shows: {
    label: 'Before the camera',
    positions: { canvas: 'the canvas', board: 'a white board in its place', ground: 'its bare ground' },
  },
} as const;

type Dial = keyof typeof DIALS;
type Position<D extends Dial> = keyof (typeof DIALS)[D]['positions'] & string;
export type Set = { readonly [D in Dial]: Position<D> };

const positionOf = <D extends Dial>(dial: D) => {
  const names = Object.keys(DIALS[dial].positions) as Position<D>[];
  const known = z.custom<Position<D>>((value) => names.some((name) => name === value), `One of ${names.join(', ')}.`);
  return known.optional().transform((position) => position ?? names[0]);
};
/** Reads dials from a query; what is missing stands at its first position. */
export const readDials = z.object({
  lamp: positionOf('lamp'),
  from: positionOf('from'),
  uneven: positionOf('uneven'),
  stands: positionOf('stands'),
  glare: positionOf('glare'),
  beside: positionOf('beside'),
  behind: positionOf('behind'),
  hand: positionOf('hand'),
  shows: positionOf('shows'),
}) satisfies z.ZodType<Set>;

const LAMPS: Record<Set['lamp'], Rgb> = { daylight: [1, 1, 1.04], lamp: [1.42, 1, 0.55], both: [1.2, 1, 0.8] };
const TOWARDS: Record<Set['from'], number> = { left: 0, right: 180, above: 90 };
const STANDS: Record<Set['stands'], Pick<Setup, 'yaw' | 'pitch' | 'roll'>> = {
  square: { yaw: 1, pitch: -1, roll: 0.3 },
  aside: { yaw: 8, pitch: -4, roll: 1.2 },
  far: { yaw: 17, pitch: -7, roll: -2 },
};
const GLARE: Record<Set['glare'], Setup['glare']> = {
  none: [],
  spot: [{ at: [0.3, 0.3], size: 0.09, strength: 1.3 }],
  moved: [{ at: [0.68, 0.24], size: 0.09, strength: 1.3 }],
};
const BEHIND: Record<Set['behind'], Partial<Setup>> = {
  easel: {},
  frame: { easel: false, border: { kind: 'frame', over: 6, wide: 42 }, wall: [0.46, 0.45, 0.43] },
  white: { easel: false, wall: [0.78, 0.77, 0.75] },
  bricks: { easel: false, behind: 'bricks', wall: [0.3, 0.17, 0.12] },
};
/** The printed card as one printer made it. */
const PRINTED = [9.35, 8.1, 6.35, 5.1, 3.6, 2.1];
/** Light of a red, an ochre, a blue and a green on its fields. */
const PAINTS: readonly Rgb[] = [
  [0.34, 0.074, 0.048],
  [0.56, 0.36, 0.1],
  [0.08, 0.11, 0.3],
  [0.1, 0.25, 0.11],
];

/** The dials as the simulator's camera understands them, at a frame of so many pixels. */
export function setupOf(
  dials: Set,
  canvas: { widthMm: number; heightMm: number },
  { width, height, seed }: { width: number; height: number; seed: number },
): Setup {
  const beside = { greys: 40 + 36, card: 26 + 52, paints: 26 + 80, nothing: 10 }[dials.beside];
  const room = dials.behind === 'frame' ? 40 : 0;
  // The camera steps back until the canvas and what stands beside it are in the frame.
  const widest = canvas.widthMm / (canvas.widthMm + 2 * Math.max(beside, room) + 30);
  const highest = (0.8 * height * canvas.widthMm) / (width * Math.max(canvas.heightMm + 2 * room, 200));
  return {
    ...STUDIO,
    ...STANDS[dials.stands],
    ...BEHIND[dials.behind],
    width,
    height,
    fill: Math.min(widest, highest, 0.72),
    lamp: LAMPS[dials.lamp],
    fallOff: Number(dials.uneven),
    fallTowards: TOWARDS[dials.from],
    glare: GLARE[dials.glare],
    card: dials.beside === 'greys',
    ...(dials.beside === 'card' || dials.beside === 'paints' ? { printed: PRINTED } : {}),
    ...(dials.beside === 'paints' ? { paints: PAINTS } : {}),
    // At least what smooths the lines of a small finder picture.
    blurPx: Math.max(0.6, ((dials.hand === 'shaky' ? 7 : 0.9) * width) / 4000),
    smear: 0.5,
    bend: -0.006,
    seed,
  };
}

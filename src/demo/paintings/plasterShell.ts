import type { PaintingRecipe } from './recipe';

const LEDGE = [30, 190] as const;

/** One colour, finished: darks too light on the first day, settled on the third. */
export const plasterShell: PaintingRecipe = {
  slug: 'plaster-shell',
  title: 'Plaster shell, north light',
  widthMm: 250,
  heightMm: 250,
  drewMe: 'How the ribs turn from light to dark without a line.',
  ground: [0.3, 0.28, 0.25],
  scene: 'plaster-shell-reference.jpg',
  ids: null,
  masses: 9,
  names: [
    { name: 'wall', at: [50, 50] },
    { name: 'ledge', at: LEDGE },
    { name: 'front of the ledge', at: [125, 230] },
    { name: 'shell, in the light', at: [70, 130], on: LEDGE },
    { name: 'ball', at: [187, 180], on: LEDGE },
    { name: 'cast shadow', at: [150, 189] },
  ],
  setUp: { surface: 'paper on board, light grey ground', approach: 'one-colour', stage: 'edges' },
  plan: { focal: { at: [125, 150], rx: 50, ry: 40 } },
  quiet: ['wall'],
  sessions: [
    {
      date: '2026-01-12',
      intention: 'block-in',
      minutes: 80,
      mistakes: [
        { where: { below: 4 }, value: 1.1 },
        { where: { above: 7 }, value: -0.5 },
      ],
      misplaced: [],
      layers: [
        { brush: 14, coverage: 1.4, body: 0.85, wander: { value: 0.2, colour: 0.6 } },
        { brush: 7, coverage: 1.2, body: 0.8, wander: { value: 0.15, colour: 0.5 } },
      ],
      take: 3,
      setup: { yaw: 4, pitch: -3, roll: 0.5, fill: 0.52, lamp: [1.08, 1, 0.92], fallOff: 0.4, seed: 41 },
    },
    {
      date: '2026-01-15',
      intention: 'turning the ribs',
      minutes: 120,
      mistakes: [{ where: { below: 4 }, value: 0.35 }],
      misplaced: [],
      layers: [
        { brush: 7, coverage: 2.4, body: 0.9, wander: { value: 0.09, colour: 0.4 } },
        { brush: 3.5, coverage: 2.6, body: 0.88, wander: { value: 0.06, colour: 0.3 } },
      ],
      take: 2,
      setup: {
        yaw: -3,
        pitch: 2,
        roll: -0.8,
        fill: 0.54,
        lamp: [1.15, 1, 0.8],
        fallOff: 0.5,
        fallTowards: 160,
        seed: 42,
      },
    },
    {
      date: '2026-01-20',
      intention: 'edges and accents',
      minutes: 60,
      mistakes: [],
      misplaced: [],
      layers: [
        { brush: 4, coverage: 2.4, body: 0.9, wander: { value: 0.05, colour: 0.3 } },
        { brush: 1.8, coverage: 2.8, body: 0.9, wander: { value: 0.03, colour: 0.2 } },
      ],
      setup: { yaw: 2, pitch: -2, roll: 0.3, fill: 0.53, lamp: [1.05, 1, 0.95], fallOff: 0.25, seed: 43 },
    },
  ],
};

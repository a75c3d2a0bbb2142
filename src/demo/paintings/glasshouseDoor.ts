import type { PaintingRecipe } from './recipe';

/** A picture just planned: the first session is a drawing on a cool ground. */
export const glasshouseDoor: PaintingRecipe = {
  slug: 'glasshouse-door',
  title: 'Glasshouse door, late frost',
  widthMm: 240,
  heightMm: 320,
  drewMe: 'The frost keeps the warm side out of reach.',
  ground: [0.36, 0.33, 0.3],
  scene: 'glasshouse-door-reference.jpg',
  ids: null,
  masses: 9,
  names: [
    { name: 'sky', at: [120, 20] },
    { name: 'door', at: [118, 220] },
    { name: 'bricks, left', at: [40, 235] },
    { name: 'bricks, right', at: [195, 240] },
    { name: 'path', at: [120, 265] },
  ],
  setUp: {
    surface: 'fine linen, cool grey ground',
    rebate: { top: 8, right: 8, bottom: 8, left: 8 },
    viewingM: 2,
    light: 'north window, overcast',
    approach: 'draw-mass-redraw',
    stage: 'draw',
  },
  plan: { focal: { at: [118, 225], rx: 40, ry: 48 } },
  quiet: ['sky'],
  loose: ['path'],
  departures: [
    {
      where: { mass: [120, 300] },
      change: { kind: 'value', steps: -0.5 },
      why: 'So that the door stays the lighter one.',
    },
  ],
  sessions: [
    {
      date: '2026-03-17',
      intention: 'drawing in',
      minutes: 45,
      mistakes: [{ where: {}, chroma: 0.3, value: 0.4 }],
      misplaced: [{ at: [170, 240], by: [4, 2], reach: 30 }],
      layers: [
        { brush: 16, coverage: 0.9, body: 0.4, below: 5, wander: { value: 0.15, colour: 1.5 } },
        { brush: 8, coverage: 0.9, body: 0.45, below: 4, wander: { value: 0.12, colour: 1.2 } },
        { brush: 10, coverage: 0.6, body: 0.35, above: 7, wander: { value: 0.12, colour: 1 } },
      ],
      outline: [0.05, 0.04, 0.035],
      setup: {
        width: 3000,
        height: 4000,
        yaw: -4,
        pitch: 2,
        roll: 0.7,
        fill: 0.72,
        lamp: [1.1, 1, 0.86],
        fallOff: 0.35,
        seed: 31,
      },
    },
  ],
};

import { placeOfBox } from '../../core/raster';
import type { PaintingRecipe } from './recipe';

/** Object numbers of the scene's ID render (still.pov with ID=1). */
export const OBJECT = {
  wall: 89,
  ledge: 124,
  front: 149,
  pot: 170,
  spout: 188,
  lid: 203,
  handle: 218,
  persimmon: 231,
  calyx: 237,
  rightPersimmon: 243,
  rightCalyx: 249,
  bowl: 255,
} as const;
const { wall, ledge, front, pot, spout, lid, handle, persimmon, calyx, rightPersimmon, rightCalyx, bowl } = OBJECT;

const LEDGE = [40, 220] as const;
const SPOUT_TIP = { at: [48, 100], by: [-7, -3], reach: 26 } as const;
const RIGHT_FRUIT = { at: [322, 192], by: [5, 2], reach: 30 } as const;

/**
 * A chipped enamel coffee pot, two persimmons and a ribbed glass bowl: starts wrong in believable ways, improves, goes
 * backwards once.
 */
export const enamelPot: PaintingRecipe = {
  slug: 'enamel-pot',
  title: 'Enamel pot and persimmons',
  widthMm: 400,
  heightMm: 300,
  drewMe: 'Cold light going round a white pot, and two fires in front of it.',
  ground: [0.46, 0.29, 0.145],
  bareAt: [250, 20, 120, 60],
  scene: 'enamel-pot-reference.jpg',
  ids: 'enamel-pot-objects.png',
  masses: 14,
  names: [
    { name: 'wall', at: [300, 50] },
    { name: 'wall, left', at: [20, 60] },
    { name: 'pot, in the light', at: [105, 150], group: 'pot', on: LEDGE },
    { name: 'pot, half-tone', at: [133, 150], group: 'pot' },
    { name: 'pot, shadow side', at: [160, 160], group: 'pot' },
    { name: 'lid, turned away', at: [155, 72], group: 'pot' },
    { name: 'handle', at: [207, 120], group: 'pot' },
    { name: 'front persimmon', at: [195, 205], group: 'front persimmon', on: LEDGE },
    { name: 'right persimmon, shadow', at: [345, 195], group: 'right persimmon' },
    { name: 'wall, inside the handle', at: [188, 140] },
    { name: 'front persimmon, shadow', at: [235, 205], group: 'front persimmon' },
    { name: 'right persimmon', at: [310, 205], group: 'right persimmon', on: LEDGE },
    { name: 'bowl', at: [265, 175] },
    { name: 'ledge, left', at: LEDGE, group: 'ledge' },
    { name: 'ledge', at: [385, 220], group: 'ledge' },
    { name: 'under the ledge', at: [200, 280] },
  ],
  setUp: {
    surface: 'oil-primed panel, warm ochre ground',
    rebate: { top: 5, right: 5, bottom: 5, left: 5 },
    light: 'window from the left, blind half down; palette under the same window',
    approach: 'wash-lift-layer',
    stage: 'last',
  },
  plan: {
    focal: { at: [194, 204], rx: 62, ry: 52 },
    path: [
      [60, 110],
      [140, 150],
      [194, 204],
      [330, 200],
    ],
    palette: 'titanium white, ultramarine, raw umber, burnt sienna, cadmium orange; no black in the pot',
  },
  quiet: ['wall', 'wall, left'],
  departures: [
    {
      where: { place: placeOfBox([124, 166, 16, 14]) },
      change: { kind: 'left-out' },
      why: 'The small chip would read as a hole.',
    },
  ],
  detail: {
    cut: [1660, 1540, 880, 770],
    place: [166, 154, 88, 77],
    note: 'the calyx, and how the light turns under it',
  },
  sessions: [
    {
      date: '2026-03-03',
      intention: 'drawing in',
      minutes: 70,
      mistakes: [{ where: {}, chroma: 0.2, warmer: 16, value: 1.1 }],
      misplaced: [SPOUT_TIP, RIGHT_FRUIT, { at: [245, 170], by: [-4, 0], reach: 30 }],
      layers: [
        { brush: 16, coverage: 0.8, body: 0.3, below: 5.4, wander: { value: 0.12, colour: 1 } },
        { brush: 9, coverage: 0.7, body: 0.32, below: 4.2, wander: { value: 0.1, colour: 1 } },
      ],
      outline: [0.055, 0.03, 0.016],
      setup: { yaw: 5, pitch: -4, roll: 1.2, lamp: [1.16, 1, 0.78], fallOff: 0.4, seed: 11 },
    },
    {
      date: '2026-03-05',
      intention: 'block-in',
      minutes: 110,
      mistakes: [
        { where: { below: 4.6 }, value: 0.9 },
        { where: { above: 8 }, value: -0.7 },
        { where: {}, chroma: 0.72 },
      ],
      misplaced: [SPOUT_TIP, RIGHT_FRUIT],
      layers: [
        { brush: 20, coverage: 1.15, body: 0.85, wander: { value: 0.22, colour: 2.5 } },
        {
          brush: 12,
          coverage: 1.3,
          body: 0.85,
          wander: { value: 0.2, colour: 2.5 },
          objects: [pot, spout, lid, persimmon, rightPersimmon, bowl, ledge, front],
        },
        {
          brush: 7,
          coverage: 0.8,
          body: 0.8,
          wander: { value: 0.16, colour: 2 },
          objects: [handle, spout, lid, persimmon, rightPersimmon],
        },
      ],
      take: 4,
      setup: { yaw: -4, pitch: 3, roll: -0.9, lamp: [1.22, 1, 0.7], fallOff: 0.6, fallTowards: 10, seed: 12 },
    },
    {
      date: '2026-03-09',
      intention: 'first colour',
      minutes: 140,
      mistakes: [
        { where: { objects: [wall] }, warmer: 8 },
        { where: { objects: [pot, lid], below: 7.6 }, value: 0.95, warmer: -2 },
        { where: { objects: [ledge] }, value: 0.7 },
        { where: { objects: [front] }, value: 0.5 },
        { where: { objects: [persimmon, rightPersimmon] }, chroma: 0.85 },
      ],
      take: 4,
      misplaced: [SPOUT_TIP, { ...RIGHT_FRUIT, by: [3, 1] }],
      layers: [
        { brush: 12, coverage: 2.2, body: 0.9, wander: { value: 0.12, colour: 1.6 } },
        { brush: 6.5, coverage: 2.2, body: 0.85, wander: { value: 0.1, colour: 1.5 } },
        { brush: 4, coverage: 1.6, body: 0.8, wander: { value: 0.08, colour: 1.2 }, detail: 0.04 },
      ],
      setup: {
        yaw: 6,
        pitch: 2,
        roll: 0.4,
        lamp: [1.3, 1, 0.6],
        fallOff: 0.75,
        fallTowards: 170,
        glare: [{ at: [0.32, 0.3], size: 0.028, strength: 1.6 }],
        seed: 13,
      },
    },
    {
      date: '2026-03-14',
      intention: 'turning the form',
      minutes: 150,
      mistakes: [
        { where: { objects: [wall] }, warmer: 3.2, value: -0.15 },
        { where: { objects: [pot, lid], below: 7.6 }, value: 0.45 },
        { where: { objects: [ledge] }, value: -0.55 },
        { where: { objects: [front] }, value: 0.1 },
        { where: { objects: [bowl] }, value: 0.55 },
        { where: { objects: [rightPersimmon, rightCalyx] }, value: -0.6 },
      ],
      take: 2,
      misplaced: [{ ...SPOUT_TIP, by: [-4, -1] }],
      layers: [
        { brush: 7, coverage: 2.4, body: 0.88, wander: { value: 0.08, colour: 1 } },
        { brush: 3.8, coverage: 2.2, body: 0.82, wander: { value: 0.06, colour: 0.9 } },
        { brush: 2.2, coverage: 1.8, body: 0.8, wander: { value: 0.05, colour: 0.8 }, detail: 0.035 },
      ],
      setup: {
        yaw: -5,
        pitch: -4,
        roll: 1.4,
        lamp: [1.24, 1, 0.68],
        fallOff: 0.66,
        fallTowards: 5,
        glare: [{ at: [0.315, 0.215], size: 0.03, strength: 1.8 }],
        seed: 14,
      },
    },
    {
      date: '2026-03-19',
      intention: 'edges and accents',
      minutes: 90,
      mistakes: [
        { where: { objects: [pot, lid], below: 7.6 }, value: 0.12 },
        { where: { objects: [ledge] }, value: -0.1 },
        { where: { objects: [bowl] }, value: 0.42 },
        { where: { objects: [rightPersimmon, rightCalyx] }, value: 0.1 },
        { where: { objects: [persimmon, calyx] }, chroma: 0.98 },
      ],
      misplaced: [{ ...SPOUT_TIP, by: [-1, 0] }],
      layers: [
        { brush: 5, coverage: 2, body: 0.88, wander: { value: 0.06, colour: 0.8 } },
        { brush: 2.6, coverage: 2.2, body: 0.85, wander: { value: 0.05, colour: 0.7 } },
        { brush: 1.4, coverage: 2, body: 0.85, wander: { value: 0.04, colour: 0.6 }, detail: 0.03 },
      ],
      setup: { yaw: 3, pitch: -2, roll: -0.6, lamp: [1.12, 1, 0.84], fallOff: 0.35, fallTowards: 30, seed: 15 },
    },
  ],
};

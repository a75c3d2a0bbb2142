import { codeFromLinear, luminanceFromValue, SRGB_PROFILE } from '../colour';
import { EMPTY_CONTENT, plainCrop, type PlanContent } from '../plan';
import { placeOfBox, type Corners, type Picture } from '../raster';
import { askOf, sessionPlan, type SessionAsk, type Shot } from './index';

// A pot on a table before a wall, and a photograph of it as if taken perfectly: what tests of a whole reading rest on.

export type ValueAt = (x: number, y: number) => number;
export const canvas = { widthMm: 400, heightMm: 300 };
const code = (value: number) => Math.round(255 * codeFromLinear(luminanceFromValue(value) / 100));

/** Greys of so much value a pixel, on the edge of white balance: nothing is tinted. */
export function greys(width: number, height: number, at: ValueAt): Picture {
  const data = new Uint8Array(3 * width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i += 3) data.fill(code(at(x + 0.5, y + 0.5)), i, i + 3);
  return { width, height, data, profile: SRGB_PROFILE };
}

export const inBox = ([bx, by, w, h]: readonly number[], x: number, y: number) =>
  x > bx && x < bx + w && y > by && y < by + h;
export const POT = [180, 120, 90, 120] as const;
export const SPOT = [60, 60, 60, 50] as const; // within what the greys tell of the lights
/** A wall that turns into shade, a table, a dark pot on it, and a bright spot (mm): every value occurs somewhere. */
export const planned: ValueAt = (x, y) => {
  if (inBox(SPOT, x, y)) return 7.9;
  if (inBox(POT, x, y)) return 2.6 + 0.004 * (x - POT[0]);
  return y > 200 ? 3.6 + 0.005 * x : 6.4 - 0.006 * x;
};
export const REFERENCE = greys(800, 600, (x, y) => planned(x / 2, y / 2));

export const CORNERS: Corners = [
  [90, 50],
  [810, 50],
  [810, 590],
  [90, 590],
];
export const PATCHES = [2, 5, 8].map((value, k) => ({ box: [150 + 200 * k, 620, 60, 50] as const, value }));

/** A photograph taken square on, three greys under the canvas. @param light times that of the studio */
export function photoOf(painted: ValueAt): Picture {
  return greys(900, 700, (x, y) => {
    const patch = PATCHES.find(({ box }) => inBox(box, x, y));
    const [u, v] = [(x - 90) / 1.8, (y - 50) / 1.8];
    return patch?.value ?? (inBox([0, 0, 400, 300], u, v) ? painted(u, v) : 4);
  });
}
export const shotOf = (painted: ValueAt, more: Partial<Shot> = {}): Shot => {
  const photo = photoOf(painted);
  return { open: () => photo, corners: CORNERS, greys: PATCHES, card: null, areas: [], ...more };
};

export const planFor = (content: Partial<PlanContent> = {}) =>
  sessionPlan(REFERENCE, { ...EMPTY_CONTENT, masses: 4, ...content }, { crop: plainCrop([0, 0, 800, 600]), canvas });
export const PLAN = planFor();
export const ask = (painted: ValueAt, more: Partial<SessionAsk> = {}): SessionAsk => ({
  ...askOf(canvas, [shotOf(painted)]),
  plan: PLAN,
  ...more,
});
/** The pot painted too light. */
export const lightPot: ValueAt = (x, y) => planned(x, y) + (inBox(POT, x, y) ? 0.7 : 0);
export const AROUND = [170, 110, 110, 140] as const;
export const MIDDLE = placeOfBox([195, 135, 60, 90]);

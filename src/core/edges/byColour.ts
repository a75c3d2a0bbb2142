import { colourPlanes, UNITS_PER_STEP } from '../colour';
import { makeLightRun, type CloseLight, type LightRun } from '../raster';
import type { EdgeSight, SeenEdge } from './across';
import { edgeClass, type EdgeBy } from './edgeClass';
import { ACROSS } from './rise';
import { valuesOf, type Crossing, type Seen } from './stretch';

/** A direction of a*b*: a unit vector. */
export type ColourWay = readonly [number, number];

const LEAST_COLOUR = 1; // steps' worth of colour that two sides part, from which it is an edge where value has none
const SIDES = { from: 1.5, to: 6 }; // mm from the middle, that a side is told from
/** 10-90 % rise that a photograph's colour has of its own, mm: cameras keep and denoise colour coarsely. */
const COLOUR_MM = 1;

/** Colour along one direction, in steps' worth. */
const seenAlong =
  ([u, v]: ColourWay): Seen =>
  ({ r, g, b: blue }: LightRun) => {
    const { a, b } = colourPlanes(r, g, blue);
    return a.map((own, k) => (u * own + v * b[k]) / UNITS_PER_STEP);
  };

const meanOver = (data: Float32Array, from: number, to: number): number => {
  const own = data.filter((_, k) => ACROSS[k] >= from && ACROSS[k] <= to);
  return own.reduce((sum, v) => sum + v, 0) / own.length;
};

/** The way colour goes over some crossings, from side to side; null = it hardly does. */
export function wayOfColour(light: CloseLight, crossings: readonly Crossing[]): ColourWay | null {
  const run = makeLightRun(ACROSS.length);
  let [da, db] = [0, 0];
  for (const crossing of crossings) {
    light.along(crossing.at, crossing.way, ACROSS, run);
    const { a, b } = colourPlanes(run.r, run.g, run.b);
    const parted = (data: Float32Array) =>
      meanOver(data, SIDES.from, SIDES.to) - meanOver(data, -SIDES.to, -SIDES.from);
    da += parted(a) / crossings.length;
    db += parted(b) / crossings.length;
  }
  const units = Math.hypot(da, db);
  return units >= LEAST_COLOUR * UNITS_PER_STEP ? [da / units, db / units] : null;
}

/** How far a photograph spreads what is seen by value, or by colour; mm, 10-90 %. */
export const blurBy = (by: EdgeBy, blurMm: number): number =>
  by === 'colour' ? Math.hypot(blurMm, COLOUR_MM) : blurMm;

/** A picture as its edges of colour are read: along one direction, and no sharper than its colour. */
export const inColour = ({ light, blurMm }: EdgeSight, colour: ColourWay): EdgeSight => ({
  light,
  blurMm: blurBy('colour', blurMm),
  colour,
});

/** How a picture's light is looked at. */
export const seenIn = ({ colour }: EdgeSight): Seen => (colour ? seenAlong(colour) : valuesOf);

/** How far a width may be off, mm: by colour by more, for no camera tells how coarse its colour is. */
export const doubtIn = ({ colour }: EdgeSight, { widthMm, doubtMm }: { widthMm: number; doubtMm: number }): number =>
  colour ? Math.min(widthMm, Math.hypot(doubtMm, COLOUR_MM)) : doubtMm;

/** Whether an edge read by colour is one: what spreads as far as value does is value's own. */
export const isOfColour = (edge: Pick<SeenEdge, 'widthMm' | 'contrast'>): boolean =>
  Math.abs(edge.contrast) >= LEAST_COLOUR && edgeClass(edge, 1) !== 'lost';

import type { Flat, Light } from '../photo';
import { resizeMasses, type MassMap } from '../plan';
import { type Box, type Raster, pixelsIn, placeHolds, placeOfBox, type Place } from '../raster';
import { align, type Aligned, type AlignOptions } from './aligned';
import { massDrawings, shiftOf, type MassDrawing, type Shift } from './drawing';
import { differenceMap, type DifferenceMap } from './differenceMap';
import { readMasses, type MassReading } from './massReading';
import { compare, doubtInAll, type Comparison, type LightDoubt, type Uncertainty } from './measured';

/** Changes whenever the same flat and plan would give other numbers: part of every cached reading's name. */
export const READING_VERSION = 35;

/** What one flat shows against the plan. */
export interface Reading {
  readonly masses: readonly MassReading[];
  readonly map: DifferenceMap;
  readonly aligned: Aligned;
  readonly drawings: readonly MassDrawing[];
}

const AS_IT_IS = { value: 1, warmth: 1 };
const STRAY = 0.002; // reflectance: what a lens is taken to scatter
const LOCAL = 0.07; // phones: 0 to 0.14
const SHEEN_LEFT = 0.4; // share of a sheen by which its shape, as it was fitted, may be wrong at a place

const USUAL = { apart: 0.9, chroma: 20 }; // steps a place stands out from its surroundings by; units
const meanSquare = (sigmas: Float32Array) => sigmas.reduce((sum, sigma) => sum + sigma ** 2, 0) / sigmas.length;

/**
 * What a usual place is sure to, one sigma: with what other explanations of the light and a phone's liking for contrast
 * and colour leave, not only what greys and plan do.
 */
export const usualDoubt = ({ light, rivalry, wider = AS_IT_IS }: Flat): Uncertainty =>
  doubtInAll(
    [light.uncertainty.value, LOCAL * wider.value * USUAL.apart, Math.sqrt(meanSquare(rivalry.value))],
    [
      light.uncertainty.warmth,
      light.camera.vivid.doubt * wider.warmth * USUAL.chroma,
      Math.sqrt(meanSquare(rivalry.colour)),
    ],
  );

/** What the flat's light leaves uncertain. */
export const doubtOf = (flat: Flat): LightDoubt => {
  const { light, rivalry, wider = AS_IT_IS } = flat;
  return {
    ...light.uncertainty,
    usual: usualDoubt(flat),
    knownTo: light.knownTo,
    colour: light.camera.vivid.doubt * wider.warmth,
    stray: Math.hypot(STRAY, SHEEN_LEFT * light.sheen.most),
    local: LOCAL * wider.value,
    rivalry,
  };
};

/** The light as a painter is told of it: sure to what a usual place is sure to. */
export const lightAsTold = (flat: Flat): Light => ({ ...flat.light, uncertainty: usualDoubt(flat) });

/** Reads every mass and the map of differences. Pure: the same flat and plan give the same reading. */
export function readFlat(
  flat: Flat,
  { plan, masses, toleranceMm, ...how }: { plan: Raster; masses: MassMap; toleranceMm?: number } & AlignOptions,
): Reading {
  return readAligned(align(flat, plan, how), masses, { light: doubtOf(flat), toleranceMm });
}

/** The same for planes that lie over each other already. */
export function readAligned(
  aligned: Aligned,
  masses: MassMap,
  how: { light: LightDoubt; toleranceMm?: number },
): Reading {
  const sized = resizeMasses(masses, aligned);
  return {
    aligned,
    masses: readMasses(aligned, sized, how),
    map: differenceMap(aligned),
    drawings: massDrawings(aligned.drift, sized, aligned.mmPerPixel),
  };
}

/** How far one place is drawn from where the plan puts it, beyond the whole drawing's shift; null = cannot be told. */
export const readShift = ({ drift }: Aligned, place: Place): Shift | null =>
  shiftOf(drift, (at) => placeHolds(place, at));

/** Reads one place; null where nothing of it can be read. */
export const readPlace = (aligned: Aligned, place: Place, flat: Flat): Comparison | null =>
  compare(aligned, pixelsIn(place, aligned), doubtOf(flat));

/** Reads a box in canvas mm. */
export const readBox = (aligned: Aligned, box: Box, flat: Flat): Comparison | null =>
  readPlace(aligned, placeOfBox(box), flat);

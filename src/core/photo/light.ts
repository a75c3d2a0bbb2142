import { channelsOf, type Raster } from '../raster';
import { isStraight } from './bend';
import { boardFallOff, type BoardField } from './board';
import { cameraOf, quickCopy, UNTOLD_CAMERA, type Camera } from './camera';
import { explained, NO_RIVALRY, rivalryOf, together, type Rivalry } from './rivals';
import { knownUpTo, lightUnder, underVeil, type Fitted, type LightEvidence, type Lit } from './lightUnder';
import { fieldAt } from './lightCells';
import { isPlain, NO_FIT, type PlanFit } from './planFit';
import { doubtOfPatches, type SeenPatch } from './patches';
import { sheenOf, NO_SHEEN, type Sheen } from './veil';
import { withoutVivid } from './vivid';

/** From what the light was worked out. */
export const LIGHT_METHODS = ['card', 'grey', 'board', 'before', 'ground', 'plan', 'untouched'] as const;
export type LightMethod = (typeof LIGHT_METHODS)[number];

/** How the photo's light was taken out, and what remains uncertain. */
export interface Light {
  readonly method: LightMethod;
  /** lift of the red, green and blue channel at the canvas's middle, stops */
  readonly gainStops: readonly [number, number, number];
  /** difference between the brightest and the darkest place of the fitted field over the canvas, stops */
  readonly fallOffStops: number;
  /** stops of light relative to the canvas's middle, a grid of 17 by 17 over it, row by row */
  readonly field: readonly number[];
  /**
   * share of the canvas that agrees with the plan once the light is out, 0..1; the plan speaks about the light only
   * where it agrees
   */
  readonly agreement: number;
  /** one-sigma uncertainty of a mass's value (steps) and warmth (units a*b*) that the light leaves */
  readonly uncertainty: { readonly value: number; readonly warmth: number };
  /** Munsell value up to which the tone curve was measured; beyond it values are less sure */
  readonly knownTo: number;
  /** what the camera did to please, as far as the plan told, and taken out */
  readonly camera: Camera;
  /** what shone over a part of the canvas, as far as the plan told, and taken out */
  readonly sheen: Sheen;
}

function fallOff(fit: PlanFit): number {
  const samples = Array.from({ length: 121 }, (_, i) => fieldAt(fit.field, (i % 11) / 10, Math.floor(i / 11) / 10));
  return Math.max(...samples) - Math.min(...samples);
}

/**
 * What each kind of evidence leaves, one sigma: in even light, and how much more for every stop the light falls off.
 */
interface Left {
  readonly value: number;
  readonly warmth: number;
  readonly perStop: number;
}
// From the truth suite's photographs by a phone-like camera (tests/truth), so that at least nine regions in ten lie
// inside what is stated: places of findings are smaller and harder (docs/decisions/0019).
const LEFT: Record<LightMethod, Left> = {
  card: { value: 0.008, warmth: 0.18, perStop: 1.2 },
  grey: { value: 0.008, warmth: 0.12, perStop: 0.5 },
  // A field the board showed is known; one that was fitted is known only as well as the painting agrees.
  board: { value: 0.04, warmth: 0.9, perStop: 0.1 },
  before: { value: 0.035, warmth: 0.55, perStop: 0.2 },
  ground: { value: 0.08, warmth: 1.2, perStop: 0.5 },
  plan: { value: 0.02, warmth: 0.1, perStop: 0.25 },
  untouched: { value: 0.06, warmth: 1, perStop: 0 },
};

/** What a kind of evidence leaves uncertain, one sigma, under light that falls off by so many stops. */
export function leftBy(method: LightMethod, fallOffStops: number): { value: number; warmth: number } {
  const { value, warmth, perStop } = LEFT[method];
  const doubt = 1 + perStop * fallOffStops;
  return { value: value * doubt, warmth: warmth * doubt };
}

function methodOf(
  usable: number,
  { board }: LightEvidence,
  { to, camera, sheen }: Pick<Fitted, 'to'> & { camera: Camera; sheen: Sheen },
): LightMethod {
  if (usable >= 3) return 'card';
  if (usable >= 1) return 'grey';
  if (board) return 'board';
  // What only the camera did, or a sheen, is taken out by the plan, too.
  return to ?? (!isStraight(camera) || camera.vivid.by > 0 || sheen.most > 0 ? 'plan' : 'untouched');
}

/**
 * Works out the light of a squared photo: the tone curve and gain that the patches give, the field that a white board
 * showed, then the slow field (and without patches the gain) in which the painting agrees with the last session or with
 * the plan over most of its area. What was painted differently is an outlier there. The camera's curve is fitted as
 * well, also between patches, and how much stronger it made all colours.
 * @returns what takes the light out of the photo squared at any size, what is known of the light, and how far other
 * explanations would have put each place
 */
export function lightOf(
  squared: Raster,
  evidence: LightEvidence,
): { relight: (squared: Raster) => Raster; light: Light; rivalry: Rivalry } {
  if (evidence.leave) return { relight: (raster) => raster, light: untouched, rivalry: NO_RIVALRY };
  const usable = evidence.patches.filter((patch) => !patch.clipped);
  const quick = quickCopy(squared);
  const { camera, rivalry, evidence: asLit } = cameraOf(quick, evidence, usable.length);
  const asSeen = (raster: Raster) => withoutVivid(raster, camera.vivid.by);
  const small = asSeen(quick);
  const found = underVeil(lightUnder(small, asLit, camera), asLit);
  const others = found.other ? [explained(found.other)] : [];
  return {
    rivalry: together([rivalry, rivalryOf(explained(found), others)]),
    relight: (raster) => found.relight(asSeen(raster)),
    light: toldOf(small, evidence, { found, camera, usable }),
  };
}

function toldOf(
  squared: Raster,
  evidence: LightEvidence,
  { found, camera, usable }: { found: Lit; camera: Camera; usable: readonly SeenPatch[] },
): Light {
  const { fit, curved } = found;
  const { board } = evidence;
  const sheen = sheenOf(found.veil);
  const method = methodOf(usable.length, evidence, { to: found.to, camera, sheen });
  const fallOffStops = (isPlain(fit) ? 0 : fallOff(fit)) + (board ? boardFallOff(board) : 0);
  const left = LEFT[method];
  const doubt = 1 + left.perStop * fallOffStops + (isPlain(fit) ? 0 : 0.8 * Math.max(0, 0.6 - fit.agreement));
  const untold = board || fit.agreement > 0 ? NOTHING : usable.length > 0 ? UNEVEN : ROOM;
  return {
    method,
    gainStops: liftOf(curved, squared, fit),
    fallOffStops,
    field: fieldGrid(fit, board ?? null),
    agreement: fit.agreement,
    uncertainty: {
      value: Math.hypot(left.value * doubt, doubtOfPatches(usable), untold.value),
      warmth: Math.hypot(left.warmth * doubt, untold.warmth),
    },
    knownTo: knownUpTo(usable),
    camera,
    sheen,
  };
}

// What is left where nothing on the canvas tells of the light, one sigma: an ordinary room is a third of a step and a
// few units off; beside a known grey it is at least uneven.
const ROOM = { value: 0.35, warmth: 5 };
const UNEVEN = { value: 0.12, warmth: 0 };
const NOTHING = { value: 0, warmth: 0 };

const GRID = 17; // places a side at which the field is told, for drawing it as contours

/** Stops of light at places over the canvas relative to its middle, row by row: what was taken out. */
function fieldGrid(fit: PlanFit, board: BoardField | null): number[] {
  return Array.from({ length: GRID * GRID }, (_, i) => {
    const [x, y] = [(i % GRID) / (GRID - 1), Math.floor(i / GRID) / (GRID - 1)];
    const [u, v] = [2 * x - 1, 2 * y - 1];
    const [a, b, aa, ab, bb] = board?.channels[1] ?? [0, 0, 0, 0, 0];
    return -fieldAt(fit.field, x, y) + a * u + b * v + aa * u * u + ab * u * v + bb * v * v;
  });
}

const untouched: Light = {
  method: 'untouched',
  gainStops: [0, 0, 0],
  fallOffStops: 0,
  field: fieldGrid(NO_FIT, null),
  agreement: 0,
  // Nothing was taken out, so everything is left.
  uncertainty: ROOM,
  knownTo: 10.5,
  camera: UNTOLD_CAMERA,
  sheen: NO_SHEEN,
};

/** Whole lift of each channel in stops: curve and gain together, over the middle of the canvas. */
function liftOf(curved: Raster, flat: Raster, fit: PlanFit): [number, number, number] {
  const before = channelsOf(flat);
  return channelsOf(curved).map((data, c) => {
    let [a, b] = [1e-9, 1e-9];
    for (let i = 0; i < data.length; i += 97) {
      a += data[i];
      b += before[c][i];
    }
    return Math.log2(a / b) + fit.gainStops[c];
  }) as [number, number, number];
}

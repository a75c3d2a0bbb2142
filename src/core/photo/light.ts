import { LUMINANCE, valueFromLuminance } from '../colour';
import { channelsOf, project, shrinkRaster, type Homography, type Point, type Raster } from '../raster';
import { boardFallOff, boardFieldAt, withoutField, type BoardField } from './board';
import { fitToPlan, fieldAt, isPlain, NO_FIT, type PlanFit } from './planFit';
import type { SeenPatch } from './patches';
import { withoutBend } from './bend';
import { MOST_VIVID, UNTOLD_VIVID, vividOf, withoutVivid, type Vivid } from './vivid';
import { isVeiled, NO_SHEEN, NO_VEIL, sheenOf, underFit, veilOf, withoutVeil, type Sheen, type Veil } from './veil';
import { curvePlane, toneCurveThrough, type ToneCurve } from './toneCurve';

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

export interface Camera {
  /** how S-shaped its tone curve was, see {@link withoutBend}; 0 where patches tell the curve */
  readonly bend: number;
  /** by which share it made all colours stronger, and the one-sigma doubt of that share */
  readonly vivid: Vivid;
}

export interface LightEvidence {
  readonly patches: readonly SeenPatch[];
  /** from flat share (0..1 both ways) to photo px: tells where beside the canvas a patch lies */
  readonly toPhoto: Homography;
  readonly fromPhoto: Homography;
  /** the plan, at any size; null = none to compare with */
  readonly plan: Raster | null;
  /** the light's field as a white board showed it */
  readonly board?: BoardField | null;
  /** the last session's flat, its light taken out */
  readonly before?: Raster | null;
  /** the bare surface's colour all over: early on most of it still shows */
  readonly ground?: Raster | null;
  /** leave the light as photographed, whatever is known of it */
  readonly leave?: boolean;
}

/** A tone curve a channel; null where no patch tells any. */
type Curves = readonly [ToneCurve, ToneCurve, ToneCurve] | null;

function curvesFrom(patches: readonly SeenPatch[], bend: number): Curves {
  const straight = withoutBend(bend);
  if (!patches.some((patch) => !patch.clipped)) return bend === 0 ? null : [straight, straight, straight];
  // A blown patch still tells where the curve ends: the light it has is at least as much as the file can hold.
  const seen = patches.map((patch) => ({ ...patch, seen: patch.seen.map(straight) as [number, number, number] }));
  const through = ([0, 1, 2] as const).map((c) => {
    const curve = toneCurveThrough(seen, c);
    return (light: number) => curve(straight(light));
  });
  return through as [ToneCurve, ToneCurve, ToneCurve];
}

function applyCurves(raster: Raster, curves: Curves): Raster {
  if (!curves) return raster;
  const [r, g, b] = channelsOf(raster).map((data, c) => curvePlane(data, curves[c]));
  return { ...raster, r, g, b };
}

/** Takes the fitted gain and field out of every pixel. */
export function applyFit(raster: Raster, fit: PlanFit): Raster {
  if (isPlain(fit)) return raster;
  const { width, height } = raster;
  const [gainR, gainG, gainB] = fit.gainStops.map((stops) => 2 ** stops);
  const [r, g, b] = channelsOf(raster).map((data) => data.slice());
  const tile = 8; // the field is quadratic over the whole canvas: constant over eight pixels to 0.5 %
  const lifts = new Float64Array(Math.ceil(width / tile));
  for (let y = 0, i = 0; y < height; y++) {
    const middle = (Math.floor(y / tile) * tile + tile / 2) / height;
    if (y % tile === 0)
      for (let k = 0; k < lifts.length; k++) lifts[k] = 2 ** fieldAt(fit.field, (k * tile + tile / 2) / width, middle);
    for (let x = 0; x < width; x++, i++) {
      const lift = lifts[x >> 3];
      r[i] *= gainR * lift;
      g[i] *= gainG * lift;
      b[i] *= gainB * lift;
    }
  }
  return { width, height, r, g, b };
}

function fallOff(fit: PlanFit): number {
  const samples = Array.from({ length: 121 }, (_, i) => fieldAt(fit.field, (i % 11) / 10, Math.floor(i / 11) / 10));
  return Math.max(...samples) - Math.min(...samples);
}

const MARGIN = 0.7; // steps beyond the lightest patch to which its gain still holds

/**
 * Munsell value up to which patches tell the tone curve; all of it where there are none to trust or the lightest is
 * white.
 */
function knownUpTo(usable: readonly SeenPatch[]): number {
  if (usable.length === 0) return 10.5;
  const lightest = valueFromLuminance(
    100 * Math.max(...usable.map(({ known }) => LUMINANCE.reduce((sum, share, c) => sum + share * known[c], 0))),
  );
  return lightest > 8 ? 10.5 : lightest + MARGIN;
}

/**
 * What each kind of evidence leaves, one sigma: in even light, and how much more for every stop the light falls off.
 */
interface Left {
  readonly value: number;
  readonly warmth: number;
  readonly perStop: number;
}
// From the truth suite's photographs by a phone-like camera (tests/truth), so that nine regions in ten lie inside what
// is stated.
const LEFT: Record<LightMethod, Left> = {
  card: { value: 0.03, warmth: 0.7, perStop: 1.2 },
  grey: { value: 0.06, warmth: 0.7, perStop: 0.5 },
  // A field the board showed is known; one that was fitted is known only as well as the painting agrees.
  board: { value: 0.04, warmth: 0.9, perStop: 0.1 },
  before: { value: 0.035, warmth: 0.7, perStop: 0.2 },
  ground: { value: 0.08, warmth: 1.2, perStop: 0.5 },
  plan: { value: 0.05, warmth: 0.7, perStop: 0.25 },
  untouched: { value: 0.06, warmth: 1, perStop: 0 },
};

/** What a kind of evidence leaves uncertain, one sigma, under light that falls off by so many stops. */
export function leftBy(method: LightMethod, fallOffStops: number): { value: number; warmth: number } {
  const { value, warmth, perStop } = LEFT[method];
  const doubt = 1 + perStop * fallOffStops;
  return { value: value * doubt, warmth: warmth * doubt };
}

/** What a photo's light is fitted to besides its patches, and what it is then called. */
interface Fitted {
  readonly fit: PlanFit;
  readonly to: 'plan' | 'before' | 'ground' | null;
}

/**
 * The last session, the bare ground or the plan, whichever more of the canvas agrees with: what was not painted on is
 * the best witness of the light.
 */
function fitted(
  curved: Raster,
  { plan, before, ground, board }: LightEvidence,
  known: { anchors: Point[]; knownTo: number },
): Fitted {
  const ask = { ...known, field: !board };
  const toBefore = before ? fitToPlan(curved, before, ask) : NO_FIT;
  const toPlan = plan && toBefore.agreement < SAME_PAINT ? fitToPlan(curved, plan, ask) : NO_FIT;
  const toGround = ground ? fitToPlan(curved, ground, ask) : NO_FIT;
  if (toGround.agreement > Math.max(toBefore.agreement, toPlan.agreement) && !isPlain(toGround))
    return { fit: toGround, to: 'ground' };
  if (toBefore.agreement >= toPlan.agreement && !isPlain(toBefore)) return { fit: toBefore, to: 'before' };
  return { fit: toPlan, to: isPlain(toPlan) ? null : 'plan' };
}
const SAME_PAINT = 0.75; // share of the canvas: with so much unchanged the plan need not be asked

function methodOf(
  usable: number,
  { board }: LightEvidence,
  { to, camera, sheen }: Pick<Fitted, 'to'> & { camera: Camera; sheen: Sheen },
): LightMethod {
  if (usable >= 3) return 'card';
  if (usable >= 1) return 'grey';
  if (board) return 'board';
  // What only the camera did, or a sheen, is taken out by the plan, too.
  return to ?? (camera.bend > 0 || camera.vivid.by > 0 || sheen.most > 0 ? 'plan' : 'untouched');
}

interface Found {
  readonly evened: (squared: Raster) => Raster;
  readonly relight: (squared: Raster) => Raster;
  readonly fit: PlanFit;
  readonly curved: Raster;
  readonly to: Fitted['to'];
  /** what the light is fitted by besides the pictures */
  readonly known: { readonly anchors: Point[]; readonly knownTo: number };
}

/** The light under a camera whose tone curve is bent so far. */
function lightUnder(squared: Raster, evidence: LightEvidence, bend: number): Found {
  const { fromPhoto, board } = evidence;
  const patches = board ? evidence.patches.map((patch) => underMiddleLight(patch, fromPhoto, board)) : evidence.patches;
  const usable = patches.filter((patch) => !patch.clipped);
  const curves = curvesFrom(patches, bend);
  const evened = (raster: Raster) =>
    board ? withoutField(applyCurves(raster, curves), board) : applyCurves(raster, curves);
  const curved = evened(squared);
  const anchors = usable.map((patch) => project(fromPhoto, patch.centre));
  const known = { anchors, knownTo: knownUpTo(usable) };
  const { fit, to } = fitted(curved, evidence, known);
  return { evened, relight: (raster) => applyFit(evened(raster), fit), fit, curved, to, known };
}

const WORTH_VEIL = 0.03; // of the canvas that must agree more with the plan
const VEIL_ROUNDS = 2; // a sheen the field was fitted through is seen whole once the field is fitted without it

/** The same light with a sheen taken off first, where that brings clearly more of the canvas into agreement. */
function underVeil(found: Found, evidence: LightEvidence): Found & { veil: Veil } {
  const { plan } = evidence;
  if (!plan || found.fit.agreement < LEAST_TOLD) return { ...found, veil: NO_VEIL };
  const { curved, known, evened } = found;
  let best = { fit: found.fit, to: found.to, veil: NO_VEIL };
  let { fit } = found;
  for (let round = 0; round < VEIL_ROUNDS; round++) {
    const veil = underFit(veilOf(applyFit(curved, fit), plan), fit);
    if (!isVeiled(veil)) break;
    const again = fitted(withoutVeil(curved, veil), evidence, known);
    fit = again.fit;
    if (fit.agreement > best.fit.agreement) best = { ...again, veil };
  }
  if (best.fit.agreement < found.fit.agreement + WORTH_VEIL) return { ...found, veil: NO_VEIL };
  return { ...found, ...best, relight: (raster) => applyFit(withoutVeil(evened(raster), best.veil), best.fit) };
}

const BENDS = [0.2, 0.4, 0.6];
const BETWEEN = 0.1;
const WORTH_BEND = 0.1; // of the canvas in agreement, for a whole bend: a straight curve is the plainest
const LEAST_TOLD = 0.45; // share of the canvas in agreement from which it tells the camera's curve
const QUICK = 4; // times smaller: cells are means of many pixels
const LARGE = 400; // px a side from which they still are

/** A copy in which the light is sought, large enough for the cells it is judged by. */
const quickCopy = (raster: Raster): Raster =>
  Math.min(raster.width, raster.height) < LARGE ? raster : shrinkRaster(raster, QUICK);

/** How far the camera's curve is bent, where fewer than three greys tell it: as the plan agrees best. */
function bendOf(small: Raster, evidence: LightEvidence): number {
  const tried = new Map<number, { worth: number; agreement: number }>();
  const tryOut = (bend: number) => {
    if (bend < 0 || bend > 0.6 || tried.has(bend)) return;
    const { agreement } = lightUnder(small, evidence, bend).fit;
    tried.set(bend, { worth: agreement - WORTH_BEND * bend, agreement });
  };
  const best = () => [...tried].reduce((one, two) => (two[1].worth > one[1].worth ? two : one));
  [0, ...BENDS].forEach(tryOut);
  const [about] = best();
  [about - BETWEEN, about + BETWEEN].forEach((bend) => tryOut(Math.round(10 * bend) / 10));
  const [bend, { agreement }] = best();
  return agreement < LEAST_TOLD ? 0 : bend;
}

/** What the camera did to please: looked for in a small copy, whose cells have the same means. */
function cameraOf(squared: Raster, evidence: LightEvidence, usable: number): Camera {
  const { plan, before } = evidence;
  const small = quickCopy(squared);
  const bend = usable >= 3 || !(plan ?? before) ? 0 : bendOf(small, evidence);
  let vivid = UNTOLD_VIVID;
  for (let round = 0; round < 2 && plan; round++) {
    const pale = withoutVivid(small, vivid.by);
    const { relight } = underVeil(lightUnder(pale, evidence, bend), evidence);
    const more = vividOf(relight(pale), plan);
    vivid = { by: Math.min(MOST_VIVID, (1 + vivid.by) * (1 + more.by) - 1), doubt: more.doubt };
    if (more.by === 0) break;
  }
  return { bend, vivid };
}

/**
 * Works out the light of a squared photo: the tone curve and gain that the patches give, the field that a white board
 * showed, then the slow field (and without patches the gain) in which the painting agrees with the last session or with
 * the plan over most of its area. What was painted differently is an outlier there. With fewer than three patches the
 * camera's curve is fitted as well, and in any case how much stronger it made all colours.
 * @returns what takes the light out of the photo squared at any size, and what is known of the light
 */
export function lightOf(
  squared: Raster,
  evidence: LightEvidence,
): { relight: (squared: Raster) => Raster; light: Light } {
  if (evidence.leave) return { relight: (raster) => raster, light: untouched };
  const usable = evidence.patches.filter((patch) => !patch.clipped);
  const camera = cameraOf(squared, evidence, usable.length);
  const asSeen = (raster: Raster) => withoutVivid(raster, camera.vivid.by);
  const small = asSeen(quickCopy(squared));
  const found = underVeil(lightUnder(small, evidence, camera.bend), evidence);
  return {
    relight: (raster) => found.relight(asSeen(raster)),
    light: toldOf(small, evidence, { found, camera, usable }),
  };
}

function toldOf(
  squared: Raster,
  evidence: LightEvidence,
  { found, camera, usable }: { found: Found & { veil: Veil }; camera: Camera; usable: readonly SeenPatch[] },
): Light {
  const { fit, curved } = found;
  const { board } = evidence;
  const sheen = sheenOf(found.veil);
  const method = methodOf(usable.length, evidence, { to: found.to, camera, sheen });
  const fallOffStops = (isPlain(fit) ? 0 : fallOff(fit)) + (board ? boardFallOff(board) : 0);
  const left = LEFT[method];
  const doubt = 1 + left.perStop * fallOffStops + (isPlain(fit) ? 0 : 0.8 * Math.max(0, 0.6 - fit.agreement));
  return {
    method,
    gainStops: liftOf(curved, squared, fit),
    fallOffStops,
    field: fieldGrid(fit, board ?? null),
    agreement: fit.agreement,
    uncertainty: { value: Math.hypot(left.value * doubt, doubtOfPatches(usable)), warmth: left.warmth * doubt },
    knownTo: knownUpTo(usable),
    camera,
    sheen,
  };
}

/**
 * What the patches' own values leave uncertain, steps: printers err one way over the whole row, so little of it
 * averages out.
 */
const doubtOfPatches = (usable: readonly SeenPatch[]): number =>
  usable.length === 0 ? 0 : 0.6 * Math.sqrt(usable.reduce((sum, { doubt }) => sum + doubt ** 2, 0) / usable.length);

/**
 * A patch beside the canvas stands in more or less light than the canvas's middle: what it would have to be there to
 * look the same.
 */
function underMiddleLight(patch: SeenPatch, fromPhoto: Homography, board: BoardField): SeenPatch {
  const stops = boardFieldAt(board, project(fromPhoto, patch.centre));
  return { ...patch, known: patch.known.map((light, c) => light * 2 ** stops[c]) as [number, number, number] };
}

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
  // Nothing was taken out, so everything is left: an ordinary room is a third of a step and a few units off.
  uncertainty: { value: 0.35, warmth: 5 },
  knownTo: 10.5,
  camera: { bend: 0, vivid: UNTOLD_VIVID },
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

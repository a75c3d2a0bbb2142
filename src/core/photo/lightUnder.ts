import { LUMINANCE, valueFromLuminance } from '../colour';
import { channelsOf, project, type Homography, type Point, type Raster } from '../raster';
import { isStraight, withoutBend, type Bend } from './bend';
import { boardFieldAt, withoutField, type BoardField } from './board';
import { fieldAt } from './lightCells';
import { fitToPlan, isPlain, NO_FIT, type PlanFit } from './planFit';
import type { SeenPatch } from './patches';
import { curvePlane, tabled, toneCurveThrough, type ToneCurve } from './toneCurve';
import { isVeiled, NO_VEIL, underFit, veilOf, withoutVeil, type Veil } from './veil';

export interface LightEvidence {
  readonly patches: readonly SeenPatch[];
  /** known colours beside greys that hold the tone curve: they tell what the camera does to colours */
  readonly colours?: readonly SeenPatch[];
  /** from flat share (0..1 both ways) to photo px: tells where beside the canvas a patch lies */
  readonly toPhoto: Homography;
  readonly fromPhoto: Homography;
  /** the plan, at any size; null = none to compare with */
  readonly plan: Raster | null;
  /** the light's field as a white board showed it */
  readonly board?: BoardField | null;
  /** the last session's flat, its light taken out */
  readonly before?: Raster | null;
  /** the last session's flat where it was known how strong its colours are, and one sigma of that share */
  readonly colourWitness?: { readonly flat: Raster; readonly doubt: number } | null;
  /** the bare surface's colour all over: early on most of it still shows */
  readonly ground?: Raster | null;
  /** leave the light as photographed, whatever is known of it */
  readonly leave?: boolean;
}

/** A tone curve a channel; null where no patch tells any. */
export type Curves = readonly [ToneCurve, ToneCurve, ToneCurve] | null;

export function curvesFrom(patches: readonly SeenPatch[], bend: Bend): Curves {
  const straight = isStraight(bend) ? withoutBend(bend) : tabled(withoutBend(bend));
  if (!patches.some((patch) => !patch.clipped)) return isStraight(bend) ? null : [straight, straight, straight];
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

const MARGIN = 0.7; // steps beyond the lightest patch to which its gain still holds

/**
 * Munsell value up to which patches tell the tone curve; all of it where there are none to trust or the lightest is
 * white.
 */
export function knownUpTo(usable: readonly SeenPatch[]): number {
  if (usable.length === 0) return 10.5;
  const lightest = valueFromLuminance(
    100 * Math.max(...usable.map(({ known }) => LUMINANCE.reduce((sum, share, c) => sum + share * known[c], 0))),
  );
  return lightest > 8 ? 10.5 : lightest + MARGIN;
}

/** What a photo's light is fitted to besides its patches, and what it is then called. */
export interface Fitted {
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

export interface Found {
  readonly evened: (squared: Raster) => Raster;
  readonly relight: (squared: Raster) => Raster;
  readonly fit: PlanFit;
  readonly curved: Raster;
  readonly to: Fitted['to'];
  /** what the light is fitted by besides the pictures */
  readonly known: { readonly anchors: Point[]; readonly knownTo: number };
}

/** The light under a camera whose tone curve is bent so far. */
export function lightUnder(squared: Raster, evidence: LightEvidence, bend: Bend): Found {
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

export const LEAST_TOLD = 0.45; // share of the canvas in agreement from which it tells the camera's curve
export const WORTH_VEIL = 0.02; // of the canvas that must agree more with the plan
const VEIL_ROUNDS = 2; // a sheen the field was fitted through is seen whole once the field is fitted without it

/** A light with what lies over the picture taken off. */
export interface Lit extends Found {
  readonly veil: Veil;
}

/**
 * The same light with a sheen taken off first, where that brings clearly more of the canvas into agreement.
 * @returns and what comes nearest: without the sheen, or with one that was not worth it; null = there is none
 */
export function underVeil(found: Found, evidence: LightEvidence): Lit & { other: Lit | null } {
  const { plan } = evidence;
  const plain: Lit = { ...found, veil: NO_VEIL };
  if (!plan || found.fit.agreement < LEAST_TOLD) return { ...plain, other: null };
  const { curved, known, evened } = found;
  let best: Lit | null = null;
  let { fit } = found;
  for (let round = 0; round < VEIL_ROUNDS; round++) {
    const veil = underFit(veilOf(applyFit(curved, fit), plan), fit);
    if (!isVeiled(veil)) break;
    const again = fitted(withoutVeil(curved, veil), evidence, known);
    fit = again.fit;
    const relight = (raster: Raster) => applyFit(withoutVeil(evened(raster), veil), again.fit);
    if (!best || fit.agreement > best.fit.agreement) best = { ...found, ...again, veil, relight };
  }
  if (!best || best.fit.agreement < found.fit.agreement + WORTH_VEIL) return { ...plain, other: best };
  return { ...best, other: plain };
}

/**
 * A patch beside the canvas stands in more or less light than the canvas's middle: what it would have to be there to
 * look the same.
 */
function underMiddleLight(patch: SeenPatch, fromPhoto: Homography, board: BoardField): SeenPatch {
  const stops = boardFieldAt(board, project(fromPhoto, patch.centre));
  return { ...patch, known: patch.known.map((light, c) => light * 2 ** stops[c]) as [number, number, number] };
}

import { valueFromLuminance } from '../colour';
import { channelsOf, project, type Homography, type Raster } from '../raster';
import { fitToPlan, fieldAt, isPlain, NO_FIT, type PlanFit } from './planFit';
import type { SeenPatch } from './patches';
import { curvePlane, toneCurveThrough, type ToneCurve } from './toneCurve';

/** From what the light was worked out. */
export type LightMethod = 'card' | 'grey' | 'plan' | 'untouched';

/** How the photo's light was taken out, and what remains uncertain. */
export interface Light {
  readonly method: LightMethod;
  /** lift of the red, green and blue channel at the canvas's middle, stops */
  readonly gainStops: readonly [number, number, number];
  /** difference between the brightest and the darkest place of the fitted field over the canvas, stops */
  readonly fallOffStops: number;
  /** share of the canvas that agrees with the plan once the light is out, 0..1; the plan speaks about the light only where it agrees */
  readonly agreement: number;
  /** one-sigma uncertainty of a mass's value (steps) and warmth (units a*b*) that the light leaves */
  readonly uncertainty: { readonly value: number; readonly warmth: number };
  /** Munsell value up to which the tone curve was measured; beyond it values are less sure */
  readonly knownTo: number;
}

export interface LightEvidence {
  readonly patches: readonly SeenPatch[];
  /** from flat share (0..1 both ways) to photo px: tells where beside the canvas a patch lies */
  readonly toPhoto: Homography;
  readonly fromPhoto: Homography;
  /** the plan, at any size; null = none to compare with */
  readonly plan: Raster | null;
}

/** A tone curve a channel; null where no patch tells any. */
type Curves = readonly [ToneCurve, ToneCurve, ToneCurve] | null;

function curvesFrom(patches: readonly SeenPatch[]): Curves {
  if (!patches.some((patch) => !patch.clipped)) return null;
  // A blown patch still tells where the curve ends: the light it has is at least as much as the file can hold.
  return [toneCurveThrough(patches, 0), toneCurveThrough(patches, 1), toneCurveThrough(patches, 2)];
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

/** Munsell value up to which patches tell the tone curve; all of it where there are none to trust or the lightest is white. */
function knownUpTo(usable: readonly SeenPatch[]): number {
  if (usable.length === 0) return 10.5;
  const lightest = valueFromLuminance(100 * Math.max(...usable.map(({ known }) => known)));
  return lightest > 8 ? 10.5 : lightest + MARGIN;
}

function methodOf(patches: readonly SeenPatch[], fit: PlanFit): LightMethod {
  const usable = patches.filter((patch) => !patch.clipped).length;
  if (usable >= 3) return 'card';
  if (usable >= 1) return 'grey';
  return isPlain(fit) ? 'untouched' : 'plan';
}

// One sigma, from the truth suite's photographs by a phone-like camera (tests/truth): what each kind of evidence leaves.
const LEFT: Record<LightMethod, { value: number; warmth: number }> = {
  card: { value: 0.05, warmth: 0.8 },
  grey: { value: 0.1, warmth: 1.2 },
  plan: { value: 0.1, warmth: 1.2 },
  untouched: { value: 0.08, warmth: 1 },
};

/**
 * Works out the light of a squared photo: the tone curve and gain that the patches give, then the slow field (and without patches the
 * gain) in which the painting agrees with the plan over most of its area. What was painted differently is an outlier there.
 * @returns what takes the light out of the photo squared at any size, and what is known of the light
 */
export function lightOf(
  squared: Raster,
  { patches, fromPhoto, plan }: LightEvidence,
): { relight: (squared: Raster) => Raster; light: Light } {
  const usable = patches.filter((patch) => !patch.clipped);
  const curves = curvesFrom(patches);
  const curved = applyCurves(squared, curves);
  const anchors = usable.map((patch) => project(fromPhoto, patch.centre));
  const knownTo = knownUpTo(usable);
  const fit = plan ? fitToPlan(curved, plan, { anchors, knownTo }) : NO_FIT;
  const method = methodOf(patches, fit);
  const fallOffStops = isPlain(fit) ? 0 : fallOff(fit);
  const left = LEFT[method];
  const doubt = 1 + 0.35 * fallOffStops + (isPlain(fit) ? 0 : 0.8 * Math.max(0, 0.6 - fit.agreement));
  return {
    relight: (raster) => applyFit(applyCurves(raster, curves), fit),
    light: {
      method,
      gainStops: liftOf(curved, squared, fit),
      fallOffStops,
      agreement: fit.agreement,
      uncertainty: { value: left.value * doubt, warmth: left.warmth * doubt },
      knownTo,
    },
  };
}

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

import { LUMINANCE, valueFast } from '../colour';
import { boxBlur, channelsOf, makeRaster, resizePlane, type Plane, type Raster } from '../raster';
import type { Flat } from './flat';
import { glareIn } from './hidden';
import type { GlareMask } from './glare';
import { fitToPlan, isPlain } from './planFit';
import { applyFit } from './lightUnder';

/**
 * Shots of one session laid over each other: each has a say wherever it shows paint and not a reflection, the sharper
 * the more.
 */
export interface Shares {
  /** say of every shot, 0..1, at reading size; where all are 0 nothing can be read */
  readonly of: readonly Float32Array[];
  readonly mask: GlareMask;
}

const SPECULAR = 0.3; // steps one shot may lie above another before the light in it is the lamp's, not the paint's
const GRAIN_PX = 2; // noise and misplacement smoothed away before shots are compared
const SHARP_PX = 12; // a tile over which sharpness is judged

const lightnessOf = ({ width, height, r, g, b }: Raster): Plane => {
  const data = new Float32Array(r.length);
  for (let i = 0; i < data.length; i++)
    data[i] = valueFast(LUMINANCE[0] * r[i] + LUMINANCE[1] * g[i] + LUMINANCE[2] * b[i]);
  return { width, height, data };
};

/** How much fine detail each place shows: mean square of what a small blur takes away. */
function sharpness(value: Plane): Float32Array {
  const soft = boxBlur(value, 1).data;
  const fine = value.data.map((v, i) => (v - soft[i]) ** 2);
  return boxBlur({ ...value, data: fine }, SHARP_PX).data;
}

/**
 * Works out which shot to trust where. A reflection only ever adds light: a shot that is lighter than another by more
 * than noise and
 * drawing allow shines there. Shots must have been brought to one light before.
 */
export function sharesOf(shots: readonly { raster: Raster; mask: GlareMask }[]): Shares {
  const values = shots.map(({ raster }) => lightnessOf(raster));
  const smooth = values.map((value) => boxBlur(value, GRAIN_PX).data);
  const sharp = values.map(sharpness);
  const count = values[0].data.length;
  const of = shots.map(() => new Float32Array(count));
  const mask = new Uint8Array(count);
  for (let i = 0; i < count; i++) {
    let lowest = Infinity;
    for (let s = 0; s < shots.length; s++) if (!shots[s].mask[i]) lowest = Math.min(lowest, smooth[s][i]);
    let all = 0;
    for (let s = 0; s < shots.length; s++) {
      if (shots[s].mask[i] || smooth[s][i] > lowest + SPECULAR) continue;
      const say = (sharp[s][i] + 1e-6) ** 2; // twice as sharp, four times the detail, sixteen times the say
      of[s][i] = say;
      all += say;
    }
    if (all === 0) mask[i] = 1;
    else for (const share of of) share[i] /= all;
  }
  return { of, mask };
}

/** The mean of rasters of one size by their shares (given at any size). */
export function mixed(
  rasters: readonly Raster[],
  shares: readonly Float32Array[],
  at: { width: number; height: number },
): Raster {
  const [{ width, height }] = rasters;
  const out = makeRaster(width, height);
  const planes = channelsOf(out);
  const total = new Float32Array(width * height);
  rasters.forEach((raster, s) => {
    const own = resizePlane({ ...at, data: shares[s] }, width, height).data;
    const channels = channelsOf(raster);
    for (let i = 0; i < total.length; i++) total[i] += own[i];
    for (let c = 0; c < 3; c++) for (let i = 0; i < total.length; i++) planes[c][i] += own[i] * channels[c][i];
  });
  // Where nothing can be read the first shot is shown as it is.
  const first = channelsOf(rasters[0]);
  for (let c = 0; c < 3; c++)
    for (let i = 0; i < total.length; i++) planes[c][i] = total[i] > 0.01 ? planes[c][i] / total[i] : first[c][i];
  return out;
}

/** The surest shot: least left uncertain by its light, then least glare. */
const surest = (flats: readonly Flat[]): Flat =>
  flats.reduce((best, next) =>
    next.light.uncertainty.value + next.glareShare < best.light.uncertainty.value + best.glareShare ? next : best,
  );

/**
 * Several photographs of one session as one flat: brought to the light of the surest, then mixed so that reflections
 * that moved between
 * the shots vanish and sharper places win.
 * @param flats of one canvas, at least one
 */
export function combineFlats(flats: readonly Flat[]): Flat {
  if (flats.length === 1) return flats[0];
  const base = surest(flats);
  const others = flats.filter((flat) => flat !== base);
  // What one shot has as glare the other has as paint: robust fits take it for the outlier it is.
  const fits = others.map((flat) => fitToPlan(flat.small, base.small, { anchors: [], knownTo: 10.5 }));
  const inOneLight = (raster: Raster, k: number) => (isPlain(fits[k]) ? raster : applyFit(raster, fits[k]));
  const small = [base.small, ...others.map((flat, k) => inOneLight(flat.small, k))];
  const shares = sharesOf([base, ...others].map((flat, k) => ({ raster: small[k], mask: flat.mask })));
  const size = { width: base.small.width, height: base.small.height };
  const mixedSmall = mixed(small, shares.of, size);
  // What no shot shows is not glare.
  const hidden = base.hidden.map((_, i) => (flats.every((flat) => flat.hidden[i]) ? 1 : 0));
  const glareShare = glareIn(shares.mask, hidden);
  const blurs = flats.map(({ blurMm }) => blurMm).filter(Number.isFinite);
  return {
    ...base,
    small: mixedSmall,
    squared: flats[0].squared,
    picture: () => {
      const full = [base.picture(), ...others.map((flat, k) => inOneLight(flat.picture(), k))];
      return mixed(full, shares.of, size);
    },
    mask: shares.mask,
    hidden,
    glareShare,
    blurMm: blurs.length ? Math.min(...blurs) : NaN,
    quality: {
      ...base.quality,
      faults: base.quality.faults
        .filter(({ code }) => code !== 'glare')
        .concat(glareShare > 0.005 ? [{ code: 'glare', share: glareShare }] : []),
    },
  };
}

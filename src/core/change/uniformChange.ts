import { labFromLinear, luminanceFromValue, LUMINANCE, valueFromLuminance } from '../colour';
import { boxBlur, channelsOf, median, quantile, type Raster } from '../raster';
import type { Uncertainty } from '../read';

/** One change over the whole picture since the last session, as a glaze or oiling-out makes. */
export interface UniformChange {
  /**
   * later light = gain x earlier + offset, a channel: a film takes a share of the light, oil takes the haze off the
   * darks
   */
  readonly gain: readonly [number, number, number];
  readonly offset: readonly [number, number, number];
  /** what it does to a grey of value 5: steps, and CIELAB units */
  readonly value: number;
  readonly a: number;
  readonly b: number;
  /** steps more for every step lighter */
  readonly slope: number;
  /** share of the canvas that changed so, 0..1 */
  readonly share: number;
}

const SAME = { value: 0.28, ab: 4.5 }; // how far a place may stray from the common change: registration, grain, light
const LEAST = { value: 0.25, ab: 3.5 }; // below this nothing happened worth a word
const MOST_OF_IT = 0.7; // share of the canvas that must have changed alike
const SAMPLES = 6_000;
const MOST_OFFSET = 0.03;

export type Rgb = [number, number, number];
interface Sample {
  readonly before: Rgb;
  readonly now: Rgb;
}
export type Law = Pick<UniformChange, 'gain' | 'offset'>;

/** Some places readable in both, evenly over the canvas, smoothed over a few strokes. */
export function samplesOf(now: Raster, before: Raster, mask: Uint8Array): Sample[] {
  const { width, height } = now;
  const soft = (raster: Raster) => channelsOf(raster).map((data) => boxBlur({ width, height, data }, 2).data);
  const [later, earlier] = [soft(now), soft(before)];
  const step = Math.max(1, Math.round(mask.length / SAMPLES) | 1);
  const out: Sample[] = [];
  const at = (planes: Float32Array[], i: number) => planes.map((plane) => plane[i]) as Rgb;
  for (let i = 0; i < mask.length; i += step) if (!mask[i]) out.push({ before: at(earlier, i), now: at(later, i) });
  return out;
}

const valueOf = (rgb: Rgb) =>
  valueFromLuminance(
    100 *
      Math.max(
        0,
        LUMINANCE.reduce((sum, share, c) => sum + share * rgb[c], 0),
      ),
  );
export const through = (rgb: readonly number[], { gain, offset }: Law) =>
  rgb.map((light, c) => Math.max(0, gain[c] * light + offset[c])) as Rgb;

/** How one colour differs from another: steps, and units of a*b*. */
export function apart(one: Rgb, two: Rgb): { value: number; a: number; b: number } {
  const [p, q] = [labFromLinear(...one), labFromLinear(...two)];
  return { value: valueOf(one) - valueOf(two), a: p.a - q.a, b: p.b - q.b };
}

/**
 * The law most samples follow: weighted least squares a channel, re-weighted by how far each sample's colour is from
 * it.
 */
export function lawOf(samples: readonly Sample[]): { law: Law; share: number } {
  const ratio = (c: number) => median(samples.map(({ now, before }) => (now[c] + 0.01) / (before[c] + 0.01)));
  let law: Law = { gain: [ratio(0), ratio(1), ratio(2)], offset: [0, 0, 0] };
  let alike = 0;
  for (let round = 0; round < 8; round++) {
    const sums = [0, 1, 2].map(() => ({ w: 0, x: 0, xx: 0, y: 0, xy: 0 }));
    alike = 0;
    for (const { now, before } of samples) {
      const off = apart(now, through(before, law));
      const ab = Math.hypot(off.a, off.b);
      if (Math.abs(off.value) < SAME.value && ab < SAME.ab) alike++;
      const say = 1 / (1 + (off.value / SAME.value) ** 2 + (ab / SAME.ab) ** 2) ** 2;
      sums.forEach((sum, c) => {
        const w = say / (before[c] + 0.03) ** 2; // a given share of light counts alike in darks and lights
        sum.w += w;
        sum.x += w * before[c];
        sum.xx += w * before[c] ** 2;
        sum.y += w * now[c];
        sum.xy += w * before[c] * now[c];
      });
    }
    const fits = sums.map(({ w, x, xx, y, xy }, c) => {
      const det = w * xx - x * x;
      if (det < 1e-9 * w * xx) return { gain: law.gain[c], offset: law.offset[c] };
      const gain = Math.min(4, Math.max(0.2, (w * xy - x * y) / det));
      return { gain, offset: Math.min(MOST_OFFSET, Math.max(-MOST_OFFSET, (y - gain * x) / w)) };
    });
    law = { gain: fits.map((fit) => fit.gain) as Rgb, offset: fits.map((fit) => fit.offset) as Rgb };
  }
  return { law, share: alike / samples.length };
}

const greyOf = (value: number): Rgb => {
  const light = luminanceFromValue(value) / 100;
  return [light, light, light];
};

/**
 * Whether the picture changed everywhere in the same way since the last session. Meaningful only where the light of
 * both flats is known
 * by itself (a card, a board): a light fitted to the painting takes such a change out.
 * @param now this flat, @param before the last one, both at reading size, their light taken out; @param mask 1 = not
 * read in either
 * @param light one-sigma uncertainty of the two flats together
 * @returns null where nothing changed, or different places changed differently
 */
export function uniformChange(
  { now, before, mask }: { now: Raster; before: Raster; mask: Uint8Array },
  light: Uncertainty,
): UniformChange | null {
  const samples = samplesOf(now, before, mask);
  if (samples.length < 300) return null;
  const { law, share } = lawOf(samples);
  if (share < MOST_OF_IT) return null;
  const made = (value: number) => apart(through(greyOf(value), law), greyOf(value));
  const { value, a, b } = made(5);
  // Oiling-out moves the darks only: a quarter of the places is enough.
  const steps = samples.map(({ before: was }) => Math.abs(apart(through(was, law), was).value));
  const typical = quantile(steps, 0.75);
  const changed =
    typical > Math.max(LEAST.value, 2 * light.value) || Math.hypot(a, b) > Math.max(LEAST.ab, 2 * light.warmth);
  return changed ? { ...law, value, a, b, slope: (made(8).value - made(3).value) / 5, share } : null;
}

/** The flat as it would be without the change: what is left is the painter's doing. */
export function withoutChange(flat: Raster, { gain, offset }: UniformChange): Raster {
  const [r, g, b] = channelsOf(flat).map((data, c) => data.map((light) => Math.max(0, (light - offset[c]) / gain[c])));
  return { ...flat, r, g, b };
}

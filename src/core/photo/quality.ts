import { median, type Picture } from '../raster';
import { valueUnder } from './bend';
import type { Light } from './light';
import type { KnownColours } from './vivid';

/** What is wrong with a photo, as facts; the words for it are in faultWords.ts. */
export type PhotoFault =
  | { readonly code: 'fall-off'; readonly stops: number }
  | { readonly code: 'blurred'; readonly blurMm: number }
  | { readonly code: 'clipped'; readonly share: number }
  | { readonly code: 'glare'; readonly share: number }
  | { readonly code: 'outside'; readonly share: number }
  | { readonly code: 'tilted'; readonly degrees: number }
  | { readonly code: 'grainy'; readonly noise: number }
  | { readonly code: 'coarse'; readonly pixelsPerMm: number }
  | { readonly code: 'size'; readonly widthMm: number; readonly heightMm: number }
  | { readonly code: 'tones'; readonly dark: number; readonly light: number }
  | { readonly code: 'vivid'; readonly by: number; readonly from?: KnownColours }
  | { readonly code: 'sheen'; readonly share: number; readonly most: number }
  | { readonly code: 'no-card' }
  | { readonly code: 'unlike'; readonly what: Unlike };

/**
 * In what a photograph is unlike the one before it, as far as the painter said: another lamp, room or hour of the day
 * without a card, lamps of two kinds at once, or paint in another state (wet, oiled out, freshly glazed).
 */
export const UNLIKE = ['lamp', 'lamps', 'room', 'hour', 'surface'] as const;
export type Unlike = (typeof UNLIKE)[number];

/** Factors by which it makes a reading less sure. */
export const UNLIKE_DOUBT: Record<Unlike, { readonly value: number; readonly warmth: number }> = {
  lamp: { value: 1, warmth: 2 },
  lamps: { value: 1, warmth: 2 },
  room: { value: 1, warmth: 2 },
  hour: { value: 1, warmth: 1.5 },
  surface: { value: 1.6, warmth: 1.4 },
};

/** All of them together: of lamps, rooms and hours the worst counts, they are one light. */
export function doubtOfUnlike(all: readonly Unlike[]): { value: number; warmth: number } {
  const light = all.filter((what) => what !== 'surface').map((what) => UNLIKE_DOUBT[what].warmth);
  const paint = all.includes('surface') ? UNLIKE_DOUBT.surface : { value: 1, warmth: 1 };
  return { value: paint.value, warmth: Math.max(1, ...light) * paint.warmth };
}

export interface PhotoQuality {
  readonly faults: readonly PhotoFault[];
  readonly pixelsPerMm: number;
}

export interface QualityFacts {
  readonly light: Light;
  readonly glareShare: number;
  /** share of the canvas beyond the photo's border */
  readonly outsideShare: number;
  readonly blurMm: number;
  readonly tiltDegrees: number;
  readonly pixelsPerMm: number;
  readonly clippedShare: number;
  /** see {@link grainOf} */
  readonly noise: number;
  /** size of the printed card in the canvas's millimetres, as a share of its true size */
  readonly saidShare: number;
  readonly canvas: { readonly widthMm: number; readonly heightMm: number };
}

const TONES = 0.2; // steps
const VIVID = 0.04; // share: less is within what a hand does
const SHEEN = 0.01; // reflectance: it lifts a dark of value 2 by a third of a step
const GRAINY = 0.028; // of the full range: what a phone makes of a dim room

/**
 * What a tone curve that the plan alone told would make of a dark of value 2, a light of value 8; null = hardly
 * another, or patches hold it.
 */
function tonesUnder({ camera, method }: Light): Extract<PhotoFault, { code: 'tones' }> | null {
  if (method === 'card') return null;
  const [dark, light] = [valueUnder(camera, 2), valueUnder(camera, 8)];
  return Math.max(Math.abs(dark - 2), Math.abs(light - 8)) > TONES ? { code: 'tones', dark, light } : null;
}

const tooStrong = ({ camera: { vivid } }: Light): PhotoFault | null =>
  vivid.by > VIVID ? { code: 'vivid', by: vivid.by, ...(vivid.from ? { from: vivid.from } : {}) } : null;

/** Faults worth telling the painter about, gravest first. */
export function judgePhoto(facts: QualityFacts): PhotoQuality {
  const faults: (PhotoFault | false)[] = [
    facts.outsideShare > 0.0005 && { code: 'outside', share: facts.outsideShare },
    facts.glareShare > 0.005 && { code: 'glare', share: facts.glareShare },
    facts.clippedShare > 0.02 && { code: 'clipped', share: facts.clippedShare },
    facts.light.fallOffStops > 0.4 && { code: 'fall-off', stops: facts.light.fallOffStops },
    facts.blurMm > 1.2 && { code: 'blurred', blurMm: facts.blurMm },
    facts.tiltDegrees > 12 && { code: 'tilted', degrees: facts.tiltDegrees },
    facts.noise > GRAINY && { code: 'grainy', noise: facts.noise },
    facts.pixelsPerMm < 2 && { code: 'coarse', pixelsPerMm: facts.pixelsPerMm },
    Math.abs(facts.saidShare - 1) > 0.03 && {
      code: 'size',
      widthMm: facts.canvas.widthMm / facts.saidShare,
      heightMm: facts.canvas.heightMm / facts.saidShare,
    },
    tonesUnder(facts.light) ?? false,
    tooStrong(facts.light) ?? false,
    facts.light.sheen.most > SHEEN && { code: 'sheen', ...facts.light.sheen },
    (facts.light.method === 'plan' || facts.light.method === 'untouched') && { code: 'no-card' },
  ];
  return { faults: faults.filter((fault) => fault !== false), pixelsPerMm: facts.pixelsPerMm };
}

/**
 * Share of a picture's pixels whose every channel is at its end, from every fourth pixel each way inside a box (px).
 */
export function blownShare({ data, width }: Picture, [x, y, w, h]: readonly [number, number, number, number]): number {
  const top = (data instanceof Uint16Array ? 65535 : 255) * 0.992;
  let [blown, all] = [0, 0];
  for (let v = Math.max(0, Math.round(y)); v < y + h; v += 4) {
    for (let u = Math.max(0, Math.round(x)); u < Math.min(width, x + w); u += 4) {
      const i = 3 * (v * width + u);
      if (i + 2 >= data.length) continue;
      all++;
      if (data[i] >= top && data[i + 1] >= top && data[i + 2] >= top) blown++;
    }
  }
  return all ? blown / all : 0;
}

/**
 * Noise of a picture inside a box (px): one sigma as a share of the full range of code values, from what a second
 * difference both ways
 * leaves of every spot (Immerkaer 1996), by its median so that edges and strokes hardly count.
 */
export function grainOf(
  { data, width, height }: Picture,
  [x, y, w, h]: readonly [number, number, number, number],
): number {
  const top = data instanceof Uint16Array ? 65535 : 255;
  const stride = Math.max(2, Math.round(Math.sqrt((w * h) / 40_000)));
  const list: number[] = [];
  for (let v = Math.max(1, Math.round(y)); v < Math.min(height - 1, y + h); v += stride) {
    for (let u = Math.max(1, Math.round(x)); u < Math.min(width - 1, x + w); u += stride) {
      const i = 3 * (v * width + u) + 1;
      const row = (at: number) => data[at - 3] - 2 * data[at] + data[at + 3];
      list.push(Math.abs(row(i - 3 * width) - 2 * row(i) + row(i + 3 * width)));
    }
  }
  return list.length < 50 ? 0 : (1.4826 * median(list)) / 6 / top;
}

import type { Picture } from '../raster';
import type { Light } from './light';

/** What is wrong with a photo, as facts; the words for it are in faultWords. */
export type PhotoFault =
  | { readonly code: 'fall-off'; readonly stops: number }
  | { readonly code: 'blurred'; readonly blurMm: number }
  | { readonly code: 'clipped'; readonly share: number }
  | { readonly code: 'glare'; readonly share: number }
  | { readonly code: 'outside'; readonly share: number }
  | { readonly code: 'tilted'; readonly degrees: number }
  | { readonly code: 'coarse'; readonly pixelsPerMm: number }
  | { readonly code: 'size'; readonly widthMm: number; readonly heightMm: number }
  | { readonly code: 'no-card' };

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
  /** size of the printed card in the canvas's millimetres, as a share of its true size */
  readonly saidShare: number;
  readonly canvas: { readonly widthMm: number; readonly heightMm: number };
}

/** Faults worth telling the painter about, gravest first. */
export function judgePhoto(facts: QualityFacts): PhotoQuality {
  const faults: (PhotoFault | false)[] = [
    facts.outsideShare > 0.0005 && { code: 'outside', share: facts.outsideShare },
    facts.glareShare > 0.005 && { code: 'glare', share: facts.glareShare },
    facts.clippedShare > 0.02 && { code: 'clipped', share: facts.clippedShare },
    facts.light.fallOffStops > 0.4 && { code: 'fall-off', stops: facts.light.fallOffStops },
    facts.blurMm > 1.2 && { code: 'blurred', blurMm: facts.blurMm },
    facts.tiltDegrees > 12 && { code: 'tilted', degrees: facts.tiltDegrees },
    facts.pixelsPerMm < 2 && { code: 'coarse', pixelsPerMm: facts.pixelsPerMm },
    Math.abs(facts.saidShare - 1) > 0.03 && {
      code: 'size',
      widthMm: facts.canvas.widthMm / facts.saidShare,
      heightMm: facts.canvas.heightMm / facts.saidShare,
    },
    (facts.light.method === 'plan' || facts.light.method === 'untouched') && { code: 'no-card' },
  ];
  return { faults: faults.filter((fault) => fault !== false), pixelsPerMm: facts.pixelsPerMm };
}

/** The only place with sentences about photographs: what it is, what to do. */
export const faultWords: { [C in PhotoFault['code']]: (fault: Extract<PhotoFault, { code: C }>) => string } = {
  'fall-off': ({ stops }) =>
    `One side is ${stops.toFixed(1)} stops darker; taken out. Turn the lamp towards it next time.`,
  blurred: ({ blurMm }) => `Blurred by ${blurMm.toFixed(1)} mm. Rest the phone on something.`,
  clipped: ({ share }) => `${Math.round(share * 100)} % of the lights are blown. Expose darker by one stop.`,
  outside: ({ share }) =>
    `${Math.max(1, Math.round(share * 100))} % of the canvas lies outside the photograph and is not read. Step back.`,
  glare: ({ share }) =>
    `Glare on ${Math.max(1, Math.round(share * 100))} % of the canvas is not read. Turn the lamp 30 degrees.`,
  tilted: ({ degrees }) =>
    `Taken ${Math.round(degrees)} degrees off square; straightened. Stand in front of the middle.`,
  coarse: ({ pixelsPerMm }) => `Only ${pixelsPerMm.toFixed(1)} pixels in a millimetre. Step closer.`,
  size: ({ widthMm, heightMm }) =>
    `By the card’s ruler the canvas is about ${Math.round(widthMm)} × ${Math.round(heightMm)} mm. If the card stood in the canvas's plane, look at the size again.`,
  'no-card': () =>
    'No patch of known grey in the frame: the light was guessed from the plan. A grey card beside the canvas makes values surer.',
};

export function wordsForFault<C extends PhotoFault['code']>(fault: Extract<PhotoFault, { code: C }>): string {
  return (faultWords[fault.code as C] as (f: typeof fault) => string)(fault);
}

/** Share of a picture's pixels whose every channel is at its end, from every fourth pixel each way inside a box (px). */
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

import { luminanceFromValue, MEASURED, valueFromLuminance, type ValueScale } from '../colour';
import { halfWidth } from '../raster';
import { leftBy, type Light } from './light';
import type { KnownColours } from './vivid';
import { UNLIKE_DOUBT, type PhotoFault, type Unlike } from './quality';

type Of<C extends PhotoFault['code']> = Extract<PhotoFault, { code: C }>;
const percent = (share: number) => Math.max(1, Math.round(share * 100));
/** To a hundredth; what is less is not told as nothing. */
function steps(sigma: number, { per }: ValueScale): string {
  const told = (halfWidth(sigma) * per).toFixed(2);
  return told === '0.00' ? 'less than 0.01' : told;
}
const units = (sigma: number) => halfWidth(sigma).toFixed(1);

/** What is wrong with a photo and what to do about it next time. */
const FAULTS: { [C in PhotoFault['code']]: (fault: Of<C>) => string } = {
  'fall-off': ({ stops }) =>
    `One side is ${stops.toFixed(1)} stops darker; taken out. Turn the lamp towards it next time.`,
  blurred: ({ blurMm }) => `Blurred by ${blurMm.toFixed(1)} mm. Rest the phone on something.`,
  clipped: ({ share }) => `${percent(share)} % of the lights are blown. Expose darker by one stop.`,
  outside: ({ share }) => `${percent(share)} % of the canvas lies outside the photograph. Step back.`,
  glare: ({ share }) => `Glare on ${percent(share)} % of the canvas. Turn the lamp 30 degrees, or add a second shot.`,
  tilted: ({ degrees }) =>
    `Taken ${Math.round(degrees)} degrees off square; straightened. Stand in front of the middle.`,
  grainy: () => 'Grainy: the phone had too little light. Add light, or rest the phone for a longer exposure.',
  coarse: ({ pixelsPerMm }) => `Only ${pixelsPerMm.toFixed(1)} pixels in a millimetre. Step closer.`,
  size: ({ widthMm, heightMm }) =>
    `By the card’s ruler the canvas is about ${Math.round(widthMm)} × ${Math.round(heightMm)} mm. If the card stood in the canvas’s plane, look at the size again.`,
  tones: () =>
    'Against the plan, darks and lights are shifted as a phone’s tone curve shifts them: your phone did it, or you did. They are read without it. Three greys of a card beside the canvas tell which.',
  vivid: ({ by, from }) =>
    from
      ? `Your phone makes all colours about ${percent(by)} % stronger: ${TOLD_BY[from]}. They are read without it.`
      : `All colours are about ${percent(by)} % stronger than the plan’s: your phone made them so, or you did. They are read without it. Paints of yours on the fields of the printed card, measured once, tell which.`,
  sheen: ({ share }) =>
    `A faint sheen lies over ${percent(share)} % of the canvas and lifts its darks; it was taken out as far as the plan tells. Turn the lamp or the picture until it is gone.`,
  'no-card': () =>
    'No patch of known grey in the frame: the light was guessed. A grey card beside the canvas tells a lamp from a painting that is off its plan all over.',
  unlike: ({ what }) => UNLIKE_WORDS[what],
};

const TOLD_BY: Record<KnownColours, string> = {
  paints: 'your paints on the card tell',
  earlier: 'what you have not painted on since the last session tells',
};

const UNLIKE_WORDS: Record<Unlike, string> = {
  lamp: 'Taken under another lamp than last time, without a card. A grey card beside the canvas tells the lamp from the paint.',
  lamps: 'Lit by lamps of two kinds: colours change from place to place. Leave one of them on.',
  room: 'Taken in another room than last time, without a card. A grey card beside the canvas tells the room from the paint.',
  hour: 'Taken in daylight of another hour than last time, without a card. A grey card beside the canvas tells the hour from the paint.',
  surface: 'The paint is in another state than last time: wet or oiled paint looks darker and stronger than dry.',
};

/** What a fault costs: how much less is known, or not at all. */
const COSTS: { [C in PhotoFault['code']]: (fault: Of<C>, light: Light, scale: ValueScale) => string } = {
  'fall-off': ({ stops }, { method }, scale) => {
    const [even, uneven] = [leftBy(method, 0), leftBy(method, stops)];
    return `It makes values less sure by ${steps(uneven.value - even.value, scale)} of a step, warmth by ${units(uneven.warmth - even.warmth)}.`;
  },
  blurred: ({ blurMm }) => `No edge is read narrower than ${blurMm.toFixed(1)} mm.`,
  clipped: () => 'What is blown may be lighter than it is read.',
  outside: () => 'Nothing is read there.',
  glare: () => 'Nothing is read there.',
  tilted: ({ degrees }) =>
    `The far side has ${Math.round(100 * (1 - Math.cos((degrees * Math.PI) / 180) ** 2))} % less detail.`,
  grainy: ({ noise }, _, { per }) =>
    `Large masses hardly suffer; an accent of a few pixels is unsure by ${(20 * noise * per).toFixed(1)} steps.`,
  coarse: ({ pixelsPerMm }) => `Nothing smaller than ${(2 / pixelsPerMm).toFixed(1)} mm is told.`,
  size: ({ widthMm }) => `Until then all millimetres rest on the size that was said, not on ${Math.round(widthMm)} mm.`,
  tones: ({ dark, light }, _, { show }) =>
    `Left in, beside a middle of ${show(5)} a dark of value ${show(2)} would look like ${show(dark)}, a light of value ${show(8)} like ${show(light)}.`,
  vivid: (_, { camera }) =>
    `A strong colour is told give or take ${percent(halfWidth(camera.vivid.doubt))} % of its strength.`,
  sheen: ({ most }, _, { show }) =>
    `Left in, it would make a dark of value ${show(2)} look like ${show(valueFromLuminance(luminanceFromValue(2) + 100 * most))}.`,
  'no-card': (_, { agreement, uncertainty }, scale) => {
    const sure = `values are told give or take ${steps(uncertainty.value, scale)} of a step and warmth give or take ${units(uncertainty.warmth)}`;
    return agreement > 0
      ? `If most of the painting is as planned, ${sure}.`
      : `Too little of the canvas agrees with the plan to tell: ${sure}.`;
  },
  unlike: ({ what }) => {
    const { value, warmth } = UNLIKE_DOUBT[what];
    const wider = (by: number) => `${percent(by - 1)} %`;
    return value > 1
      ? `It makes values less sure by ${wider(value)} and colours by ${wider(warmth)}.`
      : `It makes colours less sure by ${wider(warmth)}.`;
  },
};

export interface QualityWords {
  /** what is wrong, and what to do */
  readonly words: string;
  /** what it costs in certainty */
  readonly cost: string;
}

/** The only place with sentences about photographs. */
export function wordsForFault<C extends PhotoFault['code']>(
  fault: Of<C>,
  light: Light,
  scale: ValueScale = MEASURED,
): QualityWords {
  const code = fault.code;
  return {
    words: (FAULTS[code] as (f: typeof fault) => string)(fault),
    cost: (COSTS[code] as (f: typeof fault, l: Light, s: ValueScale) => string)(fault, light, scale),
  };
}

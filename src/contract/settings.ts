import { z } from 'zod';
import type { Paint } from '../core/photo';
import { GreyPatch, type Made } from './shapes';

/** A paint of known colour, and how far value (steps), a* and b* (units) may be off, one sigma. */
const CardPaint = GreyPatch.omit({ box: true }).required() satisfies z.ZodType<Paint>;

/** Settings that are changed; the others stay as they are. */
export const SettingsChange = z
  .object({
    surround: z.enum(['dark', 'middle', 'light']),
    /** which end of the displayed value scale is black */
    scale: z.enum(['black-is-0', 'white-is-0']),
    /** how many steps the displayed scale has between black and white */
    scaleSteps: z.union([z.literal(10), z.literal(9), z.literal(5)]),
    units: z.enum(['mm', 'inches']),
    /** how large the words are */
    textSize: z.enum(['usual', 'larger', 'largest']),
    /** ask what bothers the painter before a reading is shown */
    guessFirst: z.boolean(),
    /** the values of the painter's own printed or painted card, lightest first; null = as printers usually make them */
    cardValues: z.array(z.number().gt(0).max(10)).length(6).nullable(),
    /** the painter's own paints on the card's four fields, from the left; null = none there, or none at all */
    cardPaints: z.array(CardPaint.nullable()).length(4).nullable(),
  })
  .partial();

const chosen = SettingsChange.required().shape;
export const Settings = z.object({
  surround: chosen.surround.default('middle'),
  scale: chosen.scale.default('black-is-0'),
  scaleSteps: chosen.scaleSteps.default(10),
  units: chosen.units.default('mm'),
  textSize: chosen.textSize.default('usual'),
  guessFirst: chosen.guessFirst.default(false),
  cardValues: chosen.cardValues.default(null),
  cardPaints: chosen.cardPaints.default(null),
});

export type Settings = Made<typeof Settings>;
export type SettingsChange = Made<typeof SettingsChange>;

import { format, parseISO } from 'date-fns';
import { kindOf, type FindingKind } from '../core/kinds';
import { figure, NOTHING_TO_CORRECT, plural, signed, PHOTO_TEXT } from '../core/words';
import type { Next, PaintingDetail, PaintingSummary, Plan, ReadingDetail } from '../contract';

/** "14 March" of an ISO day. */
export const dayInWords = (day: string) => format(parseISO(day), 'd MMMM');
/** "09:30", on this machine's clock. */
export const timeInWords = (at: string) => format(parseISO(at), 'HH:mm');
/** "14 March at 09:30", on this machine's clock. */
export const momentInWords = (at: string) => `${dayInWords(at)} at ${timeInWords(at)}`;

export { plural };

/** Where the next thing to do is done, and what its button says. */
export function nextStep(
  id: string,
  next: Next,
  { latestSession, undecided }: Pick<PaintingSummary, 'latestSession' | 'undecided'>,
): { to: string; words: string; hotkey: string } {
  const at = `/painting/${id}`;
  const steps: Record<Next, { to: string; words: string; hotkey: string }> = {
    'add-reference': { to: `${at}/plan`, words: 'Add the reference', hotkey: 'P' },
    'start-session': { to: `${at}/photo/1`, words: 'Photograph session 1', hotkey: 'P' },
    'add-photo': { to: `${at}/photo/${latestSession}`, words: `Photograph session ${latestSession}`, hotkey: 'P' },
    'show-corners': { to: `${at}/photo/${latestSession}`, words: 'Show the sides', hotkey: 'P' },
    read: { to: `${at}/photo/${latestSession}`, words: `Read session ${latestSession}`, hotkey: 'P' },
    decide: { to: `${at}/decide/${latestSession}`, words: `Decide ${plural(undecided, 'finding')}`, hotkey: 'D' },
    'next-session': {
      to: `${at}/photo/${latestSession + 1}`,
      words: `Photograph session ${latestSession + 1}`,
      hotkey: 'P',
    },
  };
  return steps[next];
}

/** Number of a painting's newest session; 0 = there is none. Numbers of deleted sessions are missing. */
export const newestSession = ({ sessions }: Pick<PaintingDetail, 'sessions'>): number => sessions.at(-1)?.number ?? 0;

/** The same of a painting. @param shown session in sight: where findings of another one wait, the words say of which */
export function nextOf(detail: PaintingDetail, shown?: number) {
  const { painting, next, undecided } = detail;
  const latestSession = newestSession(detail);
  const step = nextStep(painting.id, next, { latestSession, undecided });
  const elsewhere = next === 'decide' && shown !== undefined && shown !== latestSession;
  return elsewhere ? { ...step, words: `${step.words}, session ${latestSession}` } : step;
}

export { NOTHING_TO_CORRECT };

const KEYS = { absolute: 'as photographed', range: 'fitted to the paint’s range', curve: 'in its key' } as const;

/** What the plan's picture is: "reference in its key, 2 departures". */
export const planInWords = ({ key, departures, pins, drawings, governing }: Plan): string => {
  const drawing = drawings.find(({ id }) => id === governing);
  return [
    `reference ${KEYS[key.kind]}`,
    drawing ? `drawn by “${drawing.name}”` : pins.length > 0 && 'drawn out of shape',
    departures.length > 0 && plural(departures.length, 'departure'),
  ]
    .filter(Boolean)
    .join(', ');
};

/** Canvas size in the painter's unit. */
export const sizeInWords = (widthMm: number, heightMm: number, units: 'mm' | 'inches') =>
  units === 'mm'
    ? `${+widthMm.toFixed(1)} × ${+heightMm.toFixed(1)} mm`
    : `${+(widthMm / 25.4).toFixed(2)} × ${+(heightMm / 25.4).toFixed(2)} in`;

export { figure };
/** A difference along a correction's or finding's own dimension, signed both ways: +0.45, −3, 0. */
export const signedFigure = (kind: FindingKind, difference: number, per = 1): string =>
  signed(kind === 'value' ? difference * per : difference, kindOf(kind).digits);

/** How the light was taken out: as a caption, and as a sentence about the method. */
export const LIGHT_WORDS: Record<ReadingDetail['light']['method'], { caption: string; sentence: string }> = {
  card: {
    caption: 'light taken out with the card',
    sentence: PHOTO_TEXT.lightByCard,
  },
  grey: { caption: 'light set by a known grey', sentence: PHOTO_TEXT.lightByGrey },
  board: {
    caption: 'light taken out with the white board',
    sentence: PHOTO_TEXT.lightByBoard,
  },
  before: {
    caption: 'light as in the last session',
    sentence: PHOTO_TEXT.lightByBefore,
  },
  ground: {
    caption: 'light as the bare ground shows it',
    sentence: PHOTO_TEXT.lightByGround,
  },
  plan: {
    caption: 'light guessed from the plan',
    sentence: PHOTO_TEXT.lightByPlan,
  },
  untouched: { caption: 'light as photographed', sentence: PHOTO_TEXT.lightUntouched },
};

import { plural } from './listed';
import { PHOTO_TEXT } from './texts/photoText';

const SURELY = 0.9; // confidence from which nothing is added
export const cornersFoundInWords = (confidence: number): string =>
  `All four corners found${confidence < SURELY ? ', less surely than usual: look at each' : ''}. Pull a thread, or nudge it with the arrow keys.`;
const NUMBER = ['no', 'one', 'two', 'three', 'four'];
/** What is asked of the painter while so many of the four sides have not been shown. */
export const cornersToShowInWords = (left: number): string =>
  left === 4
    ? 'Show the four sides: pull each thread onto its side of the canvas.'
    : `Pull the other ${left === 1 ? 'thread' : `${NUMBER[left]} threads`} onto ${left === 1 ? 'its side' : 'their sides'} too; then the corners are kept.`;
export const lensInWords = (px: number): string =>
  `The lens bends straight sides by ${px.toFixed(0)} px; that is taken out.`;
export const shotsInWords = (shots: number): string => (shots > 1 ? `${shots} shots read as one.` : '');
export const asideInWords = (photos: number): string =>
  `${plural(photos, 'photograph')} left out; add it again to take it back.`;
export const inSessionInWords = (photos: number): string => `${plural(photos, 'photograph')} in this session.`;
/** "session 3, 14 March, the ledge". @param intention '' = none */
export const sessionInWords = (session: number, day: string, intention: string): string =>
  [`session ${session}`, day, intention].filter(Boolean).join(', ');
/** @param session its number as the address has it; NaN = the address names none */
export const noSessionInWords = (session: number): string =>
  Number.isInteger(session) ? `There is no session ${session} yet.` : 'The address names no session.';
export const notReadInWords = (session: string): string => `Session ${session} has not been read yet.`;
/** @param before the canvas's outline of last time is shown, not one for the first */
export const lineUpInWords = (before: boolean): string =>
  `Line the canvas up with ${before ? 'where it stood last time' : 'the outline'}. All four corners in the frame, no lamp shining in the paint.`;
export const hiddenInWords = (unit: string): string => `${unit} of the canvas; nothing is read there.`;
export const dropInWords = (several: boolean): string =>
  `or drop ${several ? 'them' : 'it'} here, or paste. ${PHOTO_TEXT.files}`;

/** What a photograph of the bare surface tells; null = its colour is not known yet. */
export const barePhotoInWords = (colour: { value: string; a: number; b: number } | null): string =>
  colour
    ? `Known: value ${colour.value}, a* ${colour.a.toFixed(0)}, b* ${colour.b.toFixed(0)}. Where it still shows is told at every reading.`
    : 'From this photograph its colour is learned, and at every reading how much of it is covered.';

/** How far the sorting of a batch has come. */
export const sortingInWords = ({ known, looking }: { known: number; looking: number }): string =>
  [
    'Each goes into the session of the day it was taken.',
    known > 0 && `${known} were here already.`,
    looking > 0 && `Looking for the corners of ${looking}.`,
  ]
    .filter(Boolean)
    .join(' ');

export const phoneDoorInWords = (session: number): string =>
  `The phone must be in the same network as this machine. The first that scans it is let in, for a quarter of an hour, to send photographs of session ${session}; it sees nothing else.`;
export const phoneCameInWords = (received: number): string =>
  received === 0 ? 'Waiting for the phone.' : `${plural(received, 'photograph')} came.`;
export const strangerInWords = (tries: number): string =>
  `Something else in this network has tried ${tries} wrong codes. It was not let in and is answered slowly; your phone still comes in. If you do not know what it is, stop waiting.`;

/** What is being done with a photograph just now. */
export type Doing =
  | { readonly at: 'plan' | 'photograph' | 'looking' | 'comparing' | 'over' | 'judging' | 'keeping' }
  | { readonly at: 'shot'; readonly index: number; readonly count: number };
const DOING = {
  plan: 'opening the plan',
  photograph: 'opening the photograph',
  looking: 'looking for the canvas',
  comparing: 'comparing it with the plan',
  over: 'looking it over',
  judging: 'judging what differs',
  keeping: 'keeping the reading',
} as const;
export function doingInWords(doing: Doing): string {
  if (doing.at !== 'shot') return DOING[doing.at];
  return doing.count > 1
    ? `squaring shot ${doing.index + 1} of ${doing.count}`
    : 'squaring it and taking the light out';
}

/** What is known of the paints on the card's fields. @param tell they are known surely enough to tell anything */
export function paintsInWords({ known, tell }: { known: boolean; tell: boolean }): string {
  if (!known) return PHOTO_TEXT.paintsUnknown;
  return tell ? PHOTO_TEXT.paintsKnown : PHOTO_TEXT.paintsRough;
}

const ENDS = [
  ['left', 'right'],
  ['upper', 'lower'],
  ['right', 'left'],
  ['lower', 'upper'],
] as const;
const LEAST_MM = 0.3; // beside a thread: less cannot be told in a photograph made small
/** Whether an edge runs beside a thread by so much that it is told. @param mm outwards, at the side's two ends */
export const runsBeside = (mm: { readonly from: number; readonly to: number }): boolean =>
  Math.max(Math.abs(mm.from), Math.abs(mm.to)) >= LEAST_MM;
const besideInWords = (mm: number) =>
  Math.abs(mm) < LEAST_MM ? 'along it' : `${Math.abs(mm).toFixed(1)} mm ${mm > 0 ? 'outside' : 'inside'} it`;
/** Where the edge seen nearest to a thread runs. @param side 0 top, 1 right, 2 bottom, 3 left; @param mm as above */
export function edgeBesideInWords(side: 0 | 1 | 2 | 3, mm: { readonly from: number; readonly to: number }): string {
  const [first, last] = ENDS[side];
  return runsBeside(mm)
    ? `The edge seen nearest to this thread runs ${besideInWords(mm.from)} at the ${first} end, ${besideInWords(mm.to)} at the ${last} end. Look in the strip whether it is the canvas’s own or a ledge’s.`
    : 'This thread lies on the edge seen nearest to it.';
}

import { CROSSES_MM, type Closeness, type EdgePlanLine, type EdgeWanted } from '../edges';
import { seenEdgeInWords } from './edgeWords';
import { percent, plural } from './listed';

type Show = (value: number) => string;

/** Whether the plan on the screen is kept, and as which version. */
export function keptInWords({ dirty, begunOn, version }: { dirty: boolean; begunOn: number; version: number }): string {
  if (!dirty) return version === 0 ? 'Made without a reference.' : `Plan version ${version} is kept.`;
  const meanwhile = begunOn < version ? ` Version ${version} was kept in another window meanwhile.` : '';
  return `Changed since version ${begunOn}; not kept yet.${meanwhile}`;
}

/** A reference for who hears the page: two may be called alike. */
export const referenceInWords = (number: number, fileName: string): string => `Reference ${number}: ${fileName}`;
export const fileInWords = ({ fileName, width, height }: { fileName: string; width: number; height: number }): string =>
  `${fileName}, ${width} × ${height} px. The file itself is never cut.`;
export const pinsInWords = (pins: number): string => `The drawing is pulled out of shape at ${plural(pins, 'point')}.`;
export const edgesSeenInWords = (viewingM: number): string =>
  `As seen from ${viewingM} m; proposed from the reference, changed by you.`;
const ALL_OF_IT = 0.8; // from which an edge is so all along
type EdgeSaid = Pick<EdgePlanLine, 'look' | 'atMost' | 'class' | 'share'>;
/** An edge as the picture has it over its length. @param share how much of it has its class, 0..1 */
export const plannedEdgeInWords = ({ look, atMost, class: is, share }: EdgeSaid, per = 1): string =>
  `The picture has it ${seenEdgeInWords({ ...look, atMost, class: is }, per)}${share < ALL_OF_IT ? `; so along ${percent(share)} of it` : ''}.`;
const KEPT_TO: Record<Closeness, string> = {
  tight: 'Smaller differences than usual are told, of this edge and of its contour.',
  medium: 'The usual differences are told, of this edge and of its contour.',
  free: 'Only large differences are told, of this edge and of its contour.',
};
/** What becomes of the painter's wishes for an edge; '' = there are none that need saying. */
export const edgeWantedInWords = ({ is, tolerance, mayCross }: EdgeWanted): string =>
  [
    is === 'lost' && 'Its two sides run into one another here.',
    tolerance && KEPT_TO[tolerance],
    mayCross && `Colour up to ${CROSSES_MM} mm to either side of it is let be; so is a lost edge.`,
  ]
    .filter(Boolean)
    .join(' ');
export const spotInWords = ({ reference, planned }: { reference: number; planned: number }, show: Show): string =>
  `This spot is ${show(reference)} in the reference and becomes ${show(planned)}.`;
/** What to do with the reference's values; its ends where they are known. */
export const tapInWords = (
  ends: { readonly darkest: { readonly value: number }; readonly lightest: { readonly value: number } } | null,
  show: Show,
): string =>
  `${ends ? `Its darkest dark is ${show(ends.darkest.value)}, its lightest light ${show(ends.lightest.value)}; both are marked. ` : ''}Tap a spot to see its value, or to keep it where you want it.`;
export const scaleInWords = (scale: string): string => `Values run ${scale}.`;
export const sharesInWords = ({ dark, middle, light }: { dark: number; middle: number; light: number }): string =>
  `${percent(dark)} of the canvas is dark, ${percent(middle)} middle, ${percent(light)} light.`;
/** What a frame leaves in sight; null = all of it. */
export const sightInWords = (seen: { width: number; height: number } | null): string =>
  seen
    ? `${Math.round(seen.width)} × ${Math.round(seen.height)} mm stay in sight; the picture is judged inside them.`
    : 'Nothing is hidden: the whole canvas is seen.';
/** @param value on the painter's scale */
export const groundIsInWords = (value: string): string => `Value ${value}.`;
const KNOWN = { typed: 'As you typed it.', photo: 'Learned from a photograph.', place: 'Learned from a photograph.' };
/** Whence the ground's colour is known; null = it is not. */
export const groundKnownInWords = (from: keyof typeof KNOWN | null): string =>
  `${from ? KNOWN[from] : 'Not known yet.'} A photograph of the bare surface tells it best: take it in, and choose “This shows the bare ground”.`;
export const olderInWords = (older: number): string =>
  `${plural(older, 'reading')} ${older === 1 ? 'names' : 'name'} an older version. They stay as they are until you ask.`;
export const rereadInWords = (sessions: number): string =>
  sessions === 0 ? 'Every session is read by this plan already.' : `${plural(sessions, 'session')} being read again.`;
/** @param value on the painter's scale; @param share of the canvas that is darker, 0..1 */
export const thresholdInWords = (value: string, share: number): string =>
  `${value}: ${percent(share)} of the canvas is shadow, ${percent(1 - share)} light`;
/** The same of the end of a tone. */
export const toneEndsInWords = (value: string, share: number): string =>
  `${value}: ${percent(share)} of the canvas is darker`;
/** What a drawing that was found in a photograph is called, until the painter says otherwise. */
export const drawingOfInWords = (from: { readonly session: number } | { readonly file: string }): string =>
  'session' in from ? `session ${from.session}, as painted` : from.file.slice(0, 60);
/** How a drawing lies against the plan it was found by: median and most in mm. */
export const drawingFoundInWords = ({ found, median, most }: { found: number; median: number; most: number }): string =>
  `About ${percent(found)} of the plan’s contours are found in it. Nearly all of them lie within ${most.toFixed(1)} mm of where the plan has them; laid on the drawing, half lie within ${median.toFixed(1)} mm.`;

/** What is asked of a place that was shown. @param name of the place */
export const howToDifferInWords = (name: string): string => `${name}: how should it differ?`;

/**
 * Whether an aid, lens or print is true to size, and what to do where it is not.
 * @param scale its factor is measured over known
 */
export function aidScaleInWords(
  name: string,
  { factor, doubt, tooShort, true: isTrue }: { factor: number; doubt: number; tooShort: boolean; true: boolean },
): string {
  const off = `${(100 * Math.abs(factor - 1)).toFixed(1)} % too ${factor > 1 ? 'large' : 'small'}`;
  const sure = `give or take ${(100 * doubt).toFixed(1)} %`;
  const longer = tooShort ? ' Measure 50 mm or more, to know it to 1 %.' : '';
  if (isTrue) return `${name}: true to size, ${sure}.${longer}`;
  return `${name}: ${off}, ${sure}. Do not work at the same size from it: set it to ${(100 / factor).toFixed(1)} %, and measure again.${longer}`;
}

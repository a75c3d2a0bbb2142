import { areaInWords } from './figures';
import { percent } from './listed';
import { lengthInWords, setOffInWords, them, type ThingSaid } from './thingWords';

/** What no plan has, as it is told. */
interface UnplannedSaid extends ThingSaid {
  /** by how many it stands out in the painting */
  readonly steps: number;
  /** share of that which the plan has */
  readonly there: number;
}

const linesInWords = ({ count }: Pick<ThingSaid, 'count'>): string =>
  count > 1 ? `the ${count} lines that no plan has` : 'the line that no plan has';
const what = (said: ThingSaid): string => (said.of === 'line' ? linesInWords(said) : 'what no plan has');

/** What it asks for, without its place. */
export const unplannedInWords = (said: ThingSaid): string =>
  said.of === 'line' ? `paint out ${what(said)}, ${lengthInWords(said)}` : `paint out ${what(said)}`;

/** The same as a request. @param place as in a sentence; @param per how many of the painter’s steps make one of ten */
export function unplannedRequestInWords(said: UnplannedSaid, place: string, per = 1): string {
  const where = `at ${place.replace(/,$/, '')}${said.of === 'line' ? `, ${lengthInWords(said)}` : ''}`;
  const stands = said.count > 1 ? 'they stand' : 'it stands';
  return `paint out ${what(said)} ${where}: ${stands} out by ${setOffInWords(said.steps, per)}, the plan shows next to nothing there`;
}

/** What it is decided by. @param said with the half-width of its doubt, steps */
export function unplannedEvidenceInWords(
  said: UnplannedSaid & { readonly doubt: number; readonly share: number },
  per = 1,
): string {
  const [subject, verb] = said.count > 1 ? ['They', 'stand'] : ['It', 'stands'];
  return [
    `${subject} ${verb} out by ${setOffInWords(said.steps, per)}, give or take ${setOffInWords(said.doubt, per)}, from what lies round ${them(said)}, value and colour together.`,
    `The plan has ${percent(Math.max(0, said.there))} of that.`,
    ...(said.of === 'element'
      ? [areaInWords(said.share), 'Paint of another value with a border of its own looks the same.']
      : []),
    `Did you want ${them(said)} there? Then it is meant to be so, and nothing is compared there.`,
  ].join(' ');
}

/** How it was measured and how sure that is. @param doubt half-width, steps */
export function unplannedBasisInWords(
  { of, doubt }: Pick<ThingSaid, 'of'> & { readonly doubt: number },
  per = 1,
): string {
  const compared =
    of === 'line'
      ? 'The painting’s line was looked for within 5 mm of its place in the plan, along the drift, every millimetre.'
      : 'Both sides of its outline were compared every 2 mm, in the painting and in the plan, along the drift.';
  return `${compared} A fifth of its place stands out by more than is told, the rest by less; give or take ${setOffInWords(doubt, per)}.`;
}

import { areaInWords } from './figures';
import { percent } from './listed';
import { lengthInWords, setOffInWords, them, type ThingSaid } from './thingWords';

/** What is missing, as it is told. */
interface MissingSaid extends ThingSaid {
  /** steps it stands out by in the plan */
  readonly planned: number;
}

/** What is missing: a line, or several. */
const linesInWords = ({ count }: MissingSaid): string =>
  count > 1 ? `the ${count} lines that are missing` : 'the line that is missing';
/** What it asks for, without its place. */
export const missingInWords = (missing: MissingSaid): string =>
  missing.of === 'line' ? `paint ${linesInWords(missing)}, ${lengthInWords(missing)}` : 'paint what is missing';

/** The same as a request. @param place as in a sentence; @param per how many of the painter's steps make one of ten */
export function missingRequestInWords(missing: MissingSaid, place: string, per = 1): string {
  const where = `at ${place.replace(/,$/, '')}`;
  const what =
    missing.of === 'line'
      ? `paint ${linesInWords(missing)} ${where}, ${lengthInWords(missing)}`
      : `paint what is missing ${where}`;
  const it = them(missing);
  return `${what}: the plan sets ${it} off by ${setOffInWords(missing.planned, per)}, the painting shows next to nothing of ${it}`;
}

/** What it is decided by. @param missing with the half-width of its doubt, and the share of it that is there */
export const missingEvidenceInWords = (
  missing: MissingSaid & { doubt: number; there: number; share: number },
  per = 1,
): string =>
  [
    `The plan sets ${them(missing)} off by ${setOffInWords(missing.planned, per)} from what lies round ${them(missing)}, value and colour together.`,
    `${percent(Math.max(0, missing.there))} of that is painted, give or take ${percent(missing.doubt)}.`,
    ...(missing.of === 'element' ? [areaInWords(missing.share)] : []),
    `Did you leave ${them(missing)} out on purpose? Then it is meant to be so, and the plan follows.`,
  ].join(' ');

/** How it was measured and how sure that is. */
export const missingBasisInWords = ({ of, doubt }: Pick<MissingSaid, 'of'> & { doubt: number }): string =>
  of === 'line'
    ? `The plan’s line was looked for within 5 mm of its place, along the drift, every millimetre; give or take ${percent(doubt)} of what it stands out by.`
    : `Both sides of its outline were compared every 2 mm, in the plan and in the painting, along the drift; give or take ${percent(doubt)} of what it stands out by.`;

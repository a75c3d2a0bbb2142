import { plural } from './listed';
import { correctionsInWords } from './readingWords';

/**
 * How a painting stands, for its place on the ledge.
 * @param day of its newest photograph, in words; null = the session has none yet
 */
export function standingInWords({
  session,
  day,
  undecided,
  open,
  done,
}: {
  session: number;
  day: string | null;
  undecided: number;
  open: number;
  done: number;
}): string {
  return [
    day ? `Session ${session} is photographed, ${day}.` : `Session ${session} is under way.`,
    undecided > 0 && `${plural(undecided, 'finding')} ${undecided === 1 ? 'waits' : 'wait'} for your eye.`,
    open + done > 0 && correctionsInWords(open, done),
  ]
    .filter(Boolean)
    .join(' ');
}

const sizeOf = (bytes: number) =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;
/** Files that belong to no painting: what they are, and what to do, around the folder they lie in. */
export function unclaimedInWords({ files, bytes }: { files: number; bytes: number }): {
  before: string;
  after: string;
} {
  const [belong, were, them] = files === 1 ? ['belongs', 'it was', 'it'] : ['belong', 'they were', 'them'];
  return {
    before: `${plural(files, 'file')} of the originals (${sizeOf(bytes)}) ${belong} to no painting here, so ${were} set aside in `,
    after: `. Nothing is deleted: look at ${them}, keep what is yours, and empty the folder when you like.`,
  };
}

/** What the server said of a change that came too late. */
export const conflictInWords = (since: string): string => `${since} Yours was not kept yet.`;
export const brokenInWords = (status: number): string =>
  `Revlin answered with an error (${status}). What was kept before is safe. Do it again.`;
export const pictureGoneInWords = (status: number): string =>
  `A picture of the plan could not be loaded (${status}). Nothing was changed. Load the page again.`;
/** What no longer fits. @param what it is called; @param why for who looks into it */
export const unreadableInWords = (what: string, why: string): string =>
  `This version cannot read ${what} as it is kept (${why}). Nothing was changed, and it stays as it is. Open the folder with the version that kept it, or look at it with ./revlin check.`;

/** What a side of a canvas may measure, mm. */
export const SIDE = { least: 20, most: 5000 } as const;
const INCH = 25.4; // mm
/**
 * What is wrong with the sides of a canvas, in the unit they are typed in; null = nothing.
 * @param sides NaN = what is typed is no number
 */
export function sideWrongInWords(sides: { widthMm: number; heightMm: number }, unit: 'mm' | 'inches'): string | null {
  const both = [
    ['width', sides.widthMm],
    ['height', sides.heightMm],
  ] as const;
  const [none] = both.filter(([, mm]) => Number.isNaN(mm));
  if (none) return `The ${none[0]} is no number. Type it like 40 or 40.5.`;
  const [off] = both.filter(([, mm]) => mm < SIDE.least || mm > SIDE.most);
  if (!off) return null;
  const [least, most] =
    unit === 'mm' ? [SIDE.least, SIDE.most] : [(SIDE.least / INCH).toFixed(1), Math.floor(SIDE.most / INCH)];
  return `The ${off[0]} of a canvas lies between ${least} and ${most} ${unit}.`;
}

/** "Wall, session 4 · Enamel pot and persimmons · Revlin". @param where from the nearest to the furthest */
export const pageInWords = (where: readonly string[]): string => [...where, 'Revlin'].join(' · ');
/** @param session as the address has it */
export const roomInWords = (room: string, session: string | undefined): string =>
  session ? `${room}, session ${session}` : room;

/** Said aloud when a reading has come in. */
export const sessionReadInWords = (session: number): string => `Session ${session} is read.`;

/** "until 27 December". @param day in words */
export const bringBackUntilInWords = (deleted: string, until: string): string =>
  `Deleted on ${deleted}. It can be brought back until ${until}.`;

/** What is being done while the sample painting is made. */
export const sampleAtInWords = (session: number, of: number): string => `reading session ${session} of ${of}`;

import { plural } from './listed';

/**
 * How a painting stands, for its place on the ledge.
 * @param day of its newest photograph, in words; null = the session has none yet
 */
export function standingInWords({
  session,
  day,
  undecided,
  corrections,
}: {
  session: number;
  day: string | null;
  undecided: number;
  corrections: number;
}): string {
  return [
    day ? `Session ${session} is photographed, ${day}.` : `Session ${session} is under way.`,
    undecided > 0 && `${plural(undecided, 'finding')} ${undecided === 1 ? 'waits' : 'wait'} for your eye.`,
    corrections > 0 && `${plural(corrections, 'correction')} ${corrections === 1 ? 'is' : 'are'} on the list.`,
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

import type { Next, Photo, SetUp } from '../../contract';

/** What the next thing to do follows from. */
export interface NextFacts {
  readonly hasReference: boolean;
  readonly from: SetUp['from'];
  /** how many sessions there are */
  readonly sessions: number;
  /** the photograph of the newest session that is read, or else its last one */
  readonly main: Pick<Photo, 'role' | 'state'> | null;
  readonly undecided: number;
}

/** The next thing to do about a painting. */
export function nextOf({ hasReference, from, sessions, main, undecided }: NextFacts): Next {
  if (!hasReference && from === 'photograph') return 'add-reference';
  if (sessions === 0) return 'start-session';
  if (!main || main.role !== 'canvas') return 'add-photo';
  if (main.state === 'arrived' || main.state === 'asked') return 'show-corners';
  if (main.state === 'ready') return 'read';
  return undecided > 0 ? 'decide' : 'next-session';
}

import type { Knex } from 'knex';
import type { Crew } from '../jobs/crew';
import type { JobBoard } from '../jobs/jobBoard';
import type { PhoneDoor } from '../phone/phoneDoor';
import type { FileStore } from '../store/files';
import type { World } from '../world';
import type { Turns } from './turns';

/** Whose hand it is. */
export interface Hand {
  /** the window it comes from, by its own name; "phone"; "program" = whatever else calls */
  readonly by: string;
  /** the version a change was made on; null = whatever is there */
  readonly on: string | null;
}
export const PROGRAM: Hand = { by: 'program', on: null };

/** Makes the sample painting, session by session, and puts it on the easel. */
export type Sample = (
  studio: Studio,
  how: {
    /** stops before the next session */
    readonly signal: AbortSignal;
    readonly tell: (at: { readonly session: number; readonly of: number }) => void;
  },
) => Promise<void>;

/** What the application's actions work with. */
export interface Studio {
  readonly db: Knex;
  /** another number after every change of the database */
  readonly changes: () => number;
  readonly files: FileStore;
  readonly crew: Crew;
  readonly jobs: JobBoard;
  readonly world: World;
  /** who asks: what is done goes into the journal under this name */
  readonly hand: Hand;
  /** changes of one thing, one after another */
  readonly turns: Turns;
  /** the folder whose pictures come in by themselves */
  readonly inbox: string;
  /** where a phone in the same network may send photographs, while it is open */
  readonly phone: PhoneDoor;
  /** address of a camera's own page, whose pictures come through the inbox; null = none is known */
  readonly camera: string | null;
  /** null = it was started without one */
  readonly sample: Sample | null;
}

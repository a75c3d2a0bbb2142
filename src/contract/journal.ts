import { z } from 'zod';
import { Id, Time, type Made } from './shapes';

/** Something that was done: a line of the journal. */
export const DeedDone = z.object({
  id: Id,
  /** in short: "corners shown, session 4" */
  words: z.string(),
  /** the window it came from, "phone", or "program" */
  by: z.string(),
  /** the version it was made on; null = whatever was there */
  on: z.string().nullable(),
  at: Time,
  /** the finding it was said to; null = it is about something else */
  finding: Id.nullable(),
  /** null = it is in force */
  undoneAt: Time.nullable(),
});
/** What is undone, and done again, next. */
export const Journal = z.object({ undo: DeedDone.nullable(), redo: DeedDone.nullable() });

export type DeedDone = Made<typeof DeedDone>;
export type Journal = Made<typeof Journal>;

import type { Knex } from 'knex';
import type { Purpose } from '../../contract';
import type { FindingKind, Verdict } from '../../core/kinds';
import type { LightFrom } from '../../core/photo';
import { STUDIO_TEXT } from '../../core/words';
import { InputError } from '../images/inputError';

export interface PaintingRow {
  id: string;
  title: string;
  widthMm: number;
  heightMm: number;
  drewMe: string;
  /** JSON of what holds for the whole painting */
  setUp: string;
  createdAt: string;
  /** ASIDE = in the archive */
  aside: number;
}
export interface ReferenceRow {
  id: string;
  paintingId: string;
  sha256: string;
  fileName: string;
  crop: string;
  governs: number;
  addedAt: string;
  purpose: Purpose;
  note: string;
  source: string;
  permission: string;
  hour: number | null;
  /** JSON of a detail's place on the main one; null = not tied */
  place: string | null;
  /** JSON of crops kept beside the governing one */
  crops: string;
  aside: number;
}
export interface PlanRow {
  id: string;
  paintingId: string;
  referenceId: string;
  version: number;
  crop: string;
  /** JSON of everything the plan says */
  content: string;
  createdAt: string;
}
export interface SessionRow {
  id: string;
  paintingId: string;
  /** 1 = the first; below 0 = taken back */
  number: number;
  date: string;
  intention: string;
  minutes: number | null;
}
export interface PhotoRow {
  id: string;
  sessionId: string;
  sha256: string;
  fileName: string;
  addedAt: string;
  lookedAt: number;
  role: 'canvas' | 'white-board' | 'ground';
  lightFrom: LightFrom;
  lamp: '' | 'daylight' | 'lamp' | 'mixed';
  surface: '' | 'dry' | 'wet' | 'oiled out' | 'freshly glazed';
  /** '' = not said */
  room: string;
  /** 0..23 by the camera's clock; null = not known */
  hour: number | null;
  /** 1 = the painter says it shows this painting, although its shapes are not the plan's */
  insisted: number;
  /** JSON of what a frame or tape hides; '' = nothing */
  covered: string;
  aside: number;
}
export interface ArrivalRow {
  id: string;
  /** null = it could not be taken in; problem says why */
  sha256: string | null;
  fileName: string;
  day: string;
  problem: string | null;
  state: 'unsorted' | 'sorted' | 'left';
  addedAt: string;
}
/** Corners that were taken back where none were known before. */
export const NO_CORNERS = 'null';
export interface CornersRow {
  id: string;
  photoId: string;
  corners: string;
  cornersFrom: 'found' | 'given';
  confidence: number;
  setAt: string;
}
export interface GreysRow {
  id: string;
  photoId: string;
  greys: string;
  /** JSON of the printed card's rings; null = no card */
  card: string | null;
  setAt: string;
}
export interface AreasRow {
  id: string;
  photoId: string;
  areas: string;
  setAt: string;
}
export interface GroundRow {
  id: string;
  paintingId: string;
  /** JSON; null = not known */
  colour: string | null;
  from: 'photo' | 'place' | 'typed' | null;
  /** JSON of places meant to stay bare */
  keep: string;
  setAt: string;
}
export interface ReadingRow {
  id: string;
  photoId: string;
  /** null = read without a plan */
  planId: string | null;
  algorithm: number;
  inputs: string;
  /** JSON of what is told beside findings and masses */
  result: string;
  /** share of the ground that is covered, 0..1; null = not known */
  covered: number | null;
  createdAt: string;
}
export interface FindingRow {
  id: string;
  readingId: string;
  /** 0 = what painters correct first */
  position: number;
  /** the same for all findings, reading after reading, that say the same thing again */
  thread: string;
  kind: FindingKind;
  amount: number;
  /** JSON of the whole finding */
  content: string;
}
export interface MassRow {
  id: string;
  readingId: string;
  /** 0 = largest */
  position: number;
  massId: number;
  share: number;
  /** values 0..10; null = not kept by the version that read it */
  planned: number | null;
  painted: number | null;
  /** JSON of the whole mass reading */
  content: string;
}
export interface CorrectionRow {
  id: string;
  paintingId: string;
  sessionId: string;
  /** null = the painter's own */
  findingId: string | null;
  kind: FindingKind;
  name: string;
  /** the painter's own, or as an earlier version said it; '' = it is told from its finding */
  words: string;
  place: string;
  difference: number;
  uncertainty: number;
  /**
   * drawing only: degrees (clockwise from the right) the place was off towards; null = the whole drawing, or another
   * kind
   */
  towards: number | null;
  own: number;
  open: number;
  takenAt: string;
}
export interface LandmarksRow {
  id: string;
  photoId: string;
  landmarks: string;
  setAt: string;
}
export interface ImpressionRow {
  id: string;
  photoId: string;
  said: string;
  setAt: string;
}
export interface SeatedRow {
  id: string;
  photoId: string;
  seated: string;
  setAt: string;
}
export interface DecisionRow {
  id: string;
  findingId: string | null;
  /** of its finding */
  thread: string | null;
  decision: 'taken' | 'dismissed' | 'later' | 'planned' | null;
  why: string;
  correctionId: string | null;
  decidedAt: string;
}
export interface CheckRow {
  id: string;
  correctionId: string;
  readingId: string;
  verdict: Verdict;
  before: number;
  difference: number;
  uncertainty: number;
  checkedAt: string;
}
export interface ImageRow {
  sha256: string;
  bytes: number;
  format: string;
  width: number;
  height: number;
  addedAt: string;
}

/** Where a painting, a photograph or a reference is: in use, set aside by the painter, or deleted for thirty days. */
export const IN_USE = 0;
export const ASIDE = 1;
export const DELETED = 2;

const NAMES: Record<string, string> = {
  painting: 'painting',
  session: 'session',
  photo: 'photograph',
  correction: 'correction',
  reference: 'reference',
  arrival: 'waiting photograph',
  deed: 'line in the journal',
};

/** The row with this id. @throws InputError 404 when there is none */
export async function rowOf<R>(db: Knex, table: string, id: string): Promise<R> {
  const row = (await db(table).where({ id }).first()) as (R & { readonly aside?: number }) | undefined;
  if (!row)
    throw new InputError(
      'unknown',
      `There is no ${NAMES[table] ?? table} ${id} here. It may belong to another studio folder. Go back to the studio.`,
      404,
    );
  if (table === 'painting' && row.aside === DELETED) throw new InputError('deleted', STUDIO_TEXT.paintingDeleted, 404);
  return row;
}

/** The row of a history table that governs a photo: the one written last, whatever the clock said then. */
export const newest = async <R>(db: Knex, table: string, photoId: string): Promise<R | undefined> =>
  (await db(table).where({ photoId }).orderBy('rowid', 'desc').first()) as R | undefined;

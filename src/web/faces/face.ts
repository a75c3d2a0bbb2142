import type { FindingOfReading } from '../../contract';
import type { Taken } from '../../core/look';

/** A finding of one kind, as the screens have it. */
export type ShownDrawing = Extract<FindingOfReading, { readonly kind: 'drawing' }>;
export type ShownEdge = Extract<FindingOfReading, { readonly kind: 'edge' }>;
export type ShownMissing = Extract<FindingOfReading, { readonly kind: 'missing' }>;
export type ShownUnplanned = Extract<FindingOfReading, { readonly kind: 'unplanned' }>;
export type ShownPaint = Exclude<FindingOfReading, ShownDrawing | ShownEdge | ShownMissing | ShownUnplanned>;

/** What a reading can be looked at for; the order painters correct in. */
export const SUBJECTS = [
  ['all', 'Findings'],
  ['drawing', 'Drawing'],
  ['values', 'Values'],
  ['temperature', 'Temperature'],
  ['edges', 'Edges'],
] as const;
export type Subject = (typeof SUBJECTS)[number][0];

/** How one kind of finding is shown. */
export interface Face<F extends FindingOfReading = FindingOfReading> {
  /** what the painter calls it */
  readonly name: string;
  /** the heading it is listed under */
  readonly group: string;
  /** what a reading is looked at for to see it */
  readonly subject: Exclude<Subject, 'all'>;
  /** Its mark: darker-3, warmer-1, move-up-left. @param per how many of the painter's steps make one of ten */
  mark(
    finding: Pick<FindingOfReading, 'amount'> & Partial<Pick<ShownDrawing, 'shift'> & Pick<ShownEdge, 'edge'>>,
    per: number,
  ): string;
  /** Its amount beside the mark, in figures; '' = the mark says it. */
  figure(amount: number): string;
  /** What else is told of its amount; null = nothing. */
  exactly(amount: number, per: number): string | null;
  /** What taking it out does to the paint of its place; null = it cannot be taken out. */
  takenOut(finding: F): Omit<Taken, 'place'> | null;
  /** Colours side by side tell how it came about. */
  readonly traced: boolean;
}

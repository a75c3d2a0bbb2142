import { z } from 'zod';
import { EDGE_BY } from '../core/edges';
import {
  FINDING_KINDS,
  type EdgeFinding,
  type FindingKind,
  type MissingFinding,
  type PaintKind,
  type UnplannedFinding,
} from '../core/kinds';
import { LIGHT_METHODS } from '../core/photo';
import { Account, GlobalDrift } from './account';
import { EdgeClass, PassageLabel } from './plan';
import {
  Box,
  Comparison,
  Decision,
  Difference,
  Id,
  Measured,
  Place,
  Point,
  Shape,
  Time,
  Uncertainty,
  type Made,
} from './shapes';
import { Version } from './version';

export const LightMethod = z.enum(LIGHT_METHODS);

/** What is wrong with a photo and what to do; and what it costs in certainty. */
export const QualityLine = z.object({ words: z.string(), cost: z.string() });

/** How good a photo is, before it is read. */
export const Quality = z.object({
  method: LightMethod,
  uncertainty: Uncertainty,
  glareShare: z.number(),
  blurMm: z.number().nullable(),
  pixelsPerMm: z.number(),
  lines: z.array(QualityLine),
});

export const MassOfReading = Comparison.extend({
  id: z.number().int(),
  name: z.string(),
  share: z.number(),
  place: Shape,
});

const ANY_FINDING = {
  id: Id,
  /** the same for all findings, reading after reading, that say the same thing again */
  thread: z.string(),
  index: z.number().int(),
  version: Version,
  name: z.string(),
  words: z.string(),
  instruction: z.string(),
  place: Place,
  region: z.object({ box: Box }),
  target: Measured,
  painted: Measured,
  difference: Difference,
  uncertainty: Uncertainty,
  share: z.number(),
  amount: z.number(),
  /** how much it asks for attention: by its amount, its area, and where the plan wants the eye */
  weight: z.number(),
  /** what the stage calls for and was not dismissed before; the rest waits */
  loud: z.boolean(),
  /** it was dismissed in an earlier session and has not changed since */
  silenced: z.object({ session: z.number().int(), why: z.string() }).nullable(),
  /** what was said of it in an earlier reading and goes on; null = nothing */
  carried: z.object({ session: z.number().int(), words: z.string(), brief: z.string() }).nullable(),
  /** what the painter said of the passage it lies on */
  passage: PassageLabel.nullable(),
  /** what is in force: said of this finding, or of an earlier one that it goes on from */
  decision: Decision.nullable(),
  /** why it is less sure than usual, a sentence each */
  doubts: z.array(z.string()),
  /** whether the light alone may have made it */
  lowConfidence: z.boolean(),
  /** the painter's reason */
  why: z.string(),
  correctionId: Id.nullable(),
};
/** Kinds whose findings say more than every finding does. */
const WITH_MORE: readonly FindingKind[] = ['drawing', 'edge', 'missing', 'unplanned'] satisfies Exclude<
  FindingKind,
  PaintKind
>[];
/** The rest is paint: of another value or colour than planned. */
export const PLAIN_KINDS = FINDING_KINDS.filter((kind): kind is PaintKind => !WITH_MORE.includes(kind));
const EdgeLook = z.object({
  widthMm: z.number().nullable(),
  contrast: z.number(),
  by: z.enum(EDGE_BY).default('value'),
});
/** A stretch of edge that differs, beside what every finding says; its doubt is the half-width of its amount. */
export const EdgeDiffers = z.object({
  change: z.enum(['harder', 'softer', 'lose', 'find']),
  between: z.tuple([z.number(), z.number()]),
  wanted: EdgeClass,
  shown: EdgeClass,
  wished: z.boolean(),
  lengthMm: z.number(),
  ofMm: z.number(),
  into: z.number().int(),
  planned: EdgeLook,
  painted: EdgeLook,
  doubt: z.number(),
}) satisfies z.ZodType<EdgeFinding['edge']>;
/** What is missing, beside what every finding says; its doubt is the half-width of its amount. */
export const IsMissing = z.object({
  of: z.enum(['element', 'line']),
  count: z.number().int(),
  lengthMm: z.number().nullable(),
  planned: z.number(),
  doubt: z.number(),
}) satisfies z.ZodType<MissingFinding['missing']>;
/** What no plan has, beside what every finding says; its doubt is the half-width of its amount. */
export const IsUnplanned = z.object({
  of: z.enum(['element', 'line']),
  count: z.number().int(),
  lengthMm: z.number().nullable(),
  there: z.number(),
  doubt: z.number(),
}) satisfies z.ZodType<UnplannedFinding['unplanned']>;
export const FindingOfReading = z.discriminatedUnion('kind', [
  z.object({ ...ANY_FINDING, kind: z.enum(PLAIN_KINDS) }),
  z.object({
    ...ANY_FINDING,
    kind: z.literal('drawing'),
    /** mm, painting minus plan, with the half-width of its doubt */
    shift: z.object({ by: Point, doubt: z.number() }),
    whole: GlobalDrift.optional(),
  }),
  z.object({ ...ANY_FINDING, kind: z.literal('edge'), edge: EdgeDiffers }),
  z.object({ ...ANY_FINDING, kind: z.literal('missing'), missing: IsMissing }),
  z.object({ ...ANY_FINDING, kind: z.literal('unplanned'), unplanned: IsUnplanned }),
]);

export const ReadingDetail = z.object({
  id: Id,
  photoId: Id,
  /** null = read without a plan: the painting has no reference */
  planVersion: z.number().int().nullable(),
  algorithm: z.number().int(),
  createdAt: Time,
  /** the corners, greys, shots, light or plan have changed since */
  stale: z.boolean(),
  light: z.object({
    method: LightMethod,
    gainStops: z.array(z.number()),
    fallOffStops: z.number(),
    /**
     * stops relative to the canvas's middle, 17 x 17 over the canvas, row by row; empty in readings made before it was
     * kept
     */
    field: z.array(z.number()),
    agreement: z.number(),
    uncertainty: Uncertainty,
  }),
  /** how far the lens bent the canvas's sides, taken out: the radial term and px of the photo */
  lens: z.object({ bend: z.number(), px: z.number() }),
  /** photographs of the canvas that were combined */
  shots: z.number().int(),
  glareShare: z.number(),
  glare: Shape.nullable(),
  /** share of the ground that is covered, and where it is bare; alike = share where plan and ground look the same */
  coverage: z.object({ covered: z.number(), alike: z.number(), bare: Shape.nullable() }).nullable(),
  /** the stage under way, by which findings are loud or wait; '' = no approach chosen */
  stage: z.string(),
  /** the ground is covered for the first time */
  firstCovered: z.boolean(),
  /** lights that were to be kept untouched and are not, in words */
  lostLights: z.array(z.string()),
  /** one change over the whole picture since the last session, in words */
  change: z.string().nullable(),
  blurMm: z.number().nullable(),
  quality: z.array(QualityLine),
  /** its account was kept by an earlier method and cannot be shown: the photograph is to be read again */
  ofEarlierMethod: z.boolean(),
  /** null in readings made before it was kept, and without a plan */
  account: Account.nullable(),
  /** how the session before shared its edges among the classes, 0..1; null where it was not read so */
  edgesBefore: z
    .object({
      session: z.number().int(),
      painted: z.object({ lost: z.number(), soft: z.number(), firm: z.number(), hard: z.number() }),
    })
    .nullable(),
  /** masses whose neighbour changed by a step or more since the last session: to be looked at again */
  recheck: z.array(z.object({ id: z.number(), neighbour: z.number(), steps: z.number() })),
  masses: z.array(MassOfReading),
  findings: z.array(FindingOfReading),
});

export type Quality = Made<typeof Quality>;
export type MassOfReading = Made<typeof MassOfReading>;
export type FindingOfReading = Made<typeof FindingOfReading>;
export type ReadingDetail = Made<typeof ReadingDetail>;

import { EDGE_NAMES, type EdgeWish as CoreEdgeWish } from '../core/edges';
import { z } from 'zod';
import { INPUT_TEXT } from '../core/words';
import type { ApproachRecord, ApproachStage } from '../core/correct';
import {
  EMPTY_CONTENT,
  PAINT_RANGE,
  PASSAGE_LABELS,
  type Change as Changed,
  type Crop as Cut,
  type MassEdit as Edit,
  type Pin as Pinned,
  type PlanContent as CorePlanContent,
  type Where as Somewhere,
} from '../core/plan';
import { Box, Corners, FindingKind, Id, Place, Point, Time, type Made } from './shapes';
import { Version } from './version';

const value = z.number().min(0).max(10);

/**
 * How the canvas is cut from a reference: a box (px), turned about its middle (degrees), out of a photographed print
 * where there is one.
 */
export const Crop = z.object({
  box: Box,
  turn: z.number().min(-45).max(45).default(0),
  print: Corners.nullable().default(null),
}) satisfies z.ZodType<Cut>;

export const Knot = z.object({ reference: value, paint: value });
const rises = (knots: { reference: number; paint: number }[]) =>
  knots.every((k, i) => {
    const before = knots[i - 1];
    return !before || (k.reference - before.reference > 0.01 && k.paint >= before.paint);
  });

/** absolute: as the reference is; range: its range straight onto the paint's; curve: through the knots. */
export const Key = z.object({
  kind: z.enum(['absolute', 'range', 'curve']).default('absolute'),
  knots: z.array(Knot).max(12).refine(rises, INPUT_TEXT.keyRises).default([]),
  /** the values of the painter's darkest and lightest mixtures */
  darkest: z.number().min(0).max(4).default(PAINT_RANGE.darkest),
  white: z.number().min(6).max(10).default(PAINT_RANGE.white),
});

/** What the painter says of the mass at a point (canvas mm). */
export const MassMark = z.object({
  at: Point,
  name: z.string().trim().max(60).default(''),
  group: z.string().trim().max(60).default(''),
  /** null = by its value */
  family: z.enum(['light', 'shadow']).nullable().default(null),
  /** not to be finished as far as the rest */
  loose: z.boolean().default(false),
  /** must stay quiet */
  quiet: z.boolean().default(false),
  /** a made thing whose shape is judged */
  shape: z.enum(['', 'symmetric', 'round']).default(''),
  /** what it is meant to be inside: as it comes, even, or varied */
  variation: z.enum(['', 'even', 'varied']).default(''),
  /** a point on the mass it rests on; null = it rests on nothing */
  on: Point.nullable().default(null),
});

const line = z.array(Point).min(2).max(400);
export const MassEdit = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('merge'), at: z.array(Point).min(2).max(40) }),
  z.object({ kind: z.literal('split'), at: Point }),
  z.object({ kind: z.literal('cut'), at: Point, line }),
  z.object({ kind: z.literal('redraw'), at: Point, place: Place }),
  z.object({ kind: z.literal('own'), place: Place }),
]) satisfies z.ZodType<Edit>;

/**
 * The value patterns: where light and shadow part (null = found), how many tones, and where those part (null = found).
 */
export const Pattern = z.object({
  split: value.nullable().default(null),
  tones: z.number().int().min(3).max(9).default(5),
  splits: z.array(value).max(8).nullable().default(null),
});

export const Focal = z.object({ at: Point, rx: z.number().positive().max(5000), ry: z.number().positive().max(5000) });
export const EdgeClass = z.enum(EDGE_NAMES);
/** How closely something is to be painted as planned. */
const Closeness = z.enum(['tight', 'medium', 'free']);
/** How the painter wants the edge whose middle is at a point, see core's EdgeWanted. */
export const EdgeWish = z.object({
  at: Point,
  is: EdgeClass.nullable(),
  tolerance: Closeness.nullable().default(null),
  mayCross: z.boolean().default(false),
}) satisfies z.ZodType<CoreEdgeWish>;

export const Where = z.union([z.object({ mass: Point }), z.object({ place: Place })]) satisfies z.ZodType<Somewhere>;
const step = (most: number) => z.number().min(-most).max(most);
export const Change = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('value'), steps: step(9) }),
  z.object({ kind: z.literal('warmth'), units: step(80) }),
  z.object({ kind: z.literal('chroma'), factor: z.number().min(0).max(4) }),
  z.object({ kind: z.literal('edges'), mm: step(60) }),
  z.object({ kind: z.literal('simplified'), mm: z.number().min(0.5).max(200) }),
  z.object({ kind: z.literal('moved'), by: Point, scale: z.number().min(0.2).max(5) }),
  z.object({ kind: z.literal('ground') }),
  z.object({ kind: z.literal('left-out') }),
  z.object({ kind: z.literal('added'), referenceId: Id }),
  z.object({ kind: z.literal('ignored') }),
]) satisfies z.ZodType<Changed>;
export const Departure = z.object({
  id: Id,
  where: Where,
  change: Change,
  /** the painter's reason */
  why: z.string().trim().max(300).default(''),
});

/** A passage that is not to be judged as it stands, or is to be handled with care. */
export const PassageLabel = z.enum(PASSAGE_LABELS);
export const Passage = z.object({ id: Id, where: Where, label: PassageLabel, since: Time });

export const Pin = z.object({ from: Point, to: Point }) satisfies z.ZodType<Pinned>;

/**
 * A kept drawing: a version of the outline, with its masses as they were cut and changed; or, with pins, where a
 * photographed drawing puts the plan's places.
 */
export const Drawing = z.object({
  id: Id,
  name: z.string().trim().min(1, INPUT_TEXT.drawingName).max(60),
  keptAt: Time,
  masses: z.number().int().min(2).max(40),
  edits: z.array(MassEdit).max(200),
  /** null = it is a version of the outline */
  pins: z.array(Pin).max(100).nullable().default(null),
  /** what of the plan was found in a photographed drawing, see core's trace; null = it was not taken from one */
  found: z
    .object({ found: z.number().min(0).max(1), median: z.number().min(0), most: z.number().min(0) })
    .nullable()
    .default(null),
});
/** What a drawing is taken from: a photograph of the painting that was read, or a reference that is a drawing. */
export const DrawingSource = z.union([z.object({ photoId: Id }), z.object({ referenceId: Id })]);

/** What a plan says, beside its crop. Points and places are canvas mm. */
export const PlanContent = z.object({
  key: Key,
  masses: z.number().int().min(2).max(40),
  edits: z.array(MassEdit).max(200),
  marks: z.array(MassMark).max(200),
  pattern: Pattern,
  focal: Focal.nullable(),
  /** the way the eye should go */
  path: z.array(Point).max(40),
  edges: z.array(EdgeWish).max(400),
  departures: z.array(Departure).max(100),
  passages: z.array(Passage).max(100),
  pins: z.array(Pin).max(40),
  drawings: z.array(Drawing).max(40),
  /** the drawing that governs; null = the masses as they stand */
  governing: Id.nullable(),
  /** how far a contour may wander before it counts */
  tolerance: Closeness,
  /** notes for the palette, printed on the plan sheet */
  palette: z.string().trim().max(1000),
}) satisfies z.ZodType<CorePlanContent>;
/** A plan before the painter has said anything. */
export const EMPTY_PLAN: PlanContent = {
  ...EMPTY_CONTENT,
  marks: [],
  departures: [],
  passages: [],
  drawings: [],
  path: [],
  edges: [],
  palette: '',
};

export const Plan = PlanContent.extend({ id: Id, version: z.number().int(), createdAt: Time, crop: Crop });

const hidden = z.number().min(0, INPUT_TEXT.frameHides).max(500);
/** The strip of the canvas a frame covers, mm on each side. */
export const Rebate = z.object({ top: hidden, right: hidden, bottom: hidden, left: hidden });

/** A stage of an approach: what it asks, and which readings are loud while it lasts. */
export const Stage = z.object({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1, INPUT_TEXT.stageName).max(60),
  asks: z.string().trim().max(600),
  why: z.string().trim().max(600).default(''),
  /** what painters who do otherwise say */
  otherwise: z.string().trim().max(600).default(''),
  loud: z.array(FindingKind),
  /** times the usual difference from which something is raised */
  coarse: z.number().min(1).max(6),
}) satisfies z.ZodType<ApproachStage>;
export const Approach = z.object({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1, INPUT_TEXT.approachName).max(80),
  summary: z.string().trim().max(600).default(''),
  stages: z.array(Stage).min(1, INPUT_TEXT.approachStage).max(12),
}) satisfies z.ZodType<ApproachRecord>;

/** What likeness is measured by: the planned span between two landmarks, and from which share of it a shift is told. */
const Likeness = z.object({
  from: z.string().trim().min(1).max(40),
  to: z.string().trim().min(1).max(40),
  /** percent of the span */
  threshold: z.number().min(0.1, INPUT_TEXT.likenessLeast).max(50),
});

/** A known length, mm, and what it measures on an aid, through a lens or on a print. */
export const KnownLength = z.object({
  name: z.string().trim().min(1, INPUT_TEXT.aidName).max(60),
  should: z.number().min(1, INPUT_TEXT.aidLength).max(5000),
  measures: z.number().min(1, INPUT_TEXT.aidLength).max(5000),
});

/** What holds for the whole painting. */
export const SetUp = z.object({
  surface: z.string().trim().max(120).default(''),
  rebate: Rebate.default({ top: 0, right: 0, bottom: 0, left: 0 }),
  viewingM: z.number().min(0.2, INPUT_TEXT.viewingLeast).max(20).default(1),
  light: z.string().trim().max(500).default(''),
  /** what the picture is made from */
  from: z.enum(['photograph', 'life', 'memory', 'invention']).default('photograph'),
  wishes: z.string().trim().max(1000).default(''),
  approach: Approach.nullable().default(null),
  /** id of the stage under way */
  stage: z.string().max(60).nullable().default(null),
  /** null = by the widest span between landmarks */
  likeness: Likeness.nullable().default(null),
  /** aids, lenses and prints a known length was measured on */
  aids: z.array(KnownLength).max(6).default([]),
});

export const Purpose = z.enum([
  'main',
  'detail',
  'colour',
  'field study',
  'set-up',
  'earlier version',
  'added thing',
  'drawing',
]);
export const Reference = z.object({
  id: Id,
  version: Version,
  fileName: z.string(),
  width: z.number(),
  height: z.number(),
  crop: Crop,
  /** crops kept beside the governing one */
  crops: z.array(z.object({ name: z.string(), crop: Crop })),
  /** it is the picture the plan is made from */
  governs: z.boolean(),
  purpose: Purpose,
  note: z.string(),
  /** where it comes from, and whether it may be used */
  source: z.string(),
  permission: z.string(),
  /** the hour the set-up was seen at; null = not said */
  hour: z.number().int().min(0).max(23).nullable(),
  /** a detail's place on the main one, canvas mm */
  place: Box.nullable(),
  addedAt: Time,
});
export const ReferenceChange = z
  .object({
    purpose: Purpose,
    note: z.string().trim().max(300),
    source: z.string().trim().max(300),
    permission: z.string().trim().max(300),
    hour: z.number().int().min(0).max(23).nullable(),
    place: Box.nullable(),
    crop: Crop,
    crops: z.array(z.object({ name: z.string().trim().min(1).max(60), crop: Crop })).max(12),
    governs: z.literal(true),
    aside: z.boolean(),
  })
  .partial();

export const AuditAnswer = z.object({
  /** sentences, weightiest first */
  words: z.array(z.string()),
  crushed: z.object({ share: z.number(), place: z.object({ outlines: z.array(z.array(Point)) }) }),
  blown: z.object({ share: z.number(), place: z.object({ outlines: z.array(z.array(Point)) }) }),
  range: z.object({ low: z.number(), dark: z.number(), middle: z.number(), light: z.number(), high: z.number() }),
  families: z.object({ split: z.number(), apart: z.number(), darkShare: z.number(), parted: z.number() }),
  pixelsPerMm: z.number(),
});

export type Crop = Made<typeof Crop>;
export type Key = Made<typeof Key>;
export type MassMark = Made<typeof MassMark>;
export type PlanContent = Made<typeof PlanContent>;
export type Plan = Made<typeof Plan>;
export type Departure = Made<typeof Departure>;
export type PassageLabel = Made<typeof PassageLabel>;
export type Passage = Made<typeof Passage>;
export type EdgeWish = Made<typeof EdgeWish>;
export type SetUp = Made<typeof SetUp>;
export type KnownLength = Made<typeof KnownLength>;
export type Stage = Made<typeof Stage>;
export type Approach = Made<typeof Approach>;
export type Purpose = Made<typeof Purpose>;
export type Reference = Made<typeof Reference>;
export type AuditAnswer = Made<typeof AuditAnswer>;

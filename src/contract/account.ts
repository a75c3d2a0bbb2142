import { z } from 'zod';
import { EDGE_BY, type EdgeAcross, type EdgeLine, type PlanLine } from '../core/edges';
import { PAINT_RANGE } from '../core/plan';
import { INPUT_TEXT } from '../core/words';
import type { Bar as ReadBar, InFront, Strip as ThinShape } from '../core/thin';
import type { Account as Told, GlobalDrift as Whole, Landmark as Shown, Seat as Sits } from '../core/read';
import { Point, Shape, type Made } from './shapes';

/**
 * What a reading tells beside its findings. Lengths canvas mm, values steps, colour units of a*b*; masses by their ids.
 */
const Both = z.object({ planned: z.number(), painted: z.number() });
const Ids = z.tuple([z.number(), z.number()]);

export const GlobalDrift = z.object({
  offset: Point,
  scale: z.number(),
  rotationDegrees: z.number(),
  doubt: z.object({ mm: z.number(), scale: z.number(), degrees: z.number() }),
}) satisfies z.ZodType<Whole>;
const Agreement = z.object({
  tones: z.number(),
  splits: z.array(z.number()),
  share: z.number(),
  dark: Both,
  places: z.array(z.object({ place: Shape, share: z.number(), lighter: z.boolean() })),
});
const Accent = z.object({ value: z.number(), at: Point, away: z.number() });
const Shadow = z.object({ areaMm2: z.number(), value: z.number().nullable() });

/** How a thing sits on its surface: the contact, the dark there, the shadow it casts, the step across. */
export const Seat = z.object({
  at: Point,
  thing: z.array(z.number()),
  on: z.array(z.number()),
  contact: z.array(Point),
  foot: z.object({ by: Point, doubt: z.number() }).nullable(),
  accent: z.object({ planned: Accent, painted: Accent }),
  shadow: z.object({ planned: Shadow, painted: Shadow }),
  gap: Both,
  open: Both,
  missing: z.array(z.enum(['foot', 'accent', 'shadow', 'gap'])),
}) satisfies z.ZodType<Sits>;

/** What the paint reaches. Readings made before it was asked about were made with the usual ends. */
const Paint = z.object({ darkest: z.number(), white: z.number() });
const Range = z.object({ darkest: z.number(), lightest: z.number(), darkestAt: Point, lightestAt: Point });

const SeenEdge = z.object({
  at: Point,
  widthMm: z.number().nullable(),
  atMost: z.boolean(),
  contrast: z.number(),
  by: z.enum(EDGE_BY).default('value'),
  doubtMm: z.number(),
});
/** An edge of the plan alone. */
export const PlannedEdge = z.object({
  between: Ids,
  places: z.array(z.object({ at: Point, planned: SeenEdge })),
}) satisfies z.ZodType<PlanLine>;
const EdgeOnLine = z.object({
  between: Ids,
  places: z.array(z.object({ at: Point, way: Point, planned: SeenEdge, painted: SeenEdge }).nullable()),
}) satisfies z.ZodType<EdgeLine>;

const StripLook = z.object({ at: Point, widthMm: z.number(), sides: Point, stands: z.number(), beside: Point });
/** A thin shape of the plan, place by place. */
const Strip = z.object({
  lengthMm: z.number(),
  places: z.array(z.object({ at: Point, way: Point, planned: StripLook.nullable(), painted: StripLook.nullable() })),
}) satisfies z.ZodType<ThinShape>;

const BarLook = z.object({ widthMm: z.number(), beside: Point });
/** A bar of the plan, place by place. */
const Bar = z.object({
  lengthMm: z.number(),
  places: z.array(z.object({ at: Point, way: Point, planned: BarLook, painted: BarLook.nullable() })),
}) satisfies z.ZodType<ReadBar>;

/** The ends of a line across an edge, canvas mm. */
export const CrossedLine = z.tuple([Point, Point]);
const Crossed = SeenEdge.extend({ course: z.object({ at: z.array(z.number()), values: z.array(z.number()) }) });
/** The edge a line crosses, with what lies across it, and the photograph's own blur. */
export const EdgeCrossed = z.object({
  planned: Crossed,
  painted: Crossed,
  reversed: z.boolean(),
  blurMm: z.number().nullable(),
}) satisfies z.ZodType<EdgeAcross>;

export const Account = z.object({
  drawing: z.object({
    global: GlobalDrift,
    points: z.array(z.object({ at: Point, shift: Point, confidence: z.number() })),
    masses: z.array(z.object({ id: z.number(), shift: Point, tilt: z.number(), scale: z.number(), doubt: z.number() })),
  }),
  relations: z.array(
    Both.extend({
      ids: Ids,
      difference: z.number(),
      uncertainty: z.number(),
      warmth: Both,
      reversed: z.boolean(),
      contactMm: z.number(),
    }),
  ),
  patterns: z.object({ two: Agreement, tones: Agreement }),
  things: z.array(z.object({ ids: z.array(z.number()), dark: Both, overlap: z.number() })),
  range: z.object({ planned: Range, painted: Range, paint: Paint.default(PAINT_RANGE) }),
  clipped: z
    .object({ crushed: z.number(), blown: z.number(), masses: z.array(z.number()).default([]) })
    .default({ crushed: 0, blown: 0, masses: [] }),
  families: z.object({ gap: Both, crossed: z.array(z.number()), warmth: Both.nullable() }).nullable(),
  strength: z.number().nullable(),
  alike: z.array(Both.extend({ ids: Ids })),
  accents: z.array(Both.extend({ id: z.number(), against: z.number() })),
  gaps: z.array(Both.extend({ id: z.number(), open: z.number(), filled: z.boolean() })),
  forms: z.array(
    z.object({ id: z.number(), span: Both, play: Both, flat: z.boolean(), wobbles: z.boolean(), dull: z.boolean() }),
  ),
  turnings: z.array(z.object({ ids: z.array(z.number()), span: Both, flat: z.boolean() })),
  seats: z.array(Seat),
  /** empty in readings made before edges were read */
  edges: z.array(EdgeOnLine).default([]),
  /** empty in readings made before thin shapes were read */
  strips: z.array(Strip).default([]),
  /** empty in readings made before bars were read */
  bars: z.array(Bar).default([]),
}) satisfies z.ZodType<Told & InFront & { readonly edges: readonly EdgeLine[] }>;

/** A point the painter showed on both pictures. */
export const Landmark = z.object({
  name: z.string().trim().max(40),
  plan: Point,
  painted: Point,
}) satisfies z.ZodType<Shown>;

/** The painter's own answer to whether a thing sits: the point it is named at in the plan (canvas mm). */
export const Seated = z.object({ at: Point, sits: z.boolean() });

/** What the painter said bothers them before any number was shown. */
export const Impression = z.object({ words: z.string().trim().min(1, INPUT_TEXT.bothers).max(600) });

export type CrossedLine = Made<typeof CrossedLine>;
export type EdgeCrossed = Made<typeof EdgeCrossed>;
export type Account = Made<typeof Account>;
export type Seat = Made<typeof Seat>;
export type Landmark = Made<typeof Landmark>;
export type Impression = Made<typeof Impression>;

import { z } from 'zod';
import {
  Account,
  Area,
  Comparison,
  Corners,
  Covered,
  Crop,
  Difference,
  EdgeDiffers,
  GlobalDrift,
  GreyPatch,
  GroundState,
  Impression,
  IsMissing,
  IsUnplanned,
  Landmark,
  LightMethod,
  Measured,
  PassageLabel,
  PLAIN_KINDS,
  Place,
  PlanContent,
  Point,
  Reference,
  Seated,
  SetUp,
  Shape,
  Uncertainty,
} from '../../contract';
import { KNOWN_COLOURS, UNLIKE, type Light, type PhotoFault } from '../../core/photo';
import type { UniformChange } from '../../core/change';
import type { MassReading } from '../../core/read';
import type { Covering, LostLight, SaidFinding } from '../../core/session';
import { THING_NAMES } from '../journal/thingNames';

// Everything that is kept as JSON, as this version writes it.

const Found = {
  massId: z.number(),
  place: Shape,
  region: z.object({ box: z.tuple([z.number(), z.number(), z.number(), z.number()]) }),
  target: Measured,
  painted: Measured,
  difference: Difference,
  uncertainty: Uncertainty,
  share: z.number(),
  weight: z.number(),
  amount: z.number(),
  passage: PassageLabel.nullable(),
};
const KeptFinding = z.discriminatedUnion('kind', [
  z.object({ ...Found, kind: z.enum(PLAIN_KINDS), towards: z.number().nullable() }),
  z.object({
    ...Found,
    kind: z.literal('drawing'),
    shift: z.object({ by: Point, doubt: z.number() }),
    pose: z.object({ tilt: z.number(), scale: z.number() }).optional(),
    whole: GlobalDrift.optional(),
  }),
  z.object({ ...Found, kind: z.literal('edge'), edge: EdgeDiffers }),
  z.object({ ...Found, kind: z.literal('missing'), missing: IsMissing }),
  z.object({ ...Found, kind: z.literal('unplanned'), unplanned: IsUnplanned }),
]) satisfies z.ZodType<SaidFinding>;

const KeptMass = Comparison.extend({
  id: z.number(),
  share: z.number(),
  place: Shape,
  centre: Point,
  at: Point,
}) satisfies z.ZodType<MassReading>;

const Three = z.tuple([z.number(), z.number(), z.number()]);
const KeptLight = z.object({
  method: LightMethod,
  gainStops: Three,
  fallOffStops: z.number(),
  field: z.array(z.number()),
  agreement: z.number(),
  uncertainty: Uncertainty,
  knownTo: z.number(),
  // Earlier versions took nothing of the kind out.
  camera: z
    .object({
      bend: z.number(),
      shoulder: z.number().default(0),
      toe: z.number().default(0),
      vivid: z.object({ by: z.number(), doubt: z.number(), from: z.enum(KNOWN_COLOURS).optional() }),
    })
    .default({ bend: 0, shoulder: 0, toe: 0, vivid: { by: 0, doubt: 0 } }),
  sheen: z.object({ most: z.number(), share: z.number() }).default({ most: 0, share: 0 }),
}) satisfies z.ZodType<Light>;

const fault = <C extends string, F extends z.ZodRawShape>(code: C, facts: F) =>
  z.object({ code: z.literal(code), ...facts });
const share = { share: z.number() };
const KeptFault = z.discriminatedUnion('code', [
  fault('fall-off', { stops: z.number() }),
  fault('blurred', { blurMm: z.number() }),
  fault('clipped', share),
  fault('glare', share),
  fault('outside', share),
  fault('tilted', { degrees: z.number() }),
  fault('grainy', { noise: z.number() }),
  fault('coarse', { pixelsPerMm: z.number() }),
  fault('size', { widthMm: z.number(), heightMm: z.number() }),
  fault('tones', { dark: z.number(), light: z.number() }),
  fault('vivid', { by: z.number(), from: z.enum(KNOWN_COLOURS).optional() }),
  fault('sheen', { ...share, most: z.number() }),
  fault('no-card', {}),
  fault('unlike', { what: z.enum(UNLIKE) }),
]) satisfies z.ZodType<PhotoFault>;
/** What an earlier version said in words is kept as it said it. */
const Verbatim = z.object({ verbatim: z.string(), cost: z.string() });

const KeptChange = z.object({
  gain: Three,
  offset: Three,
  value: z.number(),
  a: z.number(),
  b: z.number(),
  slope: z.number(),
  share: z.number(),
  /** number of the session whose flat it is told against */
  session: z.number(),
}) satisfies z.ZodType<UniformChange>;

/** What of a reading is kept in its own row. */
const KeptReading = z.object({
  shots: z.number(),
  lens: z.object({ bend: z.number(), px: z.number() }),
  light: KeptLight,
  glareShare: z.number(),
  glare: Shape.nullable(),
  blurMm: z.number().nullable(),
  quality: z.array(z.union([KeptFault, Verbatim])),
  /** null = read without a plan, or by a method whose account had another shape */
  account: Account.nullable(),
  coverage: z
    .object({ covered: z.number(), alike: z.number(), bare: Shape.nullable() })
    .nullable() satisfies z.ZodType<Covering | null>,
  lostLights: z.array(
    z.object({ at: Point, steps: z.number(), from: z.enum(['plan', 'before']).default('plan') }),
  ) satisfies z.ZodType<LostLight[]>,
  change: z.union([KeptChange, z.object({ verbatim: z.string() })]).nullable(),
  /** its account was kept by an earlier method and has another shape: it is told by reading again */
  ofEarlierMethod: z.boolean().default(false),
});
export type KeptReading = z.infer<typeof KeptReading>;

const State = z.record(z.string(), z.union([z.string(), z.number(), z.null()])).nullable();
const KeptPart = z.object({ thing: z.enum(THING_NAMES), id: z.string(), before: State, after: State });

/** What is kept as JSON, by table and column: what it must look like, and what it is called. */
export const KEPT = {
  'plan.content': {
    shape: PlanContent.extend({ names: z.record(z.string(), z.string()).optional() }),
    called: 'a plan',
  },
  'plan.crop': { shape: Crop, called: 'the crop of a plan' },
  'painting.setUp': { shape: SetUp, called: 'the set-up of a painting' },
  'reference.crop': { shape: Crop, called: 'the crop of a reference' },
  'reference.place': { shape: Reference.shape.place.unwrap(), called: 'the place of a detail' },
  'reference.crops': { shape: Reference.shape.crops, called: 'the kept crops of a reference' },
  'photo.covered': { shape: Covered, called: 'what a frame hides' },
  'photo_corners.corners': { shape: Corners.nullable(), called: 'the corners of a photograph' },
  'photo_greys.greys': { shape: z.array(GreyPatch), called: 'the greys of a photograph' },
  'photo_greys.card': { shape: Corners, called: 'the card in a photograph' },
  'photo_areas.areas': { shape: z.array(Area), called: 'the outlined places of a photograph' },
  'photo_landmarks.landmarks': { shape: z.array(Landmark), called: 'the landmarks of a photograph' },
  'photo_seated.seated': { shape: z.array(Seated), called: 'the answers about a photograph' },
  'impression.said': { shape: Impression, called: 'a first guess' },
  'painting_ground.colour': { shape: GroundState.shape.colour.unwrap(), called: 'the colour of a ground' },
  'painting_ground.keep': { shape: z.array(Place), called: 'the places meant to stay bare' },
  'reading.result': { shape: KeptReading, called: 'a reading' },
  'finding.content': { shape: KeptFinding, called: 'a finding' },
  'mass_reading.content': { shape: KeptMass, called: 'what was read of a mass' },
  'correction.place': { shape: Shape, called: 'the place of a correction' },
  'deed.parts': { shape: z.array(KeptPart), called: 'a line of the journal' },
  'deed.said': { shape: z.looseObject({ what: z.string() }), called: 'a line of the journal' },
} as const satisfies Record<string, { shape: z.ZodType; called: string }>;
export type KeptName = keyof typeof KEPT;
export type KeptAs<N extends KeptName> = z.infer<(typeof KEPT)[N]['shape']>;

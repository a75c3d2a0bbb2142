import { z } from 'zod';
import { INPUT_TEXT, SIDE } from '../core/words';
import { Journal } from './journal';
import { LIGHT_FROM } from '../core/photo';
import {
  Corners,
  Day,
  FindingKind,
  GreyPatch,
  Id,
  Measured,
  Place,
  Point,
  Shape,
  Time,
  Verdict,
  type Made,
} from './shapes';
import { Impression, Landmark, Seated } from './account';
import { Plan, Reference, SetUp } from './plan';
import { PhotoVersions, Version } from './version';

const hiddenMm = z.number().min(0, INPUT_TEXT.tapeHides).max(2000);
const mm = z.number().min(SIDE.least, INPUT_TEXT.sideLeast).max(SIDE.most, INPUT_TEXT.sideMost);

export const NewPainting = z
  .object({
    title: z.string().trim().min(1, INPUT_TEXT.title).max(120),
    widthMm: mm,
    heightMm: mm,
    drewMe: z.string().trim().max(500).default(''),
  })
  .refine(({ widthMm, heightMm }) => Math.max(widthMm, heightMm) <= 8 * Math.min(widthMm, heightMm), {
    message: INPUT_TEXT.canvasLong,
    path: ['widthMm'],
  });

/** What can be changed about a painting once it is begun. */
export const PaintingChange = z
  .object({
    title: z.string().trim().min(1, INPUT_TEXT.title).max(120),
    widthMm: mm,
    heightMm: mm,
    drewMe: z.string().trim().max(500),
    setUp: SetUp,
  })
  .partial();

export const Painting = z.object({
  id: Id,
  version: Version,
  title: z.string(),
  widthMm: z.number(),
  heightMm: z.number(),
  drewMe: z.string(),
  setUp: SetUp,
  createdAt: Time,
  onEasel: z.boolean(),
});

/** A mass of the plan before anything is read. */
export const Mass = z.object({
  id: z.number().int(),
  name: z.string(),
  share: z.number(),
  centre: z.tuple([z.number(), z.number()]),
  /** a point deep inside it, canvas mm */
  at: Point,
  place: Shape,
  family: z.enum(['light', 'shadow']),
  target: Measured,
});

/** arrived: corners not looked for yet; asked: the painter must show them; ready: can be read; read: has a reading */
export const PhotoState = z.enum(['arrived', 'asked', 'ready', 'read']);

/** A place on the flat, canvas mm, that is not read, or read all the same. */
export const Area = z.object({ place: Place, read: z.boolean() });

/**
 * canvas: shows the painting; white-board: a plain board in its place, for the light; ground: the bare surface before
 * the first mark
 */
export const PhotoRole = z.enum(['canvas', 'white-board', 'ground']);

/**
 * The bare surface: Munsell value, CIELAB a* and b*, and how much it varies; where it is meant to stay bare (canvas
 * mm).
 */
export const GroundState = z.object({
  colour: z
    .object({
      value: z.number(),
      a: z.number(),
      b: z.number(),
      spread: z.object({ value: z.number(), ab: z.number() }),
    })
    .nullable(),
  /** a photograph of the bare surface, a place that was outlined, or typed */
  from: z.enum(['photo', 'place', 'typed']).nullable(),
  keep: z.array(Place),
  version: Version,
});
/** What the four corners enclose: the whole canvas, or what a frame or tape leaves of it; mm hidden on each side. */
export const Covered = z.object({
  by: z.enum(['nothing', 'frame', 'tape']),
  top: hiddenMm,
  right: hiddenMm,
  bottom: hiddenMm,
  left: hiddenMm,
});
export const LightFrom = z.enum(LIGHT_FROM);
export const Lamp = z.enum(['', 'daylight', 'lamp', 'mixed']);
export const Surface = z.enum(['', 'dry', 'wet', 'oiled out', 'freshly glazed']);

export const Photo = z.object({
  id: Id,
  versions: PhotoVersions,
  sessionId: Id,
  fileName: z.string(),
  width: z.number(),
  height: z.number(),
  addedAt: Time,
  corners: Corners.nullable(),
  cornersFrom: z.enum(['found', 'given']).nullable(),
  confidence: z.number().nullable(),
  greys: z.array(GreyPatch),
  /** centres of the printed card's rings (photo px) where it was found; its greys are then among the greys */
  card: Corners.nullable(),
  /** places the painter leaves out (read: false) or reads although they were taken for a reflection (read: true) */
  areas: z.array(Area),
  /** points shown on plan and painting, canvas mm */
  landmarks: z.array(Landmark),
  /** whether things sit on their surfaces, as the painter answered */
  seated: z.array(Seated),
  /** what the painter said before any number was shown, with its time */
  impression: Impression.extend({ at: Time }).nullable(),
  role: PhotoRole,
  lightFrom: LightFrom,
  /** what burned when it was taken; '' = not said */
  lamp: Lamp,
  /** what state the paint was in; '' = not said */
  surface: Surface,
  /** where it was taken; '' = not said */
  room: z.string(),
  /** 0..23 by the camera's clock; null = not known */
  hour: z.number().int().nullable(),
  covered: Covered,
  /** the painter says it shows this painting, although its shapes are not the plan's */
  insisted: z.boolean(),
  state: PhotoState,
  /** its corners are being looked for */
  looking: z.boolean(),
  readingId: Id.nullable(),
});

export const Session = z.object({
  id: Id,
  number: z.number().int(),
  date: Day,
  intention: z.string(),
  minutes: z.number().int().nullable(),
  /** boards and further shots first, last the photograph that is read */
  photos: z.array(Photo),
  /** photographs the painter has put aside; nothing of them is used, nothing of them is lost */
  aside: z.array(Photo),
});

export const Check = z.object({
  id: Id,
  photoId: Id,
  sessionNumber: z.number().int(),
  verdict: Verdict,
  before: z.number(),
  difference: z.number(),
  uncertainty: z.number(),
  checkedAt: Time,
});

export const Correction = z.object({
  id: Id,
  paintingId: Id,
  /** session whose reading it was taken from */
  sessionNumber: z.number().int(),
  kind: FindingKind,
  name: z.string(),
  words: z.string(),
  place: Place,
  /** painted minus plan when it was taken, along its kind */
  difference: z.number(),
  uncertainty: z.number(),
  own: z.boolean(),
  open: z.boolean(),
  takenAt: Time,
  checks: z.array(Check),
});

/** The next thing to do, one action away. */
export const Next = z.enum([
  'add-reference',
  'start-session',
  'add-photo',
  'show-corners',
  'read',
  'decide',
  'next-session',
]);

export const PaintingDetail = z.object({
  painting: Painting,
  /** the main one; null = there is none */
  reference: Reference.nullable(),
  /** all of them, the main one first */
  references: z.array(Reference),
  plan: Plan.nullable(),
  ground: GroundState,
  sessions: z.array(Session),
  corrections: z.array(Correction),
  undecided: z.number().int(),
  next: Next,
  journal: Journal,
});

/** A painting in short. */
export const PaintingSummary = Painting.pick({
  id: true,
  title: true,
  widthMm: true,
  heightMm: true,
  onEasel: true,
}).extend({
  /** told of the one on the easel */
  drewMe: z.string().optional(),
  next: Next,
  sessionCount: z.number().int(),
  /** number of the newest session; 0 = there is none */
  latestSession: z.number().int(),
  undecided: z.number().int(),
  hasReference: z.boolean(),
  latestPhotoId: Id.nullable(),
  latestDate: Day.nullable(),
  /** on the list and not settled yet; and settled by the newest session that was checked */
  openCorrections: z.number().int(),
  doneCorrections: z.number().int(),
});

export const Job = z.object({
  id: Id,
  kind: z.enum(['corners', 'read', 'sample']),
  /** null = it is about no photograph */
  photoId: Id.nullable(),
  state: z.enum(['queued', 'running', 'done', 'failed', 'stopped']),
  /** what is being done, in words */
  doing: z.string(),
  share: z.number(),
  problem: z.string().nullable(),
  /** what kind of problem: by it a screen knows what can be done about it */
  code: z.string().nullable(),
  /** what of a reading is there before it ends: the flat, the map of differences, values by mass; null = nothing yet */
  early: z
    .object({
      flat: z.boolean(),
      map: z.boolean(),
      masses: z.array(
        z.object({ id: z.number(), name: z.string(), planned: z.number(), painted: z.number(), doubt: z.number() }),
      ),
    })
    .nullable(),
});

/** The door that a phone in the same network comes in by. */
export const PhoneState = z.object({
  url: z.string(),
  /** the address as a square to scan, SVG */
  qr: z.string(),
  until: Time,
  /** photographs that came through it */
  received: z.number().int(),
  /** codes that did not fit: somebody else in the network is trying */
  wrongCodes: z.number().int(),
  paintingId: Id,
  session: z.number().int(),
});

export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  code: z.string(),
  /** of a change that came too late: the version it can be laid on */
  version: z.string().optional(),
});

export type NewPainting = Made<typeof NewPainting>;
export type Painting = Made<typeof Painting>;
export type Mass = Made<typeof Mass>;
export type Photo = Made<typeof Photo>;
export type Covered = Made<typeof Covered>;
export type Session = Made<typeof Session>;
export type Check = Made<typeof Check>;
export type Correction = Made<typeof Correction>;
export type Next = Made<typeof Next>;
export type PaintingDetail = Made<typeof PaintingDetail>;
export type PaintingSummary = Made<typeof PaintingSummary>;
export type GroundState = Made<typeof GroundState>;
export type Job = Made<typeof Job>;
export type PhoneState = Made<typeof PhoneState>;
export type Problem = Made<typeof Problem>;

import { z } from 'zod';
import { INPUT_TEXT } from '../core/words';
import { Impression, Landmark, Seated } from './account';
import { Quality, ReadingDetail } from './reading';
import { DECIDING_ROUTES } from './decidingRoutes';
import { Journal } from './journal';
import { PLAN_ROUTES } from './planRoutes';
import { PUT_AWAY_ROUTES } from './putAwayRoutes';
import { route } from './route';
import { Settings, SettingsChange } from './settings';
import { Corners, Day, GreyPatch, Place, Time, type Frozen, type Made } from './shapes';
import {
  Area,
  Covered,
  Job,
  Lamp,
  LightFrom,
  NewPainting,
  PaintingDetail,
  PaintingSummary,
  Photo,
  PhoneState,
  PhotoRole,
  Surface,
} from './studio';

export const SessionInput = z.object({
  date: Day.optional(),
  intention: z.string().trim().max(200).default(''),
  minutes: z.number().int().min(0).max(1440).nullable().default(null),
});
const Added = z.object({ photo: Photo, job: Job, twin: z.boolean() });

const Arrivals = z.object({
  /** the folder that is watched */
  folder: z.string(),
  /** address of the studio camera's page; null = there is none */
  camera: z.string().nullable(),
  waiting: z.array(
    z.object({
      id: z.uuid(),
      fileName: z.string(),
      day: Day,
      width: z.number().nullable(),
      height: z.number().nullable(),
      /** why it could not be taken in; null = it was */
      problem: z.string().nullable(),
      /** files that this line stands for: many that could not be taken in come as one */
      many: z.number().int(),
    }),
  ),
  /** what was done to waiting photographs */
  journal: Journal,
});

/** What comes beside the file of a batch. */
export const Sorting = z.object({ modified: Time.optional() });
const Sorted = Added.extend({ job: Job.nullable(), sessionNumber: z.number().int(), day: Day });

export const ROUTES = {
  listPaintings: route({
    method: 'get',
    path: '/paintings',
    summary: 'All paintings, the one on the easel first',
    body: null,
    response: z.array(PaintingSummary),
    status: 200,
  }),
  addPainting: route({
    method: 'post',
    path: '/paintings',
    summary: 'Begin a painting and put it on the easel',
    body: NewPainting,
    response: PaintingDetail,
    status: 201,
  }),
  addSample: route({
    method: 'post',
    path: '/sample',
    summary: 'Make the sample painting; it stands on the easel when it is whole',
    body: null,
    response: Job,
    status: 202,
  }),
  getPainting: route({
    method: 'get',
    path: '/paintings/:paintingId',
    summary: 'One painting with its reference, plan, sessions and corrections',
    body: null,
    response: PaintingDetail,
    status: 200,
  }),
  putOnEasel: route({
    method: 'put',
    path: '/paintings/:paintingId/easel',
    summary: 'Put this painting on the easel',
    body: null,
    response: PaintingDetail,
    status: 200,
  }),
  ...PLAN_ROUTES,
  ...DECIDING_ROUTES,
  ...PUT_AWAY_ROUTES,
  addSession: route({
    method: 'post',
    path: '/paintings/:paintingId/sessions',
    summary: 'Start the next session',
    body: SessionInput,
    response: PaintingDetail,
    status: 201,
  }),
  addPhoto: route({
    method: 'post',
    path: '/sessions/:sessionId/photos',
    summary: 'Upload a photograph of the canvas; finding its corners starts',
    body: null,
    upload: true,
    response: Added,
    status: 202,
  }),
  addFirstPhoto: route({
    method: 'post',
    path: '/paintings/:paintingId/sessions/photo',
    summary: 'Upload the first photograph of the next session, which is begun with it; finding its corners starts',
    body: null,
    upload: true,
    response: Added.extend({ sessionNumber: z.number().int() }),
    status: 202,
  }),
  sortPhoto: route({
    method: 'post',
    path: '/paintings/:paintingId/photos',
    summary: 'Upload one of a batch of photographs; it goes into the session of the day it was taken',
    body: Sorting,
    upload: true,
    response: Sorted,
    status: 202,
  }),
  listArrivals: route({
    method: 'get',
    path: '/arrivals',
    summary: 'Photographs that came through the inbox folder and wait to be sorted',
    body: null,
    response: Arrivals,
    status: 200,
  }),
  sortArrival: route({
    method: 'put',
    path: '/arrivals/:arrivalId',
    summary: 'Put a waiting photograph into the session of its day; null leaves it out',
    body: z.object({ paintingId: z.uuid().nullable() }),
    response: Arrivals,
    status: 200,
  }),
  getUnclaimed: route({
    method: 'get',
    path: '/unclaimed',
    summary: 'Files of the originals that nothing in the studio names; they were set aside, not deleted',
    body: null,
    response: z.object({ folder: z.string(), files: z.number().int(), bytes: z.number().int() }),
    status: 200,
  }),
  setCorners: route({
    method: 'put',
    path: '/photos/:photoId/corners',
    guard: 'corners',
    summary: 'Show the corners, photo px, clockwise from the top left',
    body: z.object({ corners: Corners }),
    response: Photo,
    status: 200,
  }),
  setGreys: route({
    method: 'put',
    path: '/photos/:photoId/greys',
    guard: 'greys',
    summary: 'Mark patches of known grey, photo px',
    body: z.object({ greys: z.array(GreyPatch).max(24) }),
    response: Photo,
    status: 200,
  }),
  learnPaints: route({
    method: 'post',
    path: '/photos/:photoId/paints',
    guard: 'greys',
    summary: 'Measure the painter’s own paints on the card’s fields, and know them in every photograph to come',
    body: null,
    response: Settings,
    status: 200,
  }),
  setAreas: route({
    method: 'put',
    path: '/photos/:photoId/areas',
    guard: 'areas',
    summary: 'Outline places that are not read, or read although they shine (canvas mm)',
    body: z.object({ areas: z.array(Area).max(60) }),
    response: Photo,
    status: 200,
  }),
  setLandmarks: route({
    method: 'put',
    path: '/photos/:photoId/landmarks',
    guard: 'landmarks',
    summary: 'Points shown on the plan and on the painting (canvas mm); they overrule where the drawing was found',
    body: z.object({ landmarks: z.array(Landmark).max(60) }),
    response: Photo,
    status: 200,
  }),
  setImpression: route({
    method: 'put',
    path: '/photos/:photoId/impression',
    summary: 'What bothers the painter, said before any number is shown; the first one stands',
    body: Impression,
    response: Photo,
    status: 200,
  }),
  setSeated: route({
    method: 'put',
    path: '/photos/:photoId/seated',
    guard: 'seated',
    summary: "The painter's own answers to whether things sit on their surfaces; an empty list takes them back",
    body: z.object({ seated: z.array(Seated).max(60) }),
    response: Photo,
    status: 200,
  }),
  getHistory: route({
    method: 'get',
    path: '/photos/:photoId/history',
    summary: 'Every set of corners and greys a photograph has had, newest first',
    body: null,
    response: z.object({
      corners: z.array(z.object({ at: Time, from: z.enum(['found', 'given']), corners: Corners })),
      greys: z.array(z.object({ at: Time, card: z.boolean(), greys: z.array(GreyPatch) })),
    }),
    status: 200,
  }),
  setGround: route({
    method: 'put',
    path: '/paintings/:paintingId/ground',
    guard: 'ground',
    summary: 'Say the bare surface’s colour (null forgets it), or where it is meant to stay bare',
    body: z
      .object({
        colour: z
          .object({
            value: z.number().min(0.5, INPUT_TEXT.groundValue).max(10),
            a: z.number().min(-120).max(120),
            b: z.number().min(-120).max(120),
          })
          .nullable(),
        keep: z.array(Place).max(60),
      })
      .partial(),
    response: PaintingDetail,
    status: 200,
  }),
  learnGround: route({
    method: 'post',
    path: '/photos/:photoId/ground',
    guard: 'ground',
    summary: 'Learn the bare surface’s colour from a photograph: all of it, or an outlined place',
    body: z.object({ place: Place.nullable() }),
    response: PaintingDetail,
    status: 200,
  }),
  changePhoto: route({
    method: 'put',
    path: '/photos/:photoId',
    guard: 'photo',
    summary: 'Say what a photograph shows and how its light is taken out, or put it aside',
    body: z
      .object({
        role: PhotoRole,
        lightFrom: LightFrom,
        lamp: Lamp,
        surface: Surface,
        covered: Covered,
        room: z.string().trim().max(60),
        hour: z.number().int().min(0).max(23).nullable(),
        aside: z.boolean(),
        insisted: z.boolean(),
      })
      .partial(),
    response: PaintingDetail,
    status: 200,
  }),
  judgePhoto: route({
    method: 'get',
    path: '/photos/:photoId/quality',
    summary: 'How good a photograph is before it is read: what is wrong, what to do, what it costs in certainty',
    body: null,
    response: Quality,
    status: 200,
  }),
  readPhoto: route({
    method: 'post',
    path: '/photos/:photoId/readings',
    summary: 'Read the photograph against the plan',
    body: null,
    response: Job,
    status: 202,
  }),
  getReading: route({
    method: 'get',
    path: '/photos/:photoId/reading',
    summary: 'The newest reading of a photograph',
    body: null,
    response: ReadingDetail,
    status: 200,
  }),
  openPhone: route({
    method: 'post',
    path: '/paintings/:paintingId/phone',
    summary: 'Let one phone in the local network send photographs of a session, for a quarter of an hour',
    body: z.object({ session: z.number().int().min(1).max(100_000) }),
    response: PhoneState,
    status: 201,
  }),
  getPhone: route({
    method: 'get',
    path: '/phone',
    summary: 'Whether the door for a phone is open',
    body: null,
    response: PhoneState.nullable(),
    status: 200,
  }),
  closePhone: route({
    method: 'delete',
    path: '/phone',
    summary: 'Close the door for the phone',
    body: null,
    response: PhoneState.nullable(),
    status: 200,
  }),
  getJob: route({
    method: 'get',
    path: '/jobs/:jobId',
    summary: 'How far long work is',
    body: null,
    response: Job,
    status: 200,
  }),
  stopJob: route({
    method: 'delete',
    path: '/jobs/:jobId',
    summary: 'Stop long work',
    body: null,
    response: Job,
    status: 200,
  }),
  getSettings: route({
    method: 'get',
    path: '/settings',
    summary: 'Settings',
    body: null,
    response: Settings,
    status: 200,
  }),
  putSettings: route({
    method: 'put',
    path: '/settings',
    summary: 'Change settings; those that are not named stay as they are',
    body: SettingsChange,
    response: Settings,
    status: 200,
  }),
} as const;

export type RouteName = keyof typeof ROUTES;
export type BodyOf<N extends RouteName> = (typeof ROUTES)[N]['body'] extends z.ZodType
  ? Frozen<z.input<NonNullable<(typeof ROUTES)[N]['body']>>>
  : undefined;
export type ResponseOf<N extends RouteName> = Made<(typeof ROUTES)[N]['response']>;

import { z } from 'zod';
import { Journal } from './journal';
import { route } from './route';
import { Day, Id, Time, type Made } from './shapes';
import { PaintingDetail, PaintingSummary } from './studio';

/** Something that was deleted and can be brought back. */
export const Deleted = z.object({
  /** of the line in the journal by which it was deleted */
  id: Id,
  /** what was deleted: "a photograph of session 3" */
  words: z.string(),
  /** title of the painting it belongs to; null = it is a painting itself */
  painting: z.string().nullable(),
  /** a photograph that went with it; null = none did */
  photoId: Id.nullable(),
  at: Time,
  /** until when it can be brought back */
  until: Time,
});
export const PutAway = z.object({ archived: z.array(PaintingSummary), deleted: z.array(Deleted), journal: Journal });

/** What is said of a session; what is left out stays as it was. */
export const SessionChange = z
  .object({
    date: Day,
    intention: z.string().trim().max(200),
    minutes: z.number().int().min(0).max(1440).nullable(),
  })
  .partial();

/** Endpoints by which things are archived, deleted and brought back, and a session is put right. */
export const PUT_AWAY_ROUTES = {
  shelvePainting: route({
    method: 'put',
    path: '/paintings/:paintingId/shelf',
    summary: 'Put a painting into the archive, take it out again, or delete it; it can be brought back for 30 days',
    body: z.object({ shelf: z.enum(['studio', 'archive', 'deleted']) }),
    response: z.array(PaintingSummary),
    status: 200,
  }),
  listPutAway: route({
    method: 'get',
    path: '/put-away',
    summary: 'Paintings in the archive, and what was deleted in the last 30 days',
    body: null,
    response: PutAway,
    status: 200,
  }),
  bringBack: route({
    method: 'put',
    path: '/put-away/:deedId/back',
    summary: 'Bring back what was deleted',
    body: null,
    response: PutAway,
    status: 200,
  }),
  changeSession: route({
    method: 'put',
    path: '/sessions/:sessionId',
    summary: 'Change the day, the intention or the minutes of a session; its number and its verdicts stay',
    body: SessionChange,
    response: PaintingDetail,
    status: 200,
  }),
  deleteSession: route({
    method: 'delete',
    path: '/sessions/:sessionId',
    summary: 'Delete a session with its photographs and its corrections; it can be brought back for 30 days',
    body: null,
    response: PaintingDetail,
    status: 200,
  }),
  deletePhoto: route({
    method: 'delete',
    path: '/photos/:photoId',
    summary: 'Delete a photograph; it can be brought back for 30 days',
    body: null,
    response: PaintingDetail,
    status: 200,
  }),
  deleteReference: route({
    method: 'delete',
    path: '/references/:referenceId',
    summary: 'Delete a reference that is not the main one; it can be brought back for 30 days',
    body: null,
    response: PaintingDetail,
    status: 200,
  }),
};

export type Deleted = Made<typeof Deleted>;
export type PutAway = Made<typeof PutAway>;

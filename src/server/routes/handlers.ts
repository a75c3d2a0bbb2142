import type { z } from 'zod';
import type { Made, ParamsOf, ResponseOf, RouteName } from '../../contract';
import { ROUTES } from '../../contract';
import { InputError } from '../images/inputError';
import { listDeeds, setUndone } from '../journal/undoing';
import { listUnclaimed, unclaimedOf } from '../store/originals';
import { listArrivals, sortArrival } from '../exchange/arrivals';
import { addCorrection, setCorrectionOpen } from '../correction/corrections';
import { describePainting } from '../painting/describe';
import { describeStudio } from '../studio/studioList';
import type { Arrived } from '../photo/keepPicture';
import { addSample } from '../painting/sample';
import { addPainting, putOnEasel, shelvePainting } from '../painting/paintings';
import { changePlan, edgePlanOf, listPlans, massesOf } from '../plan/plans';
import { traceDrawing } from '../plan/drawings';
import { addFurtherReference, addReference, auditOf, changeReference, deleteReference } from '../plan/references';
import { rereadPainting } from '../reading/rereading';
import { bringBack, listPutAway } from '../painting/putAway';
import { changePainting } from '../painting/setUp';
import { changeSession, addSession, deletePhoto, deleteSession } from '../photo/sessions';
import { addFirstPhoto, addPhoto, changePhoto, setAreas, setCorners, setGreys } from '../photo/photos';
import { learnGround, setGround } from '../photo/ground';
import { historyOf } from '../photo/history';
import { learnPaints } from '../photo/paints';
import { openPhone } from '../exchange/phone';
import { setImpression, setLandmarks, setSeated } from '../photo/showing';
import { decide } from '../correction/deciding';
import { describeReading } from '../reading/describeReading';
import { judgePhoto, measureEdge, measurePlace, readPhoto } from '../reading/readings';
import { getSettings, putSettings } from '../studio/settings';
import { sortPhoto } from '../exchange/sorting';
import type { Studio } from '../studio/studio';

type ParsedBody<N extends RouteName> = (typeof ROUTES)[N]['body'] extends z.ZodType
  ? Made<NonNullable<(typeof ROUTES)[N]['body']>>
  : undefined;

export interface Request<N extends RouteName> {
  readonly studio: Studio;
  readonly params: ParamsOf<(typeof ROUTES)[N]['path']>;
  readonly body: ParsedBody<N>;
  readonly file: () => Arrived;
}

const noJob = (id: string) =>
  new InputError('unknown', `There is no work ${id} under way. It may have ended before the last restart.`, 404);

/** What each endpoint does: one thin line a row. */
export const HANDLERS: { [N in RouteName]: (request: Request<N>) => Promise<ResponseOf<N>> | ResponseOf<N> } = {
  listPaintings: ({ studio }) => describeStudio(studio.db),
  addPainting: ({ studio, body }) => addPainting(studio, body),
  addSample: ({ studio }) => addSample(studio),
  getPainting: ({ studio, params }) => describePainting(studio.db, params.paintingId),
  putOnEasel: ({ studio, params }) => putOnEasel(studio, params.paintingId),
  addReference: ({ studio, params, file }) => addReference(studio, params.paintingId, file()),
  changePainting: ({ studio, params, body }) => changePainting(studio, params.paintingId, body),
  addFurtherReference: ({ studio, params, body, file }) =>
    addFurtherReference(studio, params.paintingId, { arrived: file(), purpose: body.purpose }),
  changeReference: ({ studio, params, body }) => changeReference(studio, params.referenceId, body),
  auditReference: ({ studio, params }) => auditOf(studio, params.referenceId),
  traceDrawing: ({ studio, params, body }) => traceDrawing(studio, params.paintingId, body),
  listPlans: ({ studio, params }) => listPlans(studio, params.paintingId),
  rereadPainting: ({ studio, params }) => rereadPainting(studio, params.paintingId),
  changePlan: ({ studio, params, body }) => changePlan(studio, params.paintingId, body),
  readEdgePlan: ({ studio, params, body }) => edgePlanOf(studio, params.paintingId, body),
  getMasses: ({ studio, params }) => massesOf(studio, params.paintingId),
  addSession: ({ studio, params, body }) => addSession(studio, params.paintingId, body),
  shelvePainting: ({ studio, params, body }) => shelvePainting(studio, params.paintingId, body),
  listPutAway: ({ studio }) => listPutAway(studio),
  bringBack: ({ studio, params }) => bringBack(studio, params.deedId),
  changeSession: ({ studio, params, body }) => changeSession(studio, params.sessionId, body),
  deleteSession: ({ studio, params }) => deleteSession(studio, params.sessionId),
  deletePhoto: ({ studio, params }) => deletePhoto(studio, params.photoId),
  deleteReference: ({ studio, params }) => deleteReference(studio, params.referenceId),
  addPhoto: ({ studio, params, file }) => addPhoto(studio, params.sessionId, file()),
  addFirstPhoto: ({ studio, params, file }) => addFirstPhoto(studio, params.paintingId, file()),
  sortPhoto: ({ studio, params, body, file }) =>
    sortPhoto(studio, params.paintingId, { arrived: file(), modified: body.modified }),
  listArrivals: ({ studio }) => listArrivals(studio),
  sortArrival: ({ studio, params, body }) => sortArrival(studio, params.arrivalId, body.paintingId),
  getUnclaimed: async ({ studio }) => {
    const { folder } = studio.files;
    const files = await listUnclaimed(folder);
    return {
      folder: unclaimedOf(folder),
      files: files.length,
      bytes: files.reduce((sum, { bytes }) => sum + bytes, 0),
    };
  },
  setCorners: ({ studio, params, body }) => setCorners(studio, params.photoId, body.corners),
  setGreys: ({ studio, params, body }) => setGreys(studio, params.photoId, body.greys),
  learnPaints: ({ studio, params }) => learnPaints(studio, params.photoId),
  setAreas: ({ studio, params, body }) => setAreas(studio, params.photoId, body.areas),
  setLandmarks: ({ studio, params, body }) => setLandmarks(studio, params.photoId, body.landmarks),
  setImpression: ({ studio, params, body }) => setImpression(studio, params.photoId, body),
  setSeated: ({ studio, params, body }) => setSeated(studio, params.photoId, body.seated),
  getHistory: ({ studio, params }) => historyOf(studio, params.photoId),
  setGround: ({ studio, params, body }) => setGround(studio, params.paintingId, body),
  learnGround: ({ studio, params, body }) => learnGround(studio, params.photoId, body),
  changePhoto: ({ studio, params, body }) => changePhoto(studio, params.photoId, body),
  judgePhoto: ({ studio, params }) => judgePhoto(studio, params.photoId),
  readPhoto: ({ studio, params }) => readPhoto(studio, params.photoId),
  getReading: ({ studio, params }) => describeReading(studio, params.photoId),
  decide: ({ studio, params, body }) =>
    decide(studio, { photoId: params.photoId, index: Number(params.index), ...body }),
  measure: ({ studio, params, body }) => measurePlace(studio, params.photoId, body.place),
  measureEdge: ({ studio, params, body }) => measureEdge(studio, params.photoId, body.line),
  addCorrection: ({ studio, params, body }) => addCorrection(studio, params.paintingId, body),
  removeCorrection: ({ studio, params }) => setCorrectionOpen(studio, params.correctionId, false),
  restoreCorrection: ({ studio, params }) => setCorrectionOpen(studio, params.correctionId, true),
  listDeeds: ({ studio, params }) => listDeeds(studio.db, params.paintingId),
  setUndone: ({ studio, params, body }) => setUndone(studio, params.deedId, body.undone),
  openPhone: ({ studio, params, body }) => openPhone(studio, params.paintingId, body.session),
  getPhone: ({ studio }) => studio.phone.state(),
  closePhone: async ({ studio }) => {
    await studio.phone.lock();
    return studio.phone.state();
  },
  getJob: ({ studio, params }) => {
    const job = studio.jobs.get(params.jobId);
    if (!job) throw noJob(params.jobId);
    return job;
  },
  stopJob: ({ studio, params }) => {
    const job = studio.jobs.stop(params.jobId);
    if (!job) throw noJob(params.jobId);
    return job;
  },
  getSettings: ({ studio }) => getSettings(studio),
  putSettings: ({ studio, body }) => putSettings(studio, body),
};

import { Router, type RequestHandler } from 'express';
import { z } from 'zod';
import { Crop, openApi, ROUTES, type Route, type RouteName } from '../../contract';
import { InputError } from '../images/inputError';
import {
  arrivalPreview,
  basePicture,
  newestPicture,
  photoPreview,
  plannedPicture,
  referencePreview,
} from '../studio/pictures';
import { cardSheet } from '../studio/cardSheet';
import { readingAsCsv, readingAsJson, TABLES } from '../studio/exporting';
import { PaperQuery, sheetOf, transferOf } from '../studio/planPaper';
import type { Studio } from '../studio/studio';
import { Answers } from './answers';
import { guarded } from './guarded';
import { HANDLERS, type Request } from './handlers';
import { dropFile, fileOf, takeFile } from './takeFile';

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new InputError('input', 'The crop in this address is no JSON. Nothing was changed.');
  }
}

/** An answer as the contract has it. One that does not fit is our own fault, not the sender's. */
function fitting({ response, path }: Route, answer: unknown): unknown {
  const checked = response.safeParse(answer);
  if (!checked.success) throw new Error(`The answer of ${path} does not fit its contract: ${checked.error.message}`);
  return checked.data;
}

/** Answers that follow from the database alone. */
const FROM_DATABASE = new Set<RouteName>(['listPaintings', 'getPainting', 'getReading', 'getSettings', 'listArrivals', 'listPlans', 'getHistory', 'getMasses']); // prettier-ignore

function handle(studio: Studio, answers: Answers, name: RouteName): RequestHandler {
  const row: Route = ROUTES[name];
  const answer: RequestHandler = async (incoming, response) => {
    const body = (row.body ? row.body.parse(incoming.body ?? {}) : undefined) as Request<RouteName>['body'];
    const request: Request<RouteName> = {
      studio,
      params: incoming.params as Record<string, string>,
      body,
      file: () => fileOf(incoming),
    };
    const handler = HANDLERS[name] as (request: Request<RouteName>) => unknown;
    const work = async () => handler(request);
    if (FROM_DATABASE.has(name)) return answers.send(incoming, response, async () => fitting(row, await work()));
    const made = row.guard ? await guarded(studio, row.guard, { incoming, response, work }) : await work();
    response.status(row.status).json(fitting(row, made));
  };
  // Carried out to the end, also where the sender has gone meanwhile: what came whole is kept.
  return async (incoming, response, next) => {
    try {
      await answer(incoming, response, next);
    } finally {
      await dropFile(incoming);
    }
  };
}

/** Server-sent events: every change of a job, until it has ended. */
const watchJob =
  (studio: Studio): RequestHandler =>
  (incoming, response) => {
    const id = String(incoming.params.jobId);
    if (!studio.jobs.get(id)) throw new InputError('unknown', `There is no work ${id} under way.`, 404);
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' }).flushHeaders();
    let end = () => {};
    end = studio.jobs.watch(id, (job) => {
      response.write(`data: ${JSON.stringify(job)}\n\n`);
      if (job.state === 'queued' || job.state === 'running') return;
      setImmediate(() => {
        end();
        response.end();
      });
    });
    incoming.on('close', () => end());
  };

/** Everything under /api. */
export function apiRouter(studio: Studio): Router {
  const router = Router();
  const upload = takeFile(studio.files);
  const answers = new Answers(studio.changes);
  for (const [name, row] of Object.entries(ROUTES) as [RouteName, Route][]) {
    const steps = row.upload ? [upload, handle(studio, answers, name)] : [handle(studio, answers, name)];
    router[row.method](row.path, ...steps);
  }
  /** A picture's file, as found before unless the database has changed, or the cache was cleared, since. */
  const fileOfAnswer = async (name: string, find: () => Promise<string>): Promise<string> => {
    const path = await answers.keep(name, find);
    return (await studio.files.exists(path)) ? path : find();
  };
  const picture =
    (find: (studio: Studio, id: string) => Promise<string>, cache: string): RequestHandler =>
    async (incoming, response) => {
      const path = await fileOfAnswer(incoming.path, () => find(studio, String(incoming.params.id)));
      response.set('Cache-Control', cache).type('image/jpeg').sendFile(path, { dotfiles: 'allow' });
    };
  router.get('/jobs/:jobId/progress', watchJob(studio));
  for (const [file, which, type] of [
    ['flat.jpg', 'flat', 'image/jpeg'],
    ['differences.png', 'map', 'image/png'],
  ] as const)
    router.get(`/jobs/:jobId/${file}`, (incoming, response) => {
      const bytes = studio.jobs.picture(incoming.params.jobId, which);
      if (!bytes) throw new InputError('unknown', 'This picture is not there: the work has not come so far, or it has ended.', 404); // prettier-ignore
      response.set('Cache-Control', 'no-store').type(type).send(Buffer.from(bytes));
    });
  router.get('/photos/:id/preview.jpg', picture(photoPreview, 'private, max-age=86400'));
  router.get('/arrivals/:id/preview.jpg', picture(arrivalPreview, 'private, max-age=86400'));
  router.get('/references/:id/preview.jpg', picture(referencePreview, 'private, max-age=86400'));
  router.get('/references/:id/base.png', async (incoming, response) => {
    const { crop } = incoming.query;
    const tried = typeof crop === 'string' ? Crop.parse(jsonOf(crop)) : undefined;
    const path = await basePicture(studio, String(incoming.params.id), tried);
    response.set('Cache-Control', 'no-cache').type('image/png').sendFile(path, { dotfiles: 'allow' });
  });
  router.get('/photos/:id/flat.jpg', picture(newestPicture('flat'), 'no-cache'));
  router.get('/photos/:id/squared.jpg', picture(newestPicture('squared'), 'no-cache'));
  router.get('/photos/:id/differences.png', async (incoming, response) => {
    const path = await fileOfAnswer(incoming.path, () => newestPicture('map')(studio, String(incoming.params.id)));
    response.set('Cache-Control', 'no-cache').type('image/png').sendFile(path, { dotfiles: 'allow' });
  });
  router.get('/photos/:id/reading.json', async (incoming, response) => {
    const whole = await readingAsJson(studio, String(incoming.params.id));
    response
      .attachment('reading.json')
      .type('application/json')
      .send(JSON.stringify(whole, null, 1));
  });
  router.get('/photos/:id/reading.csv', async (incoming, response) => {
    const table = z.enum(TABLES).default('masses').parse(incoming.query.table);
    const text = await readingAsCsv(studio, String(incoming.params.id), table);
    response.attachment(`reading-${table}.csv`).type('text/csv; charset=utf-8').send(text);
  });
  router.get('/paintings/:id/plan.jpg', picture(plannedPicture, 'no-cache'));
  for (const [name, make] of [
    ['sheet', sheetOf],
    ['transfer', transferOf],
  ] as const)
    router.get(`/paintings/:id/${name}.pdf`, async (incoming, response) => {
      const bytes = await make(studio, String(incoming.params.id), PaperQuery.parse(incoming.query));
      response.set('Cache-Control', 'no-store').type('application/pdf').send(Buffer.from(bytes));
    });
  router.get('/card.pdf', async (_incoming, response) => {
    response
      .type('application/pdf')
      .attachment('card-for-photographs.pdf')
      .send(Buffer.from(await cardSheet()));
  });
  router.get('/openapi.json', (_incoming, response) => void response.json(openApi()));
  router.use((incoming) => {
    throw new InputError('unknown', `There is nothing at ${incoming.originalUrl}.`, 404);
  });
  return router;
}

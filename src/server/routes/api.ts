import { Router, type Request as Incoming, type RequestHandler } from 'express';
import { FILES, openApi, ROUTES, type FileName, type FileRoute, type Route, type RouteName } from '../../contract';
import { InputError } from '../images/inputError';
import { PROGRAM, type Hand, type Studio } from '../studio/studio';
import { Answers } from './answers';
import { fileHandlers } from './files';
import { guarded } from './guarded';
import { HANDLERS, type Request } from './handlers';
import { dropFile, fileOf, takeFile } from './takeFile';

/** An answer as the contract has it. One that does not fit is our own fault, not the sender's. */
function fitting({ response, path }: Route, answer: unknown): unknown {
  const checked = response.safeParse(answer);
  if (!checked.success) throw new Error(`The answer of ${path} does not fit its contract: ${checked.error.message}`);
  return checked.data;
}

/** Whose hand a request is, by the name a window gives itself. */
function handOf({ headers }: Incoming): Hand {
  const window = headers['revlin-window'];
  const on = headers['if-match']?.trim().replace(/^"(.*)"$/, '$1');
  const by = typeof window === 'string' && /^[\w-]{4,40}$/.test(window) ? window : PROGRAM.by;
  return { by, on: on && on !== '*' ? on : null };
}

/** Answers that follow from the database alone. */
const FROM_DATABASE = new Set<RouteName>([
  'listPaintings',
  'getPainting',
  'getReading',
  'getSettings',
  'listArrivals',
  'listPlans',
  'getHistory',
  'getMasses',
  'listDeeds',
]);

function handle(studio: Studio, answers: Answers, name: RouteName): RequestHandler {
  const row: Route = ROUTES[name];
  const answer: RequestHandler = async (incoming, response) => {
    const body = (row.body ? row.body.parse(incoming.body ?? {}) : undefined) as Request<RouteName>['body'];
    const request: Request<RouteName> = {
      studio: { ...studio, hand: handOf(incoming) },
      params: incoming.params as Request<RouteName>['params'],
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

/** Everything under /api. */
export function apiRouter(studio: Studio): Router {
  const router = Router();
  const upload = takeFile(studio.files);
  const answers = new Answers(studio.changes);
  for (const [name, row] of Object.entries(ROUTES) as [RouteName, Route][]) {
    const steps = row.upload ? [upload, handle(studio, answers, name)] : [handle(studio, answers, name)];
    router[row.method](row.path, ...steps);
  }
  const files = fileHandlers(studio, answers);
  for (const [name, { path }] of Object.entries(FILES) as [FileName, FileRoute][]) router.get(path, files[name]);
  router.get('/openapi.json', (_incoming, response) => void response.json(openApi()));
  router.use((incoming) => {
    throw new InputError('unknown', `There is nothing at ${incoming.originalUrl}.`, 404);
  });
  return router;
}

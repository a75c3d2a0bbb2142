import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import sirv from 'sirv';
import { apiRouter } from './routes/api';
import { problemHandler, sendProblem } from './routes/problems';
import type { Studio } from './studio/studio';

const LOCAL = new Set(['localhost', '127.0.0.1', '[::1]']);

/** Only this machine's own pages may talk to the studio: a page elsewhere must not reach it through the browser. */
const onlyLocal: RequestHandler = (request, response, next) => {
  const host = (request.headers.host ?? '').replace(/:\d+$/, '');
  const origin = request.headers.origin;
  const foreign = origin !== undefined && origin !== `http://${request.headers.host}`;
  if (!LOCAL.has(host) || foreign)
    return sendProblem(response, {
      status: 403,
      code: 'elsewhere',
      detail: 'Revlin answers only to pages it has opened itself on this machine.',
    });
  next();
};

/** Beside the studio's own routes there is nothing to send anything to. */
const onlyReading: RequestHandler = ({ method }, response, next) => {
  if (method === 'GET' || method === 'HEAD') return next();
  sendProblem(response, { status: 404, code: 'unknown', detail: 'There is nothing here that takes anything.' });
};

/**
 * The built interface, packed when it was built. Names of assets change with what is in them; the page itself is asked
 * for anew.
 */
const webFiles = (folder: string): RequestHandler =>
  sirv(folder, {
    etag: true,
    gzip: true,
    brotli: true,
    single: true,
    setHeaders: (response, path) => {
      const lasting = path.startsWith('/assets/');
      response.setHeader('Cache-Control', lasting ? 'public, max-age=31536000, immutable' : 'no-cache');
      response.setHeader('Vary', 'Accept-Encoding');
    },
  });

/** The whole application. @param webFolder the built interface */
export function createApp(studio: Studio, { webFolder, log }: { webFolder: string; log: Logger }): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          workerSrc: ["'self'", 'blob:'],
          styleSrc: ["'self'", "'unsafe-inline'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(onlyLocal);
  app.use('/api', express.json({ limit: '4mb' }), apiRouter(studio));
  app.use(onlyReading, webFiles(webFolder));
  app.use(problemHandler(log));
  return app;
}

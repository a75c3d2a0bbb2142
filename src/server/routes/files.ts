import type { Request as Incoming, RequestHandler } from 'express';
import { z } from 'zod';
import { Crop, FILES, type FileName } from '../../contract';
import { InputError } from '../images/inputError';
import { cardSheet } from '../exchange/cardSheet';
import { readingAsCsv, readingAsJson, TABLES } from '../exchange/exporting';
import {
  arrivalPreview,
  basePicture,
  newestPicture,
  photoPreview,
  plannedPicture,
  referencePreview,
} from '../exchange/pictures';
import { boxFrom, flatClose, planClose } from '../exchange/closeUps';
import { PaperQuery, sheetOf, transferOf } from '../plan/planPaper';
import type { Studio } from '../studio/studio';
import type { Answers } from './answers';

const idIn = ({ params }: Incoming): string => String(params.id);

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new InputError('input', 'The crop in this address is no JSON. Nothing was changed.');
  }
}

/** Server-sent events: every change of a job, until it has ended. */
const watchJob =
  (studio: Studio): RequestHandler =>
  (incoming, response) => {
    const id = idIn(incoming);
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

const A_DAY = 'private, max-age=86400'; // of what never changes under its name
const ASK_AGAIN = 'no-cache';

/** What answers each of {@link FILES}. */
export function fileHandlers(studio: Studio, answers: Answers): { [N in FileName]: RequestHandler } {
  /** A picture's file, as found before unless the database has changed, or the cache was cleared, since. */
  const found = async (name: string, find: () => Promise<string>): Promise<string> => {
    const path = await answers.keep(name, find);
    return (await studio.files.exists(path)) ? path : find();
  };
  const picture =
    (name: FileName, find: (studio: Studio, id: string) => Promise<string>, cache = ASK_AGAIN): RequestHandler =>
    async (incoming, response) => {
      const path = await found(incoming.path, () => find(studio, idIn(incoming)));
      response.set('Cache-Control', cache).type(FILES[name].type).sendFile(path, { dotfiles: 'allow' });
    };
  const early =
    (name: FileName, which: 'flat' | 'map'): RequestHandler =>
    (incoming, response) => {
      const bytes = studio.jobs.picture(idIn(incoming), which);
      if (!bytes)
        throw new InputError(
          'unknown',
          'This picture is not there: the work has not come so far, or it has ended.',
          404,
        );
      response.set('Cache-Control', 'no-store').type(FILES[name].type).send(Buffer.from(bytes));
    };
  const paper =
    (make: typeof sheetOf): RequestHandler =>
    async (incoming, response) => {
      const bytes = await make(studio, idIn(incoming), PaperQuery.parse(incoming.query));
      response.set('Cache-Control', 'no-store').type(FILES.sheet.type).send(Buffer.from(bytes));
    };
  const close =
    (name: FileName, make: typeof flatClose): RequestHandler =>
    async (incoming, response) => {
      const bytes = await make(studio, idIn(incoming), boxFrom(incoming.query.box));
      response.set('Cache-Control', A_DAY).type(FILES[name].type).send(Buffer.from(bytes));
    };
  return {
    flatClose: close('flatClose', flatClose),
    planClose: close('planClose', planClose),
    photoPreview: picture('photoPreview', photoPreview, A_DAY),
    arrivalPreview: picture('arrivalPreview', arrivalPreview, A_DAY),
    referencePreview: picture('referencePreview', referencePreview, A_DAY),
    flat: picture('flat', newestPicture('flat')),
    squared: picture('squared', newestPicture('squared')),
    differences: picture('differences', newestPicture('map')),
    plan: picture('plan', plannedPicture),
    jobProgress: watchJob(studio),
    jobFlat: early('jobFlat', 'flat'),
    jobDifferences: early('jobDifferences', 'map'),
    sheet: paper(sheetOf),
    transfer: paper(transferOf),
    referenceBase: async (incoming, response) => {
      const { crop } = incoming.query;
      const tried = typeof crop === 'string' ? Crop.parse(jsonOf(crop)) : undefined;
      const path = await basePicture(studio, idIn(incoming), tried);
      response.set('Cache-Control', ASK_AGAIN).type(FILES.referenceBase.type).sendFile(path, { dotfiles: 'allow' });
    },
    readingJson: async (incoming, response) => {
      const whole = await readingAsJson(studio, idIn(incoming));
      response
        .attachment('reading.json')
        .type(FILES.readingJson.type)
        .send(JSON.stringify(whole, null, 1));
    },
    readingCsv: async (incoming, response) => {
      const table = z.enum(TABLES).default('masses').parse(incoming.query.table);
      const text = await readingAsCsv(studio, idIn(incoming), table);
      response.attachment(`reading-${table}.csv`).type(FILES.readingCsv.type).send(text);
    },
    card: async (_incoming, response) => {
      response
        .type(FILES.card.type)
        .attachment('card-for-photographs.pdf')
        .send(Buffer.from(await cardSheet()));
    },
  };
}

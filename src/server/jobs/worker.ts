import type { MessagePort } from 'node:worker_threads';
import { closeUp as closeUpOf } from '../../core/photo';
import { lightOfPicture } from '../../core/raster';
import { takenAt } from '../images/takenAt';
import { bytesOfStored, jpegOf, openStored, room, verifyStored } from './pictures';
import { audit, base, edges, masses, planned, sheet, trace } from './planWork';
import { corners, cross, ground, judge, paints, read, see } from './readWork';
import type { Answer, Ask, Progress, TaskName, Tell } from './tasks';

async function check({ picture }: Ask<'check'>): Answer<'check'> {
  const { width, height, format } = await verifyStored(picture);
  return { width, height, format };
}

const taken = async ({ picture }: Ask<'taken'>): Answer<'taken'> => takenAt(await bytesOfStored(picture));

async function preview({ picture, longSide }: Ask<'preview'>): Answer<'preview'> {
  const opened = await openStored(picture);
  const scale = Math.min(1, longSide / Math.max(opened.width, opened.height));
  const size = { width: Math.round(opened.width * scale), height: Math.round(opened.height * scale) };
  return { jpeg: await jpegOf(lightOfPicture(opened, [0, 0, opened.width, opened.height], size), 85) };
}

async function closeUp({ source, shown, corners, bend, box }: Ask<'closeUp'>): Answer<'closeUp'> {
  const [from, whole] = [await openStored(source), await openStored(shown)];
  const lens = { bend, width: from.width, height: from.height };
  return { jpeg: await jpegOf(closeUpOf(from, { shown: whole, corners, lens, box }), 90) };
}

const WORK: { [N in TaskName]: (ask: Ask<N>, tell: Tell) => Answer<N> } = {
  check,
  taken,
  preview,
  closeUp,
  planned,
  masses,
  base,
  edges,
  audit,
  sheet,
  trace,
  corners,
  read,
  see,
  cross,
  ground,
  judge,
  paints,
};

/** Entry of every worker thread: does the task and tells its progress through the port. */
export default async function work({
  name,
  ask,
  port,
}: {
  name: TaskName;
  ask: unknown;
  port: MessagePort | null;
}): Promise<unknown> {
  const tell: Tell = (doing, share, part) =>
    port?.postMessage({ doing, share, ...(part && { part }) } satisfies Progress);
  try {
    return { answer: await (WORK[name] as (ask: unknown, tell: Tell) => Promise<unknown>)(ask, tell) };
  } catch (cause) {
    // Errors lose their class on the way between threads: known ones travel as data.
    const error = cause as Error & { code?: string; status?: number };
    return { problem: { name: error.name, message: error.message, code: error.code, status: error.status } };
  } finally {
    await room.giveBack();
    port?.close();
  }
}

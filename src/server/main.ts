import type { Server } from 'node:http';
import { join } from 'node:path';
import pino from 'pino';
import { createApp } from './app';
import { watchInbox } from './inbox';
import { InputError } from './images/inputError';
import { readStartArguments, type StartRequest } from './start/arguments';
import { openStudio } from './start/openStudio';
import { wordsForStart } from './start/words';
import { forgetDeleted } from './safekeeping/forget';
import type { Sample } from './studio/studio';
import { setAsideUnclaimed } from './store/originals';
import { resumeLooking } from './photo/looking';

const log = pino({ level: process.env.REVLIN_LOG ?? 'warn' });
const DAY_MS = 86_400_000;
const GOODBYE_MS = 2000; // what has not ended by then is ended: everything acknowledged is on the disk already
const KEPT_IDLE_MS = 65_000;

/** One sentence on standard error and exit code 2: what is wrong and what to do. */
function refuse(words: string): never {
  process.stderr.write(`${words}\n`);
  process.exit(2);
}

function asked(): StartRequest {
  try {
    return readStartArguments(process.argv.slice(2));
  } catch (cause) {
    if (cause instanceof InputError) return refuse(cause.message);
    throw cause;
  }
}

/** Listens. @returns server and address @throws InputError for a port that is taken */
function listen(app: ReturnType<typeof createApp>, port: number): Promise<{ server: Server; url: string }> {
  return new Promise((listening, failed) => {
    const server = app.listen(port, '127.0.0.1', (error?: NodeJS.ErrnoException) => {
      // An idle connection is kept as long as browsers keep it: closed just as the next request is sent, it loses it.
      server.keepAliveTimeout = KEPT_IDLE_MS;
      const address = server.address();
      if (!error && typeof address === 'object' && address)
        return listening({ server, url: `http://127.0.0.1:${address.port}/` });
      if (error?.code === 'EADDRINUSE')
        return failed(
          new InputError('port', `Port ${port} is taken by another program. Give another one with --port.`),
        );
      if (error?.code === 'EACCES')
        return failed(new InputError('port', `Port ${port} may not be used. Give one above 1023 with --port.`));
      failed(error ?? new Error('no address'));
    });
  });
}

/** What a start brings with it. */
export interface Brought {
  /** folder of what was built */
  readonly here: string;
  readonly sample: Sample;
}

async function serve({ data, port, camera }: StartRequest, { here, sample }: Brought): Promise<void> {
  const { studio, lock, close } = await openStudio(data, { worker: join(here, 'worker.js'), camera, sample, log });
  await resumeLooking(studio);
  const sweep = () =>
    forgetDeleted(studio.db, studio.world.now())
      .then(() => setAsideUnclaimed(studio.db, data, studio.world.now()))
      .catch((cause: unknown) => log.error(cause));
  await sweep();
  setInterval(() => void sweep(), DAY_MS).unref();
  const { server, url } = await listen(createApp(studio, { webFolder: join(here, 'web'), log }), port);
  await lock.tell(url);
  const leaveInbox = await watchInbox(studio, studio.inbox, log);
  process.stdout.write(
    `Revlin is at ${url}\nYour studio is kept in ${data}\nPhotographs put into ${studio.inbox} come in by themselves.\n${camera ? `The simulated studio camera is at ${camera}\n` : ''}`,
  );
  const leave = async () => {
    setTimeout(() => process.exit(0), GOODBYE_MS).unref();
    server.closeAllConnections();
    await leaveInbox();
    await close();
    process.exit(0);
  };
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => void leave());
}

/** Starts the application as the command line asks for it. */
export async function start(brought: Brought): Promise<void> {
  // What goes wrong beside a request is written down and ends nothing: everything acknowledged is on the disk.
  process.on('unhandledRejection', (cause) => log.error(cause));
  const request = asked();
  try {
    await serve(request, brought);
  } catch (cause) {
    const words = wordsForStart(cause, request.data);
    if (!words) log.error(cause);
    refuse(words ?? `Revlin could not be started on ${request.data}: ${(cause as Error).message}`);
  }
}

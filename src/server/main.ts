import { mkdir } from 'node:fs/promises';
import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import pino from 'pino';
import { createApp } from './app';
import { inboxOf, watchInbox } from './inbox';
import { hireCrew } from './jobs/crew';
import { JobBoard } from './jobs/jobBoard';
import { PhoneDoor } from './phone/phoneDoor';
import { openDatabase } from './store/database';
import { openFiles } from './store/files';
import { resumeLooking } from './studio/looking';
import { realWorld } from './world';

const { values } = parseArgs({
  options: { data: { type: 'string' }, port: { type: 'string', default: '4780' }, camera: { type: 'string' } },
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  process.stderr.write(`--port "${values.port}" is not understood: give a number from 0 to 65535.\n`);
  process.exit(2);
}
const data = resolve(values.data ?? join(homedir(), 'Revlin'));
const here = fileURLToPath(new URL('.', import.meta.url));
const log = pino({ level: process.env.REVLIN_LOG ?? 'warn' });

await mkdir(data, { recursive: true });
const files = await openFiles(data);
const db = await openDatabase(join(data, 'studio.sqlite'));
const crew = hireCrew(join(here, 'worker.js'));
const inbox = inboxOf(data);
const studio = {
  db,
  files,
  crew,
  jobs: new JobBoard(realWorld),
  world: realWorld,
  inbox,
  phone: new PhoneDoor(),
  camera: values.camera ?? null,
};
const app = createApp(studio, { webFolder: join(here, 'web'), log });
await resumeLooking(studio);
const leaveInbox = await watchInbox(studio, inbox, log);

const server = app.listen(port, '127.0.0.1', (error?: Error) => {
  if (error) {
    const busy = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
    process.stderr.write(
      busy ? `Port ${port} is taken by another program. Give another one with --port.\n` : `${error.message}\n`,
    );
    process.exit(1);
  }
  const address = server.address();
  process.stdout.write(
    `Revlin is at http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}/\nYour studio is kept in ${data}\nPhotographs put into ${inbox} come in by themselves.\n${values.camera ? `The simulated studio camera is at ${values.camera}\n` : ''}`,
  );
});

async function close(): Promise<void> {
  server.closeAllConnections();
  await leaveInbox();
  await studio.phone.lock();
  await crew.dismiss();
  await db.destroy();
  process.exit(0);
}
process.on('SIGTERM', () => void close());
process.on('SIGINT', () => void close());

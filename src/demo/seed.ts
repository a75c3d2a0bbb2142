// Fills an empty studio folder with the demo paintings, by the same actions a painter's clicks call: seed DIR
import { mkdir, rename, rm } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import pino from 'pino';
import { settleAll } from '../server/journal/undoing';
import { putOnEasel } from '../server/painting/paintings';
import { openStudio } from '../server/start/openStudio';
import { runningOn } from '../server/store/folderLock';
import { paint } from './paint';
import { RECIPES } from './paintings';

const folder = process.argv[2];
if (!folder || folder.startsWith('-')) throw new Error('seed: name the folder to fill.');
const here = fileURLToPath(new URL('.', import.meta.url));
const DATA = join(here, '..', 'src', 'demo', 'data');
const say = (words: string) => process.stdout.write(`${words}\n`);

/** Everything is made in a folder beside it and moved into place when whole: a demo that was cut off begins again. */
async function seed(target: string): Promise<void> {
  const making = `${target}.making`;
  await mkdir(making, { recursive: true });
  if (await runningOn(making)) {
    process.stderr.write('The demo paintings are being put in place in another window. Wait until that has ended.\n');
    process.exit(2);
  }
  await rm(making, { recursive: true, force: true });
  await mkdir(making, { recursive: true });
  const { studio, close } = await openStudio(making, {
    worker: join(here, 'worker.js'),
    camera: null,
    sample: null,
    log: pino(),
  });
  const ids: string[] = [];
  for (const recipe of RECIPES) {
    say(recipe.title);
    const onSession = (number: number) => say(`  session ${number}, ${recipe.sessions[number - 1]?.intention ?? ''}`);
    ids.push(await paint({ studio, data: DATA, recipe }, { onSession }));
  }
  await putOnEasel(studio, ids[0]);
  // A visitor undoes what they have done themselves, not the demo.
  await settleAll(studio.db);
  await close();
  await rename(making, target);
}

await seed(resolve(folder));

// Fills an empty studio folder with the demo paintings, by the same actions a painter's clicks call: seed DIR
import { mkdir, readFile, rename, rm } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import pino from 'pino';
import sharp from 'sharp';
import { openStudio } from '../server/start/openStudio';
import { runningOn } from '../server/store/folderLock';
import { settleAll } from '../server/journal/undoing';
import { addPainting, putOnEasel } from '../server/painting/paintings';
import { changePlan } from '../server/plan/plans';
import { addFurtherReference, addReference, changeReference } from '../server/plan/references';
import { changePainting } from '../server/painting/setUp';
import { APPROACHES } from '../core/correct';
import { describePainting } from '../server/painting/describe';
import { learnGround } from '../server/photo/ground';
import { addPhoto, addSession, setCorners, setGreys } from '../server/photo/photos';
import { decide } from '../server/correction/deciding';
import { describeReading } from '../server/reading/describeReading';
import { readPhoto } from '../server/reading/readings';
import type { Studio } from '../server/studio/studio';
import { placeOfBox, type Corners } from '../core/raster';
import { MassMark, SetUp, type Job } from '../contract';
import { RECIPES } from './paintings';
import type { PaintingRecipe, SessionRecipe } from './paintings/recipe';

const folder = process.argv[2];
if (!folder || folder.startsWith('-')) throw new Error('seed: name the folder to fill.');
const here = fileURLToPath(new URL('.', import.meta.url));
const DATA = join(here, '..', 'src', 'demo', 'data');

/** What the simulator knows of its photograph. */
interface Truth {
  readonly corners: Corners;
  readonly patches: { box: [number, number, number, number]; value: number }[];
}

const say = (words: string) => process.stdout.write(`${words}\n`);
/** A file of the demo's data, as it arrives. */
const arriving = async ({ files }: Studio, name: string, bytes?: Uint8Array) => ({
  name,
  path: await files.hold(bytes ?? (await readFile(join(DATA, name)))),
});

const ended = (studio: Studio, { id }: Job) =>
  new Promise<void>((done, failed) => {
    let leave = () => {};
    leave = studio.jobs.watch(id, ({ state, problem }) => {
      if (state === 'queued' || state === 'running') return;
      setImmediate(() => leave());
      if (state === 'done') done();
      else failed(new Error(problem ?? state));
    });
  });

/** Everything the recipe plans, as a painter would have kept it. */
async function plan(studio: Studio, id: string, recipe: PaintingRecipe): Promise<void> {
  const { masses, names, quiet = [], loose = [], departures = [], setUp } = recipe;
  const marks = names.map((mark) =>
    MassMark.parse({ ...mark, quiet: quiet.includes(mark.name), loose: loose.includes(mark.name) }),
  );
  await changePlan(studio, id, {
    masses,
    marks,
    ...recipe.plan,
    departures: departures.map((one) => ({ ...one, id: studio.world.newId() })),
  });
  const approach = APPROACHES.find((one) => one.id === setUp.approach);
  if (!approach) throw new Error(`seed: no approach ${setUp.approach}.`);
  await changePainting(studio, id, { setUp: SetUp.parse({ ...setUp, approach }) });
}

/** A closer picture beside the main one, cut from the scene, tied to its place. */
async function addDetail(studio: Studio, id: string, { scene, slug, detail }: PaintingRecipe): Promise<void> {
  if (!detail) return;
  const [left, top, width, height] = detail.cut;
  const bytes = await sharp(join(DATA, scene)).extract({ left, top, width, height }).jpeg({ quality: 92 }).toBuffer();
  const { references } = await addFurtherReference(studio, id, {
    arrived: await arriving(studio, `${slug}-close.jpg`, bytes),
    purpose: 'detail',
  });
  const added = references[references.length - 1];
  await changeReference(studio, added.id, { note: detail.note, source: 'my own photograph', place: [...detail.place] });
}

async function playSession(
  studio: Studio,
  { id, recipe, session, number }: { id: string; recipe: PaintingRecipe; session: SessionRecipe; number: number },
): Promise<void> {
  say(`  session ${number}, ${session.intention}`);
  const { date, intention, minutes } = session;
  const detail = await addSession(studio, id, { date, intention, minutes });
  const sessionId = detail.sessions[number - 1].id;
  const name = `${recipe.slug}-session-${number}`;
  const { photo, job } = await addPhoto(studio, sessionId, await arriving(studio, `${name}.jpg`));
  await ended(studio, job);
  const truth = JSON.parse(await readFile(join(DATA, `${name}.json`), 'utf8')) as Truth;
  // Where the corners were not found surely a painter would show them.
  const { sessions } = await describePainting(studio.db, id);
  if (!sessions[number - 1].photos[0].corners) await setCorners(studio, photo.id, truth.corners);
  const inFrame = truth.patches.filter(
    ({ box: [x, y, w, h] }) => x >= 0 && y >= 0 && x + w <= photo.width && y + h <= photo.height,
  );
  await setGreys(studio, photo.id, inFrame);
  if (number === 1 && recipe.bareAt) await learnGround(studio, photo.id, { place: placeOfBox(recipe.bareAt) });
  await ended(studio, await readPhoto(studio, photo.id));
  const { findings } = await describeReading(studio, photo.id);
  for (const { index } of findings.slice(0, session.take ?? 0))
    await decide(studio, { photoId: photo.id, index, decision: 'taken' });
}

async function fill(studio: Studio, recipe: PaintingRecipe): Promise<string> {
  say(recipe.title);
  const { title, widthMm, heightMm, drewMe } = recipe;
  const { painting } = await addPainting(studio, { title, widthMm, heightMm, drewMe });
  await addReference(studio, painting.id, await arriving(studio, recipe.scene));
  await addDetail(studio, painting.id, recipe);
  await plan(studio, painting.id, recipe);
  for (const [i, session] of recipe.sessions.entries())
    await playSession(studio, { id: painting.id, recipe, session, number: i + 1 });
  return painting.id;
}

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
  const { studio, close } = await openStudio(making, { worker: join(here, 'worker.js'), camera: null, log: pino() });
  const ids: string[] = [];
  for (const recipe of RECIPES) ids.push(await fill(studio, recipe));
  await putOnEasel(studio, ids[0]);
  // A visitor undoes what they have done themselves, not the demo.
  await settleAll(studio.db);
  await close();
  await rename(making, target);
}

await seed(resolve(folder));

import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { APPROACHES } from '../core/correct';
import { placeOfBox, type Corners } from '../core/raster';
import { MassMark, SetUp, type Job } from '../contract';
import { decide } from '../server/correction/deciding';
import { describePainting } from '../server/painting/describe';
import { addPainting } from '../server/painting/paintings';
import { changePainting } from '../server/painting/setUp';
import { learnGround } from '../server/photo/ground';
import { addPhoto, setCorners, setGreys } from '../server/photo/photos';
import { addSession } from '../server/photo/sessions';
import { changePlan } from '../server/plan/plans';
import { addFurtherReference, addReference, changeReference } from '../server/plan/references';
import { describeReading } from '../server/reading/describeReading';
import { readPhoto } from '../server/reading/readings';
import type { Studio } from '../server/studio/studio';
import type { PaintingRecipe, SessionRecipe } from './paintings/recipe';

/** What the simulator knows of its photograph. */
interface Truth {
  readonly corners: Corners;
  readonly patches: { box: [number, number, number, number]; value: number }[];
}

/** Where it is painted, and from which files. */
interface Easel {
  readonly studio: Studio;
  /** folder of the demo's data */
  readonly data: string;
  readonly recipe: PaintingRecipe;
}

/** A file of the demo's data, as it arrives. */
const arriving = async ({ studio, data }: Easel, name: string, bytes?: Uint8Array) => ({
  name,
  path: await studio.files.hold(bytes ?? (await readFile(join(data, name)))),
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
async function plan({ studio, recipe }: Easel, id: string): Promise<void> {
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
  if (!approach) throw new Error(`no approach ${setUp.approach}.`);
  await changePainting(studio, id, { setUp: SetUp.parse({ ...setUp, approach }) });
}

/** A closer picture beside the main one, cut from the scene, tied to its place. */
async function addDetail(easel: Easel, id: string): Promise<void> {
  const { studio, data, recipe } = easel;
  const { scene, slug, detail } = recipe;
  if (!detail) return;
  const [left, top, width, height] = detail.cut;
  const bytes = await sharp(join(data, scene)).extract({ left, top, width, height }).jpeg({ quality: 92 }).toBuffer();
  const { references } = await addFurtherReference(studio, id, {
    arrived: await arriving(easel, `${slug}-close.jpg`, bytes),
    purpose: 'detail',
  });
  const added = references[references.length - 1];
  await changeReference(studio, added.id, { note: detail.note, source: 'my own photograph', place: [...detail.place] });
}

async function playSession(
  easel: Easel,
  { id, session, number }: { id: string; session: SessionRecipe; number: number },
): Promise<void> {
  const { studio, data, recipe } = easel;
  const { date, intention, minutes } = session;
  const detail = await addSession(studio, id, { date, intention, minutes });
  const sessionId = detail.sessions[number - 1].id;
  const name = `${recipe.slug}-session-${number}`;
  const { photo, job } = await addPhoto(studio, sessionId, await arriving(easel, `${name}.jpg`));
  await ended(studio, job);
  const truth = JSON.parse(await readFile(join(data, `${name}.json`), 'utf8')) as Truth;
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

/**
 * Paints a demo painting by the same actions a painter's clicks call.
 * @param onSession is called before each session with its number; it throws to stop there
 * @param onBegun is called with the painting's id as soon as it is begun
 * @returns its id
 */
export async function paint(
  easel: Easel,
  { onSession, onBegun }: { onSession: (number: number) => void; onBegun?: (id: string) => Promise<void> },
): Promise<string> {
  const { studio, recipe } = easel;
  const { title, widthMm, heightMm, drewMe } = recipe;
  const { id } = (await addPainting(studio, { title, widthMm, heightMm, drewMe })).painting;
  await onBegun?.(id);
  await addReference(studio, id, await arriving(easel, recipe.scene));
  await addDetail(easel, id);
  await plan(easel, id);
  for (const [i, session] of recipe.sessions.entries()) {
    onSession(i + 1);
    await playSession(easel, { id, session, number: i + 1 });
  }
  return id;
}

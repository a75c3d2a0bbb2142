import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { linearFromLab } from '../../src/core/colour';
import { photograph, STUDIO } from '../../src/demo/studio/camera';
import { jpegOf, openSubject } from '../../src/demo/studio/files';
import {
  ask,
  DEMO,
  demoFile,
  ended,
  paintingWithReference,
  photographSession,
  startServer,
  type Server,
} from '../server';
import {
  axeFaults,
  cleanOnEverySurround,
  complaintsOf,
  openBrowser,
  sticksOut,
  drag as dragOn,
  PATIENCE,
} from './browser';

let server: Server;
let browser: Browser;
beforeAll(async () => {
  server = await startServer();
  browser = await openBrowser();
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

async function open(path: string, url = server.url): Promise<{ page: Page; complaints: string[] }> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE);
  const complaints = complaintsOf(page);
  await page.goto(`${url}${path}`);
  return { page, complaints };
}
const photosOf = async (paintingId: string) =>
  (await ask(server, 'getPainting', { params: { paintingId } })).sessions.flatMap(({ photos }) => photos);

/** The greys of the demo's own card in a session's photograph. */
const patchesOf = async (session: number) =>
  (JSON.parse(await readFile(join(DEMO, `enamel-pot-session-${session}.json`), 'utf8')) as { patches: Patch[] })
    .patches;
interface Patch {
  box: [number, number, number, number];
  value: number;
}

const drag = (page: Page, selector: string, shares: readonly (readonly [number, number])[]) =>
  dragOn(page, page.locator(selector), shares);

const PAINTS = [
  { L: 46, a: 38, b: 26 },
  { L: 70, a: 8, b: 44 },
  { L: 42, a: 4, b: -30 },
  { L: 52, a: -26, b: 16 },
];

/** A print of the reference beside the card with paints on its fields, as a phone that likes colour shows it. */
async function addPhotographWithPaints(paintingId: string): Promise<void> {
  const print = (await openSubject(`${DEMO}/enamel-pot-reference.jpg`, null, { width: 1200, height: 900 })).picture;
  const shot = photograph(
    print,
    { widthMm: 400, heightMm: 300 },
    {
      ...STUDIO,
      ...{ width: 1600, height: 1200, yaw: 2, pitch: -1, easel: false, fill: 0.5, card: false, vivid: 0.14, seed: 31 },
      printed: [9.4, 8, 6.5, 5, 3.5, 2],
      paints: PAINTS.map((lab) => linearFromLab(lab)),
    },
  );
  const { sessions } = await ask(server, 'addSession', { params: { paintingId }, body: {} });
  const file = { name: 'paints.jpg', bytes: new Uint8Array(await jpegOf(shot, 92)) };
  const { job, photo } = await ask(server, 'addPhoto', { params: { sessionId: sessions[0].id }, file });
  await ended(server, job);
  if (!(await photosOf(paintingId))[0].corners)
    await ask(server, 'setCorners', { params: { photoId: photo.id }, body: { corners: shot.corners as never } });
}

/** Goes on by the Tab key until a button has the focus. */
async function tabTo(page: Page, name: string): Promise<void> {
  const here = () => page.evaluate(() => document.activeElement?.textContent ?? '');
  for (let n = 0; n < 150 && (await here()) !== name; n++) await page.keyboard.press('Tab');
  expect(await here()).toBe(name);
}

describe('the photo desk', () => {
  test('how good the photograph is stands there before it is read', async () => {
    const paintingId = await paintingWithReference(server, 'Before reading');
    await photographSession(server, paintingId, 5);
    const { page, complaints } = await open(`/painting/${paintingId}/photo/1`);
    await page.getByText(/Read as it stands: values are told give or take/).waitFor();
    await page.getByText(/No patch of known grey in the frame/).waitFor();
    await page.getByText(/If most of the painting is as planned, values are told give or take/).waitFor();
    expect(await axeFaults(page)).toEqual([]);
    expect(complaints).toEqual([]);
  });

  test('a painter’s strip is marked with one drag, its ends said beforehand', async () => {
    const paintingId = await paintingWithReference(server, 'Strip');
    const { photo } = await photographSession(server, paintingId, 5);
    const { page } = await open(`/painting/${paintingId}/photo/1`);
    await page.getByRole('button', { name: 'a strip of steps' }).click();
    const set = async (label: string, value: string) => {
      await page.getByLabel(label).fill(value);
      await page.getByLabel(label).blur();
    };
    await set('Steps of the strip', '3');
    await set('Value of the first step', '9.3');
    await set('Value of the last step', '1.6');
    // The three greys of the demo's own card stand in a column right of the canvas.
    const patches = await patchesOf(5);
    const [first, last] = [patches[0].box, patches[2].box];
    await drag(page, 'svg.onpic', [
      [first[0] / photo.width, first[1] / photo.height],
      [(last[0] + last[2]) / photo.width, (last[1] + last[3]) / photo.height],
    ]);
    await page.getByLabel('Value of grey 3, 0 is black').waitFor();
    const [kept] = await photosOf(paintingId);
    expect(kept.greys.map(({ value }) => value)).toEqual([9.3, 5.45, 1.6]);
    expect(kept.greys[0].box[1]).toBeLessThan(kept.greys[1].box[1]);
  });

  test('paints on the card are measured, corrected, kept and forgotten by the keyboard alone', async () => {
    const paintingId = await paintingWithReference(server, 'Paints on the card');
    await addPhotographWithPaints(paintingId);
    const { page, complaints } = await open(`/painting/${paintingId}/photo/1`);
    const press = async (name: string) => {
      await page.getByRole('button', { name }).waitFor();
      await tabTo(page, name);
      await page.keyboard.press('Enter');
    };
    await press('Measure my paints here');
    await page.getByText(/known only roughly, so they tell nothing yet/).waitFor();
    for (const [k, { a, b }] of PAINTS.entries())
      for (const [axis, figure] of [
        ['a*', a],
        ['b*', b],
      ] as const) {
        const field = page.getByLabel(`${axis} of colour ${7 + k}`);
        await field.fill(String(figure));
        await page.keyboard.press('Tab');
        await expect.poll(() => field.inputValue()).toBe(String(figure));
        await expect
          .poll(async () => (await photosOf(paintingId))[0].greys[6 + k].ab?.[axis === 'a*' ? 0 : 1])
          .toBe(figure);
      }
    await press('My paints have these values: use them from now on');
    await page.getByText(/they tell how much the phone adds to colours/).waitFor();
    for (const width of [1280, 390]) {
      await page.setViewportSize({ width, height: 844 });
      for (const surround of ['dark', 'light', 'middle']) {
        await page.evaluate((name) => (document.documentElement.dataset.surround = name), surround);
        expect(await axeFaults(page), `${surround} ${width}`).toEqual([]);
      }
      expect(await sticksOut(page)).toBe(false);
    }
    await press('Forget them');
    await page.getByText(/are measured once/).waitFor();
    expect((await ask(server, 'getSettings')).cardPaints).toBeNull();
    expect(complaints).toEqual([]);
  });

  test('the corners may be a frame’s window: the canvas behind it is drawn, and each side is said', async () => {
    const paintingId = await paintingWithReference(server, 'Framed');
    await photographSession(server, paintingId, 5);
    const { page } = await open(`/painting/${paintingId}/photo/1`);
    // By key: what is said of the photograph may arrive meanwhile, and move the button from under a pointer.
    await page.getByRole('button', { name: 'the window of a frame' }).press('Enter');
    await page.getByLabel('top', { exact: true }).fill('12');
    await page.getByLabel('top', { exact: true }).press('Enter');
    await expect
      .poll(async () => (await photosOf(paintingId))[0].covered)
      .toEqual({ by: 'frame', top: 12, right: 6, bottom: 6, left: 6 });
    await page.setViewportSize({ width: 390, height: 800 });
    expect(await sticksOut(page)).toBe(false);
  });

  test('the canvas is the painter’s once all four sides are shown; another painting is read only when the painter insists', async () => {
    const paintingId = await paintingWithReference(server, 'Another picture');
    const { sessions } = await ask(server, 'addSession', { params: { paintingId }, body: {} });
    const door = await demoFile('glasshouse-door-session-1.jpg');
    const added = await ask(server, 'addPhoto', { params: { sessionId: sessions[0].id }, file: door });
    await ended(server, added.job);
    const { page, complaints } = await open(`/painting/${paintingId}/photo/1`);
    const reads = page.getByRole('button', { name: /^Read session 1/ });
    await page.getByText('Show the four sides').waitFor();
    const nudge = async (side: number) => {
      await page.locator(`[data-side="${side}"]`).focus();
      await page.keyboard.press(side % 2 === 0 ? 'ArrowUp' : 'ArrowLeft');
    };
    await nudge(0);
    await page.getByText('Pull the other three threads').waitFor();
    expect(await reads.isDisabled()).toBe(true);
    expect((await photosOf(paintingId))[0].corners).toBeNull();
    for (const side of [1, 2, 3]) await nudge(side);
    await page.getByText('Corners as you set them').waitFor();
    await reads.click();
    await page.getByText(/shapes in this photograph are not those of the plan/).waitFor();
    expect((await photosOf(paintingId))[0].readingId).toBeNull();
    expect(await axeFaults(page)).toEqual([]);
    await page.getByRole('button', { name: 'Read it all the same' }).click();
    await page.waitForURL(/\/wall\/1/);
    expect(complaints).toEqual([]);
  });

  test('a thread pulled by hand tells how far beside it an edge runs, and is laid there', async () => {
    const paintingId = await paintingWithReference(server, 'Threads');
    await photographSession(server, paintingId, 1);
    const [{ corners: found }] = await photosOf(paintingId);
    const { page, complaints } = await open(`/painting/${paintingId}/photo/1`);
    await page.getByText('This thread lies on the edge seen nearest to it.').waitFor();
    const box = await page.getByRole('button', { name: /^Thread along the top/ }).boundingBox();
    if (!box) throw new Error('There is no thread.');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x, y - 3, { steps: 3 });
    await page.mouse.up();
    await page.getByText(/seen nearest to this thread runs \d\.\d mm inside it at the left end/).waitFor();
    await cleanOnEverySurround(page, 'beside a thread');
    const top = async () => (await photosOf(paintingId))[0].corners?.[0][1] ?? NaN;
    await expect.poll(top).toBeLessThan((found?.[0][1] ?? NaN) - 5);
    await page.getByRole('button', { name: 'Lay it there' }).press('Enter');
    await page.getByText('This thread lies on the edge seen nearest to it.').waitFor();
    await expect.poll(async () => Math.abs((await top()) - (found?.[0][1] ?? NaN))).toBeLessThan(1);
    // By keyboard alone: on to the next thread each would choose that one, so a thread lays itself.
    await page.locator('[data-side="1"]').focus();
    for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight');
    await page.getByText(/seen nearest to this thread runs \d\.\d mm inside it at the upper end/).waitFor();
    await page.keyboard.press('Enter');
    await page.getByText('This thread lies on the edge seen nearest to it.').waitFor();
    await expect
      .poll(async () => Math.abs(((await photosOf(paintingId))[0].corners?.[1][0] ?? NaN) - (found?.[1][0] ?? NaN)))
      .toBeLessThan(1.5);
    expect(complaints).toEqual([]);
  });

  test('the ground is learned by dragging round a bare place, and what is covered is told after reading', async () => {
    const paintingId = await paintingWithReference(server, 'Ground');
    const { photo } = await photographSession(server, paintingId, 1);
    await ask(server, 'setGreys', { params: { photoId: photo.id }, body: { greys: await patchesOf(1) } });
    const { page, complaints } = await open(`/painting/${paintingId}/photo/1`);
    await page.getByText(/Read as it stands/).waitFor();
    await page.keyboard.press('Enter');
    await page.waitForURL(/\/wall\/1/);
    await page.goto(`${server.url}/painting/${paintingId}/photo/1`);
    await page.getByRole('button', { name: 'Bare ground' }).click();
    await drag(page, 'figure > div > svg', [
      [0.62, 0.08],
      [0.9, 0.08],
      [0.9, 0.25],
      [0.62, 0.25],
      [0.62, 0.1],
    ]);
    await page.getByText(/Read again to see how much is covered/).waitFor();
    await page.getByRole('button', { name: /Read session 1 again/ }).click();
    await page.waitForURL(/\/wall\/1/);
    await page.getByText(/of the ground is covered/).waitFor();
    const reading = await ask(server, 'getReading', { params: { photoId: photo.id } });
    // Session 1 is a drawing on the toned ground.
    expect(reading.coverage?.covered).toBeLessThan(0.3);
    expect(complaints).toEqual([]);
  });
});

test('with this machine’s camera: the outline over its picture, taken, and kept', async () => {
  const paintingId = await paintingWithReference(server, 'Own camera');
  const filming = await openBrowser(['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream']);
  const page = await filming.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE);
  const complaints = complaintsOf(page);
  await page.goto(`${server.url}/painting/${paintingId}/photo/1`);
  await page.getByRole('button', { name: 'with this machine’s camera' }).click();
  const take = page.getByRole('button', { name: 'Take the photograph' });
  await expect.poll(() => take.isEnabled(), { timeout: 15_000 }).toBe(true);
  expect(await axeFaults(page)).toEqual([]);
  await take.click();
  await page
    .getByText(/camera-\d{8}-\d{6}\.(jpg|png)/)
    .first()
    .waitFor();
  expect((await photosOf(paintingId)).map(({ fileName }) => fileName)).toEqual([expect.stringMatching(/^camera-/)]);
  expect(complaints).toEqual([]);
  await filming.close();
});

test('a browser without a camera is told what to do instead', async () => {
  const paintingId = await paintingWithReference(server, 'No camera');
  const { page } = await open(`/painting/${paintingId}/photo/1`);
  await page.getByRole('button', { name: 'with this machine’s camera' }).click();
  await page
    .getByRole('alert')
    .getByText(/choose a file|Choose a file/)
    .waitFor();
  await page.getByRole('button', { name: 'Close the camera' }).click();
  expect(await page.getByRole('alert').count()).toBe(0);
});

describe('the simulated studio camera', () => {
  let demo: ChildProcess;
  let folder: string;
  const addresses = { studio: '', camera: '' };
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'revlin-demo-'));
    demo = spawn(process.execPath, [join(process.cwd(), 'dist/demo.js'), folder, '--port', '0']);
    await new Promise<void>((ready, failed) => {
      let said = '';
      demo.stdout?.on('data', (chunk: Buffer) => {
        said += chunk.toString();
        const found = said.match(/http:\/\/127\.0\.0\.1:\d+\//g);
        if (found?.length === 2) [addresses.studio, addresses.camera] = found;
        if (found?.length === 2) ready();
      });
      demo.on('exit', (code) => failed(new Error(`the demo ended with ${code}: ${said}`)));
    });
  });
  afterAll(async () => {
    const gone = new Promise((done) => demo.on('exit', done));
    demo.kill('SIGTERM');
    await gone;
    await rm(folder, { recursive: true, force: true });
  });

  test('dials are set, a picture is taken, and it waits in the inbox with its day', async () => {
    const { page, complaints } = await open('', addresses.camera);
    const finder = () => page.locator('#finder').getAttribute('src');
    await expect.poll(finder, { timeout: 20_000 }).toContain('lamp=daylight');
    await page.getByLabel('warm lamp').check();
    await page.getByLabel('the printed card', { exact: true }).check();
    await expect.poll(finder, { timeout: 20_000 }).toContain('lamp=lamp');
    expect(await axeFaults(page)).toEqual([]);
    await page.getByRole('button', { name: 'Take the picture' }).click();
    await page.getByText(/is in the inbox/).waitFor({ timeout: 2.5 * PATIENCE });
    const studio = { url: addresses.studio.replace(/\/$/, '') };
    const waiting = async () => (await ask(studio, 'listArrivals')).waiting;
    await expect.poll(async () => (await waiting()).length, { timeout: 20_000 }).toBe(1);
    const [arrival] = await waiting();
    expect([arrival.width, arrival.height]).toEqual([4000, 3000]);
    const now = new Date();
    expect(arrival.day).toBe(new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10));
    expect(complaints).toEqual([]);
  });

  test('a dial no camera has is refused, and nothing is taken', async () => {
    const body = JSON.stringify({ canvas: 'enamel-pot', lamp: 'moonlight' });
    const response = await fetch(`${addresses.camera}take`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    });
    expect(response.status).toBe(422);
    expect(await response.text()).toContain('Nothing was taken');
  });
});

import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  ask,
  demoFile,
  ended,
  paintingWithReference,
  photographSession,
  readWithCard,
  startServer,
  type Server,
} from '../server';
import { axeFaults, complaintsOf, openBrowser, sticksOut, PATIENCE } from './browser';

let server: Server;
let browser: Browser;
let page: Page;
let complaints: string[];
let paintingId: string;
let photoId: string;
beforeAll(async () => {
  server = await startServer();
  browser = await openBrowser();
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE);
  complaints = complaintsOf(page);
  paintingId = await paintingWithReference(server, 'Taken once');
  photoId = (await photographSession(server, paintingId, 3)).photo.id;
  await readWithCard(server, photoId, 3);
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

const room = (name: string) => page.goto(`${server.url}/painting/${paintingId}/${name}`);
const undoLine = () => page.locator('header').getByRole('group', { name: 'Undo' });
const taken = async () => {
  const { corrections } = await ask(server, 'getPainting', { params: { paintingId } });
  return corrections.filter(({ open }) => open).length;
};
const restart = async () => {
  await server.end();
  server = await startServer({ data: server.data });
};

describe('a finding that was taken', () => {
  test('can be taken back after the page was loaded again, and after Revlin was started again', async () => {
    await room('decide/1');
    await page.getByRole('button', { name: /^Take/ }).click();
    await undoLine()
      .getByText(/^Last: .*, taken\.$/)
      .waitFor();
    await page.reload();
    await undoLine().getByRole('button', { name: /Undo/ }).waitFor();
    expect(await axeFaults(page)).toEqual([]);
    await page.keyboard.press('z');
    await undoLine()
      .getByText(/^Undone: .*, taken\.$/)
      .waitFor();
    expect(await taken()).toBe(0);
    await restart();
    // On another screen, done again; after another restart taken back there.
    await room('wall/1');
    await undoLine().getByRole('button', { name: /Redo/ }).waitFor();
    await page.keyboard.press('y');
    await undoLine()
      .getByText(/^Last: /)
      .waitFor();
    expect(await taken()).toBe(1);
    await restart();
    await room('progress');
    await undoLine().getByRole('button', { name: /Undo/ }).click();
    await undoLine()
      .getByText(/^Undone: /)
      .waitFor();
    expect(await taken()).toBe(0);
    // All of it is told, with what was taken back.
    await page.getByText('What was done').click();
    const list = page.getByRole('list', { name: 'What was done' });
    await list.getByText(/, taken$/).waitFor();
    expect(await list.textContent()).toMatch(/, taken\s*undone/);
    expect(await axeFaults(page)).toEqual([]);
    await undoLine().getByRole('button', { name: /Redo/ }).click();
    await expect.poll(taken).toBe(1);
    await expect.poll(() => list.textContent()).not.toMatch(/, taken\s*undone/);
  });

  test('is still taken, once, when the photograph is read again and the next session is photographed; and it says so', async () => {
    // Another plan: what was read before is read anew.
    await ask(server, 'changePlan', { params: { paintingId }, body: { palette: 'ochre and a cool black' } });
    await room('photo/1');
    await page.getByRole('button', { name: 'Read session 1' }).click();
    await page.getByRole('heading', { name: 'Reading, session 1' }).waitFor();
    await room('decide/1');
    await page.getByText(/\b1 taken/).waitFor();
    const next = await ask(server, 'addSession', { params: { paintingId }, body: {} });
    // The same paint, photographed a session later.
    const params = { sessionId: next.sessions[1].id };
    const { photo, job } = await ask(server, 'addPhoto', {
      params,
      file: await demoFile('enamel-pot-session-3.jpg', 1),
    });
    await ended(server, job);
    await readWithCard(server, photo.id, 3);
    await room('decide/2');
    await page.getByText('on the list since session 1').waitFor();
    expect(await page.getByText('on the list since session 1').count()).toBe(1);
    expect(await axeFaults(page)).toEqual([]);
    expect(await taken()).toBe(1);
  });
});

describe('corners, greys and plan', () => {
  test('are undone from the photo by touch at 390 px, and the line says what', async () => {
    const phone = await browser.newPage({ viewport: { width: 390, height: 844 }, hasTouch: true });
    const said = complaintsOf(phone);
    const before = (await ask(server, 'getPainting', { params: { paintingId } })).sessions[0].photos[0].greys;
    await ask(server, 'setGreys', { params: { photoId }, body: { greys: before.slice(0, 1) } });
    await phone.goto(`${server.url}/painting/${paintingId}/photo/1`);
    const line = phone.locator('header').getByRole('group', { name: 'Undo' });
    await line.getByText('Last: greys marked, session 1.').waitFor();
    expect(await sticksOut(phone)).toBe(false);
    expect(await axeFaults(phone)).toEqual([]);
    await line.getByRole('button', { name: /Undo/ }).tap();
    await line.getByText('Undone: greys marked, session 1.').waitFor();
    expect((await ask(server, 'getPainting', { params: { paintingId } })).sessions[0].photos[0].greys).toEqual(before);
    expect(said).toEqual([]);
    await phone.close();
  });

  test('a step of a plan that is not kept is undone before anything in the journal, also after a reload', async () => {
    await room('plan?part=masses');
    const slider = page.locator('#mass-count');
    await slider.waitFor();
    const count = Number(await slider.inputValue());
    await slider.press('ArrowRight');
    await page.getByText(/Changed since version \d+; not kept yet/).waitFor();
    await page.reload();
    await page.getByText(/Changed since version \d+; not kept yet/).waitFor();
    await page.keyboard.press('z');
    await page.getByText(/Plan version \d+ is kept/).waitFor();
    expect(Number(await slider.inputValue())).toBe(count);
    expect(await undoLine().textContent()).toMatch(/^Undone: greys marked/); // untouched
  });

  test('another window’s undo in between is told, not undone twice', async () => {
    await room('progress');
    await undoLine().getByRole('button', { name: /Undo/ }).waitFor();
    await ask(server, 'changePainting', { params: { paintingId }, body: { title: 'Taken once, and named anew' } });
    await page.keyboard.press('z');
    await page.getByText(/Something else was done meanwhile \(the set-up\)/).waitFor();
    await page.getByRole('heading', { name: 'Taken once, and named anew' }).waitFor();
    await page.keyboard.press('z');
    await page.getByRole('heading', { name: 'Taken once', exact: true }).waitFor();
    expect(complaints).toEqual([]);
  });
});

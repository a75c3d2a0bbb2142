import { mkdir, utimes, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, paintingWithReference, photographSession, startServer, type Server } from '../server';
import { axeFaults, complaintsOf, openBrowser, sticksOut, PATIENCE } from './browser';

let server: Server;
let browser: Browser;
let paintingId: string;
let photoId: string;
beforeAll(async () => {
  server = await startServer();
  browser = await openBrowser();
  paintingId = await paintingWithReference(server, 'In two windows');
  photoId = (await photographSession(server, paintingId, 4)).photo.id;
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

async function windowAt(
  path: string,
  size = { width: 1280, height: 800 },
): Promise<{ page: Page; complaints: string[] }> {
  const page = await browser.newPage({ viewport: size });
  page.setDefaultTimeout(PATIENCE);
  const complaints = complaintsOf(page);
  await page.goto(`${server.url}${path}`);
  return { page, complaints };
}
const planOf = async () => (await ask(server, 'getPainting', { params: { paintingId } })).plan;
const dialog = (page: Page) => page.getByRole('dialog', { name: 'Changed in another window' });

describe('the plan, changed in two windows', () => {
  test('a draft stays when another window keeps a version; laid on top, both are there', async () => {
    const [mine, theirs] = [
      await windowAt(`/painting/${paintingId}/plan?part=masses`),
      await windowAt(`/painting/${paintingId}/plan?part=masses`),
    ];
    const slider = (page: Page) => page.locator('#mass-count');
    await slider(mine.page).waitFor();
    await mine.page.getByRole('button', { name: 'tight' }).click();
    await mine.page.getByText(/Changed since version 1; not kept yet/).waitFor();
    for (let n = 12; n < 15; n++) await slider(theirs.page).press('ArrowRight');
    await theirs.page.getByText('15 masses', { exact: true }).waitFor();
    await theirs.page.getByRole('button', { name: /Keep this plan/ }).click();
    await theirs.page.getByText(/Plan version 2 is kept/).waitFor();

    await mine.page.getByRole('button', { name: /Keep this plan/ }).click();
    await dialog(mine.page).waitFor();
    expect(await dialog(mine.page).textContent()).toMatch(
      /Version 2 of the plan was kept meanwhile.*It changed how many masses there are.*Yours was not kept yet/,
    );
    expect(await planOf()).toMatchObject({ version: 2, tolerance: 'medium' });
    await mine.page.getByRole('button', { name: 'Lay mine on top' }).click();
    await mine.page.getByText(/Plan version 3 is kept/).waitFor();
    expect(await planOf()).toMatchObject({ version: 3, masses: 15, tolerance: 'tight' });
    expect([...mine.complaints, ...theirs.complaints]).toEqual([]);
    await mine.page.close();
    await theirs.page.close();
  });

  test('left as it is there, the draft is still mine to keep or drop', async () => {
    const { page } = await windowAt(`/painting/${paintingId}/plan?part=masses`);
    await page.getByRole('button', { name: 'free' }).click();
    await ask(server, 'changePlan', { params: { paintingId }, body: { palette: 'earths' } });
    await page.getByRole('button', { name: /Keep this plan/ }).press('Enter');
    await dialog(page).waitFor();
    await page.keyboard.press('Escape');
    await page.getByText(/left as it was changed in the other window/).waitFor();
    await page
      .getByText(/Changed since version 3; not kept yet. Version 4 was kept in another window meanwhile/)
      .waitFor();
    expect(await planOf()).toMatchObject({ version: 4, tolerance: 'tight', palette: 'earths' });
    await page.getByRole('button', { name: /Back to version 4/ }).click();
    await page.getByText(/Plan version 4 is kept/).waitFor();
    await page.close();
  });
});

test('corners nudged one after another are no conflict with oneself; with another window they are', async () => {
  const { page, complaints } = await windowAt(`/painting/${paintingId}/photo/1`, { width: 390, height: 844 });
  const thread = page.getByRole('button', { name: /^Thread along the top/ });
  await thread.focus();
  for (let n = 0; n < 5; n++) await page.keyboard.press('Shift+ArrowRight');
  await expect
    .poll(async () => (await ask(server, 'getPainting', { params: { paintingId } })).sessions[0].photos[0].cornersFrom)
    .toBe('given');
  await page.waitForTimeout(600);
  expect(await dialog(page).count()).toBe(0);

  const { corners } = (await ask(server, 'getPainting', { params: { paintingId } })).sessions[0].photos[0];
  const moved = (corners ?? []).map(([x, y]) => [x + 3, y + 3]) as unknown as NonNullable<typeof corners>;
  await ask(server, 'setCorners', { params: { photoId }, body: { corners: moved } });
  await thread.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await dialog(page).waitFor();
  expect(await dialog(page).textContent()).toMatch(/The corners were shown anew meanwhile/);
  for (const surround of ['middle', 'dark', 'light']) {
    await page.evaluate((name) => (document.documentElement.dataset.surround = name), surround);
    expect(await axeFaults(page), surround).toEqual([]);
  }
  expect(await sticksOut(page)).toBe(false);
  // By keyboard alone: the first button is reached and pressed.
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Leave it as it is there' }).press('Enter');
  await dialog(page).waitFor({ state: 'detached' });
  expect((await ask(server, 'getPainting', { params: { paintingId } })).sessions[0].photos[0].corners).toEqual(moved);
  expect(complaints).toEqual([]);
  await page.close();
});

test('the studio tells of files that belong to nothing, and of many that are no pictures in one line', async () => {
  const path = join(server.data, 'originals', 'ab', 'ab'.repeat(32));
  await mkdir(dirname(path), { recursive: true });
  await writeFile(path, 'somebody’s');
  await utimes(path, new Date('2026-01-01'), new Date('2026-01-01'));
  await server.end();
  server = await startServer({ data: server.data });
  await Promise.all(
    Array.from({ length: 30 }, (_, n) => writeFile(join(server.data, 'inbox', `list ${n}.txt`), `${n}`)),
  );
  const { page, complaints } = await windowAt('/', { width: 390, height: 844 });
  await page
    .getByText(/1 file of the originals .* belongs to no painting here, so it was set aside in .*unclaimed/)
    .waitFor();
  await page.getByText(/^30 files could not be taken in, among them list/).waitFor();
  expect(await axeFaults(page)).toEqual([]);
  expect(await sticksOut(page)).toBe(false);
  await page.getByRole('button', { name: 'Leave all 30 out' }).click();
  await page.getByText(/^30 files could not be taken in/).waitFor({ state: 'detached' });
  expect(complaints).toEqual([]);
  await page.close();
});

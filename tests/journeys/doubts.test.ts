import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ask, ended, paintingWithReference, photographSession, startServer, type Server } from '../server';
import { axeFaults, complaintsOf, openBrowser, sticksOut, PATIENCE } from './browser';

let server: Server;
let browser: Browser;
let id: string;
beforeAll(async () => {
  server = await startServer();
  id = await paintingWithReference(server, 'Under the lamp');
  const read = async (photoId: string, lamp: 'daylight' | 'lamp') => {
    await ask(server, 'changePhoto', { params: { photoId }, body: { lamp } });
    await ended(server, await ask(server, 'readPhoto', { params: { photoId } }));
    return ask(server, 'getReading', { params: { photoId } });
  };
  await read((await photographSession(server, id, 2)).photo.id, 'daylight');
  const { findings } = await read((await photographSession(server, id, 3)).photo.id, 'lamp');
  expect(findings.some(({ lowConfidence, loud }) => lowConfidence && loud)).toBe(true);
  browser = await openBrowser();
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

async function open(path: string, size: { width: number; height: number; hasTouch?: boolean }): Promise<Page> {
  const { hasTouch = false, ...viewport } = size;
  const page = await (await browser.newContext({ viewport, hasTouch })).newPage();
  page.setDefaultTimeout(PATIENCE);
  await page.goto(`${server.url}/painting/${id}/${path}`);
  return page;
}
const reasons = (page: Page) => page.getByTestId('finding-doubts');

test('a finding tells why it is less sure, by the keyboard alone, on every surround', async () => {
  const page = await open('decide/2', { width: 1280, height: 800 });
  const complaints = complaintsOf(page);
  const row = page.getByRole('button', { name: /low in confidence/ }).first();
  await row.focus();
  await page.keyboard.press('Enter');
  await reasons(page).getByText('Low in confidence.').waitFor();
  expect(await reasons(page).textContent()).toMatch(/Another lamp than last time, and no card/);
  for (const surround of ['dark', 'light', 'middle']) {
    await page.evaluate((name) => (document.documentElement.dataset.surround = name), surround);
    expect(await axeFaults(page), surround).toEqual([]);
  }
  await page.goto(`${server.url}/painting/${id}/photo/2`);
  await page.getByText(/Taken under another lamp than last time, without a card/).waitFor();
  expect(await axeFaults(page)).toEqual([]);
  expect(complaints).toEqual([]);
});

test('and on a phone, by touch', async () => {
  const page = await open('decide/2', { width: 390, height: 844, hasTouch: true });
  await page
    .getByRole('button', { name: /low in confidence/ })
    .first()
    .tap();
  await reasons(page).getByText('Low in confidence.').waitFor();
  expect(await sticksOut(page)).toBe(false);
  expect(await axeFaults(page)).toEqual([]);
});

test('the wall tells it under the chosen sentence', async () => {
  const page = await open('wall/2', { width: 1280, height: 800 });
  const slip = page.getByRole('region', { name: 'Findings and verdicts' });
  await page.getByRole('button', { name: 'Temperature', exact: true }).click();
  await slip
    .getByRole('button', { name: /(warmer|cooler|stronger|greyer)/ })
    .first()
    .click();
  await reasons(page).getByText('Low in confidence.').waitFor();
  expect(await sticksOut(page)).toBe(false);
  expect(await axeFaults(page)).toEqual([]);
});

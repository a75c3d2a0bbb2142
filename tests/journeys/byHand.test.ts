import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Browser, Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import {
  ask,
  DEMO,
  demoFile,
  paintingWithReference,
  photographSession,
  readWithCard,
  startServer,
  type Server,
} from '../server';
import { boxOf, cleanOnEverySurround, complaintsOf, drag, openBrowser, PATIENCE } from './browser';

let server: Server;
let browser: Browser;
let page: Page;
let complaints: string[];
beforeAll(async () => {
  server = await startServer();
  browser = await openBrowser();
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE);
  complaints = complaintsOf(page);
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

const button = (name: RegExp | string): Locator => page.getByRole('button', { name, exact: typeof name === 'string' });
const flat = () => page.getByRole('img', { name: 'The painting, flat' });
const tapAt = async ([x, y]: readonly [number, number]) => {
  const box = await boxOf(flat());
  await page.mouse.click(box.x + x * box.width, box.y + y * box.height);
};
/** What the page says, but for the way to its rooms. */
const said = () =>
  page.locator('main').evaluate((main) => {
    const rooms = [...main.querySelectorAll('nav')].map((nav) => nav.innerText);
    return rooms.reduce((text, nav) => text.replace(nav, ''), (main as HTMLElement).innerText).toLowerCase();
  });

async function fromMemory(): Promise<string> {
  const { painting } = await ask(server, 'addPainting', {
    body: { title: 'From memory', widthMm: 400, heightMm: 300 },
  });
  const params = { paintingId: painting.id };
  await ask(server, 'changePainting', { params, body: { setUp: { ...painting.setUp, from: 'memory' } } });
  const { photo } = await photographSession(server, painting.id, 5);
  const { corners } = JSON.parse(await readFile(join(DEMO, 'enamel-pot-session-5.json'), 'utf8'));
  await ask(server, 'setCorners', { params: { photoId: photo.id }, body: { corners } });
  await readWithCard(server, photo.id, 5);
  return painting.id;
}

test('without a reference every aid and measure works, no plan is spoken of, and own corrections are kept', async () => {
  const id = await fromMemory();
  await page.goto(`${server.url}/painting/${id}/wall/1`);
  await flat().waitFor();
  expect(await said()).not.toMatch(/\bplan\b|planned|finding/);
  for (const key of ['g', '3', 's', 'm', 'u']) {
    await page.keyboard.press(key);
    await page.keyboard.press(key);
  }
  await button('Measure').click();
  await button('Compare lengths').click();
  for (const at of [
    [0.2, 0.3],
    [0.8, 0.3],
    [0.2, 0.7],
    [0.5, 0.7],
  ] as const)
    await tapAt(at);
  await page
    .getByTestId('compare-result')
    .getByRole('row', { name: /C D \d+\.\d/ })
    .waitFor();
  await button('Warm against cool').click();
  await tapAt([0.52, 0.66]);
  await tapAt([0.8, 0.2]);
  await page
    .getByTestId('warm-result')
    .getByText(/A is \d+ warmer than B in the painting\./)
    .waitFor();
  await button('Order by value').click();
  await tapAt([0.3, 0.4]);
  await tapAt([0.3, 0.95]);
  await page.getByText('Light to dark: 1, 2.').waitFor();
  await button('Check a gradient').click();
  await drag(page, flat(), [
    [0.1, 0.1],
    [0.9, 0.1],
  ]);
  await page
    .getByTestId('line-result')
    .getByText(/Over 100 mm it runs/)
    .waitFor();
  await button('Measure an area').click();
  await drag(page, flat(), [
    [0.6, 0.1],
    [0.9, 0.1],
    [0.9, 0.3],
    [0.6, 0.3],
  ]);
  await page
    .getByTestId('outline-result')
    .getByText(/^Painted \d\.\d\. Warmth/)
    .waitFor();
  expect(await said()).not.toMatch(/\bplan\b|planned|finding/);
  await cleanOnEverySurround(page, 'measures without a reference');
  await page.goto(`${server.url}/painting/${id}/decide/1`);
  await page.getByRole('heading', { name: 'Made without a reference: your own eye says what to correct.' }).waitFor();
  await page.keyboard.press('a');
  await drag(page, flat(), [
    [0.6, 0.1],
    [0.9, 0.1],
    [0.9, 0.3],
  ]);
  await page.getByLabel('Name of the place').fill('corner');
  await page.getByLabel('What the hand should do').fill('Quieter.');
  expect(await said()).not.toMatch(/\bplan\b|planned|next photograph/);
  await button('Put it on the list').click();
  await page.getByText('1 correction for the next session.').waitFor();
  await cleanOnEverySurround(page, 'Decide without a reference');
  expect(complaints).toEqual([]);
});

test('a print that came out small warns before same-size work; a reference of any kind is tied to a place', async () => {
  const paintingId = await paintingWithReference(server);
  const params = { paintingId };
  await ask(server, 'addFurtherReference', {
    params,
    file: await demoFile('enamel-pot-reference.jpg'),
    body: { purpose: 'colour' },
  });
  await page.goto(`${server.url}/painting/${paintingId}/plan?part=sheet`);
  const aids = page.getByRole('region', { name: 'True to size?' });
  await aids.getByLabel('Measured on').fill('the printed pages');
  await aids.getByLabel('It measures').fill('97,5');
  await aids.getByLabel('It measures').press('Enter');
  await button('Keep this length').click();
  const warning = page.getByRole('region', { name: 'Transfer' }).getByRole('note');
  await warning.getByText(/2\.5 % too small.* set it to 102\.6 %/).waitFor();
  await cleanOnEverySurround(page, 'true to size');
  await page.keyboard.press('z');
  await warning.waitFor({ state: 'detached' });
  await page.goto(`${server.url}/painting/${paintingId}/plan?part=references`);
  await page.getByRole('heading', { name: 'Its colour' }).waitFor();
  await page.getByLabel('from the left').fill('120');
  await page.getByLabel('from the left').press('Enter');
  await button('It is for the whole canvas').waitFor();
  const { references } = await ask(server, 'getPainting', { params });
  expect(references.find(({ purpose }) => purpose === 'colour')?.place?.[0]).toBe(120);
  await cleanOnEverySurround(page, 'references');
  expect(complaints).toEqual([]);
});

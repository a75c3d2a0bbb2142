import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Browser, Locator, Page } from 'playwright-core';
import sharp from 'sharp';
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

test('the tones of the canvas are pulled by hand and key; a drawing as painted governs, an empty sheet does not', async () => {
  const paintingId = await paintingWithReference(server, 'Its own drawing');
  const params = { paintingId };
  const { photo } = await photographSession(server, paintingId, 3);
  await readWithCard(server, photo.id, 3);
  const blank = sharp({ create: { width: 900, height: 675, channels: 3, background: '#bbb' } }).jpeg();
  const empty = { name: 'empty.jpg', bytes: await blank.toBuffer() };
  await ask(server, 'addFurtherReference', { params, file: empty, body: { purpose: 'drawing' } });
  await page.goto(`${server.url}/painting/${paintingId}/plan?part=references`);
  await page.getByRole('heading', { name: 'A drawing' }).waitFor();
  await button('Use these corners').waitFor();
  await page.getByRole('slider', { name: 'Corner 1 of the print' }).focus();
  for (const key of ['ArrowRight', 'Shift+ArrowDown']) await page.keyboard.press(key);
  const ring = await boxOf(page.getByRole('slider', { name: 'Corner 3 of the print' }));
  const [x, y] = [ring.x + ring.width / 2, ring.y + ring.height / 2];
  // Beside the ring: a finger is wider than it.
  await page.mouse.move(x + 14, y + 14);
  await page.mouse.down();
  await page.mouse.move(x - 6, y - 6, { steps: 4 });
  await page.mouse.up();
  await cleanOnEverySurround(page, 'a drawing’s corners');
  await button('Use these corners').click();
  await button('These corners are used').waitFor();
  const { references } = await ask(server, 'getPainting', { params });
  const print = references.find(({ purpose }) => purpose === 'drawing')?.crop.print;
  expect(print?.[0][0]).toBeGreaterThan(90.5);
  expect(print?.[0][1]).toBeGreaterThan(70);
  expect(print?.[2][0]).not.toBeCloseTo(810, 0);
  await page.goto(`${server.url}/painting/${paintingId}/plan?part=masses`);
  const stack = page.getByRole('group', { name: 'The canvas as a stack of its tones' });
  const threshold = stack.getByRole('slider', { name: 'Light-shadow threshold' });
  const value = async () => Number(await threshold.getAttribute('aria-valuenow'));
  await threshold.focus();
  const found = await value();
  await page.keyboard.press('Shift+ArrowUp');
  expect(await value()).toBeCloseTo(found + 1);
  await button('find it again').click();
  expect(await value()).toBeCloseTo(found);
  const ends = stack.getByRole('slider', { name: 'Value at which tone 2 ends' });
  const before = Number(await ends.getAttribute('aria-valuenow'));
  const [line, box] = [await boxOf(ends), await boxOf(stack)];
  await page.mouse.move(box.x + 0.6 * box.width, line.y + line.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 0.6 * box.width, line.y + line.height / 2 - 12, { steps: 4 });
  await page.mouse.up();
  expect(Number(await ends.getAttribute('aria-valuenow'))).toBeGreaterThan(before + 0.1);
  await page.getByRole('button', { name: /^Keep this plan/ }).click();
  await button('empty.jpg').click();
  await page
    .getByRole('alert')
    .getByText(/Too little of the plan is found in this drawing/)
    .waitFor();
  await button('session 1, as painted').click();
  await page.getByText(/of the plan’s contours are found in it/).waitFor();
  await cleanOnEverySurround(page, 'a drawing that governs');
  await page.getByRole('button', { name: /^Keep this plan/ }).click();
  await page.getByRole('button', { name: /^Keep this plan/ }).waitFor({ state: 'detached' });
  await page.goto(`${server.url}/painting/${paintingId}/wall/1`);
  await page.getByText(/drawn by “session 1, as painted”/).waitFor();
  const { plan } = await ask(server, 'getPainting', { params });
  expect(plan?.pattern.splits).toHaveLength(4);
  expect(plan?.governing).toBe(plan?.drawings[0].id);
  expect(complaints).toEqual([]);
});

test('the words can be larger; plan and photo fold to their pictures and back', async () => {
  const paintingId = await paintingWithReference(server, 'Folded');
  await photographSession(server, paintingId, 3);
  const room = (path: string) => page.goto(`${server.url}/painting/${paintingId}/${path}`);
  const wide = async (picture: Locator) => (await boxOf(picture)).width;
  for (const [path, picture] of [
    ['plan?part=masses', page.getByRole('img', { name: 'The reference', exact: true })],
    ['photo/1', page.getByRole('img', { name: 'Photograph of session 1' })],
  ] as const) {
    await room(path);
    await picture.waitFor();
    const before = await wide(picture);
    await page.keyboard.press('e');
    await button(/^Show everything/).waitFor();
    expect(await wide(picture)).toBeGreaterThan(1.15 * before);
    expect(await page.getByRole('complementary').count()).toBe(0);
    await cleanOnEverySurround(page, `${path}, only the pictures`);
    await button(/^Show everything/).click();
    await page.getByRole('complementary').first().waitFor();
  }
  await room('wall/0');
  await button('largest').click();
  await page.waitForFunction(() => getComputedStyle(document.body).fontSize === '20px');
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
  await page.reload();
  await page.waitForFunction(() => getComputedStyle(document.body).fontSize === '20px');
  await button('usual').click();
  await page.waitForFunction(() => getComputedStyle(document.body).fontSize === '16px');
  expect(complaints).toEqual([]);
});

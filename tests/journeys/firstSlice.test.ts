import { join } from 'node:path';
import type { Browser, Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, DEMO, demoPatches, startServer, type Server } from '../server';
import { axeFaults, boxOf, complaintsOf, drag as dragOn, openBrowser, sticksOut, PATIENCE } from './browser';

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
  await page.goto(server.url);
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

const button = (name: RegExp | string): Locator => page.getByRole('button', { name });
const photoOf = (session: number) => join(DEMO, `enamel-pot-session-${session}.jpg`);

const drag = (target: Locator, points: readonly (readonly [number, number])[]) => dragOn(page, target, points);

const greysKept = () =>
  page.waitForResponse((response) => response.url().endsWith('/greys') && response.request().method() === 'PUT');

/**
 * Marks the three greys of the demo's card by dragging a box over each; the value is typed where the guess is not
 * right.
 */
async function markGreys(session: number): Promise<void> {
  const stage = page.locator('svg.onpic').first();
  for (const [i, { box, value }] of (await demoPatches(session)).entries()) {
    await button(/^a grey/).click();
    const [x, y, w, h] = box;
    const drawn = greysKept();
    await drag(stage, [
      [x / 4000, y / 3000],
      [(x + w) / 4000, (y + h) / 3000],
    ]);
    await drawn;
    const field = page.getByLabel(`Value of grey ${i + 1},`);
    await field.waitFor();
    if (Number(await field.inputValue()) === value) continue;
    const typed = greysKept();
    await field.fill(String(value));
    await field.press('Tab');
    await typed;
  }
}

async function photographAndRead(session: number, file: number): Promise<void> {
  // The desk of the session before takes files, too, for as long as it is in sight.
  await page.getByText(`session ${session}`, { exact: true }).first().waitFor();
  await page.locator('input[type=file]').setInputFiles(photoOf(file));
  await page.getByText(/All four corners found/).waitFor();
  await markGreys(file);
  await button(`Read session ${session}`).click();
  await page.getByRole('heading', { name: `Reading, session ${session}` }).waitFor();
}

describe('from a photograph of the canvas to a correction that is checked', () => {
  test('an empty studio teaches the first step', async () => {
    await page.getByRole('heading', { name: 'An empty studio' }).waitFor();
    expect(await axeFaults(page)).toEqual([]);
    await page.getByRole('link', { name: /New painting/ }).click();
  });

  test('a painting: title, size, reference cropped to the canvas', async () => {
    await page.getByLabel('Title').fill('Enamel pot');
    await page.getByLabel('Width').fill('0');
    await button(/Begin/).click();
    const refused = (words: RegExp) => page.getByRole('alert').getByText(words).waitFor();
    await refused(/between 20 and 5000 mm/);
    // Limits are told in the unit that is typed, and a comma is as good as a point.
    await button('inches').click();
    await page.getByLabel('Width').fill('0,5');
    await button(/Begin/).click();
    await refused(/between 0\.8 and 196 inches/);
    await page.getByLabel('Width').fill('wide');
    await button(/Begin/).click();
    await refused(/The width is no number/);
    await page.getByLabel('Width').fill('15,75');
    await button('mm').click();
    await page.getByLabel('Width').fill('400,0');
    await page.getByLabel('Height').fill('300');
    await button(/Begin/).click();
    await page.locator('input[type=file]').setInputFiles(join(DEMO, 'enamel-pot-reference.jpg'));
    await button('Masses and patterns').waitFor();
    expect(await axeFaults(page)).toEqual([]);
    await button('Masses and patterns').click();
    await page
      .getByTestId('plan-stage')
      .nth(1)
      .click({ position: { x: 30, y: 30 } });
    const name = page.getByLabel('Name of the chosen mass');
    await name.fill('the wall');
    await name.press('Enter');
    await button(/Keep this plan/).click();
    await page.getByText('Plan version 2 is kept').waitFor();
    expect(await axeFaults(page)).toEqual([]);
  });

  test('a file that is no photograph is answered in words', async () => {
    await page.getByRole('link', { name: 'Photo', exact: true }).click();
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('only text '.repeat(50)) });
    await page
      .getByRole('alert')
      .getByText(/not a picture that can be opened/)
      .waitFor();
    // A file that cannot be taken in begins no session.
    const [{ id }] = await ask(server, 'listPaintings');
    expect((await ask(server, 'getPainting', { params: { paintingId: id } })).sessions).toEqual([]);
  });

  test('session 1: corners found, nudged by a key, greys marked, read', async () => {
    await page.locator('input[type=file]').setInputFiles(photoOf(3));
    await page.getByText(/All four corners found/).waitFor();
    expect(await axeFaults(page)).toEqual([]);
    await page.locator('[data-side="3"]').focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowLeft');
    await page.getByText(/Corners as you set them/).waitFor();
    await markGreys(3);
    await button('Read session 1').click();
    await page.getByRole('heading', { name: 'Reading, session 1' }).waitFor();
    await page.getByRole('img', { name: 'The painting, flat' }).waitFor();
    // Who does not see the page hears of it; what was pressed has gone, so the keyboard goes on from the room.
    await page.getByTestId('arrival').getByText('Session 1 is read.').waitFor({ state: 'attached' });
    await expect.poll(() => page.evaluate(() => document.activeElement?.id)).toBe('room');
    expect(await page.evaluate(() => window.scrollY)).toBe(0);
    expect(await axeFaults(page)).toEqual([]);
  });

  test('where the system chooses the colours, what is chosen is still told apart', async () => {
    await page.emulateMedia({ forcedColors: 'active' });
    const lineUnder = (name: string) => button(name).evaluate((word) => getComputedStyle(word).borderBottomColor);
    expect(await lineUnder('Side by side')).not.toBe(await lineUnder('Blink'));
    await page.emulateMedia({ forcedColors: 'none' });
  });

  test('looking aids act on both pictures; the spot is read on both', async () => {
    const flat = page.getByRole('img', { name: 'The painting, flat' });
    const colours = (of: Locator) =>
      of.evaluate((node) => {
        const canvas = node as HTMLCanvasElement;
        const pixels =
          canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? new Uint8ClampedArray();
        const seen = new Set<number>();
        let coloured = 0;
        for (let i = 0; i < pixels.length; i += 4) {
          seen.add(pixels[i]);
          if (Math.abs(pixels[i] - pixels[i + 2]) > 8) coloured++;
        }
        return { levels: seen.size, coloured: coloured / (pixels.length / 4) };
      });
    expect((await colours(flat)).coloured).toBeGreaterThan(0.05);
    await page.keyboard.press('g');
    await expect.poll(async () => (await colours(flat)).coloured, { timeout: 10_000 }).toBeLessThan(0.001);
    await page.keyboard.press('3');
    // Three values and what lies between them along the scaled borders.
    await expect
      .poll(async () => (await colours(page.getByRole('img', { name: 'The plan' }))).levels, { timeout: 10_000 })
      .toBeLessThan(220);
    await page.keyboard.press('3');
    await page.keyboard.press('g');
    await flat.hover({ position: { x: 150, y: 150 } });
    for (const name of ['plan', 'painted']) {
      const value = Number(await page.getByTestId(`spot-${name}`).textContent());
      expect(value).toBeGreaterThan(0.5);
      expect(value).toBeLessThan(10);
    }
    for (const key of ['m', 's', 'h', 'b', 'o', 'Escape', ' ', 'Escape', 'm', 's', 'h', 'b'])
      await page.keyboard.press(key);
    await flat.waitFor();
  });

  test('decide: take by clicking, dismiss by key, undo, and one of the painter’s own', async () => {
    // Everything but the pictures folds away by one key, and comes back; the title says where one is.
    expect(await page.title()).toBe('Wall, session 1 · Enamel pot · Revlin');
    const flatWide = async () => (await boxOf(page.getByRole('img', { name: 'The painting, flat' }))).width;
    const usual = await flatWide();
    await page.keyboard.press('e');
    await button(/Show everything/).waitFor();
    expect(await page.getByRole('link', { name: 'Progress' }).isVisible()).toBe(false);
    expect(await flatWide()).toBeGreaterThan(1.2 * usual);
    expect(await axeFaults(page)).toEqual([]);
    await button(/Show everything/).click();
    expect(await flatWide()).toBe(usual);

    // The black button stays where it is when the spot is left.
    const black = page.getByRole('link', { name: /Decide \d+ findings?/ });
    const before = await boxOf(black);
    await page.mouse.move(5, 5);
    expect(await boxOf(black)).toEqual(before);
    await black.click();
    await page.waitForURL(/decide/);
    await button(/^Take/).waitFor();
    expect(await axeFaults(page)).toEqual([]);
    const toDecide = async () =>
      Number(/(\d+) to decide/.exec((await page.getByText(/to decide\./).textContent()) ?? '')?.[1]);
    const undecided = await toDecide();
    await button(/^Take/).click();
    await page.getByText(/1 taken/).waitFor();
    const KEPT = { timeout: 15_000 };
    // A hand that knows what it wants does not wait for what it said before to be kept.
    await page.keyboard.press('x');
    await page.keyboard.press('l');
    await expect.poll(toDecide, KEPT).toBe(undecided - 3);
    await page.keyboard.press('z');
    await page.keyboard.press('z');
    await expect.poll(toDecide, KEPT).toBe(undecided - 1);
    const departures = async () => {
      const [{ id }] = await ask(server, 'listPaintings');
      return (await ask(server, 'getPainting', { params: { paintingId: id } })).plan?.departures.length;
    };
    await page.keyboard.press('f');
    await expect.poll(toDecide, KEPT).toBe(undecided - 2);
    await expect.poll(departures, KEPT).toBe(1);
    await page.getByText('meant to be so', { exact: true }).waitFor();
    await page.keyboard.press('z');
    await expect.poll(toDecide, KEPT).toBe(undecided - 1);
    await expect.poll(departures, KEPT).toBe(0);
    await page.getByRole('button', { name: /Add your own correction/ }).click();
    const flat = page.getByRole('img', { name: 'The painting, flat' });
    await drag(flat, [
      [0.1, 0.1],
      [0.4, 0.1],
      [0.4, 0.3],
      [0.1, 0.3],
      [0.11, 0.12],
    ]);
    await page.getByText('Outlined.').waitFor();
    await page.getByLabel('Name of the place').fill('wall, upper left');
    await page.getByLabel('What the hand should do').fill('Cool it beside the lid.');
    await button('temperature').click();
    await button('Put it on the list').click();
    await page.getByRole('region', { name: 'Your own' }).getByText('wall, upper left').waitFor();
    expect(await axeFaults(page)).toEqual([]);
  });

  test('session 2: every open correction gets a verdict with both figures', async () => {
    await page.getByRole('link', { name: 'Photo', exact: true }).click();
    await page.getByRole('link', { name: 'next', exact: true }).click();
    await photographAndRead(2, 5);
    const verdicts = page.getByTestId('verdict');
    await verdicts.first().waitFor();
    expect(await verdicts.count()).toBe(2);
    for (const text of await verdicts.allTextContents())
      expect(text).toMatch(/(settled|closer|unchanged|overshot|further off), [+−]?[\d.]+ before, [+−]?[\d.]+ now/);
  });

  test('the two sessions beside each other, and all of it on one ledge', async () => {
    await page.getByLabel('beside').selectOption({ label: 'session 1' });
    await page.getByText('Session 1', { exact: true }).waitFor();
    await page.getByRole('link', { name: 'Progress' }).click();
    await page.getByRole('heading', { name: 'Corrections, checked' }).waitFor();
    await expect.poll(() => page.getByTestId('progress-verdict').count(), { timeout: 10_000 }).toBe(2);
    expect(await axeFaults(page)).toEqual([]);
  });

  test('every surround reads well, and nothing sticks out of a phone', async () => {
    const painting = /painting\/([^/]+)/.exec(page.url())?.[1];
    const screens = [
      '/',
      '/new',
      '/marks',
      ...['plan', 'photo/2', 'wall/2', 'decide/1', 'progress'].map((room) => `/painting/${painting}/${room}`),
    ];
    for (const surround of ['dark', 'light', 'middle'] as const) {
      await page.goto(`${server.url}/`);
      await page.getByRole('group', { name: 'Surround' }).getByRole('button', { name: surround }).click();
      for (const screen of screens) {
        await page.goto(`${server.url}${screen}`);
        await page.getByRole('heading').first().waitFor();
        expect(await axeFaults(page), `${surround} ${screen}`).toEqual([]);
      }
    }
    await page.setViewportSize({ width: 390, height: 844 });
    for (const screen of screens) {
      await page.goto(`${server.url}${screen}`);
      await page.getByRole('heading').first().waitFor();
      expect(await sticksOut(page), screen).toBe(false);
    }
  });

  test('an address of a session that is not there says so, and what comes next', async () => {
    const [{ id }] = await ask(server, 'listPaintings');
    for (const [room, words] of [
      ['wall/99', 'There is no session 99 yet.'],
      ['decide/99', 'There is no session 99 yet.'],
      ['photo/99', 'There is no session 99 yet.'],
      ['wall/last', 'The address names no session.'],
    ] as const) {
      await page.goto(`${server.url}/painting/${id}/${room}`);
      await page.getByText(words).getByRole('link').waitFor();
      expect(await axeFaults(page), room).toEqual([]);
    }
  });

  test('the pages said nothing on their console', async () => {
    expect(complaints).toEqual([]);
  });
});

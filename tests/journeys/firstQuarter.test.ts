import { join } from 'node:path';
import type { Browser, Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { DEMO, startServer, type Server } from '../server';
import { cleanOnEverySurround, complaintsOf, openBrowser, PATIENCE } from './browser';

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

/** One who does what a painter does, and counts: opening, choosing, tapping is a press; typing and Tab are none. */
interface Hand {
  readonly page: Page;
  /** what a painter presses to have session n photographed */
  readonly photographs: (session: number) => string;
  presses: number;
  press(target: Locator): Promise<void>;
}

/** Taps with a finger on a phone. */
class Finger implements Hand {
  presses = 0;
  /** Opens the phone's own camera. */
  readonly photographs = () => 'Take a photo';
  constructor(readonly page: Page) {}
  async press(target: Locator) {
    await target.tap();
    this.presses++;
  }
}

const MOST_TABS = 90;
/** Goes by Tab to what it presses Enter on; what has a key of its own shown on it is pressed by that. */
class Keys implements Hand {
  presses = 0;
  readonly photographs = (session: number) => `Choose the photo of session ${session}`;
  constructor(readonly page: Page) {}
  async press(target: Locator) {
    await target.waitFor();
    const key = await target.locator('kbd').allTextContents();
    if (key.length > 0) await this.page.keyboard.press(key[0].length === 1 ? key[0].toLowerCase() : key[0]);
    else {
      const there = () => target.evaluate((node) => node === document.activeElement);
      for (let tabs = 0; !(await there()); tabs++) {
        if (tabs > MOST_TABS) throw new Error('Tab never comes there.');
        await this.page.keyboard.press('Tab');
      }
      await this.page.keyboard.press('Enter');
    }
    this.presses++;
  }
}

/** Presses a button that asks for a file, and gives it one. */
async function choose(hand: Hand, target: Locator, file: string): Promise<void> {
  const asked = hand.page.waitForEvent('filechooser');
  await hand.press(target);
  await (await asked).setFiles(join(DEMO, file));
}

/** From an empty studio over the sample to the verdicts of a second photograph. @returns presses at the two marks */
async function firstQuarter(hand: Hand): Promise<{ taken: number; verdicts: number }> {
  const { page } = hand;
  const button = (name: RegExp | string) => page.getByRole('button', { name });
  const link = (name: RegExp | string) => page.getByRole('link', { name });
  await page.getByRole('heading', { name: 'An empty studio' }).waitFor();
  await cleanOnEverySurround(page, 'empty studio');
  await hand.press(button('Look at the sample painting'));
  await page.getByText(/reading session \d of 5/).waitFor();
  await page.getByRole('heading', { name: 'Enamel pot and persimmons' }).waitFor({ timeout: 4 * PATIENCE });
  await cleanOnEverySurround(page, 'studio with the sample');

  await hand.press(link(/^New painting/));
  await page.getByLabel('Title').fill('My pot');
  await page.getByLabel('Width').fill('400');
  await page.getByLabel('Height').fill('300');
  await hand.press(button(/^Begin/));
  await choose(hand, button('Choose the reference'), 'enamel-pot-reference.jpg');
  await hand.press(link(/^Photograph session 1/));
  await choose(hand, button(hand.photographs(1)), 'enamel-pot-session-2.jpg');
  await page.getByText(/All four corners found/).waitFor();
  await cleanOnEverySurround(page, 'photo');
  await hand.press(button(/^Read session 1/));
  await page.getByRole('heading', { name: 'Reading, session 1' }).waitFor();
  await page.getByRole('img', { name: 'The painting, flat' }).waitFor();
  await cleanOnEverySurround(page, 'wall');
  await hand.press(link(/^Decide \d+ findings/));
  await cleanOnEverySurround(page, 'decide');
  await hand.press(button(/^Take/).first());
  await page
    .getByText(/^Last: .*, taken/)
    .first()
    .waitFor();
  const taken = hand.presses;

  await hand.press(link('Photo'));
  await hand.press(link('next'));
  await choose(hand, button(hand.photographs(2)), 'enamel-pot-session-4.jpg');
  await page.getByText(/All four corners found/).waitFor();
  await hand.press(button(/^Read session 2/));
  await page.getByRole('heading', { name: 'Reading, session 2' }).waitFor();
  await page.getByText('Corrections, checked').waitFor();
  await cleanOnEverySurround(page, 'verdicts');
  return { taken, verdicts: hand.presses };
}

describe('the first quarter of an hour, from an empty studio to the verdicts of a second photograph', () => {
  const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };
  test.each([
    ['by keyboard alone', { viewport: { width: 1280, height: 800 } }, Keys],
    ['by touch on a phone', phone, Finger],
  ] as const)(
    '%s',
    async (_how, context, HandKind) => {
      const server: Server = await startServer();
      const page = await (await browser.newContext(context)).newPage();
      page.setDefaultTimeout(PATIENCE);
      const complaints = complaintsOf(page);
      await page.goto(server.url);
      const { taken, verdicts } = await firstQuarter(new HandKind(page));
      expect(taken).toBeLessThanOrEqual(12);
      expect(verdicts).toBeLessThanOrEqual(18);
      expect(complaints).toEqual([]);
      await server.stop();
    },
    600_000,
  );
});

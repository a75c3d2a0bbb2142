import { expect } from 'vitest';
import axe from 'axe-core';
import { chromium, type Browser, type Locator, type Page } from 'playwright-core';

/** How long a page is waited for, ms: only what never comes takes that long, so a busy machine is no fault. */
export const PATIENCE = 60_000;

/** Debian's Chromium, without a monitor and without a network. */
export const openBrowser = (more: readonly string[] = []): Promise<Browser> =>
  chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      ...more,
    ],
  });

/** Anything a page says on its console as an error, or throws. */
export function complaintsOf(page: Page): string[] {
  const complaints: string[] = [];
  page.on('pageerror', (error) => complaints.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !/Failed to load resource/.test(message.text())) complaints.push(message.text());
  });
  return complaints;
}

/** Faults from moderate up that axe finds on the page as it stands: WCAG 2.2 AA, heading order, landmarks. */
export async function axeFaults(page: Page): Promise<string[]> {
  await page.evaluate(axe.source);
  const run = () =>
    (window as unknown as { axe: typeof axe }).axe.run(document, {
      runOnly: { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'] },
    });
  const { violations } = await page.evaluate(run);
  return violations
    .filter(({ impact }) => impact !== 'minor')
    .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`);
}

/** Whether the page can be pushed sideways: something sticks out. */
export const sticksOut = (page: Page): Promise<boolean> =>
  page.evaluate(() => document.documentElement.scrollWidth > document.documentElement.clientWidth + 1);

/**
 * The page as it stands is clean for axe on every surround, and nothing sticks out of it.
 * @param where for who reads the fault
 */
export async function cleanOnEverySurround(page: Page, where: string): Promise<void> {
  for (const surround of ['dark', 'light', 'middle']) {
    await page.evaluate((name) => (document.documentElement.dataset.surround = name), surround);
    expect(await axeFaults(page), `${where}, ${surround}`).toEqual([]);
  }
  expect(await sticksOut(page), where).toBe(false);
}

/**
 * Where a locator is on the page once it is there and has come to rest: a picture may be drawn anew in the very moment
 * it is asked for.
 */
export async function boxOf(target: Locator): Promise<{ x: number; y: number; width: number; height: number }> {
  let before = '';
  for (let round = 0; round < 250; round++) {
    const box = await target.boundingBox();
    const now = JSON.stringify(box);
    if (box && now === before) return box;
    before = now;
    await target.page().waitForTimeout(50);
  }
  throw new Error('it never came to rest');
}

/**
 * Presses the mouse at shares of a locator's box, moves it along them and lets go. Whatever was used before may have
 * pushed it out of sight: it is brought back first, as a person would.
 */
export async function drag(page: Page, target: Locator, points: readonly (readonly [number, number])[]): Promise<void> {
  await target.scrollIntoViewIfNeeded();
  const box = await boxOf(target);
  const at = ([u, v]: readonly [number, number]) => [box.x + u * box.width, box.y + v * box.height] as const;
  await page.mouse.move(...at(points[0]));
  await page.mouse.down();
  for (const point of points.slice(1)) await page.mouse.move(...at(point), { steps: 4 });
  await page.mouse.up();
}

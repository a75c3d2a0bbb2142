import type { Browser, Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ask, paintingWithReference, photographSession, startServer, type Server } from '../server';
import { boxOf, cleanOnEverySurround, complaintsOf, openBrowser, PATIENCE } from './browser';

let server: Server;
let browser: Browser;
let page: Page;
let complaints: string[];
let paintingId: string;
beforeAll(async () => {
  server = await startServer();
  paintingId = await paintingWithReference(server, 'Two pots');
  await photographSession(server, paintingId, 2);
  browser = await openBrowser();
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE);
  complaints = complaintsOf(page);
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

const button = (name: RegExp | string) => page.getByRole('button', { name });
const heading = (name: string) => page.getByRole('heading', { name });
const detail = () => ask(server, 'getPainting', { params: { paintingId } });
/** By the keyboard alone. */
async function press(target: Locator): Promise<void> {
  await target.focus();
  await page.keyboard.press('Enter');
}
const onPhone = async (look: () => Promise<void>) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await look();
  await page.setViewportSize({ width: 1280, height: 800 });
};

test('a painting is renamed, archived, taken out, deleted and brought back, by keyboard alone', async () => {
  await page.goto(server.url);
  await press(button('Rename, archive or delete “Two pots”'));
  await cleanOnEverySurround(page, 'rename, archive, delete');
  await onPhone(() => cleanOnEverySurround(page, 'rename, archive, delete, phone'));
  // The title has the focus, whole: what is typed takes its place.
  await page.keyboard.type('Two pots and a lemon');
  await page.keyboard.press('Enter');
  await heading('Two pots and a lemon').waitFor();
  await press(button('Rename, archive or delete “Two pots and a lemon”'));
  await press(button('Put it into the archive'));
  await heading('An empty studio').waitFor();
  await page.getByText('Last: “Two pots and a lemon” archived.').waitFor();
  await press(page.getByRole('link', { name: 'Archived and deleted' }));
  await press(button('Take “Two pots and a lemon” out of the archive'));
  await page.getByText('No painting is in the archive.').waitFor();
  await press(page.getByRole('link', { name: 'Studio' }));
  await press(button('Rename, archive or delete “Two pots and a lemon”'));
  await press(button('Delete it'));
  await heading('An empty studio').waitFor();
  await page.goto(`${server.url}/put-away`);
  await page.getByText(/It can be brought back until/).waitFor();
  await cleanOnEverySurround(page, 'archived and deleted');
  await onPhone(() => cleanOnEverySurround(page, 'archived and deleted, phone'));
  await press(button('Bring back “Two pots and a lemon”'));
  await page.getByText('Nothing was deleted in the last 30 days.').waitFor();
  expect((await detail()).painting.title).toBe('Two pots and a lemon');
});

test('a session gets its right day, is deleted, and is there again after undo', async () => {
  await page.goto(`${server.url}/painting/${paintingId}/photo/1`);
  await press(button('Change session 1, or delete it'));
  await cleanOnEverySurround(page, 'session');
  await onPhone(() => cleanOnEverySurround(page, 'session, phone'));
  await page.getByLabel('Day', { exact: true }).fill('2026-03-09');
  await page.getByLabel('What it was meant for').fill('the ledge');
  await page.keyboard.press('Enter');
  await page.getByText('session 1, 9 March, the ledge').waitFor();
  await press(button('Change session 1, or delete it'));
  await press(button('Delete session 1'));
  await page.getByText('Last: session 1 deleted.').waitFor();
  expect((await detail()).sessions).toEqual([]);
  await page.keyboard.press('z');
  await page.getByText('session 1, 9 March, the ledge').waitFor();
});

test('on a phone a thread is pulled by its middle and turned at a nail', async () => {
  await onPhone(async () => {
    await page.goto(`${server.url}/painting/${paintingId}/photo/1`);
    await page.getByText(/All four corners found/).waitFor();
    const corners = async () => {
      const shown = (await detail()).sessions[0].photos[0].corners;
      if (!shown) throw new Error('no corners are kept');
      return shown;
    };
    const by = async (target: Locator, at: number, [dx, dy]: readonly [number, number]) => {
      await target.scrollIntoViewIfNeeded();
      const box = await boxOf(target);
      const [x, y] = [box.x + at * box.width, box.y + box.height / 2];
      const kept = page.waitForResponse((response) => response.url().endsWith('/corners') && response.ok());
      await page.mouse.move(x, y);
      await page.mouse.down();
      await page.mouse.move(x + dx, y + dy, { steps: 4 });
      await page.mouse.up();
      await kept;
    };
    const before = await corners();
    await by(page.locator('[data-side="0"]'), 0.35, [0, -12]);
    const pulled = await corners();
    for (const corner of [0, 1] as const) expect(pulled[corner][1]).toBeLessThan(before[corner][1] - 60);
    for (const corner of [2, 3] as const) expect(pulled[corner]).toEqual(before[corner]);
    // Turned at its right nail, the left end stays nearly where it is.
    await by(page.locator('[data-nails="0"] > g').nth(1), 0.5, [0, 12]);
    const turned = await corners();
    expect(turned[1][1]).toBeGreaterThan(pulled[1][1] + 60);
    expect(Math.abs(turned[0][1] - pulled[0][1])).toBeLessThan(30);
    await cleanOnEverySurround(page, 'sides, phone');
  });
  expect(complaints).toEqual([]);
});

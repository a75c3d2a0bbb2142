import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { paintingWithReference, photographSession, startServer, type Server } from '../server';
import { complaintsOf, openBrowser, PATIENCE } from './browser';

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

test('a reading whose stream breaks is followed to its end all the same', async () => {
  const paintingId = await paintingWithReference(server, 'A shaky line');
  await photographSession(server, paintingId, 4);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE);
  const complaints = complaintsOf(page);
  let broken = 0;
  await page.route('**/api/jobs/*/progress', (route) => (++broken <= 2 ? route.abort() : route.continue()));
  await page.goto(`${server.url}/painting/${paintingId}/photo/1`);
  await page.getByRole('button', { name: /^Read/ }).click();
  await page.waitForURL(/\/wall\/1/);
  expect(broken).toBeGreaterThanOrEqual(2);
  expect(complaints).toEqual([]);
  await page.close();
});

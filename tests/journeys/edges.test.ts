import type { CrossedLine } from '../../src/contract';
import type { Browser, Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ask, paintingWithReference, photographSession, readWithCard, send, startServer, type Server } from '../server';
import { cleanOnEverySurround, complaintsOf, drag, openBrowser, PATIENCE } from './browser';

let server: Server;
let browser: Browser;
let page: Page;
let complaints: string[];
let id: string;
let photoId: string;
beforeAll(async () => {
  server = await startServer();
  id = await paintingWithReference(server);
  photoId = (await photographSession(server, id, 3)).photo.id;
  await readWithCard(server, photoId, 3);
  browser = await openBrowser();
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE);
  complaints = complaintsOf(page);
});
afterAll(async () => {
  await browser.close();
  await server.stop();
  expect(complaints).toEqual([]);
});

const refused = async (line: CrossedLine) => {
  const answer = await send(server, 'measureEdge', { params: { photoId }, body: { line } });
  return { status: answer.status, problem: JSON.stringify(await answer.json()) };
};

const button = (name: string): Locator => page.getByRole('button', { name, exact: true });
const slip = () => page.getByRole('region', { name: 'Findings and verdicts' });
const plan = () => page.getByRole('img', { name: 'The plan' });
const flat = () => page.getByRole('img', { name: 'The painting, flat' });

test('edges are drawn over both pictures, counted, and narrowed to what should change, by keyboard alone', async () => {
  await page.goto(`${server.url}/painting/${id}/wall/1?read=temperature`);
  await flat().waitFor();
  await page.keyboard.press(']');
  await slip()
    .getByText(/As seen from 1 m/)
    .waitFor();
  const lines = (picture: Locator) => picture.locator('xpath=ancestor::figure').locator('[data-testid=edges] path');
  for (const picture of [flat(), plan()]) await lines(picture).nth(2).waitFor({ state: 'attached' });
  for (const name of ['planned', 'painted']) {
    const shares = await page.getByRole('list', { name, exact: true }).innerText();
    const sum = [...shares.matchAll(/(\d+).%/g)].reduce((all, [, share]) => all + Number(share), 0);
    expect(Math.abs(sum - 100), shares).toBeLessThanOrEqual(2);
  }
  const faintest = page.getByRole('slider', { name: /Faintest edge counted/ });
  await faintest.focus();
  await page.keyboard.press('End');
  expect(await faintest.getAttribute('aria-valuetext')).toBe('2.0 steps');
  const whole = (of: Locator) => of.evaluateAll((all) => all.map((one) => one.getAttribute('d')).join('').length);
  const strong = await whole(lines(flat()));
  await page.keyboard.press('Home');
  const every = await whole(lines(flat()));
  expect(every).toBeGreaterThan(strong);
  await button('Only what should change').focus();
  await page.keyboard.press('Enter');
  expect(await whole(lines(flat()))).toBeLessThan(every);
  await cleanOnEverySurround(page, 'edges');
  await page.setViewportSize({ width: 390, height: 844 });
  await cleanOnEverySurround(page, 'edges, 390 px');
  await page.setViewportSize({ width: 1280, height: 800 });
});

test('the edge plan has the edges that the wall has, whatever is wished of them', async () => {
  const sharesOf = async (list: Locator) => {
    await list.waitFor();
    const words = (await list.innerText()).replace(/\s+/g, ' ');
    return ['hard', 'firm', 'soft', 'lost'].map((is) => Number(new RegExp(`${is} (\\d+) %`).exec(words)?.[1] ?? 0));
  };
  await page.goto(`${server.url}/painting/${id}/wall/1?read=edges`);
  const wall = await sharesOf(page.getByRole('list', { name: 'planned', exact: true }));
  await page.goto(`${server.url}/painting/${id}/plan?part=edges`);
  await page.getByText(/of [1-9]\d* cm of edge/).waitFor();
  const planned = await sharesOf(page.getByRole('list', { name: 'Share of each kind of edge' }));
  // The wall counts what can be read of the painting, too.
  planned.forEach((share, k) =>
    expect(Math.abs(share - (wall[k] ?? 0)), `${planned.join()} ${wall.join()}`).toBeLessThanOrEqual(3),
  );
});

test('a thin shape of the plan is shown on both pictures, its widths side by side, by keyboard alone', async () => {
  await page.goto(`${server.url}/painting/${id}/wall/1?read=edges`);
  await flat().waitFor();
  const row = page.getByRole('table', { name: 'Thin shapes, planned and painted' }).getByRole('row').nth(1);
  const [planned, even] = await row
    .getByRole('cell')
    .allInnerTexts()
    .then((cells) => cells.slice(1, 3));
  expect(planned).toMatch(/^\d\.\d( to \d\.\d)? mm$/);
  expect(even).toMatch(/^\d+ %$/);
  const sides = (picture: Locator) => picture.locator('xpath=ancestor::figure').locator('[data-testid=thin] path');
  expect(await sides(flat()).count()).toBe(0);
  const shown = row.getByRole('button');
  await shown.focus();
  await page.keyboard.press('Enter');
  for (const picture of [flat(), plan()]) await sides(picture).first().waitFor({ state: 'attached' });
  expect(await shown.getAttribute('aria-pressed')).toBe('true');
  await cleanOnEverySurround(page, 'a thin shape');
  await shown.focus();
  await page.keyboard.press('Enter');
  await sides(flat()).first().waitFor({ state: 'detached' });
});

test('and by touch on a phone, where another thin shape takes the place of the first', async () => {
  const phone = await (
    await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  ).newPage();
  phone.setDefaultTimeout(PATIENCE);
  const complainedOf = complaintsOf(phone);
  await phone.goto(`${server.url}/painting/${id}/wall/1?read=edges`);
  const rows = phone.getByRole('table', { name: 'Thin shapes, planned and painted' }).getByRole('row');
  const sides = phone.locator('[data-testid=thin] path');
  const shownBy = async (k: number) => {
    await rows.nth(k).getByRole('button').tap();
    await expect
      .poll(() => rows.nth(k).getByRole('button').getAttribute('aria-pressed'), { timeout: 15_000 })
      .toBe('true');
    await sides.first().waitFor({ state: 'attached' });
    return sides.first().getAttribute('d');
  };
  const first = await shownBy(1);
  expect(await shownBy(2)).not.toBe(first);
  expect(await rows.nth(1).getByRole('button').getAttribute('aria-pressed')).toBe('false');
  await rows.nth(2).getByRole('button').tap();
  await sides.first().waitFor({ state: 'detached' });
  expect(complainedOf).toEqual([]);
  await phone.context().close();
});

const EDGE = /the edge (of|at) .* mm wide|the edge (of|at) .*planned/;

test('an edge that differs is told on the wall with what it rests on, decided by key, and checked by the next photograph', async () => {
  await page.goto(`${server.url}/painting/${id}/wall/1?read=edges`);
  await flat().waitFor();
  const told = slip().getByRole('button', { name: EDGE });
  await told.first().click();
  await page
    .getByTestId('show-me')
    .getByText(/Values across the edge every 5 mm/)
    .waitFor();
  await page.goto(`${server.url}/painting/${id}/decide/1`);
  const listed = page.getByRole('region', { name: 'Edges' }).getByRole('button');
  await listed.first().focus();
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: EDGE }).waitFor();
  await page.getByText(/Widths can be told apart from a factor of/).waitFor();
  await cleanOnEverySurround(page, 'an edge decided');
  await page.keyboard.press('t');
  await listed.first().getByText('taken').waitFor();
  const later = await photographSession(server, id, 4);
  await readWithCard(server, later.photo.id, 4);
  await page.goto(`${server.url}/painting/${id}/wall/2`);
  const verdict = page.getByTestId('verdict');
  await verdict.getByText(/: (settled|closer|unchanged|overshot|further off),/).waitFor();
});

test('what is missing is told before all else, with what it rests on; meant to be so, it is left out of the plan', async () => {
  await page.goto(`${server.url}/painting/${id}/wall/1?read=drawing`);
  await flat().waitFor();
  await slip()
    .getByRole('button', { name: /Paint the line that is missing/ })
    .click();
  await page
    .getByTestId('show-me')
    .getByText(/looked for within 5 mm of its place/)
    .waitFor();
  await page.goto(`${server.url}/painting/${id}/decide/1`);
  const listed = page.getByRole('region', { name: 'Missing' }).getByRole('button').first();
  await listed.focus();
  await page.keyboard.press('Enter');
  await page.getByText(/Did you leave it out on purpose\? Then it is meant to be so/).waitFor();
  await cleanOnEverySurround(page, 'what is missing, decided');
  await page.setViewportSize({ width: 390, height: 844 });
  await cleanOnEverySurround(page, 'what is missing, 390 px');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.keyboard.press('f');
  await listed.getByText('meant to be so', { exact: true }).waitFor();
  const departures = async () =>
    (await ask(server, 'getPainting', { params: { paintingId: id } })).plan?.departures.map(
      ({ change }) => change.kind,
    );
  await expect.poll(departures, { timeout: 15_000 }).toEqual(['left-out']);
});

test('what no plan has is told to be painted out; meant to be so, nothing is compared there, by keyboard alone', async () => {
  const paintingId = await paintingWithReference(server, 'One persimmon');
  const { photo } = await photographSession(server, paintingId, 5);
  // The right persimmon, which the painter has painted all the same.
  const outline: [number, number][] = [
    [275, 150],
    [385, 150],
    [385, 245],
    [275, 245],
  ];
  const leftOut = {
    id: crypto.randomUUID(),
    where: { place: { outlines: [outline] } },
    change: { kind: 'left-out' as const },
  };
  await ask(server, 'changePlan', { params: { paintingId }, body: { departures: [leftOut] } });
  const told = async () => {
    const { findings } = await readWithCard(server, photo.id, 5);
    return findings.filter(({ kind }) => kind === 'unplanned').length;
  };
  expect(await told()).toBeGreaterThan(0);
  await page.goto(`${server.url}/painting/${paintingId}/wall/1?read=drawing`);
  await flat().waitFor();
  await slip()
    .getByRole('button', { name: /Paint out what no plan has/ })
    .first()
    .click();
  await page
    .getByTestId('show-me')
    .getByText(/compared every 2 mm/)
    .waitFor();
  await page.goto(`${server.url}/painting/${paintingId}/decide/1`);
  const listed = page.getByRole('region', { name: 'Unplanned' }).getByRole('button').first();
  await listed.focus();
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: /paint out what no plan has/i }).waitFor();
  await cleanOnEverySurround(page, 'what no plan has, decided');
  await page.setViewportSize({ width: 390, height: 844 });
  await cleanOnEverySurround(page, 'what no plan has, 390 px');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.keyboard.press('f');
  await listed.getByText('meant to be so', { exact: true }).waitFor();
  const departures = async () =>
    (await ask(server, 'getPainting', { params: { paintingId } })).plan?.departures.map(({ change }) => change.kind);
  await expect.poll(departures, { timeout: 15_000 }).toEqual(['left-out', 'ignored']);
  expect(await told()).toBe(0);
});

test('a line across an edge measures it in plan and painting, by mouse and by keys; one that is too short is told so', async () => {
  await page.goto(`${server.url}/painting/${id}/wall/1?read=edges`);
  await flat().waitFor();
  await page.keyboard.press('x');
  await page.getByText(/Draw a line across an edge/).waitFor();
  // The pot's left side against the wall.
  await drag(page, flat(), [
    [0.17, 0.68],
    [0.27, 0.68],
  ]);
  const result = page.getByTestId('across-result');
  await result.getByText(/Planned (hard|firm), .* mm wide.*Painted/).waitFor();
  expect(await result.getByRole('img', { name: /Values across the edge: planned .* mm wide, painted/ }).count()).toBe(
    1,
  );
  await cleanOnEverySurround(page, 'across an edge');
  await page.setViewportSize({ width: 390, height: 844 });
  await cleanOnEverySurround(page, 'across an edge, 390 px');
  await page.setViewportSize({ width: 1280, height: 800 });
  await button('Begin again').click();
  expect(await result.count()).toBe(0);
  // The same by keys, from the middle of the picture to its left.
  await flat().locator('xpath=ancestor::*[@role="group"][1]').focus();
  await page.keyboard.press('Enter');
  for (let n = 0; n < 2; n++) await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('Enter');
  await result.getByText(/Planned .*Painted/).waitFor();
  await page.keyboard.press('Escape');
  const { problem } = await refused([
    [10, 10],
    [10.5, 10],
  ]);
  expect(problem).toMatch(/too short to cross an edge: draw at least 2 mm/);
});

test('an edge inside a mass is kept freely and colour may cross it: kept with the plan, by keyboard alone', async () => {
  const kept = async () => {
    const { plan } = await ask(server, 'getPainting', { params: { paintingId: id } });
    return plan?.edges.map(({ is, tolerance, mayCross }) => ({ is, tolerance, mayCross }));
  };
  await page.goto(`${server.url}/painting/${id}/plan?part=edges`);
  await page.getByText(/of [1-9]\d* cm of edge/).waitFor();
  const chosen = page.getByRole('region', { name: 'The chosen edge' });
  await page.keyboard.press('ArrowRight');
  const press = async (name: string) => {
    await chosen.getByRole('button', { name, exact: true }).focus();
    await page.keyboard.press('Enter');
  };
  await press('free');
  await press('colour may cross it');
  await chosen.getByText(/Only large differences are told.*Colour up to 10 mm/).waitFor();
  await cleanOnEverySurround(page, 'the chosen edge');
  await page.setViewportSize({ width: 390, height: 844 });
  await cleanOnEverySurround(page, 'the chosen edge, 390 px');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('button', { name: /^Keep this plan/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByText(/^Plan version \d+ is kept/).waitFor();
  expect(await kept()).toEqual([{ is: null, tolerance: 'free', mayCross: true }]);
});

import type { Browser, Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  ask,
  demoPatches,
  ended,
  paintingWithReference,
  photographSession,
  readWithCard,
  startServer,
  type Server,
} from '../server';
import {
  axeFaults,
  boxOf,
  cleanOnEverySurround,
  complaintsOf,
  drag,
  openBrowser,
  sticksOut,
  PATIENCE,
} from './browser';

let server: Server;
let browser: Browser;
let page: Page;
let complaints: string[];
let id: string;
let photoId: string;
let nextPhoto: string;
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
});

const button = (name: RegExp | string): Locator => page.getByRole('button', { name, exact: typeof name === 'string' });
const slip = () => page.getByRole('region', { name: 'Findings and verdicts' });
const plan = () => page.getByRole('img', { name: 'The plan' });
const flat = () => page.getByRole('img', { name: 'The painting, flat' });
const open = async (subject = '') => {
  await page.goto(`${server.url}/painting/${id}/wall/1${subject && `?read=${subject}`}`);
  await flat().waitFor();
};
const tapAt = async (picture: Locator, [x, y]: readonly [number, number]) => {
  const box = await boxOf(picture);
  await page.mouse.click(box.x + x * box.width, box.y + y * box.height);
};

describe('reading a session on the wall', () => {
  test('drawing, values and temperature each have their words, their map and their table', async () => {
    await open();
    await button('Drawing').click();
    await slip()
      .getByText(/The whole drawing sits where it is planned/)
      .waitFor();
    expect(await page.getByRole('table', { name: /Drawing by mass/ }).count()).toBe(1);
    await button('Values').click();
    await slip()
      .getByText(/Light and shadow fall as planned over \d+ %/)
      .waitFor();
    await page.locator('[data-testid=map-value] path').first().waitFor({ state: 'attached' });
    expect(await page.getByRole('table', { name: /Relations between neighbours/ }).count()).toBe(1);
    await page.keyboard.press(']');
    await slip()
      .getByText(/Colour has \d+ % of the planned strength/)
      .waitFor();
    await button('Stronger or greyer').click();
    await page.locator('[data-testid=map-chroma] path').first().waitFor({ state: 'attached' });
    expect(new URL(page.url()).searchParams.get('read')).toBe('temperature');
  });

  test('a table is sorted by any column with the keyboard', async () => {
    await open('values');
    const table = page.getByRole('table', { name: /Values by mass/ });
    const names = () => table.locator('tbody th').allInnerTexts();
    const head = table.getByRole('columnheader', { name: 'Mass' });
    await head.getByRole('button').focus();
    await page.keyboard.press('Enter');
    expect(await head.getAttribute('aria-sort')).toBe('ascending');
    const up = await names();
    expect(up).toEqual([...up].sort((a, b) => a.localeCompare(b)));
    await page.keyboard.press('Enter');
    expect(await names()).toEqual([...up].sort((a, b) => b.localeCompare(a)));
  });

  test('from a sentence to both patches and the numbers; from a place to its sentences', async () => {
    await open();
    await slip().locator('.row-button').first().click();
    const shown = page.getByTestId('show-me');
    await shown.getByText(/plan: (value|warmth|chroma)/).waitFor();
    expect(await shown.getByRole('img').count()).toBe(2);
    await page.keyboard.press('Escape');
    // The wall right of the pot: the simulator painted it eight units too warm.
    await tapAt(flat(), [0.75, 0.2]);
    await page
      .getByTestId('about-place')
      .getByText(/cooler/)
      .waitFor();
  });

  test('a difference is taken out of the picture, and put back', async () => {
    await open();
    await slip().locator('.row-button').first().click();
    await button('What if it were as planned?').click();
    await page.getByText('With 1 taken out').waitFor();
    await page.getByText('As painted, session 1').waitFor();
    await button('Put it back as painted').click();
    await page
      .getByText(/^Session 1/)
      .first()
      .waitFor();
    expect(await page.getByText('With 1 taken out').count()).toBe(0);
  });

  test('a line tells its gradient, spots are strung, four points make a proportion, an outline is measured', async () => {
    await open();
    await button('Measure').click();
    await button('Check a gradient').click();
    await drag(page, plan(), [
      [0.22, 0.5],
      [0.42, 0.55],
    ]);
    await page
      .getByTestId('line-result')
      .getByText(/Over 100 mm it runs/)
      .waitFor();
    await button('Order by value').click();
    for (const at of [
      [0.25, 0.5],
      [0.9, 0.9],
      [0.55, 0.65],
    ] as const)
      await tapAt(plan(), at);
    await slip()
      .getByText(/Light to dark, planned: 1, 3, 2/)
      .waitFor();
    await button('Compare lengths').click();
    for (const at of [
      [0.31, 0.17],
      [0.31, 0.72],
      [0.05, 0.6],
      [0.95, 0.6],
    ] as const)
      await tapAt(flat(), at);
    await page
      .getByTestId('compare-result')
      .getByRole('row', { name: /C D .*\d+\.\d/ })
      .waitFor();
    await button('Measure an area').click();
    await drag(page, flat(), [
      [0.7, 0.1],
      [0.9, 0.1],
      [0.9, 0.3],
      [0.7, 0.3],
    ]);
    await page
      .getByTestId('outline-result')
      .getByText(/Warmth .* planned/)
      .waitFor();
  });

  test('ends shown on the painting go before those found; proportions, leans and heights are told', async () => {
    await open();
    await page.keyboard.press('c');
    await page.getByLabel('snap to the nearest contour').uncheck();
    for (const at of [
      [0.1, 0.2],
      [0.9, 0.2],
      [0.1, 0.6],
      [0.5, 0.6],
    ] as const)
      await tapAt(plan(), at);
    for (const at of [
      [0.1, 0.2],
      [0.9, 0.2],
      [0.1, 0.63],
      [0.54, 0.63],
    ] as const)
      await tapAt(flat(), at);
    await page.getByText('Beside A B, C D is 10.0 % too long.').waitFor();
    await button('Heights').click();
    await page.getByRole('row', { name: /C D 180\.0 189\.0 3\.0 % low/ }).waitFor();
    await button('Begin again').click();
    // Two places: which is the warmer, by keys alone.
    await page.keyboard.press('t');
    await page.getByRole('group', { name: /^The plan: arrow keys/ }).focus();
    for (const key of ['Shift+ArrowLeft', 'Shift+ArrowUp', 'Enter', 'Shift+ArrowRight', 'Shift+ArrowDown', 'Enter'])
      await page.keyboard.press(key);
    await page
      .getByTestId('warm-result')
      .getByText(/A (is \d+ (warmer|cooler) than|and) B.* in the painting/)
      .waitFor();
    await cleanOnEverySurround(page, 'warm against cool');
  });

  test('one laid over the other tells how well they lie; both are shown in the plan’s own values', async () => {
    await open();
    await page.keyboard.press('o');
    await page
      .getByTestId('residual')
      .getByText(/half lie within \d+\.\d mm|too little/)
      .waitFor();
    await page.keyboard.press('Escape');
    const greys = () =>
      flat().evaluate((canvas: HTMLCanvasElement) => {
        const data = canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? [];
        const counts = new Map<number, number>();
        for (let i = 0; i < data.length; i += 40)
          if (data[i] === data[i + 1]) counts.set(data[i] ?? 0, (counts.get(data[i] ?? 0) ?? 0) + 1);
        return [...counts.values()].filter((n) => n > data.length / 40 / 50).length;
      });
    await page.keyboard.press('1');
    await button('The plan’s values').waitFor();
    // Five tones in the plan, so five in the painting.
    const few = async () => [3, 4, 5].includes(await greys());
    await expect.poll(few, { timeout: PATIENCE }).toBe(true);
    await page.keyboard.press('1');
  });

  test('looked at closely, both pictures come with every pixel their files have', async () => {
    await open();
    const closeUps = Promise.all(
      ['photos', 'paintings'].map((of) =>
        page.waitForResponse((answer) => answer.url().includes(`/api/${of}/`) && answer.url().includes('/close.jpg')),
      ),
    );
    for (let i = 0; i < 5; i++) await page.keyboard.press('+');
    for (const answer of await closeUps) expect(answer.status()).toBe(200);
    await page.keyboard.press('0');
  });

  test('a landmark is shown on both pictures, moved by key, kept, and read anew', async () => {
    await open();
    await button('Measure').click();
    await button('Landmarks').click();
    await page.getByLabel('snap to the nearest contour').uncheck();
    await tapAt(plan(), [0.115, 0.31]);
    await slip().getByText('Now tap the same point on the painting.').waitFor();
    await tapAt(flat(), [0.095, 0.3]);
    const magnifier = page.getByRole('button', { name: /^On the painting: 38\.0 mm across/ });
    await magnifier.focus();
    await page.keyboard.press('ArrowRight');
    await page.getByRole('button', { name: /^On the painting: 38\.5 mm across/ }).waitFor();
    await page.getByLabel('Name of the landmark').fill('spout');
    // A second one, and both are counted against the span between them.
    await page.keyboard.press('Tab');
    await tapAt(plan(), [0.6, 0.7]);
    await tapAt(flat(), [0.6, 0.71]);
    const table = page.getByRole('table', { name: /Landmarks, the furthest off first/ });
    await table.getByRole('row').nth(2).waitFor();
    expect(await table.getByRole('row').nth(1).innerText()).toMatch(/spout\s+\d+\.\d mm\s+\d\.\d %/);
    // The painter's own measure: from which share of the span a shift is told, kept with the painting.
    await page.getByLabel('told from').fill('0,5');
    await page.keyboard.press('Enter');
    await page
      .getByTestId('likeness')
      .getByText(/Off by more than 0\.5 % of .* as planned: .*spout \(\d/)
      .waitFor();
    const { painting } = await ask(server, 'getPainting', { params: { paintingId: id } });
    expect(painting.setUp.likeness).toMatchObject({ threshold: 0.5 });
    await button('2').click();
    await button('Take this one away').click();
    await button('spout').click();
    await button('Keep 1 and read again').click();
    await expect
      .poll(async () => (await ask(server, 'getReading', { params: { photoId } })).stale, { timeout: PATIENCE })
      .toBe(false);
    const { sessions } = await ask(server, 'getPainting', { params: { paintingId: id } });
    expect(sessions[0].photos[0].landmarks).toMatchObject([{ name: 'spout' }]);
  });

  test('what a thing rests on is said in the plan; whether it sits is answered on the wall and kept with the session', async () => {
    await open('drawing');
    await slip().getByRole('link', { name: 'what it rests on' }).click();
    const masses = page.getByRole('complementary').filter({ has: page.getByRole('heading', { name: 'Masses' }) });
    const choose = page.getByLabel('What the chosen mass rests on');
    await masses.getByRole('listitem').getByRole('button').nth(2).waitFor();
    // The pot, then the ledge in front of it, by their places on the plan.
    await tapAt(page.getByRole('img', { name: 'The reference' }).first(), [0.3, 0.55]);
    const surface = (await choose.locator('option').allInnerTexts()).find((name) => /lower left/.test(name));
    await choose.selectOption({ label: surface });
    await page.getByLabel('inside it is').selectOption('varied');
    await page.getByRole('button', { name: /Keep this plan/ }).click();
    await page.getByText(/Plan version \d+ is kept/).waitFor();
    const { plan: kept } = await ask(server, 'getPainting', { params: { paintingId: id } });
    expect(kept?.marks.filter(({ on, variation }) => on && variation === 'varied')).toHaveLength(1);
    await ended(server, await ask(server, 'readPhoto', { params: { photoId } }));
    await open('drawing');
    const seat = slip().getByTestId('seat');
    await seat.getByRole('button', { name: / on / }).click();
    await page.getByTestId('seat-marks').first().waitFor();
    await seat.getByText(/darkest at the foot/).waitFor();
    await seat.getByRole('button', { name: 'It floats' }).click();
    await seat.locator('[aria-pressed=true]', { hasText: 'It floats' }).waitFor();
    await page.getByRole('link', { name: 'Progress' }).click();
    await page.getByTestId('seated').getByText('It floats').waitFor();
  });

  test('a finding is dismissed with a reason that stays with it', async () => {
    await page.goto(`${server.url}/painting/${id}/decide/1`);
    const [first, why] = [page.locator('.row-button').first(), page.getByLabel('why, where you dismiss it')];
    await first.click();
    await why.fill('It is meant so.');
    await why.press('Enter');
    await first.getByText('dismissed').waitFor();
    await first.click();
    await expect.poll(() => why.inputValue()).toBe('It is meant so.');
  });

  test('guess first: the numbers wait until something is said, and both are kept', async () => {
    await open();
    await button('Guess first').click();
    await page.getByLabel('What bothers you, looking at it now?').fill('the wall is too warm');
    expect(await slip().locator('.row-button').count()).toBe(0);
    // Nor do marks and table tell it.
    expect(await page.getByRole('table').count()).toBe(0);
    expect(await page.getByRole('group', { name: 'What is read' }).count()).toBe(0);
    // Nor does the button that says what comes next, nor the room of decisions.
    expect(await page.getByText(/\d findings?\b/).count()).toBe(0);
    await page.getByRole('link', { name: 'Decide', exact: true }).click();
    await page.getByLabel('What bothers you, looking at it now?').fill('the wall is too warm');
    await button('Keep my guess').click();
    await slip().getByText('“the wall is too warm”').waitFor();
    expect(await slip().locator('.row-button').count()).toBeGreaterThan(3);
    await page.getByRole('table').first().waitFor();
    await button('Guess first').click();
  });

  test('while a reading comes in its map and table show, and wait where the painter guesses first', async () => {
    nextPhoto = (await photographSession(server, id, 3, 1)).photo.id;
    const seen: string[] = [];
    await page.exposeFunction('comesIn', (what: string) => seen.push(what));
    await page.addInitScript(() => {
      const tell = () => {
        for (const what of ['img', 'svg', 'table'])
          if (document.querySelector(`[data-testid=coming-in] ${what}`))
            (window as unknown as { comesIn: (what: string) => void }).comesIn(what);
      };
      new MutationObserver(tell).observe(document, { childList: true, subtree: true });
    });
    const readIt = async () => {
      seen.length = 0;
      await page.goto(`${server.url}/painting/${id}/photo/2`);
      await button(/^Read session 2/).click();
      await page.waitForURL(/wall/);
      return new Set(seen);
    };
    await open();
    await button('Guess first').click();
    expect(await readIt()).toEqual(new Set(['img']));
    await page.getByLabel('What bothers you, looking at it now?').waitFor();
    await button('Guess first').click();
    await slip().locator('.row-button').first().waitFor();
    // Something must be new: what was read already is not read again.
    await ask(server, 'setGreys', { params: { photoId: nextPhoto }, body: { greys: await demoPatches(3) } });
    expect(await readIt()).toEqual(new Set(['img', 'svg', 'table']));
  });

  test('landmarks stand beside those of the session before', async () => {
    const landmark = (name: string, plan: [number, number], painted: [number, number]) => ({ name, plan, painted });
    const landmarks = [landmark('spout', [46, 93], [46, 90]), landmark('foot', [240, 210], [240, 210])];
    await ask(server, 'setLandmarks', { params: { photoId: nextPhoto }, body: { landmarks } });
    await page.goto(`${server.url}/painting/${id}/wall/2`);
    await button('Measure').click();
    await button('Landmarks').click();
    const table = page.getByRole('table', { name: /Landmarks, the furthest off first/ });
    await table.getByRole('columnheader', { name: 'session 1' }).waitFor();
    const rows = await table.locator('tbody tr').allInnerTexts();
    expect(rows[0]).toMatch(/^spout\s+3\.0 mm\s+1\.3 %\s+\d+\.\d %$/);
    expect(rows[1].trim()).toMatch(/^foot\s+0\.0 mm\s+0\.0 %$/);
  });

  test('nothing sticks out on a phone, axe finds nothing serious, and no page complains', async () => {
    for (const subject of ['', 'drawing', 'values', 'temperature']) {
      await page.setViewportSize({ width: 1280, height: 800 });
      await open(subject);
      expect(await axeFaults(page)).toEqual([]);
      await page.setViewportSize({ width: 390, height: 844 });
      expect(await sticksOut(page)).toBe(false);
    }
    expect(complaints).toEqual([]);
  });
});

// Frames of the wall while the hand pans, zooms and hovers, with all marks on and without them, and of an empty page
// under the same hand: npm run frames (needs the demo's folder, ./revlin demo).
import { cp, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { openBrowser } from '../journeys/browser';
import { ask, startServer } from '../server';

const MOVES = 160;
const SIZE = { width: 1280, height: 800 };
type Hand = (page: Page, at: { x: number; y: number }, k: number) => Promise<void>;
const round = ({ x, y }: { x: number; y: number }, k: number): [number, number] => [
  x + 110 * Math.cos(k / 9),
  y + 80 * Math.sin(k / 7),
];

/** What the hand does, step by step, at the middle of the painting's picture. */
const HANDS: Record<string, { readonly before: Hand; readonly step: Hand; readonly after: Hand }> = {
  hovering: {
    before: async () => {},
    step: (page, at, k) => page.mouse.move(...round(at, k)),
    after: async () => {},
  },
  zooming: {
    before: (page, { x, y }) => page.mouse.move(x, y),
    step: (page, _at, k) => page.mouse.wheel(0, k % 40 < 20 ? -30 : 30),
    after: async () => {},
  },
  panning: {
    before: async (page, { x, y }) => {
      await page.mouse.move(x, y);
      await page.mouse.wheel(0, -500);
      await page.mouse.down();
    },
    step: (page, at, k) => page.mouse.move(...round(at, k)),
    after: async (page) => {
      await page.mouse.up();
      await page.keyboard.press('0');
    },
  },
};

/** Times between frames, ms, while a hand works. */
async function framesUnder(page: Page, at: { x: number; y: number }, hand: keyof typeof HANDS): Promise<number[]> {
  const { before, step, after } = HANDS[hand];
  await before(page, at, 0);
  await page.evaluate(() => {
    const kept: number[] = [];
    Object.assign(window, { frames: kept });
    const look = (time: number) => {
      kept.push(time);
      requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
  for (let k = 0; k < MOVES; k++) await step(page, at, k);
  const times = await page.evaluate(() => (window as unknown as { frames: number[] }).frames.slice(2));
  await after(page, at, 0);
  return times.slice(1).map((time, i) => time - times[i]);
}

const at = (list: number[], share: number) => [...list].sort((a, b) => a - b)[Math.floor(share * (list.length - 1))];

/** The session with the most findings: its wall has the most marks. */
async function mostFound(paintingId: string): Promise<number> {
  const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  let most = { session: 1, findings: -1 };
  for (const { number, photos } of sessions) {
    const photo = photos.find(({ readingId }) => readingId);
    const found = photo ? (await ask(server, 'getReading', { params: { photoId: photo.id } })).findings.length : -1;
    if (found > most.findings) most = { session: number, findings: found };
  }
  return most.session;
}

const data = await mkdtemp(join(tmpdir(), 'revlin-frames-'));
await cp('.revlin/demo', data, { recursive: true });
const server = await startServer({ data });
const browser = await openBrowser();
try {
  const [{ id }] = await ask(server, 'listPaintings');
  const session = await mostFound(id);
  const page = await browser.newPage({ viewport: SIZE });
  const wall = `${server.url}/painting/${id}/wall/${session}`;
  const shown: [string, () => Promise<void>][] = [
    ['an empty page', async () => void (await page.goto('about:blank'))],
    [
      'the wall without marks',
      async () => {
        await page.goto(wall);
        await page.getByRole('button', { name: /^Marks/ }).click();
      },
    ],
    [
      'the wall, all edges drawn',
      async () => {
        await page.goto(`${wall}?read=edges`);
        await page.getByRole('slider', { name: /Faintest edge counted/ }).focus();
        await page.keyboard.press('Home');
      },
    ],
    [
      'the wall, all marks on',
      async () => {
        await page.goto(wall);
        await page.getByText('Reading, session').waitFor();
        await page.keyboard.press('k');
        await page.keyboard.press('l');
      },
    ],
  ];
  for (const [name, open] of shown) {
    await open();
    await page.waitForTimeout(4000);
    const picture = page.locator('canvas').last();
    const box = name.includes('wall') ? await picture.boundingBox() : { x: 700, y: 200, width: 400, height: 300 };
    if (!box) throw new Error('there is no picture on the wall');
    const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    for (const hand of Object.keys(HANDS)) {
      const frames = await framesUnder(page, middle, hand);
      const seconds = frames.reduce((sum, v) => sum + v, 0) / 1000;
      const rate = (frames.length / seconds).toFixed(0);
      const late = frames.filter((v) => v > 34).length;
      console.log(
        `${name}, ${hand}: ${rate} frames a second, median ${at(frames, 0.5).toFixed(1)} ms, nine tenths under ${at(frames, 0.9).toFixed(1)} ms, ${late} of ${frames.length} later than two frames`,
      );
    }
  }
} finally {
  await browser.close();
  await server.stop();
  await rm(data, { recursive: true, force: true });
}

import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, DEMO, paintingWithReference, readWithCard, photographSession, startServer, type Server } from '../server';
import { axeFaults, boxOf, complaintsOf, drag, openBrowser, sticksOut, PATIENCE } from './browser';

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

/** A page at the place where the next session's photograph is asked for. */
async function atTheDesk(title: string): Promise<{ page: Page; paintingId: string; complaints: string[] }> {
  const paintingId = await paintingWithReference(server, title);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE);
  const complaints = complaintsOf(page);
  await page.goto(`${server.url}/painting/${paintingId}/photo/1`);
  await page.getByRole('button', { name: 'Choose the photo of session 1' }).waitFor();
  return { page, paintingId, complaints };
}

const photoBytes = (session: number) => readFile(join(DEMO, `enamel-pot-session-${session}.jpg`));

/** Gives the page a file as the hand does: dropped on the dashed frame, or pasted. */
async function give(page: Page, how: 'drop' | 'paste', file: { name: string; type: string; bytes: Buffer }) {
  const data = await page.evaluateHandle(
    ({ name, type, base64 }) => {
      const bytes = Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0));
      const transfer = new DataTransfer();
      transfer.items.add(new File([bytes], name, { type }));
      return transfer;
    },
    { name: file.name, type: file.type, base64: file.bytes.toString('base64') },
  );
  if (how === 'drop') {
    await page.dispatchEvent('.drop', 'dragover', { dataTransfer: data });
    expect(await page.locator('.drop').getAttribute('data-over')).toBe('true');
    await page.dispatchEvent('.drop', 'drop', { dataTransfer: data });
  } else {
    await page.evaluate(
      (clipboardData) => window.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true })),
      data,
    );
  }
}

describe('every way a photograph comes in', () => {
  test('a WebP is dropped on the desk, and its canvas is found', async () => {
    const { page, complaints } = await atTheDesk('Dropped');
    const bytes = await sharp(await photoBytes(4))
      .webp({ quality: 90 })
      .toBuffer();
    await give(page, 'drop', { name: 'from the tablet.webp', type: 'image/webp', bytes });
    await page.getByText(/All four corners found/).waitFor();
    await page.getByText('from the tablet.webp, 4000 × 3000 px').waitFor();
    expect(complaints).toEqual([]);
    await page.close();
  });

  test('a TIFF is pasted, and is kept as the file it was', async () => {
    const { page, paintingId } = await atTheDesk('Pasted');
    const bytes = await sharp(await photoBytes(4))
      .resize(1600)
      .tiff({ compression: 'lzw' })
      .toBuffer();
    await give(page, 'paste', { name: 'scan.tif', type: 'image/tiff', bytes });
    await page.getByText(/All four corners found/).waitFor();
    const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
    expect(sessions[0].photos[0]).toMatchObject({ fileName: 'scan.tif', width: 1600, height: 1200 });
    await page.close();
  });

  test('the photograph of session 1 is not taken for that of session 2', async () => {
    const { page } = await atTheDesk('Twice');
    const input = page.locator('input[type=file]');
    await input.setInputFiles(join(DEMO, 'enamel-pot-session-4.jpg'));
    await page.getByText(/All four corners found/).waitFor();
    await page.getByRole('link', { name: 'next', exact: true }).click();
    await page.getByRole('button', { name: 'Choose the photo of session 2' }).waitFor();
    await input.setInputFiles(join(DEMO, 'enamel-pot-session-4.jpg'));
    await page.getByText(/is the photograph of session 1 already/).waitFor();
    await page.close();
  });
});

test('long work is stopped by its button, and can be done again', async () => {
  const { page, complaints } = await atTheDesk('Stopped');
  await page.locator('input[type=file]').setInputFiles(join(DEMO, 'enamel-pot-session-3.jpg'));
  await page.getByText(/All four corners found/).waitFor();
  await page.getByRole('button', { name: 'Read session 1' }).click();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const again = page.getByRole('button', { name: 'Read session 1' });
  await expect.poll(() => again.isEnabled()).toBe(true);
  expect(page.url()).toMatch(/photo\/1$/);
  await again.click();
  await page.getByRole('heading', { name: 'Reading, session 1' }).waitFor();
  expect(complaints).toEqual([]);
  await page.close();
});

test('a server that is gone is said in words, and the page goes on once it is back', async () => {
  const { page } = await atTheDesk('Gone for a moment');
  await page.route('**/api/**', (route) => route.abort());
  await page.locator('input[type=file]').setInputFiles(join(DEMO, 'enamel-pot-session-4.jpg'));
  await page
    .getByRole('alert')
    .getByText(/Revlin is not running/)
    .waitFor();
  await page.unroute('**/api/**');
  await page.locator('input[type=file]').setInputFiles(join(DEMO, 'enamel-pot-session-4.jpg'));
  await page.getByText(/All four corners found/).waitFor();
  await page.close();
});

describe('several at once', () => {
  /** The demo's photographs made small, each with a day of its own. */
  const dated = async (session: number, day: string) => ({
    name: `session of ${day}.jpg`,
    mimeType: 'image/jpeg',
    buffer: await sharp(await photoBytes(session))
      .resize(1400)
      .withExif({ IFD2: { DateTimeOriginal: `${day.replaceAll('-', ':')} 18:00:00` } })
      .jpeg()
      .toBuffer(),
  });

  test('old photographs go into sessions by their days; a second shot takes the glare away', async () => {
    const { page, paintingId, complaints } = await atTheDesk('From the drawer');
    const input = page.locator('input[type=file]').first();
    await input.setInputFiles([
      await dated(4, '2026-03-14'),
      await dated(3, '2026-03-09'),
      { name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('only words') },
      await dated(5, '2026-03-19'),
    ]);
    await page.getByText('3 photographs sorted into 3 sessions').waitFor();
    await page
      .getByRole('alert')
      .getByText(/notes\.jpg is not a picture/)
      .waitFor();
    expect(await axeFaults(page)).toEqual([]);
    const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
    expect(sessions.map(({ date }) => date)).toEqual(['2026-03-09', '2026-03-14', '2026-03-19']);
    await page.goto(`${server.url}/painting/${paintingId}/photo/2`);
    await page.getByText(/All four corners found|Corners as you set them/).waitFor();
    // The same picture with its tones turned a little: another shot of the same session.
    const shot = await sharp(await photoBytes(4))
      .resize(1500)
      .modulate({ brightness: 1.05 })
      .jpeg()
      .toBuffer();
    await input.setInputFiles({ name: 'second shot.jpg', mimeType: 'image/jpeg', buffer: shot });
    await page.getByText('second shot.jpg, 1500 × 1125 px').waitFor();
    await page.getByText(/All four corners found/).waitFor();
    await page.getByRole('button', { name: 'Read session 2' }).click();
    await page.getByRole('heading', { name: 'Reading, session 2' }).waitFor();
    await page.goto(`${server.url}/painting/${paintingId}/photo/2`);
    await page.getByText(/2 shots read as one/).waitFor();
    await page.getByRole('button', { name: 'Light, before and after' }).click();
    const divider = page.getByRole('slider', { name: /Divider/ });
    await divider.focus();
    await page.keyboard.press('ArrowRight');
    expect(await divider.getAttribute('aria-valuenow')).toBe('52');
    expect(await axeFaults(page)).toEqual([]);
    await page.getByRole('button', { name: 'untouched' }).click();
    await page.getByText(/read again/).waitFor();
    await page.getByRole('button', { name: 'Leave this photo out' }).click();
    await page.getByRole('button', { name: /Take .* back/ }).waitFor();
    expect(complaints).toEqual([]);
    await page.close();
  });
});

test('with the phone: scanned, photographed, and it is on the desk', async () => {
  const { page, complaints } = await atTheDesk('By the phone');
  await page.getByRole('button', { name: 'with the phone' }).click();
  await page.getByText('Waiting for the phone.').waitFor();
  expect(await axeFaults(page)).toEqual([]);
  const url = await page.getByText(/^http:\/\/[\d.]+:\d+\//).textContent();
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, isMobile: true })).newPage();
  await phone.goto(url ?? '');
  expect(await axeFaults(phone).catch(() => [])).toEqual([]);
  await phone.locator('input[type=file]').first().setInputFiles(join(DEMO, 'enamel-pot-session-4.jpg'));
  await phone.getByText(/It is in the studio/).waitFor();
  await page.getByText('1 photograph came.').waitFor();
  await page.getByText(/All four corners found/).waitFor();
  await page.getByRole('button', { name: 'Stop waiting' }).click();
  await page.getByRole('button', { name: 'with the phone' }).waitFor();
  expect(complaints).toEqual([]);
  await page.close();
});

test('through the inbox folder: it shows up by itself and goes where its day says', async () => {
  const paintingId = await paintingWithReference(server, 'Brought over');
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE);
  await page.goto(server.url);
  const bytes = await sharp(await photoBytes(4))
    .resize(1300)
    .withExif({ IFD2: { DateTimeOriginal: '2026:03:14 18:00:00' } })
    .jpeg()
    .toBuffer();
  await writeFile(join(server.data, 'inbox', 'IMG_7.jpg'), bytes);
  await page.getByRole('heading', { name: '1 photograph came through the inbox' }).waitFor();
  expect(await axeFaults(page)).toEqual([]);
  await page.getByLabel('of').selectOption({ label: 'Brought over' });
  await page.getByRole('button', { name: /Put it into the session of its day/ }).click();
  await expect.poll(() => page.getByRole('heading', { name: /inbox/ }).count()).toBe(0);
  const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  expect(sessions).toMatchObject([{ date: '2026-03-14', photos: [{ fileName: 'IMG_7.jpg' }] }]);
  await page.close();
});

test('a place is left out by dragging round it, and taken back in', async () => {
  const paintingId = await paintingWithReference(server, 'Left out');
  const { photo } = await photographSession(server, paintingId, 4);
  await readWithCard(server, photo.id, 4);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE);
  await page.goto(`${server.url}/painting/${paintingId}/photo/1`);
  await page.getByRole('button', { name: 'What is not read' }).click();
  const stage = page.getByRole('img', { name: 'Drag round a place on the flat' });
  await drag(page, stage, [
    [0.7, 0.1],
    [0.9, 0.1],
    [0.9, 0.3],
    [0.7, 0.3],
  ]);
  await page.getByText('1 left out').waitFor();
  await page.getByText(/read again/).waitFor();
  expect(await axeFaults(page)).toEqual([]);
  const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  const [[first]] = sessions[0].photos[0].areas[0].place.outlines;
  expect(first[0]).toBeCloseTo(280, -1);
  await page.getByRole('button', { name: 'Take outline 1 away' }).click();
  await page.getByText('1 left out').waitFor({ state: 'detached' });
  await page.close();
});

describe('with a finger on a phone', () => {
  let page: Page;
  let photoId: string;
  beforeAll(async () => {
    const paintingId = await paintingWithReference(server, 'In the hand');
    ({ id: photoId } = (await photographSession(server, paintingId, 3)).photo);
    await readWithCard(server, photoId, 3);
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
    page = await context.newPage();
    page.setDefaultTimeout(PATIENCE);
    await page.goto(`${server.url}/painting/${paintingId}/wall/1`);
  });

  test('a tap on a picture reads the spot on both', async () => {
    const flat = page.getByRole('img', { name: 'The painting, flat' });
    await flat.waitFor();
    await flat.tap({ position: { x: 120, y: 90 } });
    for (const name of ['plan', 'painted'])
      await expect.poll(async () => Number(await page.getByTestId(`spot-${name}`).textContent())).toBeGreaterThan(0.5);
  });

  test('two fingers bring the picture nearer, on both', async () => {
    const ruler = () => page.locator('svg text').allTextContents();
    const before = await ruler();
    const box = await boxOf(page.getByRole('img', { name: 'The painting, flat' }));
    const session = await page.context().newCDPSession(page);
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const fingers = (apart: number) => [
      { x: x - apart, y, id: 0 },
      { x: x + apart, y, id: 1 },
    ];
    await session.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: fingers(20) });
    for (let apart = 25; apart <= 80; apart += 5)
      await session.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: fingers(apart) });
    await session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    await expect.poll(ruler).not.toEqual(before);
  });

  test('a finding is taken and undone by tapping, with targets a finger meets', async () => {
    await page.getByRole('link', { name: /Decide \d+ findings?/ }).tap();
    const take = page.getByRole('button', { name: /^Take/ });
    await take.waitFor();
    for (const name of [/^Take/, /^Not now/, /^Dismiss/])
      expect((await page.getByRole('button', { name }).boundingBox())?.height).toBeGreaterThanOrEqual(44);
    await take.tap();
    await page.getByText(/1 taken/).waitFor();
    // The one under the hand, not the one at the top of the page.
    await page.getByRole('button', { name: /Undo/ }).last().tap();
    await page.getByText(/0 taken/).waitFor();
    expect(await sticksOut(page)).toBe(false);
    expect(await axeFaults(page)).toEqual([]);
  });
});

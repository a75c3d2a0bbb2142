import { afterAll, beforeAll, expect, test } from 'vitest';
import { ask, demoFile, paintingWithReference, refusal, send, startServer, type Server } from '../server';

let server: Server;
let paintingId: string;
beforeAll(async () => {
  server = await startServer();
  paintingId = await paintingWithReference(server, 'Seen by the phone');
});
afterAll(() => server.stop());

const open = (session = 1) => ask(server, 'openPhone', { params: { paintingId }, body: { session } });
async function sendTo(url: string, file: { name: string; bytes: Uint8Array }, cookie = '') {
  const form = new FormData();
  form.append('file', new Blob([Buffer.from(file.bytes)], { type: 'image/jpeg' }), file.name);
  return fetch(url, { method: 'POST', body: form, headers: { cookie } });
}
const cookieFrom = (response: Response) => response.headers.get('set-cookie')?.split(';')[0] ?? '';

test('closed until it is opened, and again when it is closed', async () => {
  expect(await ask(server, 'getPhone')).toBeNull();
  const door = await open();
  expect(door).toMatchObject({ received: 0, paintingId, session: 1 });
  expect(door.qr).toMatch(/^<svg/);
  expect(new Date(door.until).getTime() - Date.now()).toBeGreaterThan(14 * 60_000);
  expect((await fetch(door.url)).status).toBe(200);
  expect(await ask(server, 'closePhone')).toBeNull();
  await expect(fetch(door.url)).rejects.toThrow();
});

test('the page asks for a photograph and shows how the canvas should stand; it shows nothing of the studio', async () => {
  const { url } = await open();
  const page = await (await fetch(url)).text();
  expect(page).toMatch(/Seen by the phone, session 1/);
  expect(page).toMatch(/type="file"[^>]*capture="environment"/);
  expect(page).toMatch(/all four corners in the frame/);
  const base = new URL(url).origin;
  for (const path of ['/', '/api/paintings', '/index.html'])
    expect((await fetch(base + path)).status).toBeGreaterThanOrEqual(403);
});

test('a photograph sent by it begins the session and its corners are looked for', async () => {
  const { url } = await open();
  const cookie = cookieFrom(await fetch(url));
  const answer = await sendTo(url, await demoFile('enamel-pot-session-4.jpg'), cookie);
  expect(await answer.text()).toMatch(/It is in the studio/);
  expect((await ask(server, 'getPhone'))?.received).toBe(1);
  const { sessions } = await ask(server, 'getPainting', { params: { paintingId } });
  expect(sessions).toMatchObject([{ number: 1, photos: [{ fileName: 'enamel-pot-session-4.jpg', width: 4000 }] }]);
  expect(await (await sendTo(url, await demoFile('enamel-pot-session-4.jpg'), cookie)).text()).toMatch(/here already/);
  const words = await (await sendTo(url, { name: 'x.jpg', bytes: new Uint8Array([1, 2, 3]) }, cookie)).text();
  expect(words).toMatch(/x\.jpg is not a picture/);
});

test('one phone is let in; another one, or a wrong code, is not', async () => {
  const { url } = await open();
  const cookie = cookieFrom(await fetch(url));
  expect((await fetch(url, { headers: { cookie } })).status).toBe(200);
  const other = await fetch(url);
  expect(other.status).toBe(403);
  expect(await other.text()).toMatch(/Another phone/);
});

test('what browsers ask for by themselves is no wrong code', async () => {
  const { url } = await open();
  const base = new URL(url).origin;
  for (const path of ['/favicon.ico', '/apple-touch-icon.png', '/apple-touch-icon-120x120-precomposed.png'])
    for (let n = 0; n < 4; n++) expect((await fetch(base + path)).status).toBe(204);
  expect((await ask(server, 'getPhone'))?.wrongCodes).toBe(0);
});

test('a stranger who guesses is slowed down and told of; the painter’s phone still comes in', async () => {
  const { url } = await open();
  const guess = (n: number) => fetch(url.replace(/.{4}$/, `a${n % 10}b_`));
  for (let n = 0; n < 6; n++) expect((await guess(n)).status).toBe(403);
  const before = performance.now();
  expect((await guess(7)).status).toBe(403);
  expect(performance.now() - before).toBeGreaterThan(400);
  // However many are sent at once, most of them are turned away without being held.
  const many = Array.from({ length: 60 }, (_, n) =>
    guess(n).then(
      ({ status }) => status,
      () => 0,
    ),
  );
  const refused = await Promise.race([Promise.all(many.slice(20)), new Promise((later) => setTimeout(later, 3000))]);
  expect(refused).toEqual(Array.from({ length: 40 }, () => 429));
  expect((await ask(server, 'getPhone'))?.wrongCodes).toBeGreaterThanOrEqual(60);
  const cookie = cookieFrom(await fetch(url));
  const answer = await sendTo(url, await demoFile('enamel-pot-session-4.jpg'), cookie);
  expect(answer.status).toBe(200);
});

test('a form that is none, and an address that cannot be read, are the sender’s fault', async () => {
  const { url } = await open();
  const cookie = cookieFrom(await fetch(url));
  const headers = { cookie, 'content-type': 'multipart/form-data; boundary=x' };
  const broken = await fetch(url, { method: 'POST', headers, body: '--x\r\nno form at all' });
  expect(broken.status).toBe(400);
  expect(await broken.text()).toMatch(/malformed/);
  expect((await fetch(new URL('/%E0%A4%A', url).href)).status).toBe(400);
});

test('opened for another session, the first door is closed', async () => {
  const first = await open(1);
  const second = await open(2);
  expect(second.url).not.toBe(first.url);
  await expect(fetch(first.url)).rejects.toThrow();
  expect((await ask(server, 'getPhone'))?.session).toBe(2);
  const no = await refusal(await send(server, 'openPhone', { params: { paintingId }, body: { session: 0 } }));
  expect(no.status).toBe(422);
});

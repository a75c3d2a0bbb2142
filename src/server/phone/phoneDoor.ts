import { randomBytes, timingSafeEqual } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import { networkInterfaces, type NetworkInterfaceInfo } from 'node:os';
import express, { type Express, type Request } from 'express';
import type { Journal, PhoneState } from '../../contract';
import { InputError } from '../images/inputError';
import { refusalFor } from '../refusals';
import { dropFile, fileOf, takeFile } from '../routes/takeFile';
import type { FileStore } from '../store/files';
import type { Arrived } from '../photo/keepPicture';
import { sayingPage, takingPage } from './phonePage';
import { Strangers } from './strangers';

const OPEN_MS = 15 * 60_000;
const COOKIE = 'revlin-phone';
const ICONS = /^\/(favicon\.ico|apple-touch-icon[\w-]*\.png|robots\.txt|site\.webmanifest)$/;

/** What a photograph from the phone belongs to, and what takes it in. */
export interface Guest {
  readonly paintingId: string;
  readonly title: string;
  readonly session: number;
  readonly widthMm: number;
  readonly heightMm: number;
  /** @returns what to say on the phone @throws InputError */
  readonly take: (file: Arrived) => Promise<string>;
  /** what of its own the phone can undo and do again */
  readonly journal: () => Promise<Journal>;
  /** @returns what to say on the phone @throws InputError */
  readonly turn: (undo: boolean) => Promise<string>;
}

interface Open {
  readonly server: Server;
  readonly guest: Guest;
  readonly url: string;
  readonly qr: string;
  readonly until: number;
  readonly timer: NodeJS.Timeout;
  readonly strangers: Strangers;
  received: number;
}

const isLan = ({ family, internal }: NetworkInterfaceInfo) => family === 'IPv4' && !internal;
/** This machine's address in the local network; its own where it is in none. */
const lanAddress = (): string =>
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .find(isLan)?.address ?? '127.0.0.1';

const same = (one: string, two: string) =>
  one.length === two.length && timingSafeEqual(Buffer.from(one), Buffer.from(two));
const cookieOf = (request: Request) =>
  new RegExp(`(?:^|; )${COOKIE}=([\\w-]+)`).exec(request.headers.cookie ?? '')?.[1] ?? '';

/**
 * A second door into the studio, open to the local network while the painter says so: one code, one phone, one session,
 * a quarter of an
 * hour. It takes photographs and shows nothing of the studio.
 */
export class PhoneDoor {
  private open: Open | null = null;
  constructor(private readonly files: FileStore) {}

  async unlock(guest: Guest): Promise<PhoneState> {
    await this.lock();
    const code = randomBytes(9).toString('base64url');
    const strangers = new Strangers();
    const server = createServer(this.app(code, strangers));
    const address = lanAddress();
    await new Promise<void>((ready, failed) => server.once('error', failed).listen(0, '0.0.0.0', ready));
    const bound = server.address();
    const port = typeof bound === 'object' && bound ? bound.port : 0;
    const url = `http://${address}:${port}/${code}`;
    const { toString: qrOf } = await import('qrcode');
    const qr = await qrOf(url, { type: 'svg', margin: 2, color: { dark: '#000000', light: '#ffffff' } });
    const timer = setTimeout(() => void this.lock(), OPEN_MS).unref();
    this.open = { server, guest, url, qr, until: Date.now() + OPEN_MS, timer, strangers, received: 0 };
    return this.state() as PhoneState;
  }

  async lock(): Promise<void> {
    const { open } = this;
    this.open = null;
    if (!open) return;
    clearTimeout(open.timer);
    open.server.closeAllConnections();
    await new Promise((closed) => open.server.close(closed));
  }

  state(): PhoneState | null {
    if (!this.open) return null;
    const { url, qr, until, received, guest, strangers } = this.open;
    return {
      url,
      qr,
      until: new Date(until).toISOString(),
      received,
      wrongCodes: strangers.tries,
      paintingId: guest.paintingId,
      session: guest.session,
    };
  }

  private app(code: string, strangers: Strangers): Express {
    const app = express();
    app.disable('x-powered-by');
    const paired = randomBytes(12).toString('base64url');
    let taken = false;
    const upload = takeFile(this.files);
    app.use((_request, response, next) => {
      response.set({
        'Cache-Control': 'no-store',
        'X-Content-Type-Options': 'nosniff',
        'Content-Security-Policy':
          "default-src 'none'; style-src 'unsafe-inline'; script-src-attr 'unsafe-inline'; form-action 'self'",
      });
      next();
    });
    // Browsers ask for these by themselves: nobody has tried a code.
    app.get(ICONS, (_request, response) => void response.status(204).end());
    app.use('/:code', async (request, response, next) => {
      if (!same(String(request.params.code), code)) {
        const heard = await strangers.turnAway(request.socket.remoteAddress ?? '');
        return void response
          .status(heard ? 403 : 429)
          .send(sayingPage('This code does not fit. Scan the square on the screen again.'));
      }
      if (taken && !same(cookieOf(request), paired))
        return void response
          .status(403)
          .send(sayingPage('Another phone is paired with this code. Ask for a new one on the screen.'));
      taken = true;
      response.set('Set-Cookie', `${COOKIE}=${paired}; HttpOnly; SameSite=Strict; Path=/`);
      next();
    });
    app.get('/:code', (_request, response) => this.answer(response, null));
    app.post('/:code', upload, async (request, response) => {
      if (!request.file || !this.open) return this.answer(response, 'No photograph came with it. Take it again.');
      const { guest } = this.open;
      const words = saidOf(() => guest.take(fileOf(request))).finally(() => dropFile(request));
      const { said, done } = await words;
      if (done && this.open) this.open.received++;
      await this.answer(response, said);
    });
    app.post('/:code/:turn', async (request, response, next) => {
      const { turn } = request.params;
      const guest = this.open?.guest;
      if (!guest || (turn !== 'undo' && turn !== 'redo')) return next();
      await this.answer(response, (await saidOf(() => guest.turn(turn === 'undo'))).said);
    });
    app.use((_request, response) => void response.status(404).send(sayingPage('There is nothing here.')));
    const failed: express.ErrorRequestHandler = (cause: unknown, _request, response, _next) => {
      const { status, detail } = refusalFor(cause) ?? {
        status: 500,
        detail: 'It could not be taken in. Take it again.',
      };
      void this.answer(response.status(status), detail);
    };
    app.use(failed);
    return app;
  }

  private async answer(response: express.Response, said: string | null): Promise<void> {
    if (response.headersSent) return;
    const { open } = this;
    if (!open) return void response.status(410).send(sayingPage('The door is closed. Open it again on the screen.'));
    const { undo, redo } = await open.guest.journal();
    const at = new URL(open.url).pathname;
    response.type('html').send(takingPage(open.guest, { said, at, undo, redo }));
  }
}

/** What became of something the phone has asked for, in a sentence for it. */
async function saidOf(work: () => Promise<string>): Promise<{ said: string; done: boolean }> {
  try {
    return { said: await work(), done: true };
  } catch (cause) {
    if (!(cause instanceof InputError)) throw cause;
    return { said: cause.message, done: false };
  }
}

import { randomBytes, timingSafeEqual } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import { networkInterfaces, type NetworkInterfaceInfo } from 'node:os';
import express, { type Express, type Request } from 'express';
import multer from 'multer';
import { toString as qrOf } from 'qrcode';
import type { PhoneState } from '../../contract';
import { MOST_BYTES } from '../images/decodePicture';
import { InputError } from '../images/inputError';
import { sayingPage, takingPage } from './phonePage';

const OPEN_MS = 15 * 60_000;
const MOST_WRONG = 6; // codes that do not fit before the door closes by itself
const COOKIE = 'revlin-phone';

/** What a photograph from the phone belongs to, and what takes it in. */
export interface Guest {
  readonly paintingId: string;
  readonly title: string;
  readonly session: number;
  readonly widthMm: number;
  readonly heightMm: number;
  /** @returns what to say on the phone @throws InputError */
  readonly take: (file: { name: string; bytes: Uint8Array }) => Promise<string>;
}

interface Open {
  readonly server: Server;
  readonly guest: Guest;
  readonly url: string;
  readonly qr: string;
  readonly until: number;
  readonly timer: NodeJS.Timeout;
  received: number;
}

const isLan = ({ family, internal }: NetworkInterfaceInfo) => family === 'IPv4' && !internal;
/** This machine's address in the local network; its own where it is in none. */
const lanAddress = (): string =>
  Object.values(networkInterfaces()).flatMap((list) => list ?? []).find(isLan)?.address ?? '127.0.0.1'; // prettier-ignore

const same = (one: string, two: string) => one.length === two.length && timingSafeEqual(Buffer.from(one), Buffer.from(two)); // prettier-ignore
const cookieOf = (request: Request) =>
  new RegExp(`(?:^|; )${COOKIE}=([\\w-]+)`).exec(request.headers.cookie ?? '')?.[1] ?? '';

/**
 * A second door into the studio, open to the local network while the painter says so: one code, one phone, one session, a quarter of an
 * hour. It takes photographs and shows nothing of the studio.
 */
export class PhoneDoor {
  private open: Open | null = null;

  async unlock(guest: Guest): Promise<PhoneState> {
    await this.lock();
    const code = randomBytes(9).toString('base64url');
    const server = createServer(this.app(code));
    const address = lanAddress();
    await new Promise<void>((ready, failed) => server.once('error', failed).listen(0, '0.0.0.0', ready));
    const bound = server.address();
    const port = typeof bound === 'object' && bound ? bound.port : 0;
    const url = `http://${address}:${port}/${code}`;
    const qr = await qrOf(url, { type: 'svg', margin: 2, color: { dark: '#000000', light: '#ffffff' } });
    const timer = setTimeout(() => void this.lock(), OPEN_MS).unref();
    this.open = { server, guest, url, qr, until: Date.now() + OPEN_MS, timer, received: 0 };
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
    const { url, qr, until, received, guest } = this.open;
    return {
      url,
      qr,
      until: new Date(until).toISOString(),
      received,
      paintingId: guest.paintingId,
      session: guest.session,
    };
  }

  private app(code: string): Express {
    const app = express();
    app.disable('x-powered-by');
    const paired = randomBytes(12).toString('base64url');
    let [taken, wrong] = [false, 0];
    const upload = multer({ storage: multer.memoryStorage(), limits: { fileSize: MOST_BYTES, files: 1 } }).single(
      'file',
    );
    app.use((_request, response, next) => {
      response.set({ 'Cache-Control': 'no-store', 'X-Content-Type-Options': 'nosniff', 'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; script-src-attr 'unsafe-inline'; form-action 'self'" }); // prettier-ignore
      next();
    });
    app.use('/:code', (request, response, next) => {
      if (!same(String(request.params.code), code)) {
        if (++wrong >= MOST_WRONG) setTimeout(() => void this.lock(), 100).unref();
        return void response
          .status(403)
          .send(sayingPage('This code does not fit. Scan the square on the screen again.'));
      }
      if (taken && !same(cookieOf(request), paired))
        return void response.status(403).send(sayingPage('Another phone is paired with this code. Ask for a new one on the screen.')); // prettier-ignore
      taken = true;
      response.set('Set-Cookie', `${COOKIE}=${paired}; HttpOnly; SameSite=Strict; Path=/`);
      next();
    });
    app.get('/:code', (_request, response) => this.answer(response, null));
    app.post('/:code', upload, (request, response, next) => {
      const { file } = request;
      if (!file || !this.open) return this.answer(response, 'No photograph came with it. Take it again.');
      const name = Buffer.from(file.originalname, 'latin1').toString('utf8');
      this.open.guest.take({ name, bytes: file.buffer }).then(
        (words) => {
          if (this.open) this.open.received++;
          this.answer(response, words);
        },
        (cause: unknown) => (cause instanceof InputError ? this.answer(response, cause.message) : next(cause)),
      );
    });
    app.use((_request, response) => void response.status(404).send(sayingPage('There is nothing here.')));
    const failed: express.ErrorRequestHandler = (cause: { code?: string }, _request, response, _next) => {
      const large = cause.code === 'LIMIT_FILE_SIZE';
      this.answer(response.status(large ? 413 : 500), large ? 'It has more than 50 MB. Take it smaller.' : 'It could not be taken in. Take it again.'); // prettier-ignore
    };
    app.use(failed);
    return app;
  }

  private answer(response: express.Response, said: string | null): void {
    if (this.open) response.type('html').send(takingPage(this.open.guest, said));
    else response.status(410).send(sayingPage('The door is closed. Open it again on the screen.'));
  }
}

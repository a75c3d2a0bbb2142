import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { Request as Incoming, Response } from 'express';

const packed = promisify(gzip);
const WORTH_PACKING = 2000; // bytes
const MOST_BYTES = 48 * 1024 * 1024; // of all answers together

/** An answer as it goes out, with its validator, packed once. */
interface Kept {
  readonly json: Buffer;
  readonly gzip: Buffer | null;
  readonly etag: string;
}

/**
 * What was asked for and made stays good until something is written into the database: the same question is then
 * answered without asking
 * the database again. One that is asked by many at once is worked out once.
 */
export class Answers {
  private known = new Map<string, Promise<unknown>>();
  private version = NaN;
  private bytes = 0;

  /** @param changes a number that is another one after every change of the database, whoever made it */
  constructor(private readonly changes: () => number) {}

  /** The value kept under a name, or made now. What fails is not kept. */
  keep<T>(name: string, make: () => Promise<T>): Promise<T> {
    const now = this.changes();
    if (now !== this.version || this.bytes > MOST_BYTES) {
      this.known = new Map();
      [this.version, this.bytes] = [now, 0];
    }
    const known = this.known.get(name) as Promise<T> | undefined;
    if (known) return known;
    const here = this.known;
    const made = make();
    here.set(name, made);
    made.catch(() => here.delete(name));
    return made;
  }

  /** Sends an answer as JSON. */
  async send(incoming: Incoming, response: Response, make: () => Promise<unknown>): Promise<void> {
    const { json, gzip, etag } = await this.keep(incoming.originalUrl, async (): Promise<Kept> => {
      const json = Buffer.from(JSON.stringify(await make()));
      const etag = `"${createHash('sha1').update(json).digest('base64url')}"`;
      this.bytes += 1.3 * json.length;
      return { json, gzip: json.length > WORTH_PACKING ? await packed(json) : null, etag };
    });
    response.set({ ETag: etag, 'Cache-Control': 'no-cache', Vary: 'Accept-Encoding' }).type('application/json');
    if (incoming.fresh) return void response.status(304).end();
    const packs = gzip !== null && incoming.acceptsEncodings('gzip') === 'gzip';
    if (packs) response.set('Content-Encoding', 'gzip');
    response.send(packs ? gzip : json);
  }
}

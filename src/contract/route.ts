import type { z } from 'zod';
import type { Guard } from './version';

/**
 * One row an endpoint: what is sent, what comes back. The server checks both; the web's client and openapi.json are
 * made from it.
 */
export interface Route<
  B extends z.ZodType | null = z.ZodType | null,
  R extends z.ZodType = z.ZodType,
  P extends string = string,
> {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Express path below /api */
  readonly path: P;
  readonly summary: string;
  readonly body: B;
  /** a file is sent as multipart field "file" */
  readonly upload?: boolean;
  /** what it changes, and may be late for */
  readonly guard?: Guard;
  readonly response: R;
  readonly status: 200 | 201 | 202;
}

export const route = <B extends z.ZodType | null, R extends z.ZodType, const P extends string>(
  row: Route<B, R, P>,
): Route<B, R, P> => row;

type NamedIn<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | NamedIn<Rest>
  : P extends `${string}:${infer Name}`
    ? Name
    : never;
/** What a path names: "/photos/:photoId/findings/:index" names photoId and index. */
export type ParamsOf<P extends string> = Readonly<Record<NamedIn<P>, string>>;

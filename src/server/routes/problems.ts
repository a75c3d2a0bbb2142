import type { ErrorRequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import type { Problem } from '../../contract';
import { refusalFor, UNEXPECTED, type Refusal } from '../refusals';

/** Answers with problem details (RFC 9457). */
export function sendProblem(response: Response, { status, code, detail, more }: Refusal): void {
  const problem: Problem = {
    type: `urn:revlin:problem:${code}`,
    title: code.replaceAll('-', ' '),
    status,
    detail,
    code,
    ...more,
  };
  response.status(status).type('application/problem+json').send(JSON.stringify(problem));
}

export const problemHandler =
  (log: Logger): ErrorRequestHandler =>
  (cause, _request, response, next) => {
    if (response.headersSent) return next(cause);
    const refusal = refusalFor(cause);
    if (!refusal) log.error(cause);
    sendProblem(response, refusal ?? { status: 500, code: 'unexpected', detail: UNEXPECTED });
  };

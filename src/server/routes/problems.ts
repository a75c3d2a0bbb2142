import type { ErrorRequestHandler, Response } from 'express';
import { MulterError } from 'multer';
import type { Logger } from 'pino';
import { ZodError } from 'zod';
import type { Problem } from '../../contract';
import { InputError } from '../images/inputError';

interface Refusal {
  readonly status: number;
  readonly code: string;
  readonly detail: string;
}

const codeOf = (cause: unknown): string => String((cause as { code?: string }).code ?? '');

/** No space, no quota, a file that may not grow further. */
const DISK_FULL = new Set(['ENOSPC', 'EDQUOT', 'EFBIG', 'SQLITE_FULL', 'SQLITE_IOERR_WRITE']);

/** Every way a request can fail, in words: what happened, what was kept, what to do. */
function refusalFor(cause: unknown): Refusal | null {
  if (cause instanceof InputError) return { status: cause.status, code: cause.code, detail: cause.message };
  if (cause instanceof ZodError) {
    const [issue] = cause.issues;
    const where = issue.path.join('.');
    return {
      status: 422,
      code: 'input',
      detail: `${where ? `${where}: ` : ''}${issue.message.replace(/\.?$/, '.')} Nothing was changed.`,
    };
  }
  if (cause instanceof MulterError) {
    if (cause.code === 'LIMIT_FILE_SIZE')
      return {
        status: 413,
        code: 'too-large',
        detail: 'The file has more than 50 MB; at most 50 MB are taken. Save it smaller and add it again.',
      };
    return {
      status: 422,
      code: 'upload',
      detail: `The upload could not be taken (${cause.message}). Nothing was changed. Send one file in the field "file".`,
    };
  }
  if (DISK_FULL.has(codeOf(cause)))
    return {
      status: 507,
      code: 'disk-full',
      detail: 'The disk is full, so this was not kept; everything before it is safe. Free some space and do it again.',
    };
  if (codeOf(cause).startsWith('SQLITE_BUSY'))
    return {
      status: 503,
      code: 'database-locked',
      detail:
        "Another program holds the studio's database, so this was not kept; everything before it is safe. Close that program and do it again.",
    };
  const parse = cause as { type?: string };
  if (parse.type === 'entity.parse.failed')
    return {
      status: 400,
      code: 'malformed-json',
      detail: 'The request is not JSON that can be read. Nothing was changed.',
    };
  if (parse.type === 'entity.too.large')
    return { status: 413, code: 'too-large', detail: 'The request is too large. Nothing was changed.' };
  if (parse.type === 'request.aborted')
    return { status: 400, code: 'aborted', detail: 'The upload broke off. Nothing was changed. Send it again.' };
  if ((cause as Error).message?.startsWith('Multipart') || (cause as Error).message?.includes('Unexpected end of form'))
    return {
      status: 400,
      code: 'upload',
      detail: 'The upload broke off or is malformed. Nothing was changed. Send it again.',
    };
  return null;
}

/** Answers with problem details (RFC 9457). */
export function sendProblem(response: Response, { status, code, detail }: Refusal): void {
  const problem: Problem = {
    type: `urn:revlin:problem:${code}`,
    title: code.replaceAll('-', ' '),
    status,
    detail,
    code,
  };
  response.status(status).type('application/problem+json').send(JSON.stringify(problem));
}

export const problemHandler =
  (log: Logger): ErrorRequestHandler =>
  (cause, _request, response, next) => {
    if (response.headersSent) return next(cause);
    const refusal = refusalFor(cause);
    if (!refusal) log.error(cause);
    sendProblem(
      response,
      refusal ?? {
        status: 500,
        code: 'unexpected',
        detail:
          'Something went wrong here that should not have. What was kept before is safe. Do it again; if it fails again, restart Revlin.',
      },
    );
  };

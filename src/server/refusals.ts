import { MulterError } from 'multer';
import { ZodError } from 'zod';
import { InputError } from './images/inputError';

/** A request that is not carried out: HTTP status, a code for machines, a sentence for the painter. */
export interface Refusal {
  readonly status: number;
  readonly code: string;
  readonly detail: string;
  /** further members of the problem */
  readonly more?: Record<string, unknown>;
}

/** What is said where nobody knows better. */
export const UNEXPECTED =
  'Something went wrong here that should not have. What was kept before is safe. Do it again; if it fails again, restart Revlin.';

const refuse = (status: number, code: string, detail: string): Refusal => ({ status, code, detail });
const codeOf = (cause: unknown): string => String((cause as { code?: string }).code ?? '');

/** No space, no quota, a file that may not grow further. */
const DISK_FULL = new Set(['ENOSPC', 'EDQUOT', 'EFBIG', 'SQLITE_FULL', 'SQLITE_IOERR_WRITE']);
const DENIED = new Set(['EACCES', 'EPERM', 'EROFS', 'SQLITE_READONLY']);

/** What the machine or the disk would not do. */
function ofTheMachine(cause: unknown): Refusal | null {
  const code = codeOf(cause);
  if (DISK_FULL.has(code))
    return refuse(
      507,
      'disk-full',
      'The disk is full, so this was not kept; everything before it is safe. Free some space and do it again.',
    );
  if (DENIED.has(code))
    return refuse(
      507,
      'not-writable',
      "The studio's folder cannot be written to, so this was not kept; everything before it is safe. Allow writing there and do it again.",
    );
  if (code.startsWith('SQLITE_BUSY'))
    return refuse(
      503,
      'database-locked',
      "Another program holds the studio's database, so this was not kept; everything before it is safe. Close that program and do it again.",
    );
  if (code.startsWith('SQLITE_CORRUPT') || code === 'SQLITE_NOTADB')
    return refuse(
      500,
      'database-damaged',
      'The studio\'s database is damaged. Stop Revlin and look at it with "revlin check"; a backup brings it back.',
    );
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return refuse(
      413,
      'memory',
      'There was not enough memory for these pictures. What was kept before is safe. Use smaller ones.',
    );
  return null;
}

const UPLOADS: Record<string, Refusal> = {
  LIMIT_FILE_SIZE: refuse(
    413,
    'too-large',
    'The file has more than 50 MB; at most 50 MB are taken. Save it smaller and add it again.',
  ),
  LIMIT_FILE_COUNT: refuse(422, 'upload', 'More than one file came at once. Nothing was changed. Send one file.'),
  LIMIT_UNEXPECTED_FILE: refuse(
    422,
    'upload',
    'The file came under another name than "file". Nothing was changed. Send one file in the field "file".',
  ),
};
const FORM = refuse(
  413,
  'upload',
  'This form holds more than one photograph needs. Nothing was changed. Send one file in the field "file".',
);

/** A form that cannot be read, or that broke off. */
export const MALFORMED = refuse(
  400,
  'upload',
  'The upload broke off or is malformed. Nothing was changed. Send it again.',
);

const REQUESTS: Record<string, Refusal> = {
  'entity.parse.failed': refuse(
    400,
    'malformed-json',
    'The request is not JSON that can be read. Nothing was changed.',
  ),
  'entity.too.large': refuse(413, 'too-large', 'The request is too large. Nothing was changed.'),
  'request.aborted': refuse(400, 'aborted', 'The upload broke off. Nothing was changed. Send it again.'),
  'encoding.unsupported': refuse(
    415,
    'encoding',
    'The request is packed in a way that is not understood. Nothing was changed. Send it as it is, or with gzip.',
  ),
};

/** What the sender did: malformed addresses, bodies and forms. */
function ofTheSender(cause: unknown): Refusal | null {
  if (cause instanceof ZodError) {
    const message = cause.issues[0]?.message ?? '';
    return refuse(422, 'input', `${message.replace(/\.?$/, '.')} Nothing was changed.`);
  }
  if (cause instanceof MulterError) return UPLOADS[cause.code] ?? (cause.code.startsWith('LIMIT_') ? FORM : MALFORMED);
  const { type, status } = cause as { type?: string; status?: number };
  if (type && REQUESTS[type]) return REQUESTS[type];
  if (cause instanceof URIError)
    return refuse(400, 'address', 'This address cannot be read. Nothing was changed. Go back to the studio.');
  if (status !== undefined && status >= 400 && status < 500)
    return refuse(status, 'request', 'This request cannot be understood. Nothing was changed.');
  return null;
}

/** Every way a request can fail, in words: what happened, what was kept, what to do; null = nobody knows. */
export function refusalFor(cause: unknown): Refusal | null {
  if (cause instanceof InputError)
    return { status: cause.status, code: cause.code, detail: cause.message, more: cause.more };
  return ofTheMachine(cause) ?? ofTheSender(cause);
}

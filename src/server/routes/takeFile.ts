import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import type { Request as Incoming, RequestHandler } from 'express';
import multer, { MulterError } from 'multer';
import { InputError } from '../images/inputError';
import { MOST_BYTES } from '../images/regularFile';
import { MALFORMED } from '../refusals';
import type { FileStore } from '../store/files';
import type { Arrived } from '../photo/keepPicture';

/** Beside the one file a form brings a few short fields; more is no form of ours. */
const LIMITS = {
  fileSize: MOST_BYTES,
  files: 1,
  fields: 8,
  fieldSize: 4096,
  fieldNameSize: 60,
  parts: 9,
  headerPairs: 40,
};

/** What the form's parser cannot read has no code of its own; a disk that fails has. */
const broken = (cause: unknown): unknown =>
  cause instanceof MulterError || (cause as { code?: string }).code
    ? cause
    : new InputError(MALFORMED.code, MALFORMED.detail, MALFORMED.status);

/** Takes the file of a form straight to the disk, as an unfinished file. What breaks off is removed at once. */
export function takeFile({ unfinished }: FileStore): RequestHandler {
  const storage = multer.diskStorage({
    destination: unfinished,
    filename: (_request, _file, named) => named(null, randomUUID()),
  });
  const take = multer({ storage, limits: LIMITS }).single('file');
  return (request, response, next) =>
    void take(request, response, (cause: unknown) => next(cause === undefined ? undefined : broken(cause)));
}

/** Removes what a form brought and nobody has kept. */
export async function dropFile({ file }: Incoming): Promise<void> {
  if (file) await rm(file.path, { force: true });
}

/** The file a form brought. @throws InputError where none came */
export function fileOf({ file }: Incoming): Arrived {
  if (!file) throw new InputError('no-file', 'No file came with this. Choose a photograph and send it again.');
  // Multer reads names as latin1; browsers send UTF-8.
  return { name: Buffer.from(file.originalname, 'latin1').toString('utf8'), path: file.path };
}

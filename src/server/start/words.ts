import { InputError } from '../images/inputError';

const DENIED = new Set([
  'EACCES',
  'EPERM',
  'EROFS',
  'SQLITE_READONLY',
  'SQLITE_CANTOPEN',
  'SQLITE_READONLY_DIRECTORY',
  'SQLITE_READONLY_CANTINIT',
]);
const FULL = new Set(['ENOSPC', 'EDQUOT', 'EFBIG', 'SQLITE_FULL', 'SQLITE_IOERR_WRITE', 'SQLITE_IOERR_SHMSIZE']);

/**
 * Why a studio's folder cannot be opened, in one sentence that says what to do; null = it is none of the known ways.
 */
export function wordsForStart(cause: unknown, folder: string): string | null {
  if (cause instanceof InputError) return cause.message;
  const code = String((cause as { code?: string }).code ?? '');
  if (code === 'EEXIST' || code === 'ENOTDIR')
    return `${folder} is a file, not a folder. Nothing was changed. Name a folder with --data.`;
  if (FULL.has(code))
    return `The disk that holds ${folder} is full. What was kept is safe. Free some space and do it again.`;
  if (code.startsWith('SQLITE_IOERR'))
    return `The disk that holds ${folder} could not be written to: it is full, or it fails. What was kept is safe. Look at the disk and do it again.`;
  if (code === 'SQLITE_NOTADB' || code.startsWith('SQLITE_CORRUPT'))
    return `The database ${folder}/studio.sqlite is damaged. Nothing was changed. Look at it with "revlin check --data ${folder}"; bring back a backup with "revlin restore", or a copy from ${folder}/earlier.`;
  if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED'))
    return `Another program holds the database in ${folder}. Nothing was changed. Close that program and start again.`;
  if (DENIED.has(code))
    return `${folder} cannot be written to (${code}). Nothing was changed. Allow writing there, or name another folder with --data.`;
  return null;
}

import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { InputError } from '../server/images/inputError';

export const KEEPING_USAGE = {
  backup: 'revlin backup [--data DIR] --out FILE.zip [--json]',
  restore: 'revlin restore [--data DIR] FILE.zip [--json]',
  check: 'revlin check [--data DIR] [--json]',
} as const;
export type KeepingName = keyof typeof KEEPING_USAGE;

export interface KeepingRequest {
  readonly name: KeepingName;
  /** absolute path of the studio's folder */
  readonly folder: string;
  /** absolute path of the backup; '' where none is needed */
  readonly file: string;
  readonly json: boolean;
}

/** @throws InputError for anything that is not understood, with how it is used */
export function readKeepingArguments(name: KeepingName, args: readonly string[]): KeepingRequest | 'help' {
  const usage = `Usage: ${KEEPING_USAGE[name]}`;
  if (args.includes('--help') || args.includes('-h')) return 'help';
  const options = { data: { type: 'string' }, out: { type: 'string' }, json: { type: 'boolean' } } as const;
  const wrong = (what: string) => new InputError('arguments', `${what} ${usage}`);
  const parsed = (() => {
    try {
      return parseArgs({ args: [...args], options, allowPositionals: true });
    } catch (cause) {
      throw wrong(`${(cause as Error).message.split('. ')[0]}.`);
    }
  })();
  const { values, positionals } = parsed;
  const wanted = name === 'restore' ? 1 : 0;
  if (positionals.length !== wanted)
    throw wrong(wanted ? 'Name the one backup to bring back.' : `"${positionals[0]}" is not understood.`);
  if (name === 'backup' && !values.out) throw wrong('Say where the backup goes with --out.');
  if (name !== 'backup' && values.out !== undefined) throw wrong('--out belongs to backup.');
  const file = name === 'backup' ? values.out : positionals[0];
  return {
    name,
    folder: resolve(values.data ?? join(homedir(), 'Revlin')),
    file: file ? resolve(file) : '',
    json: values.json ?? false,
  };
}

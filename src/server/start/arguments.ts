import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { InputError } from '../images/inputError';

export interface StartRequest {
  /** absolute path of the studio's folder */
  readonly data: string;
  /** 0 = any that is free */
  readonly port: number;
  /** address of a camera's own page */
  readonly camera: string | null;
}

const PORT = 4780;

/** What the command line asks for. @throws InputError for an option or a port that is not understood */
export function readStartArguments(args: readonly string[]): StartRequest {
  const { data, port, camera } = parsed(args);
  const number = port === undefined ? PORT : Number(port);
  if (port?.trim() === '' || !Number.isInteger(number) || number < 0 || number > 65535)
    throw new InputError('port', `--port "${port}" is not understood: give a number from 0 to 65535.`);
  return { data: resolve(data ?? join(homedir(), 'Revlin')), port: number, camera: camera ?? null };
}

function parsed(args: readonly string[]) {
  try {
    const options = { data: { type: 'string' }, port: { type: 'string' }, camera: { type: 'string' } } as const;
    return parseArgs({ args: joined(args), options }).values;
  } catch (cause) {
    const name = /'(-[^ ']*)/.exec((cause as Error).message)?.[1];
    const what = /argument missing/.test((cause as Error).message) ? 'needs a value' : 'is not understood';
    const odd = name ?? args.find((arg) => !arg.startsWith('--')) ?? args.join(' ');
    throw new InputError(
      'option',
      `"${odd}" ${what}. Give --data DIR for the studio's folder and --port N for its port.`,
    );
  }
}

/** A value that begins with a dash belongs to the option before it: it is then told what is wrong with it. */
const joined = (args: readonly string[]): string[] =>
  args.flatMap((arg, i) => {
    if (/^-\d/.test(arg) && args[i - 1]?.startsWith('--')) return [];
    return /^-\d/.test(args[i + 1] ?? '') && arg.startsWith('--') ? [`${arg}=${args[i + 1]}`] : [arg];
  });

import { InputError } from '../server/images/inputError';
import { wordsForStart } from '../server/start/words';
import { readArguments, USAGE } from './arguments';
import { COMPARE_USAGE, readCompareArguments } from './compareArguments';
import { comparedText } from './comparedText';
import { KEEPING_USAGE, readKeepingArguments, type KeepingName } from './keepingArguments';
import { textReport } from './textReport';

const MEASURING = ['read', 'compare'];

const say = (words: string) => process.stdout.write(`${words}\n`);

/** Each command loads what it needs. @returns exit code: 0 done, 1 done but not all is well */
async function carryOut(name: string, args: string[]): Promise<number> {
  if (name === 'read') {
    const request = readArguments(args);
    if (request === 'help') return (say(USAGE), 0);
    const { readCommand } = await import('./readCommand');
    const report = await readCommand(request);
    process.stdout.write(request.json ? `${JSON.stringify(report)}\n` : textReport(report));
    return 0;
  }
  if (name === 'compare') {
    const request = readCompareArguments(args);
    if (request === 'help') return (say(COMPARE_USAGE), 0);
    const { compareCommand } = await import('./compareCommand');
    const report = await compareCommand(request);
    say(request.json ? JSON.stringify(report) : comparedText(report));
    return 0;
  }
  if (!(name in KEEPING_USAGE)) throw new InputError('command', `revlin does not know "${name}".`);
  const request = readKeepingArguments(name as KeepingName, args);
  if (request === 'help') return (say(KEEPING_USAGE[name as KeepingName]), 0);
  const { keepingCommand } = await import('./keepingCommand');
  const { report, words, well } = await keepingCommand(request);
  say(request.json ? JSON.stringify(report) : words);
  return well ? 0 : 1;
}

/** Exit code 2 and one line on standard error for input that cannot be used, 1 for what nobody foresaw. */
async function main([name = '', ...args]: string[]): Promise<number> {
  try {
    return await carryOut(name, args);
  } catch (cause) {
    const named = args.indexOf(name === 'backup' ? '--out' : '--data');
    const data = (named < 0 ? undefined : args[named + 1]) ?? 'the studio';
    const known =
      cause instanceof InputError ? cause.message : MEASURING.includes(name) ? null : wordsForStart(cause, data);
    const words = known ?? `revlin ${name} failed unexpectedly: ${(cause as Error).message}`;
    process.stderr.write(`${words.replace(/\s+/g, ' ')}\n`);
    return known === null ? 1 : 2;
  }
}

process.exitCode = await main(process.argv.slice(2));

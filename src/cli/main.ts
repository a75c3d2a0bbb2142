import { InputError } from '../server/images/inputError';
import { readArguments, USAGE } from './arguments';
import { readCommand } from './readCommand';
import { textReport } from './textReport';

/** `revlin read`: exit code 0 with the report, 2 with one line on standard error for input that cannot be used. */
async function main(args: string[]): Promise<number> {
  try {
    const request = readArguments(args);
    if (request === 'help') {
      process.stdout.write(`${USAGE}\n`);
      return 0;
    }
    const report = await readCommand(request);
    process.stdout.write(request.json ? `${JSON.stringify(report)}\n` : textReport(report));
    return 0;
  } catch (cause) {
    const known = cause instanceof InputError;
    process.stderr.write(
      `${(known ? cause.message : `revlin read failed unexpectedly: ${(cause as Error).message}`).replace(/\s+/g, ' ')}\n`,
    );
    return known ? 2 : 1;
  }
}

process.exitCode = await main(process.argv.slice(2));

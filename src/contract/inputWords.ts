import { z } from 'zod';
import { inputInWords } from '../core/words';

type Issue = Parameters<NonNullable<ReturnType<typeof z.config>['customError']>>[0];
/** What of an issue only some kinds have. */
interface Further {
  readonly expected?: string;
  readonly origin?: string;
  readonly minimum?: number | bigint;
  readonly maximum?: number | bigint;
  readonly inclusive?: boolean;
  readonly format?: string;
  readonly values?: readonly unknown[];
}

/** What a schema has not said itself is said by core's words: no painter reads a validator's own text. */
function inWords(issue: Issue): string {
  const { expected, origin, inclusive, format, values, minimum, maximum } = issue as Further;
  return inputInWords({
    ...{ expected, origin, inclusive, format, values },
    minimum: minimum === undefined ? undefined : Number(minimum),
    maximum: maximum === undefined ? undefined : Number(maximum),
    code: issue.code ?? '',
    path: (issue.path ?? []).map((step) => (typeof step === 'symbol' ? String(step) : step)),
    missing: issue.input === undefined,
  });
}

z.config({ customError: inWords });

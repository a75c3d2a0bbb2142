import type { Request as Incoming, Response } from 'express';
import type { Guard } from '../../contract';
import { InputError } from '../images/inputError';
import type { Studio } from '../studio/studio';
import { GUARDED } from '../studio/versions';

/** The version a change says it was made on; '*' = whatever is there. @throws InputError 428 where it says none */
function madeOn({ headers }: Incoming): string {
  const said = headers['if-match']?.trim();
  if (!said)
    throw new InputError(
      'no-version',
      'This change does not say which version it was made on (If-Match; "*" for whatever is there). Nothing was changed.',
      428,
    );
  return said.replace(/^"(.*)"$/, '$1');
}

/**
 * Carries a change out if nobody was before it; one after another for the same thing. The new version goes with the
 * answer (ETag).
 * @throws InputError 412 saying what happened in between, with the version it can be laid on
 */
export function guarded<T>(
  studio: Studio,
  guard: Guard,
  { incoming, response, work }: { incoming: Incoming; response: Response; work: () => Promise<T> },
): Promise<T> {
  const on = madeOn(incoming);
  const look = () => GUARDED[guard](studio.db, incoming.params as Record<string, string>);
  return look().then(({ name }) =>
    studio.turns.take(name, async () => {
      const { version, since } = await look();
      if (on !== '*' && on !== version) throw new InputError('changed-meanwhile', await since(on), 412, { version });
      const answer = await work();
      response.set('ETag', `"${(await look()).version}"`);
      return answer;
    }),
  );
}

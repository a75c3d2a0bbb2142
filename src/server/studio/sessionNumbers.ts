import type { Knex } from 'knex';
import type { SessionRow } from './rows';

const LIFTED = 100_000; // no painting has so many sessions: numbers are lifted there and set down one higher

/** Makes a number free: the sessions from it on go up by one. */
export async function makeRoom(trx: Knex.Transaction, paintingId: string, from: number): Promise<void> {
  await trx('session').where({ paintingId }).where('number', '>=', from).increment('number', LIFTED);
  await trx('session')
    .where({ paintingId })
    .where('number', '>=', LIFTED)
    .decrement('number', LIFTED - 1);
}

/** Gives a session a number below 0, which no session in sight has: its row and all that hangs on it stay. */
export async function takeSessionAway(trx: Knex.Transaction, { id, paintingId }: SessionRow): Promise<void> {
  const { least } = (await trx('session').where({ paintingId }).min('number as least').first()) as { least: number };
  await trx('session')
    .where({ id })
    .update({ number: Math.min(0, least) - 1 });
}

/** Brings it back under the number it had; where another session has that one by now, those from it on go up by one. */
export async function putSessionBack(
  trx: Knex.Transaction,
  { id, paintingId }: SessionRow,
  number: number,
): Promise<void> {
  const taken: unknown = await trx('session').where({ paintingId, number }).first('id');
  if (taken) await makeRoom(trx, paintingId, number);
  await trx('session').where({ id }).update({ number });
}

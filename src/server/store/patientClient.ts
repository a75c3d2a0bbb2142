import BetterSqlite from 'knex/lib/dialects/better-sqlite3/index.js';
import Transaction from 'knex/lib/dialects/sqlite3/execution/sqlite-transaction.js';

const PATIENCE_MS = 3000; // how long a statement waits for another program that holds the file
const pause = (ms: number) => new Promise((later) => setTimeout(later, ms));

const isBusy = (cause: unknown) => String((cause as { code?: string }).code ?? '').startsWith('SQLITE_BUSY');

/** Writes from the first statement on: two transactions then never wait for each other in the middle. */
class WritingTransaction extends Transaction {
  override begin(connection: unknown): Promise<unknown> {
    return this.query(connection, 'BEGIN IMMEDIATE;', 0, null);
  }
}

/**
 * The database driver waits for a locked file on the only thread there is, so that everything waits with it. Here a
 * statement is tried
 * again a little later instead, and the studio goes on answering meanwhile.
 */
export class PatientClient extends BetterSqlite {
  override async _query(connection: unknown, query: unknown): Promise<unknown> {
    const until = performance.now() + PATIENCE_MS;
    for (let wait = 1; ; wait = Math.min(40, 2 * wait))
      try {
        return await super._query(connection, query);
      } catch (cause) {
        if (!isBusy(cause) || performance.now() > until) throw cause;
        await pause(wait);
      }
  }

  override transaction(...all: ConstructorParameters<typeof Transaction> extends [unknown, ...infer R] ? R : never) {
    return new WritingTransaction(this, ...all);
  }
}

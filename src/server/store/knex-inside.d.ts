// The two classes of Knex that a dialect of one's own is made from come without types.
declare module 'knex/lib/dialects/better-sqlite3/index.js' {
  import type { Knex } from 'knex';

  export default class Client extends Knex.Client {
    _query(connection: unknown, query: unknown): Promise<unknown>;
    transaction(container: unknown, config: unknown, outer: unknown): Knex.Transaction;
  }
}
declare module 'knex/lib/dialects/sqlite3/execution/sqlite-transaction.js' {
  import type { Knex } from 'knex';

  const Transaction: new (
    client: Knex.Client,
    container: unknown,
    config: unknown,
    outer: unknown,
  ) => Knex.Transaction & { begin(connection: unknown): Promise<unknown> };
  export default Transaction;
}

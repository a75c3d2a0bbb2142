// The two classes of Knex that a dialect of one's own is made from; they have no types of their own.
import ClientInside from 'knex/lib/dialects/better-sqlite3/index.js';
import TransactionInside from 'knex/lib/dialects/sqlite3/execution/sqlite-transaction.js';

interface ClientShape {
  _query(connection: unknown, query: unknown): Promise<unknown>;
  transaction(container: unknown, config: unknown, outer: unknown): unknown;
}
interface TransactionShape {
  begin(connection: unknown): Promise<unknown>;
  query(connection: unknown, sql: string): Promise<unknown>;
}

export const Client = ClientInside as unknown as new (config: unknown) => ClientShape;
export const Transaction = TransactionInside as unknown as new (
  client: ClientShape,
  container: unknown,
  config: unknown,
  outer: unknown,
) => TransactionShape;

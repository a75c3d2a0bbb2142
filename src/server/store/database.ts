import knex, { type Knex } from 'knex';
import { migrationSource } from './migrations';

const BUSY_MS = 3000; // how long a write waits for another program that holds the file

/** Opens (and where needed brings up to date) the studio's SQLite file: write-ahead log, foreign keys on, every commit synced. */
export async function openDatabase(file: string): Promise<Knex> {
  const db = knex({
    client: 'better-sqlite3',
    connection: { filename: file, options: { timeout: BUSY_MS } } as Knex.StaticConnectionConfig,
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: { pragma(text: string): void }, done: (error: Error | null) => void) => {
        for (const pragma of ['journal_mode = WAL', 'synchronous = FULL', 'foreign_keys = ON'])
          connection.pragma(pragma);
        done(null);
      },
    },
  });
  await db.migrate.latest({ migrationSource });
  return db;
}

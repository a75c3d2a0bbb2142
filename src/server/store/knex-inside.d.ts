declare module 'knex/lib/dialects/better-sqlite3/index.js';
declare module 'knex/lib/dialects/sqlite3/execution/sqlite-transaction.js';

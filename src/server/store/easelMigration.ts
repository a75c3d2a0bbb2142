import type { Knex } from 'knex';

/**
 * Who was put on the easel, in the order it was done: by the clock alone a painting could not be put there while it ran
 * behind.
 */
export async function addEasel(knex: Knex): Promise<void> {
  await knex.schema.createTable('easel', (t) => {
    t.string('id', 36).primary();
    t.string('paintingId', 36).notNullable().references('id').inTable('painting');
    t.string('since').notNullable();
  });
  await knex.raw(
    'INSERT INTO easel (id, paintingId, since) SELECT lower(hex(randomblob(16))), id, onEaselSince FROM painting WHERE onEaselSince IS NOT NULL ORDER BY onEaselSince, rowid',
  );
  await knex.raw('ALTER TABLE painting DROP COLUMN onEaselSince');
}

export async function dropEasel(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE painting ADD COLUMN onEaselSince varchar(255)');
  await knex.raw(
    'UPDATE painting SET onEaselSince = (SELECT since FROM easel WHERE paintingId = painting.id ORDER BY rowid DESC LIMIT 1)',
  );
  await knex.schema.dropTable('easel');
}

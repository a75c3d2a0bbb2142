import type { Knex } from 'knex';

/**
 * What was done, in the order it was done: by whom, on which version, what it changed, and whether it was taken back
 * since.
 */
export async function addJournal(knex: Knex): Promise<void> {
  await knex.schema.createTable('deed', (t) => {
    t.string('id', 36).primary();
    // null = it belongs to no painting: a waiting photograph that was left out
    t.string('paintingId', 36).nullable().references('id').inTable('painting');
    t.text('said').notNullable();
    t.text('parts').notNullable();
    t.string('by').notNullable();
    t.string('on').nullable();
    t.string('doneAt').notNullable();
    t.string('undoneAt').nullable();
    t.string('undoneBy').nullable();
    t.boolean('settled').notNullable().defaultTo(false);
    t.index(['paintingId', 'undoneAt', 'settled']);
  });
}

export const dropJournal = (knex: Knex): Promise<void> => knex.schema.dropTable('deed');

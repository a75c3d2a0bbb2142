import type { Knex } from 'knex';

/** Points shown on both pictures, what the painter said before any number, and which way a drawing correction lies. */
export async function addLooking(knex: Knex): Promise<void> {
  for (const [table, column] of [
    ['photo_landmarks', 'landmarks'],
    ['impression', 'said'],
  ])
    await knex.schema.createTable(table, (t) => {
      t.uuid('id').primary();
      t.uuid('photoId').notNullable().references('id').inTable('photo').index();
      t.text(column).notNullable();
      t.string('setAt').notNullable();
    });
  await knex.raw('ALTER TABLE correction ADD COLUMN towards float');
}

export async function dropLooking(knex: Knex): Promise<void> {
  await knex.schema.dropTable('photo_landmarks');
  await knex.schema.dropTable('impression');
  // The builder would remake the table, which checks that point to it forbid.
  await knex.raw('ALTER TABLE correction DROP COLUMN towards');
}

import type { Knex } from 'knex';

/** A table of what was said of a photo, each time anew. */
const addSaid = (knex: Knex, table: string, column: string) =>
  knex.schema.createTable(table, (t) => {
    t.uuid('id').primary();
    t.uuid('photoId').notNullable().references('id').inTable('photo').index();
    t.text(column).notNullable();
    t.string('setAt').notNullable();
  });

/** Whether things sit on their surfaces, as the painter answers for a session. */
export const addSeated = (knex: Knex): Promise<void> => addSaid(knex, 'photo_seated', 'seated');

/** Points shown on both pictures, what the painter said before any number, and which way a drawing correction lies. */
export async function addLooking(knex: Knex): Promise<void> {
  await addSaid(knex, 'photo_landmarks', 'landmarks');
  await addSaid(knex, 'impression', 'said');
  await knex.raw('ALTER TABLE correction ADD COLUMN towards float');
}

export async function dropLooking(knex: Knex): Promise<void> {
  await knex.schema.dropTable('photo_landmarks');
  await knex.schema.dropTable('impression');
  // The builder would remake the table, which checks that point to it forbid.
  await knex.raw('ALTER TABLE correction DROP COLUMN towards');
}

import type { Knex } from 'knex';

const columns = 'id, photoId, planId, algorithm, inputs, result, createdAt';

/**
 * SQLite cannot change a column's rule: the table is made anew and its rows are carried over. Foreign keys must be off
 * meanwhile.
 */
async function remake(knex: Knex, planId: string): Promise<void> {
  await knex.raw(
    `CREATE TABLE reading_new (id varchar(36) PRIMARY KEY, photoId varchar(36) NOT NULL REFERENCES photo(id), planId varchar(36) ${planId} REFERENCES plan(id), algorithm integer NOT NULL, inputs varchar(64) NOT NULL, result text NOT NULL, createdAt varchar(255) NOT NULL)`,
  );
  await knex.raw(`INSERT INTO reading_new (${columns}) SELECT ${columns} FROM reading ORDER BY rowid`);
  await knex.raw('DROP TABLE reading');
  await knex.raw('ALTER TABLE reading_new RENAME TO reading');
  await knex.raw('CREATE INDEX reading_photoid_index ON reading (photoId)');
  await knex.raw('CREATE INDEX reading_planid_index ON reading (planId)');
}

/** A reading may be made without a plan: of a painting without a reference. */
export const allowPlanless = (knex: Knex) => remake(knex, '');
export const forbidPlanless = async (knex: Knex) => {
  await knex('reading').whereNull('planId').delete();
  await remake(knex, 'NOT NULL');
};

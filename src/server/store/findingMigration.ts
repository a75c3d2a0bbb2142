import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { threadsWithin, type OldFinding } from './findingThreads';

type Row = Record<string, unknown>;
interface OldResult extends Row {
  readonly masses?: readonly OldMass[];
  readonly findings?: readonly OldFinding[];
  readonly coverage?: { readonly covered?: number } | null;
}
interface OldMass {
  readonly id: number;
  readonly share?: number;
  readonly target?: { readonly value: number };
  readonly painted?: { readonly value: number };
}

const varchar = 'varchar(255) NOT NULL';
const DECISION = `decision varchar(255), why ${varchar} DEFAULT '', correctionId varchar(36) REFERENCES correction(id), decidedAt ${varchar}`;
const SAID = 'decision, why, correctionId, decidedAt';
const CORRECTION = `kind ${varchar}, name ${varchar}, words text NOT NULL, place text NOT NULL, difference float NOT NULL, uncertainty float NOT NULL, towards float, own boolean NOT NULL, open boolean NOT NULL, takenAt ${varchar}`;
const TAKEN = 'kind, name, words, place, difference, uncertainty, towards, own, open, takenAt';
const HOME =
  'id varchar(36) PRIMARY KEY, paintingId varchar(36) NOT NULL REFERENCES painting(id), sessionId varchar(36) NOT NULL REFERENCES session(id)';

/** Makes a table anew with the rows a statement finds; foreign keys are off meanwhile. */
async function remake(knex: Knex, table: string, { columns, rows }: { columns: string; rows: string }): Promise<void> {
  await knex.raw(`CREATE TABLE ${table}_new (${columns})`);
  await knex.raw(`INSERT INTO ${table}_new ${rows}`);
  await knex.raw(`DROP TABLE ${table}`);
  await knex.raw(`ALTER TABLE ${table}_new RENAME TO ${table}`);
}
const index = (knex: Knex, table: string, ...columns: string[]) =>
  knex.raw(`CREATE INDEX ${table}_${columns.join('_').toLowerCase()}_index ON ${table} (${columns.join()})`);

async function unpack(knex: Knex, { id, result }: { id: string; result: string }, threads: readonly string[]) {
  const { masses = [], findings = [], ...rest } = JSON.parse(result) as OldResult;
  const content = (one: unknown) => JSON.stringify(one);
  for (const [position, finding] of findings.entries())
    await knex('finding').insert({
      id: randomUUID(),
      readingId: id,
      position,
      thread: threads[position],
      kind: finding.kind,
      amount: finding.amount ?? 0,
      content: content(finding),
    });
  for (const [position, mass] of masses.entries())
    await knex('mass_reading').insert({
      id: randomUUID(),
      readingId: id,
      position,
      massId: mass.id,
      share: mass.share ?? 0,
      planned: mass.target?.value ?? null,
      painted: mass.painted?.value ?? null,
      content: content(mass),
    });
  await knex('reading')
    .where({ id })
    .update({ result: content(rest), covered: rest.coverage?.covered ?? null });
}

/** Findings and values of masses become rows; what says the same thing again, reading after reading, has one thread. */
export async function addFindings(knex: Knex): Promise<void> {
  await knex.schema.createTable('finding', (t) => {
    t.string('id', 36).primary();
    t.string('readingId', 36).notNullable().references('id').inTable('reading');
    t.integer('position').notNullable();
    t.string('thread', 36).notNullable().index();
    t.string('kind').notNullable();
    t.float('amount').notNullable();
    t.text('content').notNullable();
    t.unique(['readingId', 'position']);
  });
  await knex.schema.createTable('mass_reading', (t) => {
    t.string('id', 36).primary();
    t.string('readingId', 36).notNullable().references('id').inTable('reading');
    t.integer('position').notNullable();
    t.integer('massId').notNullable();
    t.float('share').notNullable();
    t.float('planned').nullable();
    t.float('painted').nullable();
    t.text('content').notNullable();
    t.unique(['readingId', 'position']);
  });
  await knex.raw('ALTER TABLE reading ADD COLUMN covered float');
  const threads = await threadsWithin(knex);
  const readings = (await knex('reading').orderBy('rowid').select('id')) as { id: string }[];
  for (const { id } of readings) {
    const row = (await knex('reading').where({ id }).first('id', 'result')) as { id: string; result: string };
    await unpack(knex, row, threads.get(id) ?? []);
  }
  // A word on a number its reading does not have is kept, on nothing.
  const found = (of: string, what: string) =>
    `(SELECT f.${what} FROM finding f WHERE f.readingId = ${of}.readingId AND f.position = ${of}.findingIndex)`;
  await remake(knex, 'decision', {
    columns: `id varchar(36) PRIMARY KEY, findingId varchar(36) REFERENCES finding(id), thread varchar(36), ${DECISION}`,
    rows: `SELECT id, ${found('decision', 'id')}, ${found('decision', 'thread')}, ${SAID} FROM decision ORDER BY rowid`,
  });
  await index(knex, 'decision', 'findingId');
  await index(knex, 'decision', 'thread');
  await remake(knex, 'correction', {
    columns: `${HOME}, findingId varchar(36) REFERENCES finding(id), ${CORRECTION}`,
    rows: `SELECT id, paintingId, sessionId, ${found('correction', 'id')}, ${TAKEN} FROM correction ORDER BY rowid`,
  });
  await index(knex, 'correction', 'paintingId', 'open');
  await index(knex, 'correction', 'sessionId');
  // What lists ask for stands in the index itself: a finding's row is long.
  await index(knex, 'finding', 'readingId', 'kind', 'amount', 'thread', 'id');
  await index(knex, 'finding', 'id', 'readingId');
  await index(knex, 'reading', 'id', 'photoId');
}

async function pack(knex: Knex, { id, result }: { id: string; result: string }): Promise<void> {
  const contents = async (table: string) =>
    ((await knex(table).where({ readingId: id }).orderBy('position').select('content')) as { content: string }[]).map(
      ({ content }) => JSON.parse(content) as unknown,
    );
  const whole = {
    ...(JSON.parse(result) as object),
    masses: await contents('mass_reading'),
    findings: await contents('finding'),
  };
  await knex('reading')
    .where({ id })
    .update({ result: JSON.stringify(whole) });
}

export async function dropFindings(knex: Knex): Promise<void> {
  for (const { id } of (await knex('reading').select('id')) as { id: string }[])
    await pack(knex, (await knex('reading').where({ id }).first('id', 'result')) as { id: string; result: string });
  const readings = 'readingId varchar(36) REFERENCES reading(id), findingIndex integer';
  const back = (of: string) =>
    `(SELECT f.readingId FROM finding f WHERE f.id = ${of}.findingId), (SELECT f.position FROM finding f WHERE f.id = ${of}.findingId)`;
  await remake(knex, 'decision', {
    columns: `id varchar(36) PRIMARY KEY, ${readings}, ${DECISION}`,
    rows: `SELECT id, ${back('decision')}, ${SAID} FROM decision WHERE findingId IS NOT NULL ORDER BY rowid`,
  });
  await index(knex, 'decision', 'readingId');
  await remake(knex, 'correction', {
    columns: `${HOME}, ${readings}, ${CORRECTION}`,
    rows: `SELECT id, paintingId, sessionId, ${back('correction')}, ${TAKEN} FROM correction ORDER BY rowid`,
  });
  await index(knex, 'correction', 'paintingId');
  await index(knex, 'correction', 'sessionId');
  await knex.raw('DROP INDEX reading_id_photoid_index');
  await knex.schema.dropTable('finding');
  await knex.schema.dropTable('mass_reading');
  await knex.raw('ALTER TABLE reading DROP COLUMN covered');
}

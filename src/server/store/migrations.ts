import type { Knex } from 'knex';
import { allowPlanless, forbidPlanless } from './planlessMigration';
import { addEasel, dropEasel } from './easelMigration';
import { addFindings, dropFindings } from './findingMigration';
import { addJournal, dropJournal } from './journalMigration';
import { addLooking, addSeated, dropLooking } from './readingMigration';
import { addPlanning, dropPlanning } from './planMigration';

type Migration = {
  name: string;
  /** a table or column that is there once it is done */
  leaves?: readonly [table: string, column?: string];
  up: (knex: Knex) => Promise<void>;
  down: (knex: Knex) => Promise<void>;
};

const id = (table: Knex.CreateTableBuilder) => table.string('id', 36).primary();
const link = (table: Knex.CreateTableBuilder, name: string, to: string) =>
  table.string(name, 36).notNullable().references('id').inTable(to).index();

async function createStudio(knex: Knex): Promise<void> {
  await knex.schema.createTable('image', (t) => {
    t.string('sha256', 64).primary();
    t.integer('bytes').notNullable();
    t.string('format').notNullable();
    t.integer('width').notNullable();
    t.integer('height').notNullable();
    t.string('addedAt').notNullable();
  });
  await knex.schema.createTable('painting', (t) => {
    id(t);
    t.string('title').notNullable();
    t.float('widthMm').notNullable();
    t.float('heightMm').notNullable();
    t.text('drewMe').notNullable();
    t.string('createdAt').notNullable();
    t.string('onEaselSince').nullable();
  });
  await knex.schema.createTable('reference', (t) => {
    id(t);
    link(t, 'paintingId', 'painting');
    t.string('sha256', 64).notNullable().references('sha256').inTable('image');
    t.string('fileName').notNullable();
    t.text('crop').notNullable();
    t.boolean('governs').notNullable();
    t.string('addedAt').notNullable();
  });
  await knex.schema.createTable('plan', (t) => {
    id(t);
    link(t, 'paintingId', 'painting');
    link(t, 'referenceId', 'reference');
    t.integer('version').notNullable();
    t.text('crop').notNullable();
    t.string('key').notNullable();
    t.integer('masses').notNullable();
    t.text('names').notNullable();
    t.string('createdAt').notNullable();
    t.unique(['paintingId', 'version']);
  });
  await knex.schema.createTable('session', (t) => {
    id(t);
    link(t, 'paintingId', 'painting');
    t.integer('number').notNullable();
    t.string('date').notNullable();
    t.text('intention').notNullable();
    t.integer('minutes').nullable();
    t.unique(['paintingId', 'number']);
  });
  await knex.schema.createTable('photo', (t) => {
    id(t);
    link(t, 'sessionId', 'session');
    t.string('sha256', 64).notNullable().references('sha256').inTable('image');
    t.string('fileName').notNullable();
    t.string('addedAt').notNullable();
    t.boolean('lookedAt').notNullable();
  });
  // Corners and greys keep their history: the newest row governs.
  await knex.schema.createTable('photo_corners', (t) => {
    id(t);
    link(t, 'photoId', 'photo');
    t.text('corners').notNullable();
    t.string('cornersFrom').notNullable();
    t.float('confidence').notNullable();
    t.string('setAt').notNullable();
  });
  await knex.schema.createTable('photo_greys', (t) => {
    id(t);
    link(t, 'photoId', 'photo');
    t.text('greys').notNullable();
    t.string('setAt').notNullable();
  });
  await createFindings(knex);
}

async function createFindings(knex: Knex): Promise<void> {
  await knex.schema.createTable('reading', (t) => {
    id(t);
    link(t, 'photoId', 'photo');
    link(t, 'planId', 'plan');
    t.integer('algorithm').notNullable();
    t.string('inputs', 64).notNullable();
    t.text('result', 'longtext').notNullable();
    t.string('createdAt').notNullable();
  });
  await knex.schema.createTable('correction', (t) => {
    id(t);
    link(t, 'paintingId', 'painting');
    link(t, 'sessionId', 'session');
    t.string('readingId', 36).nullable().references('id').inTable('reading');
    t.integer('findingIndex').nullable();
    t.string('kind').notNullable();
    t.string('name').notNullable();
    t.text('words').notNullable();
    t.text('place').notNullable();
    t.float('difference').notNullable();
    t.float('uncertainty').notNullable();
    t.boolean('own').notNullable();
    t.boolean('open').notNullable();
    t.string('takenAt').notNullable();
  });
  await knex.schema.createTable('decision', (t) => {
    id(t);
    link(t, 'readingId', 'reading');
    t.integer('findingIndex').notNullable();
    t.string('decision').nullable();
    t.string('correctionId', 36).nullable().references('id').inTable('correction');
    t.string('decidedAt').notNullable();
  });
  await knex.schema.createTable('correction_check', (t) => {
    id(t);
    link(t, 'correctionId', 'correction');
    link(t, 'readingId', 'reading');
    t.string('verdict').notNullable();
    t.float('before').notNullable();
    t.float('difference').notNullable();
    t.float('uncertainty').notNullable();
    t.string('checkedAt').notNullable();
  });
  await knex.schema.createTable('setting', (t) => {
    t.string('name').primary();
    t.text('value').notNullable();
  });
}

const TABLES = [
  'setting',
  'correction_check',
  'decision',
  'correction',
  'reading',
  'photo_greys',
  'photo_corners',
  'photo',
  'session',
  'plan',
  'reference',
  'painting',
  'image',
];

/** A session may have several photographs: what each shows, under what light, and which are put aside. */
async function addShots(knex: Knex): Promise<void> {
  await knex.schema.alterTable('photo', (t) => {
    t.string('role').notNullable().defaultTo('canvas');
    t.string('lightFrom').notNullable().defaultTo('auto');
    t.string('lamp').notNullable().defaultTo('');
    t.string('surface').notNullable().defaultTo('');
    t.boolean('aside').notNullable().defaultTo(false);
  });
}

/** Pictures that came by themselves and wait to be sorted. */
async function addInbox(knex: Knex): Promise<void> {
  await knex.schema.createTable('arrival', (t) => {
    id(t);
    t.string('sha256', 64).nullable().references('sha256').inTable('image').index();
    t.string('fileName').notNullable();
    t.string('day').notNullable();
    t.text('problem').nullable();
    t.string('state').notNullable();
    t.string('addedAt').notNullable();
  });
}

/** Places left out of a photograph by hand; the newest row governs. */
async function addAreas(knex: Knex): Promise<void> {
  await knex.schema.createTable('photo_areas', (t) => {
    id(t);
    link(t, 'photoId', 'photo');
    t.text('areas').notNullable();
    t.string('setAt').notNullable();
  });
}

/** What a frame or tape hides of the canvas in a photograph; '' = nothing. */
async function addCovered(knex: Knex): Promise<void> {
  await knex.schema.alterTable('photo', (t) => {
    t.text('covered').notNullable().defaultTo('');
  });
}

/** The printed card's rings, where it was found in a photograph. */
async function addCard(knex: Knex): Promise<void> {
  await knex.schema.alterTable('photo_greys', (t) => {
    t.text('card').nullable();
  });
}

/** The bare surface's colour and where it is meant to stay bare; the newest row governs. */
async function addGround(knex: Knex): Promise<void> {
  await knex.schema.createTable('painting_ground', (t) => {
    id(t);
    link(t, 'paintingId', 'painting');
    t.text('colour').nullable();
    t.string('from').nullable();
    t.text('keep').notNullable();
    t.string('setAt').notNullable();
  });
}

/** Where and at what hour a photograph was taken. */
async function addRoom(knex: Knex): Promise<void> {
  await knex.schema.alterTable('photo', (t) => {
    t.string('room').notNullable().defaultTo('');
    t.integer('hour').nullable();
  });
}

/** Every change of the database's shape, in order. Never edited once released: a new row is added. */
export const MIGRATIONS: readonly Migration[] = [
  {
    name: '001-studio',
    leaves: ['setting'],
    up: createStudio,
    down: async (knex) => {
      for (const table of TABLES) await knex.schema.dropTable(table);
    },
  },
  {
    name: '002-shots',
    leaves: ['photo', 'aside'],
    up: addShots,
    down: (knex) =>
      knex.schema.alterTable('photo', (t) => {
        t.dropColumns('role', 'lightFrom', 'lamp', 'surface', 'aside');
      }),
  },
  { name: '003-inbox', leaves: ['arrival'], up: addInbox, down: (knex) => knex.schema.dropTable('arrival') },
  { name: '004-areas', leaves: ['photo_areas'], up: addAreas, down: (knex) => knex.schema.dropTable('photo_areas') },
  {
    name: '005-covered',
    leaves: ['photo', 'covered'],
    up: addCovered,
    down: (knex) => knex.schema.alterTable('photo', (t) => t.dropColumn('covered')),
  },
  {
    name: '006-card',
    leaves: ['photo_greys', 'card'],
    up: addCard,
    down: (knex) => knex.schema.alterTable('photo_greys', (t) => t.dropColumn('card')),
  },
  {
    name: '007-ground',
    leaves: ['painting_ground'],
    up: addGround,
    down: (knex) => knex.schema.dropTable('painting_ground'),
  },
  {
    name: '008-room',
    leaves: ['photo', 'hour'],
    up: addRoom,
    down: (knex) => knex.schema.alterTable('photo', (t) => t.dropColumns('room', 'hour')),
  },
  { name: '009-planning', leaves: ['plan', 'content'], up: addPlanning, down: dropPlanning },
  { name: '010-planless', up: allowPlanless, down: forbidPlanless },
  { name: '011-looking', leaves: ['correction', 'towards'], up: addLooking, down: dropLooking },
  {
    name: '012-seated',
    leaves: ['photo_seated'],
    up: addSeated,
    down: (knex) => knex.schema.dropTable('photo_seated'),
  },
  {
    name: '013-why',
    leaves: ['decision', 'why'],
    up: (knex) => knex.schema.alterTable('decision', (t) => t.string('why').notNullable().defaultTo('')),
    down: (knex) => knex.schema.alterTable('decision', (t) => t.dropColumn('why')),
  },
  { name: '014-easel', leaves: ['easel'], up: addEasel, down: dropEasel },
  { name: '015-findings', leaves: ['finding'], up: addFindings, down: dropFindings },
  { name: '016-journal', leaves: ['deed'], up: addJournal, down: dropJournal },
  {
    name: '017-insisted',
    leaves: ['photo', 'insisted'],
    up: (knex) => knex.schema.alterTable('photo', (t) => t.integer('insisted').notNullable().defaultTo(0)),
    down: (knex) => knex.schema.alterTable('photo', (t) => t.dropColumn('insisted')),
  },
  {
    name: '018-archive',
    leaves: ['painting', 'aside'],
    up: (knex) => knex.schema.alterTable('painting', (t) => t.integer('aside').notNullable().defaultTo(0)),
    down: (knex) => knex.schema.alterTable('painting', (t) => t.dropColumn('aside')),
  },
];

/** Hands the list to Knex, so that no migration files have to lie beside the bundled server. */
export const migrationSource: Knex.MigrationSource<Migration> = {
  getMigrations: () => Promise.resolve([...MIGRATIONS]),
  getMigrationName: ({ name }) => name,
  getMigration: (migration) => Promise.resolve(migration),
};

import type { Knex } from 'knex';

type At = readonly [number, number];
interface Outlined {
  readonly outlines: readonly (readonly At[])[];
}
interface OldPlan {
  id: string;
  key: string;
  masses: number;
  names: string;
}

/**
 * Where a line across meets the outlines, from left to right; inside is between the first and the second, and so on.
 */
const crossings = ({ outlines }: Outlined, y: number): number[] =>
  outlines
    .flatMap((outline) =>
      outline.flatMap(([ax, ay], i) => {
        const [bx, by] = outline[(i + 1) % outline.length] ?? [ax, ay];
        return ay > y !== by > y ? [ax + ((y - ay) / (by - ay)) * (bx - ax)] : [];
      }),
    )
    .sort((one, two) => one - two);

/** A point inside a place: of a grid of whole mm the one that is nearest the place's middle. */
function pointInside(place: Outlined): At | null {
  const lowest = Math.max(0, ...place.outlines.flat().map(([, y]) => y));
  const points: At[] = [];
  for (let y = 0; y <= lowest; y++) {
    const ends = crossings(place, y + 0.5);
    for (let k = 0; k + 1 < ends.length; k += 2) {
      const [from = 0, to = 0] = ends.slice(k, k + 2);
      for (let x = Math.max(0, Math.ceil(from - 0.5)); x + 0.5 < to; x++) points.push([x + 0.5, y + 0.5]);
    }
  }
  if (points.length === 0) return null;
  const sums = points.reduce<At>(([sumX, sumY], [x, y]) => [sumX + x, sumY + y], [0, 0]);
  const [midX, midY] = [sums[0] / points.length, sums[1] / points.length];
  const away = ([x, y]: At) => Math.hypot(x - midX, y - midY);
  return points.reduce((best, p) => (away(p) < away(best) ? p : best));
}

/**
 * What a plan kept by then says beside what it was told, as it was that day: a later version must not change what an
 * old folder said.
 */
const KEY = { kind: 'absolute', knots: [], darkest: 1.6, white: 9.3 };
const MARK = { group: '', family: null, loose: false, quiet: false, shape: '' };
const MASSES = 12;

/**
 * Names stood on node numbers; now they stand on points. Where each mass lay is known from a reading under that plan.
 */
async function marksOf(knex: Knex, plan: OldPlan) {
  const names = JSON.parse(plan.names) as Record<string, string>;
  const row = (await knex('reading').where({ planId: plan.id }).first()) as { result: string } | undefined;
  if (!row) return [];
  const { masses } = JSON.parse(row.result) as { masses: { id: number; place: Outlined }[] };
  return masses.flatMap(({ id, place }) => {
    const [name, at] = [names[String(id)], pointInside(place)];
    return name && at ? [{ at, name: name.trim().slice(0, 60), ...MARK }] : [];
  });
}

/** By SQLite's own statement: the query builder makes the table anew, which rows that point to it forbid. */
async function dropColumns(knex: Knex, table: string, columns: readonly string[]): Promise<void> {
  for (const column of columns) await knex.raw('ALTER TABLE ?? DROP COLUMN ??', [table, column]);
}

const REFERENCE_COLUMNS = ['purpose', 'note', 'source', 'permission', 'hour', 'place', 'crops', 'aside'];

/** Everything a plan says in one column; what holds for the whole painting; what each reference is for. */
export async function addPlanning(knex: Knex): Promise<void> {
  await knex.schema.alterTable('painting', (t) => {
    t.text('setUp').notNullable().defaultTo('{}');
  });
  await knex.schema.alterTable('reference', (t) => {
    t.string('purpose').notNullable().defaultTo('main');
    for (const name of ['note', 'source', 'permission']) t.text(name).notNullable().defaultTo('');
    t.integer('hour').nullable();
    t.text('place').nullable();
    t.text('crops').notNullable().defaultTo('[]');
    t.boolean('aside').notNullable().defaultTo(false);
  });
  await knex.schema.alterTable('plan', (t) => {
    t.text('content').notNullable().defaultTo('{}');
  });
  for (const plan of (await knex('plan').select('id', 'key', 'masses', 'names')) as OldPlan[]) {
    const marks = await marksOf(knex, plan);
    // The old names stay beside the new ones: readings made under them name their masses by them.
    const content = {
      key: { ...KEY, kind: plan.key },
      masses: plan.masses,
      marks,
      names: JSON.parse(plan.names) as unknown,
    };
    await knex('plan')
      .where({ id: plan.id })
      .update({ content: JSON.stringify(content) });
  }
  await dropColumns(knex, 'plan', ['key', 'masses', 'names']);
}

export async function dropPlanning(knex: Knex): Promise<void> {
  await knex.schema.alterTable('plan', (t) => {
    t.string('key').notNullable().defaultTo('absolute');
    t.integer('masses').notNullable().defaultTo(MASSES);
    t.text('names').notNullable().defaultTo('{}');
  });
  await dropColumns(knex, 'plan', ['content']);
  await dropColumns(knex, 'reference', REFERENCE_COLUMNS);
  await dropColumns(knex, 'painting', ['setUp']);
}

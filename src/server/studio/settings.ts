import { Settings, type SettingsChange } from '../../contract';
import type { Knex } from 'knex';
import type { Studio } from './studio';

export async function getSettings({ db }: Pick<Studio, 'db'>): Promise<Settings> {
  const rows = (await db('setting')) as { name: string; value: string }[];
  return Settings.parse(Object.fromEntries(rows.map(({ name, value }) => [name, JSON.parse(value)])));
}

/** How many steps of the painter's scale make one of a scale of ten. */
export const stepsPer = async (db: Knex): Promise<number> => (await getSettings({ db })).scaleSteps / 10;

export async function putSettings(studio: Studio, change: SettingsChange): Promise<Settings> {
  await studio.db.transaction(async (trx) => {
    for (const [name, value] of Object.entries(change))
      await trx('setting')
        .insert({ name, value: JSON.stringify(value) })
        .onConflict('name')
        .merge();
  });
  return getSettings(studio);
}

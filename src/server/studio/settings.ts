import { Settings, type SettingsChange } from '../../contract';
import type { Studio } from './studio';

export async function getSettings({ db }: Studio): Promise<Settings> {
  const rows = (await db('setting')) as { name: string; value: string }[];
  return Settings.parse(Object.fromEntries(rows.map(({ name, value }) => [name, JSON.parse(value)])));
}

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
